/** Under so many swings a spread is hearsay. */
export const FEWEST_FOR_SPREAD = 5;

/** Fewer swings after it are no verdict. */
export const FEWEST_AFTER = 3;
