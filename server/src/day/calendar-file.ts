import type { Booking } from '@vilko/contract';
import { createEvents, type DateTime, type EventAttributes } from 'ics';

/** A moment as the numbers of UTC: no reader needs to know the house's zone. */
const utc = (iso: string): DateTime => {
  const t = new Date(iso);
  return [t.getUTCFullYear(), t.getUTCMonth() + 1, t.getUTCDate(), t.getUTCHours(), t.getUTCMinutes()];
};

const eventOf = (b: Booking, bayName: (id: string | null) => string): EventAttributes => ({
  uid: `${b.id}@vilko`,
  title: b.purpose === 'retest' ? `Retest: ${b.name}` : b.name || 'Busy',
  ...(b.bay ? { location: bayName(b.bay) } : {}),
  ...(b.aim || b.note ? { description: [b.aim, b.note].filter(Boolean).join('\n') } : {}),
  start: utc(b.startsAt),
  startInputType: 'utc',
  startOutputType: 'utc',
  end: utc(b.endsAt),
  endInputType: 'utc',
  endOutputType: 'utc',
  status: b.state === 'cancelled' || b.state === 'absent' ? 'CANCELLED' : 'CONFIRMED',
  busyStatus: b.state === 'cancelled' || b.state === 'absent' ? 'FREE' : 'BUSY',
  productId: 'vilko',
});

/**
 * Bookings as a calendar file (RFC 5545).
 * @param bayName what a bay is called, by its id
 * @throws Error when the generator refuses one
 */
export function calendarFile(
  name: string,
  bookings: readonly Booking[],
  bayName: (id: string | null) => string,
): string {
  const { error, value } = createEvents(
    bookings.map((b) => eventOf(b, bayName)),
    { calName: name, productId: 'vilko' },
  );
  if (error) throw error;
  return value!;
}
