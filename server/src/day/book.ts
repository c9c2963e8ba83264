import { randomUUID } from 'node:crypto';
import type { Booked, NewBooking } from '@vilko/contract';
import { clashOf, type NewBookingRow } from './booking-repository.js';
import { onDay, refusal } from './clashes.js';
import { closedWords, type Desk, timesOf } from './desk.js';
import type { HouseClock } from './house-clock.js';
import { repeated } from './repeated.js';

/** The rows that are wanted, and those that are not because the house is closed then. */
function rowsOf(clock: HouseClock, wanted: NewBooking) {
  const { bay: bayId, coach, pupilId, title, purpose, aim, note } = wanted;
  const dates = wanted.repeat ? repeated(wanted.date, wanted.repeat) : [wanted.date];
  const series = wanted.repeat ? randomUUID() : null;
  const refused: string[] = [];
  const rows = dates.flatMap((date): NewBookingRow[] => {
    const once = { ...wanted, date };
    const closed = wanted.evenClosed ? null : closedWords(clock, once);
    if (closed) refused.push(onDay(date, closed));
    const about = { bayId, coach, pupilId, title, purpose, aim, note, series };
    return closed ? [] : [{ id: randomUUID(), ...about, ...timesOf(clock, once) }];
  });
  return { rows, refused, of: dates.length };
}

/** Puts rows in one by one, so that one that is taken keeps no other out. */
async function putSingly({ words }: Desk, clock: HouseClock, rows: readonly NewBookingRow[]) {
  const [made, refused]: [string[], string[]] = [[], []];
  for (const row of rows) {
    const why = await words.putIn(clock, row);
    if (why === null) made.push(row.id);
    else refused.push(onDay(clock.wall(row.startsAt).date, why));
  }
  return { made, refused };
}

/** Books once, or again and again: all of them or none; those that can be where that is wished. */
export const bookAt =
  (desk: Desk) =>
  async (wanted: NewBooking): Promise<Booked> => {
    const { house, clock } = await desk.clock();
    await desk.hold(house, wanted, wanted.purpose);
    const { rows, refused, of } = rowsOf(clock, wanted);
    if (wanted.leaveOut) {
      const put = await putSingly(desk, clock, rows);
      return { bookings: await desk.read(put.made, clock), refused: [...refused, ...put.refused] };
    }
    if (refused.length) throw refusal(of, refused);
    try {
      await desk.bookings.add(rows);
    } catch (e) {
      if (!clashOf(e)) throw e;
      throw refusal(of, await desk.words.clashes(clock, rows));
    }
    const ids = rows.map((r) => r.id);
    return { bookings: await desk.read(ids, clock), refused: [] };
  };
