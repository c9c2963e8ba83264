/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = '37ff16559b77';
/** Fingerprint of everything that turns numbers into a verdict; a stored verdict of another one is judged anew. */
export const JUDGING_VERSION = 'bfd6973dd9a1';
