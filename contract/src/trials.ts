/** Trials with, and as many without. */
export const TRIALS = { least: 4, most: 20, usual: 8 } as const;

/** Swings to warm up that do not count. */
export const WARM_UP = { most: 15, usual: 3 } as const;
