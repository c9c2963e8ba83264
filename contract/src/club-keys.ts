import type * as z from 'zod';
import type { ClubClass } from './pupil.js';

/** Clubs by key on Record. */
export const CLUB_KEYS: readonly {
  readonly key: string;
  readonly club: z.infer<typeof ClubClass>;
  readonly name: string;
}[] = [
  { key: '1', club: 'driver', name: 'driver' },
  { key: '3', club: 'wood', name: '3-wood' },
  { key: '5', club: 'iron', name: '5-iron' },
  { key: '7', club: 'iron', name: '7-iron' },
  { key: '9', club: 'iron', name: '9-iron' },
  { key: '0', club: 'wedge', name: 'wedge' },
];
