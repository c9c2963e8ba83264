/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = '1ccd6a701ef7';
/** Fingerprint of everything that turns numbers into a verdict; a stored verdict of another one is judged anew. */
export const JUDGING_VERSION = '9d36f0f5ccf0';
