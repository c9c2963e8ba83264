import type { Day } from '@vilko/core';
import { weekdayDate } from '@vilko/core/words';

/** Today where the instructor is. */
export function today(): Day {
  const d = new Date();
  return [d.getFullYear(), String(d.getMonth() + 1).padStart(2, '0'), String(d.getDate()).padStart(2, '0')].join('-');
}

export const WEEKDAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'] as const;

/** "Wed 2 Dec". */
export const dayWords = (day: Day): string => weekdayDate(`${day}T00:00:00Z`, 'UTC');
