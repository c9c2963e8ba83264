/** Days and hours as people read them. A zone is named where the reader's own does not count (print, letters). */

const day = (options: Intl.DateTimeFormatOptions) => (iso: string, timeZone?: string) =>
  new Date(iso).toLocaleDateString('en-GB', { ...options, ...(timeZone ? { timeZone } : {}) });

/** "20 November 2026" */
export const dateText = day({ day: 'numeric', month: 'long', year: 'numeric' });
/** "20 Nov" */
export const shortDate = day({ day: 'numeric', month: 'short' });
const withWeekday = day({ weekday: 'short', day: 'numeric', month: 'short' });
/** "Fri 20 Nov" */
export const weekdayDate = (iso: string, timeZone?: string): string => withWeekday(iso, timeZone).replace(',', '');
/** "17:05" */
export const clockText = (iso: string): string =>
  new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
