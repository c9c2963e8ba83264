/** How far off a number may be said to be, to either side, in worths. */
export const HALVES = [1, 2, 3, 5, 8] as const;
/** Who is so near, in worths, was right. */
export const NEAR_ENOUGH = 2;
