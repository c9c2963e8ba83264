/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = 'b79788cfc676';
/** Fingerprint of everything that turns numbers into a verdict; a stored verdict of another one is judged anew. */
export const JUDGING_VERSION = '9e0fa4a7dde7';
