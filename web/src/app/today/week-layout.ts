import type { Booking, CalendarDays } from '@vilko/contract/booking';
import { BOOKING_STEP } from '@vilko/contract/booking-words';

/** Minutes of the day that a calendar shows, on whole hours. */
export interface Hours {
  readonly from: number;
  readonly to: number;
}

/** Where there is nothing to see, the hours in which one would look. */
const USUAL: Hours = { from: 8 * 60, to: 18 * 60 };
const HOUR = 60;

/** The hours of some days: all in which the house is open on one of them, or something is booked. */
export function hoursOf({ days, bookings }: Pick<CalendarDays, 'days' | 'bookings'>): Hours {
  const from = [...days.flatMap((d) => d.open?.from ?? []), ...bookings.map((b) => b.from)];
  const to = [
    ...days.flatMap((d) => d.open?.to ?? []),
    ...bookings.map((b) => Math.min(24 * HOUR, b.from + b.minutes)),
  ];
  if (!from.length) return USUAL;
  return { from: HOUR * Math.floor(Math.min(...from) / HOUR), to: HOUR * Math.ceil(Math.max(...to) / HOUR) };
}

/** Parts of a day in which the house is closed. */
export function closedParts(open: CalendarDays['days'][number]['open'], { from, to }: Hours): Hours[] {
  if (!open) return [{ from, to }];
  return [
    { from, to: open.from },
    { from: open.to, to },
  ].filter((p) => p.to > p.from);
}

/** Minutes on the step that bookings move by. */
export const onStep = (minutes: number): number => BOOKING_STEP * Math.round(minutes / BOOKING_STEP);

/** Where a booking is moved to, kept within a day. */
export const movedBy = (b: Pick<Booking, 'from' | 'minutes'>, minutes: number): number =>
  Math.max(0, Math.min(24 * HOUR - b.minutes, onStep(b.from + minutes)));

/** Lanes of a day: bays or coaches, and one for what has neither. */
export type LaneBy = 'bay' | 'coach';
export interface Lane {
  readonly id: string;
  readonly words: string;
}

/** The lane of a booking: the first for what is in none, as where a coach is busy. */
export const laneOf = (b: Pick<Booking, 'bay' | 'coach'>, by: LaneBy, lanes: readonly Lane[]): number =>
  Math.max(
    0,
    lanes.findIndex((l) => l.id === (by === 'bay' ? b.bay : b.coach)),
  );
