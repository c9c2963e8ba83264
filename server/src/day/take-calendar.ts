import { randomUUID } from 'node:crypto';
import type { CalendarTaken } from '@vilko/contract';
import { clashOf, type NewBookingRow } from './booking-repository.js';
import type { CalendarShelves } from './calendar-service.js';
import { clashWords, onDay } from './clashes.js';
import type { HouseClock } from './house-clock.js';
import { type CalendarEntry, readCalendar } from './read-calendar.js';

/** So far back and ahead another calendar's entries are taken in, ms. */
const DAY = 86_400_000;
const YEAR = 366 * DAY;

/** When an entry takes time: of whole days those hours in which the house is open; null where it is closed. */
function timesOf(clock: HouseClock, { wholeDay, startsAt, endsAt }: CalendarEntry) {
  if (!wholeDay) return { startsAt, endsAt };
  // a date of another calendar is the day of that name here
  const date = [
    startsAt.getFullYear(),
    String(startsAt.getMonth() + 1).padStart(2, '0'),
    String(startsAt.getDate()).padStart(2, '0'),
  ].join('-');
  const open = clock.open(date);
  return open && { startsAt: clock.moment({ date, from: open.from }), endsAt: clock.moment({ date, from: open.to }) };
}

/**
 * Takes in what takes time in another calendar: a lesson where it is called as one pupil is, else time in which the
 * coach is busy. What was taken in before stays as it is here.
 * @param teaching throws where nobody of that name teaches
 */
export const takingIn =
  ({ bookings, service, pupils, bays }: CalendarShelves, teaching: (coach: string) => Promise<void>) =>
  async (text: string, { coach, bay }: { coach: string; bay: string }, now = new Date()): Promise<CalendarTaken> => {
    await teaching(coach);
    const { clock } = await service.clock();
    const entries = readCalendar(text, new Date(now.getTime() - DAY), new Date(now.getTime() + YEAR));
    const [known, people] = await Promise.all([bookings.uids(entries.map((e) => e.uid)), pupils.all()]);
    const { takenWords } = clashWords(bookings, () => bays.all());
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
      try {
        await bookings.add([row]);
        done[who ? 'lessons' : 'busy']++;
      } catch (e) {
        const clash = clashOf(e);
        if (!clash) throw e;
        const { date } = clock.wall(times.startsAt);
        done.refused.push(onDay(date, `“${entry.title}”: ${await takenWords(clock, row, clash)}`));
      }
    }
    return done;
  };
