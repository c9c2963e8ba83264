import { randomUUID } from 'node:crypto';
import type { CalendarTaken } from '@vilko/contract';
import type { NewBookingRow } from './booking-repository.js';
import type { CalendarShelves } from './calendar-service.js';
import { clashWords, onDay } from './clashes.js';
import { holdCoach } from './desk.js';
import type { HouseClock } from './house-clock.js';
import { type CalendarEntry, readCalendar } from './read-calendar.js';

/** So far back and ahead another calendar's entries are taken in, ms. */
const DAY = 86_400_000;
const YEAR = 366 * DAY;

/** When an entry takes time: of whole days those hours in which the house is open; null where it is closed. */
function timesOf(clock: HouseClock, { wholeDay: date, startsAt, endsAt }: CalendarEntry) {
  if (date === null) return { startsAt, endsAt };
  const open = clock.open(date);
  return open && { startsAt: clock.moment({ date, from: open.from }), endsAt: clock.moment({ date, from: open.to }) };
}

/**
 * Takes in what takes time in another calendar: a lesson where it is called as one pupil is, else time in which the
 * coach is busy. What was taken in before stays as it is here.
 * @throws VilkoError `bad-option` where nobody of that name teaches, or the text is no calendar
 */
export const takingIn =
  ({ bookings, service, pupils, bays }: CalendarShelves) =>
  async (text: string, { coach, bay }: { coach: string; bay: string }, now = new Date()): Promise<CalendarTaken> => {
    const { house, clock } = await service.clock();
    holdCoach(house, coach);
    const entries = readCalendar(text, new Date(now.getTime() - DAY), new Date(now.getTime() + YEAR));
    const [known, people] = await Promise.all([bookings.uids(entries.map((e) => e.uid)), pupils.all()]);
    const words = clashWords(bookings, () => bays.all());
    const done = { lessons: 0, busy: 0, known: 0, refused: [] as string[] };
    for (const entry of entries) {
      const times = timesOf(clock, entry);
      if (known.has(entry.uid)) done.known++;
      if (known.has(entry.uid) || !times) continue;
      const called = people.filter((p) => p.name.toLowerCase() === entry.title.trim().toLowerCase());
      const who = called.length === 1 ? called[0]! : null;
      const row: NewBookingRow = {
        ...{ id: randomUUID(), coach, uid: entry.uid, ...times },
        ...(who
          ? { bayId: bay, pupilId: who.id, title: '', purpose: 'lesson' as const }
          : { bayId: null, pupilId: null, title: entry.title, purpose: 'busy' as const }),
      };
      const why = await words.putIn(clock, row);
      if (why !== null) done.refused.push(onDay(clock.wall(times.startsAt).date, `“${entry.title}”: ${why}`));
      else done[who ? 'lessons' : 'busy']++;
    }
    return done;
  };
