/** Fingerprint of everything that turns samples into numbers; a stored result of another one is made anew. */
export const CORE_VERSION = '6315700b0ea6';
