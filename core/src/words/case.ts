/** A name within a sentence. */
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

/** Words at the beginning of a sentence. */
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** A sentence with its stop; nothing stays nothing. */
export const ended = (s: string): string => (s === '' || /[.!?…]$/.test(s) ? s : `${s}.`);
