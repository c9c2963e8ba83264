import * as z from 'zod';
import { BOOKING_PURPOSES, BOOKING_STATES, LONGEST_BOOKING, NEEDS, SHORTEST_BOOKING } from './booking-words.js';
import { Moment } from './moment.js';
import { LogEntry } from './practice.js';
import { QuantityIdText } from './measure-id.js';

/** A day by the house's calendar. */
export const CalendarDay = z.iso.date();
/** Minutes after midnight by the house's clock. */
export const MinuteOfDay = z.int().min(0).max(1440);

/** Where and when somebody comes, by the house's clock. */
const Place = z.object({
  /** Id of the bay; null where a coach is busy. */
  bay: z.string().max(60).nullable(),
  /** Who teaches, as the house's settings name them. */
  coach: z.string().max(80),
  date: CalendarDay,
  from: MinuteOfDay.max(1439),
  minutes: z.int().min(SHORTEST_BOOKING).max(LONGEST_BOOKING),
});

const About = z.object({
  /** Whose lesson it is; null for what is no lesson. */
  pupilId: z.string().max(200).nullable().default(null),
  /** What it is called where it is nobody's lesson. */
  title: z.string().max(200).default(''),
  purpose: z.enum(BOOKING_PURPOSES).default('lesson'),
  /** What the lesson is to be about; empty: as the last one. */
  aim: z.string().max(400).default(''),
  note: z.string().max(1000).default(''),
});

/** Somebody comes, or a coach is busy. */
export const Booking = Place.extend(About.shape).extend({
  id: z.string(),
  /** The pupil's name; the title where it is nobody's lesson. */
  name: z.string(),
  startsAt: Moment,
  endsAt: Moment,
  state: z.enum(BOOKING_STATES),
  /** One of several that were made together. */
  series: z.string().nullable(),
  /** The lesson that was begun from it. */
  lessonId: z.string().nullable(),
});
export type Booking = z.infer<typeof Booking>;

/** The same again every so many weeks. */
export const Repeat = z.object({ everyWeeks: z.int().min(1).max(8), times: z.int().min(2).max(52) });
export type Repeat = z.infer<typeof Repeat>;

export const NewBooking = Place.extend(About.shape).extend({
  repeat: Repeat.nullable().default(null),
  /** Of several, those whose time is taken or closed are left out; without it none is made. */
  leaveOut: z.boolean().default(false),
  /** Though the house is closed then. */
  evenClosed: z.boolean().default(false),
});
export type NewBooking = z.infer<typeof NewBooking>;

export const BookingChange = Place.partial()
  .extend({
    state: z.enum(['booked', 'absent', 'cancelled']).optional(),
    aim: z.string().max(400).optional(),
    note: z.string().max(1000).optional(),
    title: z.string().max(200).optional(),
    /** This one, or also those of its series that come after it. */
    which: z.enum(['this', 'following']).default('this'),
    evenClosed: z.boolean().default(false),
  })
  .strict();
export type BookingChange = z.infer<typeof BookingChange>;

/** What was booked, and in words what was not. */
export const Booked = z.object({ bookings: z.array(Booking), refused: z.array(z.string()) });
export type Booked = z.infer<typeof Booked>;

/** IANA name of a time zone, as Europe/Oslo; empty: the machine's. */
export const TimeZone = z
  .string()
  .max(60)
  .refine((zone) => {
    try {
      return zone === '' || new Intl.DateTimeFormat('en', { timeZone: zone }).format() !== '';
    } catch {
      return false;
    }
  }, 'this is no time zone: choose one as Europe/Oslo');

/** Hours of a day in which the house is open, minutes after midnight; null: closed. */
export const OpenHours = z
  .object({ from: MinuteOfDay, to: MinuteOfDay })
  .refine(({ from, to }) => from < to, 'a day closes after it opens')
  .nullable();
export type OpenHours = z.infer<typeof OpenHours>;

/** Some days of the calendar. */
export const CalendarDays = z.object({
  /** IANA name of the house's time zone. */
  zone: z.string(),
  /** The day it is there, and the minute. */
  today: CalendarDay,
  now: MinuteOfDay,
  coaches: z.array(z.string()),
  days: z.array(z.object({ date: CalendarDay, open: OpenHours })),
  bookings: z.array(Booking),
});
export type CalendarDays = z.infer<typeof CalendarDays>;

/** A coach's calendar at an address that can be subscribed to; whoever has it can read it. */
export const CalendarAddress = z.object({ coach: z.string(), url: z.string().nullable() });
export type CalendarAddress = z.infer<typeof CalendarAddress>;

/** What was taken in of a calendar file. */
export const CalendarTaken = z.object({
  lessons: z.int(),
  busy: z.int(),
  /** What was there before, by its own id. */
  known: z.int(),
  refused: z.array(z.string()),
});
export type CalendarTaken = z.infer<typeof CalendarTaken>;

/** Somebody who comes today, with what one wants to know before. */
export const Coming = z.object({
  booking: Booking,
  /** What the pupil sent since the last visit, the oldest first. */
  came: z.array(LogEntry),
  /** Days of the plan since then: those that were to be practised, and those that were; null without a plan. */
  practised: z.object({ done: z.int(), of: z.int() }).nullable(),
  /** The last visit; null at the first. */
  last: z.object({ lessonId: z.string(), startedAt: Moment, aim: z.string() }).nullable(),
  injuries: z.array(z.string()),
  /** The step of a programme that they work on; null where they follow none. */
  step: z.object({ programme: z.string(), name: z.string(), number: z.int(), of: z.int() }).nullable(),
  /** What was agreed, how the last run of it lay, and where it is to come. */
  agreed: z
    .object({
      measure: QuantityIdText,
      mean: z.number().nullable(),
      n: z.int(),
      band: z.tuple([z.number().nullable(), z.number().nullable()]).nullable(),
    })
    .nullable(),
});
export type Coming = z.infer<typeof Coming>;

/** Something that waits for a person. */
export const Need = z.object({
  kind: z.enum(NEEDS),
  /** Id of the pupil it is about; null for what is the house's. */
  pupilId: z.string().nullable(),
  name: z.string(),
  /** What is the matter, in a sentence. */
  words: z.string(),
  /** The lesson it is about; null where it is not one lesson’s. */
  lessonId: z.string().nullable(),
  /** Since when, where that is known. */
  since: CalendarDay.nullable(),
});
export type Need = z.infer<typeof Need>;

/** The day as an instructor begins it. */
export const Today = z.object({
  date: CalendarDay,
  now: MinuteOfDay,
  open: OpenHours,
  /** Nobody was ever taken in. */
  first: z.boolean(),
  coming: z.array(Coming),
  needs: z.array(Need),
  /** Swings that were stored today. */
  swings: z.int(),
  /** Who comes first on the next day on which somebody does. */
  next: Booking.nullable(),
});
export type Today = z.infer<typeof Today>;
