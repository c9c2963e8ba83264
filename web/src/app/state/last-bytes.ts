import type { LastBytes } from '@vilko/contract/pupil';

/** What is said after an erasing in a house whose database is too large to be rewritten by day. */
export const lastBytesText = (bytes: LastBytes): string =>
  bytes === 'gone'
    ? ''
    : ' Its last bytes leave the database’s files tonight, after three, while the computer is on and no bay is armed.';
