import type { Booked, BookingChange, HouseSettings } from '@vilko/contract';
import { daysBetween, VilkoError } from '@vilko/core';
import { bookingOf } from './booking-of.js';
import { type BookingRow, clashOf } from './booking-repository.js';
import { onDay, refusal } from './clashes.js';
import { closedWords, type Desk, holdCoach, timesOf } from './desk.js';
import type { HouseClock } from './house-clock.js';

type Change = Omit<BookingChange, 'which'>;

/** What is set of one booking: moved by as many days as the first is, to the hour that is wished. */
async function setOf(desk: Desk, row: BookingRow, { house, clock, change, days, of }: Changing) {
  const b = bookingOf(row, clock);
  const { state, aim, note, title } = change;
  const wanted = {
    bay: change.bay === undefined ? b.bay : change.bay,
    coach: change.coach ?? b.coach,
    pupilId: b.pupilId,
    date: clock.addDays(b.date, days),
    from: change.from ?? b.from,
    minutes: change.minutes ?? b.minutes,
  };
  // what is not changed stands, though its coach teaches here no more
  if (change.bay !== undefined) await desk.holdBay(change.bay, b.purpose);
  if (change.coach !== undefined) holdCoach(house, change.coach);
  const moves = wanted.date !== b.date || wanted.from !== b.from || wanted.minutes !== b.minutes;
  const closed = moves && !change.evenClosed ? closedWords(clock, wanted) : null;
  if (closed) throw refusal(of, [onDay(wanted.date, closed)]);
  return {
    bayId: wanted.bay,
    coach: wanted.coach,
    ...(moves ? timesOf(clock, wanted) : {}),
    ...Object.fromEntries(Object.entries({ state, aim, note, title }).filter(([, v]) => v !== undefined)),
  };
}

interface Changing {
  readonly house: HouseSettings;
  readonly clock: HouseClock;
  readonly change: Change;
  readonly days: number;
  /** How many are changed. */
  readonly of: number;
}

/** Changes one, or one and those of its series after it, each by as much; all of them or none. */
export const changeAt =
  (desk: Desk) =>
  async (id: string, { which, ...change }: BookingChange): Promise<Booked | null> => {
    const { bookings } = desk;
    const { house, clock } = await desk.clock();
    const row = await bookings.one(id);
    if (!row) return null;
    const { state, date, from } = change;
    if (row.state === 'begun' && [state, date, from].some((v) => v !== undefined))
      throw new VilkoError('bad-option', 'its lesson has begun: what was is not moved');
    const after = which === 'following' && row.series ? await bookings.following(row.series, row.startsAt) : [];
    const rows = [row, ...after.filter((r) => r.id !== id)];
    const days = date === undefined ? 0 : daysBetween(bookingOf(row, clock).date, date);
    const changes = [];
    for (const r of rows) {
      const set = await setOf(desk, r, { house, clock, change, days, of: rows.length });
      changes.push({ id: r.id, set, row: { ...r, ...set } });
    }
    try {
      await bookings.change(changes);
    } catch (e) {
      if (!clashOf(e)) throw e;
      const moved = changes.map((c) => c.row);
      throw refusal(rows.length, await desk.words.clashes(clock, moved));
    }
    const ids = rows.map((r) => r.id);
    return { bookings: await desk.read(ids, clock), refused: [] };
  };
