import ICAL from 'ical.js';
import { VilkoError } from '@vilko/core';

/** Something that takes time in another calendar. */
export interface CalendarEntry {
  /** Its own id, with that of the one time where it comes again. */
  readonly uid: string;
  readonly title: string;
  readonly startsAt: Date;
  readonly endsAt: Date;
  /** The day that it takes whole, by whatever calendar: the hours are the house's; null where it has hours. */
  readonly wholeDay: string | null;
}

/** Most times that are read of what comes again and again. */
const MOST = 400;

/** Whether an entry takes any time: what is cancelled or only shown does not. */
const takesTime = (event: ICAL.Event): boolean => {
  const said = (name: string): string => String(event.component.getFirstPropertyValue(name) ?? '').toUpperCase();
  return said('status') !== 'CANCELLED' && said('transp') !== 'TRANSPARENT';
};

/** The times of an entry from one moment on and before another, those that were moved where they were moved to. */
function* timesOf(event: ICAL.Event, from: Date, to: Date): Generator<CalendarEntry> {
  const entry = (id: string, title: string, start: ICAL.Time, end: ICAL.Time): CalendarEntry => ({
    uid: id,
    title: title.slice(0, 200),
    startsAt: start.toJSDate(),
    endsAt: end.toJSDate(),
    wholeDay: start.isDate ? start.toString() : null,
  });
  if (!event.isRecurring()) {
    if (event.endDate.toJSDate() > from && event.startDate.toJSDate() < to)
      yield entry(event.uid, event.summary ?? '', event.startDate, event.endDate);
    return;
  }
  const times = event.iterator();
  for (let n = 0, next = times.next(); next && n < MOST; next = times.next()) {
    if (next.toJSDate() >= to) return;
    const { item, startDate, endDate, recurrenceId } = event.getOccurrenceDetails(next);
    if (endDate.toJSDate() <= from || !takesTime(item)) continue;
    n++;
    yield entry(`${event.uid} ${recurrenceId.toICALString()}`, item.summary ?? '', startDate, endDate);
  }
}

/**
 * What takes time between two moments in a calendar file (RFC 5545), in its order.
 * @throws VilkoError `bad-option` where the text is no calendar
 */
export function readCalendar(text: string, from: Date, to: Date): CalendarEntry[] {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch (e) {
    throw new VilkoError(
      'bad-option',
      `this is no calendar file: ${(e as Error).message.split('\n')[0]!.slice(0, 120)}`,
    );
  }
  if (calendar.name !== 'vcalendar')
    throw new VilkoError('bad-option', 'this is no calendar file: it holds no calendar');
  for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  const events = calendar.getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));
  const moved = events.filter((e) => e.isRecurrenceException());
  const own = events.filter((e) => !e.isRecurrenceException());
  for (const m of moved) own.find((e) => e.uid === m.uid)?.relateException(m);
  return own.filter(takesTime).flatMap((e) => [...timesOf(e, from, to)]);
}
