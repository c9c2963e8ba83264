import type { Letter, Today } from '@vilko/contract';
import { bookingOf } from './booking-of.js';
import type { BookingRepository } from './booking-repository.js';
import type { BookingService } from './booking-service.js';
import type { DayRepository } from './day-repository.js';
import { comingWith, type KnownOfPupils } from './coming.js';
import { needsOf } from './needs.js';

export interface TodayShelves extends KnownOfPupils {
  readonly bookings: BookingRepository;
  readonly service: BookingService;
  readonly day: DayRepository;
  /** Letters that have not gone. */
  readonly letters: { readonly unsent: () => Promise<readonly Letter[]> };
  readonly now?: () => Date;
}

/** What pupils sent is looked at so far back, ms: longer ago than anybody comes again. */
const LOOKED_BACK = 90 * 86_400_000;

/** How a day begins: who comes, and what waits for a person. */
export function todayService({ bookings, service, day, letters, now = () => new Date(), ...shelves }: TodayShelves) {
  const comingOf = comingWith(shelves);
  return async (): Promise<Today> => {
    const moment = now();
    const { clock } = await service.clock();
    const { date, from } = clock.wall(moment);
    const [start, end] = clock.span(date, 1);
    const [rows, later, lessons, plans, sent, waiting, swings, n, unsent] = await Promise.all([
      bookings.between(start, end),
      bookings.coming(start),
      day.lastLessons(),
      day.runningPlans(),
      day.sentSince(new Date(moment.getTime() - LOOKED_BACK)),
      day.waiting(),
      day.swings(start, end),
      day.pupils(),
      letters.unsent(),
    ]);
    const booked = new Map(later.toReversed().map((b) => [b.pupilId!, clock.wall(b.startsAt).date]));
    const next = later.find((b) => b.startsAt >= end);
    const dayOf = (m: Date): string => clock.wall(m).date;
    return {
      date,
      now: from,
      open: clock.open(date),
      first: n === 0,
      coming: await Promise.all(rows.map((r) => comingOf(bookingOf(r, clock), clock))),
      needs: needsOf({ today: date, dayOf, lessons, plans, sent, booked, waiting, unsent }),
      swings,
      next: next ? bookingOf(next, clock) : null,
    };
  };
}

export type TodayService = ReturnType<typeof todayService>;
