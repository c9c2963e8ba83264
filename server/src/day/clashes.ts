import { type BayHead, hourText } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { bookingOf } from './booking-of.js';
import type { BookingRepository, BookingRow, NewBookingRow } from './booking-repository.js';
import type { HouseClock } from './house-clock.js';

/** Of what there can be only one at a time. */
type Single = 'bay' | 'coach' | 'pupil';
const SINGLE: readonly Single[] = ['bay', 'coach', 'pupil'];

export const onDay = (date: string, why: string): string => `${date}: ${why}`;

const shares = (row: NewBookingRow, other: BookingRow, what: Single): boolean => {
  const key = { bay: 'bayId', coach: 'coach', pupil: 'pupilId' } as const;
  const value = row[key[what]];
  return value !== null && value !== undefined && other[key[what]] === value;
};

/** Why a booking cannot be, in words: what is taken, by whom, from when to when. */
export function clashWords(bookings: BookingRepository, allBays: () => Promise<readonly BayHead[]>) {
  const takenWords = async (clock: HouseClock, row: NewBookingRow, what: Single): Promise<string> => {
    const others = await bookings.taking(row.startsAt, row.endsAt, row.id);
    const other = others.find((b) => shares(row, b, what));
    const names = new Map((await allBays()).map((b) => [b.id, b.name]));
    const nameOf = (bay: string | null | undefined): string => names.get(bay ?? '') ?? 'another place';
    const taken = what === 'bay' ? nameOf(row.bayId) : what === 'coach' ? row.coach : (other?.pupil ?? 'who comes');
    if (!other) return `${taken} is taken then`;
    const { name, from, minutes } = bookingOf(other, clock);
    const by = what === 'pupil' ? `in ${nameOf(other.bayId)}` : `by ${name || 'somebody'}`;
    return `${taken} is taken ${by} from ${hourText(from)} to ${hourText(from + minutes)}`;
  };
  return {
    takenWords,
    /** Every one of several that cannot be, with its day. */
    async clashes(clock: HouseClock, rows: readonly NewBookingRow[]): Promise<string[]> {
      const mine = new Set(rows.map((r) => r.id));
      const words: string[] = [];
      for (const row of rows) {
        const others = (await bookings.taking(row.startsAt, row.endsAt, row.id)).filter((b) => !mine.has(b.id));
        const what = SINGLE.find((s) => others.some((b) => shares(row, b, s)));
        if (what) words.push(onDay(clock.wall(row.startsAt).date, await takenWords(clock, row, what)));
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
