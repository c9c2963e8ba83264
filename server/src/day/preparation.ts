import type { Coming } from '@vilko/contract';
import { bookingOf } from './booking-of.js';
import type { BookingRepository } from './booking-repository.js';
import type { BookingService } from './booking-service.js';
import { comingWith, type KnownOfPupils } from './coming.js';

export interface PreparationShelves extends KnownOfPupils {
  readonly bookings: BookingRepository;
  readonly service: BookingService;
}

/** What one wants to know before somebody comes; null where there is no such booking. */
export function preparationService({ bookings, service, ...known }: PreparationShelves) {
  const comingOf = comingWith(known);
  return async (id: string): Promise<Coming | null> => {
    const row = await bookings.one(id);
    if (!row) return null;
    const { clock } = await service.clock();
    return comingOf(bookingOf(row, clock), clock);
  };
}

export type PreparationService = ReturnType<typeof preparationService>;
