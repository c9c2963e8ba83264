import { type BayHead, NewBooking } from '@vilko/contract';
import type { BookingService } from '../day/booking-service.js';
import { SETTINGS } from '../house/settings.js';
import type { HouseRepository } from '../house/house-repository.js';
import type { LetterRepository } from '../letters/letter-repository.js';
import { BOOKINGS, DEMO_HOUSE, UNSENT, USUALLY } from './day-stories.js';

/** Where the sample house's days go. */
export interface DemoDays {
  readonly house: HouseRepository;
  readonly bookings: BookingService;
  readonly letters: LetterRepository;
  readonly bays: { readonly all: () => Promise<readonly BayHead[]> };
}

/** Gives the sample house its hours and coaches unless it has some, and books from the present day on. */
export async function seedDays({ house, bookings, bays, letters }: DemoDays, now = new Date()): Promise<void> {
  if (!(await house.get(SETTINGS))) await house.put(SETTINGS, DEMO_HOUSE);
  const { at, ...unsent } = UNSENT;
  await letters.add({ id: 'letter-halvard', ...unsent, madeAt: at, stateAt: at });
  const { clock } = await bookings.clock();
  const [today, there] = [clock.wall(now).date, await bays.all()];
  for (const { day, bay, coach = USUALLY, more, cancelled, ...rest } of BOOKINGS) {
    const where = bay === null ? null : there[bay]?.id;
    if (where === undefined) continue;
    const date = clock.addDays(today, day);
    const wanted = NewBooking.parse({ ...rest, ...more, date, coach, bay: where, evenClosed: true });
    const { bookings: made } = await bookings.book(wanted);
    if (cancelled)
      for (const { id } of made) await bookings.change(id, { state: 'cancelled', which: 'this', evenClosed: true });
  }
}
