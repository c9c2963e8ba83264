import { EVENT_NAMES } from '@vilko/core/events/event';
import { FILM_SIDES, FOLLOWED_IDS } from '@vilko/core/film/followed';
import * as z from 'zod';
import { QuantityIdText } from './measure-id.js';
import { ClubClass } from './pupil.js';
import { Moment } from './moment.js';

/** Most numbers of one entered swing. */
export const MOST_ENTERED = 40;

/** A number read off elsewhere, in the unit of its measure; how sure it is, where that was said. */
export const EnteredValue = z.object({
  measure: QuantityIdText,
  value: z.number().min(-100_000).max(100_000),
  u: z.number().positive().max(100_000).nullable(),
});
export type EnteredValue = z.infer<typeof EnteredValue>;

/** A swing of which only numbers are known: read off another screen or sheet. Never judged, never in a set. */
export const NewEnteredSwing = z.object({
  /** ISO 8601, when it was swung. */
  at: z.iso.datetime(),
  club: ClubClass,
  clubName: z.string().trim().min(1).max(40),
  /** Where the numbers come from. */
  source: z.string().trim().min(1, 'say where the numbers come from').max(120),
  values: z
    .array(EnteredValue)
    .min(1, 'enter at least one number')
    .max(MOST_ENTERED)
    .refine((v) => new Set(v.map((x) => x.measure)).size === v.length, 'a measure stands there twice'),
  note: z.string().max(1000),
});
export type NewEnteredSwing = z.infer<typeof NewEnteredSwing>;

export const EnteredSwing = NewEnteredSwing.extend({ id: z.string(), lessonId: z.string() });
export type EnteredSwing = z.infer<typeof EnteredSwing>;

/** A value read by hand from a film of a recorded swing. */
export const FilmRead = z.object({
  swingId: z.string(),
  lessonId: z.string(),
  /** Of the swing. */
  number: z.int(),
  clubName: z.string(),
  recordedAt: Moment,
  filmId: z.string(),
  side: z.enum(FILM_SIDES),
  of: z.enum(FOLLOWED_IDS),
  /** What an own line or angle is of. */
  name: z.string(),
  /** The event it is of; null: the moment itself, ms from impact. */
  moment: z.enum(EVENT_NAMES).nullable(),
  value: z.number(),
});
export type FilmRead = z.infer<typeof FilmRead>;

/** What was not measured here but entered: swings as numbers, oldest first, and what was read from films by hand. */
export const Entered = z.object({ swings: z.array(EnteredSwing), film: z.array(FilmRead) });
export type Entered = z.infer<typeof Entered>;
