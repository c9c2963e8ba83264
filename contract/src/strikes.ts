export const STRIKES = ['thin', 'fat', 'heel', 'hosel', 'toe', 'centre'] as const;

export const DIVOTS = ['before', 'at', 'after', 'none'] as const;
