/** Where the club met the ground or the ball. */
export const STRIKES = ['thin', 'fat', 'heel', 'hosel', 'toe', 'centre'] as const;
/** Where the divot lies, seen from the ball. */
export const DIVOTS = ['before', 'at', 'after', 'none'] as const;
