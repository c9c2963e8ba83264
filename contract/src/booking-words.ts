/** What a booking is for. */
export const BOOKING_PURPOSES = ['lesson', 'retest', 'busy'] as const;
export type BookingPurpose = (typeof BOOKING_PURPOSES)[number];

/** How a booking stands: *begun* once its lesson was started. */
export const BOOKING_STATES = ['booked', 'begun', 'absent', 'cancelled'] as const;
export type BookingState = (typeof BOOKING_STATES)[number];

/** The week's days as a house opens on them, Monday first. */
export const WEEK = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** Shortest and longest booking, and the step that it moves by, minutes. */
export const SHORTEST_BOOKING = 15;
export const LONGEST_BOOKING = 480;
export const BOOKING_STEP = 15;
/** A booking of which so many minutes are gone, and nobody is there, is late. */
export const LATE_AFTER = 5;

/** "09:05" of minutes after midnight. */
export const hourText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** Minutes after midnight of "09:05". */
export function minutesOf(text: string): number {
  const [h, m] = text.split(':').map(Number);
  return (h ?? 0) * 60 + (m ?? 0);
}

/** When a house is open that has not said so, minutes after midnight, Monday first. */
export const USUAL_HOURS = WEEK.map(() => ({ from: 8 * 60, to: 21 * 60 }));

/** What waits for a person, what costs most to leave first. */
export const NEEDS = ['pain', 'answer', 'letter', 'retest', 'visit', 'practice', 'inbox'] as const;
export type NeedKind = (typeof NEEDS)[number];
