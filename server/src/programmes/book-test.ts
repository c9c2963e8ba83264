import { hourText, NewBooking } from '@vilko/contract';
import { VilkoError, weekday, weekdayDate } from '@vilko/core';
import type { BookingRepository, BookingRow } from '../day/booking-repository.js';
import type { BookingService } from '../day/booking-service.js';
import type { HouseClock } from '../day/house-clock.js';

/** Bookings so many days before the day of a test, or after it, are the test. */
const EARLIER = 3;
const LATER = 10;
/** So many weeks are looked through for a free time. */
const WEEKS_TRIED = 3;
const WEEK = 7;
const MINUTE = 60_000;

/** When a test takes place; null where it is not booked. */
export interface TestTime {
  readonly date: string;
  readonly from: number;
}

export interface TestDesk {
  readonly bookings: BookingRepository;
  readonly service: BookingService;
}

/** The booking in which a test falls: the first that is near enough to its day. */
export function testIn(rows: readonly BookingRow[], due: string, clock: HouseClock): TestTime | null {
  const [from, to] = [clock.addDays(due, -EARLIER), clock.addDays(due, LATER)];
  return (
    rows
      .filter((b) => b.state === 'booked')
      .map((b) => clock.wall(b.startsAt))
      .find((t) => t.date >= from && t.date <= to) ?? null
  );
}

const dayOf = (date: string): string => weekdayDate(`${date}T00:00:00Z`, 'UTC');

/** The first day of the week's same day, on a day or after it. */
const sameWeekday = (usual: string, day: string, clock: HouseClock): string =>
  clock.addDays(day, (weekday(usual) - weekday(day) + WEEK) % WEEK);

/**
 * Books a test by itself: on the pupil's usual day and hour, at the earliest on its day, within three weeks.
 * @returns a sentence of what was booked, or why not
 */
export async function bookTest(
  { bookings, service }: TestDesk,
  { pupilId, name, due }: { readonly pupilId: string; readonly name: string; readonly due: string },
): Promise<string> {
  const { clock } = await service.clock();
  const rows = await bookings.ofPupils([pupilId]);
  const there = testIn(rows, due, clock);
  const when = (t: TestTime): string => `${dayOf(t.date)}, ${hourText(t.from)}`;
  if (there) return `${name} is tested in the time that is booked: ${when(there)}.`;
  const usual = rows.findLast((b) => b.state !== 'cancelled' && b.bayId !== null);
  if (!usual) return `${name} has no usual time: book the test of ${dayOf(due)} in Week.`;
  const { date, from } = clock.wall(usual.startsAt);
  const minutes = Math.round((usual.endsAt.getTime() - usual.startsAt.getTime()) / MINUTE);
  const first = sameWeekday(date, due, clock);
  const why: string[] = [];
  for (let week = 0; week < WEEKS_TRIED; week++) {
    const time = { date: clock.addDays(first, WEEK * week), from };
    const wanted = { ...time, minutes, bay: usual.bayId, coach: usual.coach, pupilId, purpose: 'retest' as const };
    try {
      await service.book(NewBooking.parse(wanted));
      return `${name}: the test is booked, ${when(time)}.`;
    } catch (e) {
      if (!(e instanceof VilkoError)) throw e;
      why.push(e.message);
    }
  }
  return `The test of ${name} could not be booked by itself: ${why[0]!}.`;
}
