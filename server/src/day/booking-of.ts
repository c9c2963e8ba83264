import type { Booking } from '@vilko/contract';
import type { BookingRow } from './booking-repository.js';
import type { HouseClock } from './house-clock.js';

const MINUTE = 60_000;

/** A booking as it is read, by the house's clock. */
export function bookingOf(row: BookingRow, clock: HouseClock): Booking {
  const { id, bayId: bay, coach, pupilId, pupil, title, purpose, state, aim, note, series, lessonId } = row;
  return {
    ...clock.wall(row.startsAt),
    ...{ id, bay, coach, pupilId, title, purpose, state, aim, note, series, lessonId },
    name: pupil ?? title,
    minutes: Math.round((row.endsAt.getTime() - row.startsAt.getTime()) / MINUTE),
    startsAt: row.startsAt.toISOString(),
    endsAt: row.endsAt.toISOString(),
  };
}
