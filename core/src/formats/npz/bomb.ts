/** Under so much nothing harms, bytes. */
const HARMLESS = 64 * 2 ** 20;
/** Nothing of a recording or of a house packs better than this: noise does not. */
const MOST_TIMES = 300;

/** Whether what says that it unpacks so many bytes to so many was made to fill the memory. */
export const isBomb = (packed: number, whole: number): boolean => whole > HARMLESS && whole > MOST_TIMES * packed;
