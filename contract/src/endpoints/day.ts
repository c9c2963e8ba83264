import * as z from 'zod';
import {
  Booked,
  BookingChange,
  CalendarAddress,
  CalendarDay,
  CalendarDays,
  CalendarTaken,
  Coming,
  NewBooking,
  Today,
} from '../booking.js';
import { LessonHead } from '../lesson.js';
import { BYTES, rows } from './endpoint.js';

const NO_BOOKING = 'There is no such booking.';
/** Largest calendar file, bytes. */
const LARGEST = 4 * 1024 * 1024;
/** Asks of a secret address in a minute. */
const READS = 30;

/** Who comes when, and what waits for a person. */
export const DAY = rows({
  today: { does: 'How the day begins: who comes, and what waits', reply: Today },
  calendarDays: {
    does: 'Days of the calendar with everything that is booked in them',
    query: z.object({ from: CalendarDay, days: z.coerce.number().int().min(1).max(62).default(7) }),
    reply: CalendarDays,
  },
  book: {
    does: 'Books a time, or the same again every so many weeks; nothing is booked twice',
    body: NewBooking,
    reply: Booked,
    makes: true,
  },
  takeCalendar: {
    does: 'Takes in a calendar file: a lesson where an entry is called as a pupil is, else the coach is busy',
    query: z.object({ coach: z.string().max(80), bay: z.string().max(60) }),
    body: BYTES,
    largest: LARGEST,
    reply: CalendarTaken,
  },
  changeBooking: {
    does: 'Moves a booking or changes it, and those of its series after it where that is wished',
    body: BookingChange,
    reply: Booked,
    missing: NO_BOOKING,
  },
  beginBooking: {
    does: 'Begins the lesson that was booked, set out as the last one was',
    reply: LessonHead,
    makes: true,
    missing: NO_BOOKING,
  },
  preparation: {
    does: 'What one wants to know before a booking',
    reply: Coming,
    missing: NO_BOOKING,
  },
  calendarAddresses: { does: 'Secret addresses of the coaches’ calendars', reply: z.array(CalendarAddress) },
  openCalendar: {
    does: 'Makes a coach’s calendar address; the one before is closed',
    body: z.object({ coach: z.string().max(80) }),
    reply: CalendarAddress,
  },
  closeCalendar: {
    does: 'Closes a coach’s calendar address',
    body: z.object({ coach: z.string().max(80) }),
    reply: CalendarAddress,
  },
  calendarFile: {
    does: 'A coach’s bookings as a calendar that can be subscribed to',
    who: 'link',
    reply: BYTES,
    missing: 'There is no calendar at this address, or not any more.',
    perMinute: READS,
  },
});
