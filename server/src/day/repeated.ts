import ICAL from 'ical.js';
import type { Repeat } from '@vilko/contract';

/** Days of something that comes again every so many weeks, the first among them (RFC 5545, RRULE). */
export function repeated(date: string, { everyWeeks, times }: Repeat): string[] {
  const rule = ICAL.Recur.fromData({ freq: 'WEEKLY', interval: everyWeeks, count: times });
  const next = rule.iterator(ICAL.Time.fromDateString(date));
  return Array.from({ length: times }, () => next.next().toString());
}
