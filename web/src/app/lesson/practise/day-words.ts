import type { Day } from '@vilko/core/practice/day';
import { weekdayDate } from '@vilko/core/words/dates';

/** The day of a moment where the instructor is. */
export function localDay(d: Date): Day {
  return [d.getFullYear(), String(d.getMonth() + 1).padStart(2, '0'), String(d.getDate()).padStart(2, '0')].join('-');
}
/** Today where the instructor is. */
export const today = (): Day => localDay(new Date());

export const WEEKDAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const;

/** "Wed 2 Dec". */
export const dayWords = (day: Day): string => weekdayDate(`${day}T00:00:00Z`, 'UTC');
