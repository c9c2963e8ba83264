import type { CalendarDays } from '@vilko/contract';
import { beginAt } from './begin-booking.js';
import { bookAt } from './book.js';
import { bookingOf } from './booking-of.js';
import { changeAt } from './change-booking.js';
import { type BookingShelves, coachesOf, openDesk } from './desk.js';

/** Bookings: made, moved, told apart, begun; that nothing is booked twice is held by the database. */
export function bookingService(shelves: BookingShelves) {
  const desk = openDesk(shelves);
  return {
    clock: desk.clock,
    book: bookAt(desk),
    change: changeAt(desk),
    begin: beginAt(desk),
    /** When a pupil comes next, by the house's clock; null where nothing is booked. */
    nextOf: async (pupilId: string): Promise<{ date: string; from: number } | null> => {
      const { clock } = await desk.clock();
      const theirs = await desk.bookings.ofPupils([pupilId]);
      const next = theirs.find((b) => b.state === 'booked' && b.startsAt >= desk.now());
      return next ? clock.wall(next.startsAt) : null;
    },
    /** Days of the calendar with everything in them, cancelled or not. */
    days: async (date: string, n: number): Promise<CalendarDays> => {
      const { house, clock } = await desk.clock();
      const rows = await desk.bookings.between(...clock.span(date, n));
      const { date: today, from: now } = clock.wall(desk.now());
      const days = Array.from({ length: n }, (_, i) => clock.addDays(date, i));
      return {
        zone: clock.zone,
        today,
        now,
        coaches: [...coachesOf(house)],
        days: days.map((d) => ({ date: d, open: clock.open(d) })),
        bookings: rows.map((r) => bookingOf(r, clock)),
      };
    },
  };
}

export type BookingService = ReturnType<typeof bookingService>;
