/** Rungs every drill is climbed by; the next opens when the success test is passed. */
export const LADDER = ['no ball, slow', 'no ball, full speed', 'half shots', 'full shots', 'aid taken away'] as const;
