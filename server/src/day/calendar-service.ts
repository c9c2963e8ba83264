import { randomBytes } from 'node:crypto';
import type { BayHead, CalendarAddress } from '@vilko/contract';
import { same } from '../auth/same.js';
import type { HouseRepository } from '../house/house-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { bookingOf } from './booking-of.js';
import type { BookingRepository } from './booking-repository.js';
import type { BookingService } from './booking-service.js';
import { coachesOf, holdCoach } from './desk.js';
import { calendarFile } from './calendar-file.js';
import { takingIn } from './take-calendar.js';

export interface CalendarShelves {
  readonly bookings: BookingRepository;
  readonly service: BookingService;
  readonly pupils: PupilRepository;
  readonly bays: { readonly all: () => Promise<readonly BayHead[]> };
  readonly house: HouseRepository;
  /** Where the house is reached from elsewhere; null: on this machine only. */
  readonly origin: () => string | null;
}

/** Under which the house keeps the secrets of its calendars, by coach. */
const ADDRESSES = 'calendar-addresses';
const SECRET_BYTES = 16;
/** What lies so far back is given out too, days. */
const GIVEN_BACK = 60;
const DAY = 86_400_000;

/** Calendars of the coaches: given out at secret addresses, and taken in from files. */
export function calendarService(shelves: CalendarShelves) {
  const { bookings, service, bays, house, origin } = shelves;
  const secrets = async (): Promise<Readonly<Record<string, string>>> => (await house.get(ADDRESSES)) ?? {};
  const address = (coach: string, secret: string | undefined): CalendarAddress => ({
    coach,
    url: secret === undefined ? null : `${origin() ?? ''}/api/calendars/${secret}/lessons.ics`,
  });
  return {
    addresses: async (): Promise<CalendarAddress[]> => {
      const [{ house: settings }, kept] = await Promise.all([service.clock(), secrets()]);
      return coachesOf(settings).map((coach) => address(coach, kept[coach]));
    },
    /** Makes a coach's address, or another one: whoever had the one before reads nothing any more. */
    async open(coach: string): Promise<CalendarAddress> {
      holdCoach((await service.clock()).house, coach);
      const secret = randomBytes(SECRET_BYTES).toString('hex');
      await house.put(ADDRESSES, { ...(await secrets()), [coach]: secret });
      return address(coach, secret);
    },
    async close(coach: string): Promise<CalendarAddress> {
      const { [coach]: _, ...others } = await secrets();
      await house.put(ADDRESSES, others);
      return address(coach, undefined);
    },
    /** A coach's bookings of the last weeks and the next year; null where nobody has that address. */
    async file(secret: string, now = new Date()): Promise<string | null> {
      const kept = Object.entries(await secrets()).find(([, s]) => same(s, secret));
      if (!kept) return null;
      const [coach] = kept;
      const [{ clock }, rows, all] = await Promise.all([
        service.clock(),
        bookings.ofCoach(coach, new Date(now.getTime() - GIVEN_BACK * DAY)),
        bays.all(),
      ]);
      const names = new Map(all.map((b) => [b.id, b.name]));
      return calendarFile(
        coach,
        rows.map((r) => bookingOf(r, clock)),
        (id) => names.get(id ?? '') ?? '',
      );
    },
    take: takingIn(shelves),
  };
}

export type CalendarService = ReturnType<typeof calendarService>;
