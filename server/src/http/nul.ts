import { VilkoError } from '@vilko/core';

/** No text that is kept may hold this character: the database refuses it, and no keyboard has it. */
export const NUL = '\u0000';

/** Whether an address holds it, however its names are read. */
export const nulInAddress = (url: string): boolean => /%00/.test(url) || url.includes(NUL);

export const nulRefused = (): VilkoError =>
  new VilkoError('bad-option', 'what was asked holds the character NUL, by which nothing can be called');
