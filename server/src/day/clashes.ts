import { type BayHead, hourText } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { bookingOf } from './booking-of.js';
import {
  type BookingRepository,
  type BookingRow,
  clashOf,
  type NewBookingRow,
  type Single,
} from './booking-repository.js';
import type { HouseClock } from './house-clock.js';

const SINGLE: readonly Single[] = ['bay', 'coach', 'pupil'];

export const onDay = (date: string, why: string): string => `${date}: ${why}`;

const shares = (row: NewBookingRow, other: BookingRow, what: Single): boolean => {
  const key = { bay: 'bayId', coach: 'coach', pupil: 'pupilId' } as const;
  const value = row[key[what]];
  return value !== null && value !== undefined && other[key[what]] === value;
};

/** Why a booking cannot be, in words: what is taken, by whom, from when to when. */
export function clashWords(bookings: BookingRepository, allBays: () => Promise<readonly BayHead[]>) {
  const othersOf = (row: NewBookingRow): Promise<BookingRow[]> => bookings.taking(row.startsAt, row.endsAt, row.id);
  const taken = async (clock: HouseClock, row: NewBookingRow, what: Single, others: readonly BookingRow[]) => {
    const other = others.find((b) => shares(row, b, what));
    const names = new Map((await allBays()).map((b) => [b.id, b.name]));
    const nameOf = (bay: string | null | undefined): string => names.get(bay ?? '') ?? 'another place';
    const single = what === 'bay' ? nameOf(row.bayId) : what === 'coach' ? row.coach : (other?.pupil ?? 'who comes');
    if (!other) return `${single} is taken then`;
    const { name, from, minutes } = bookingOf(other, clock);
    const by = what === 'pupil' ? `in ${nameOf(other.bayId)}` : `by ${name || 'somebody'}`;
    return `${single} is taken ${by} from ${hourText(from)} to ${hourText(from + minutes)}`;
  };
  return {
    /** Puts one in; null where that is done, else why not. */
    async putIn(clock: HouseClock, row: NewBookingRow): Promise<string | null> {
      try {
        await bookings.add([row]);
        return null;
      } catch (e) {
        const clash = clashOf(e);
        if (!clash) throw e;
        return taken(clock, row, clash, await othersOf(row));
      }
    },
    /** Every one of several that cannot be, with its day. */
    async clashes(clock: HouseClock, rows: readonly NewBookingRow[]): Promise<string[]> {
      const mine = new Set(rows.map((r) => r.id));
      const words: string[] = [];
      for (const row of rows) {
        const others = (await othersOf(row)).filter((b) => !mine.has(b.id));
        const what = SINGLE.find((s) => others.some((b) => shares(row, b, s)));
        if (what) words.push(onDay(clock.wall(row.startsAt).date, await taken(clock, row, what, others)));
      }
      return words;
    },
  };
}

/** Why nothing was booked, in one sentence. */
export function refusal(of: number, why: readonly string[]): VilkoError {
  if (of === 1) return new VilkoError('bad-option', (why[0] ?? 'this time is taken').replace(/^[\d-]+: /, ''));
  const more = why.length > 4 ? ` and ${why.length - 4} more` : '';
  return new VilkoError('bad-option', `${why.length} of ${of} cannot be (${why.slice(0, 4).join('; ')}${more})`);
}
