import { FINDING_WORDS } from '@vilko/core/faults/judge';
import * as z from 'zod';
import { ClubClass } from './pupil.js';
import { Device } from './lesson.js';
import { MeasureIdText, QuantityIdText } from './measure-id.js';

const Piece = z.object({
  measures: z.array(MeasureIdText),
  value: z.number().nullable(),
  u: z.number().nullable(),
  limit: z.number(),
  direction: z.enum(['over', 'under']),
  z: z.number(),
  provisional: z.boolean(),
  spread: z.literal(true).optional(),
  beyond: z.literal(true).optional(),
});

/** A fault whose limit lies within what the mean of so few swings may be; `more` swings would tell. */
const Near = z.object({
  fault: z.string(),
  measure: MeasureIdText,
  value: z.number(),
  limit: z.number(),
  direction: z.enum(['over', 'under']),
  more: z.int().nullable(),
});

/** A finding of a set of swings. */
export const SetFinding = z.object({
  fault: z.string(),
  strength: z.number(),
  word: z.enum(FINDING_WORDS),
  main: z.boolean(),
  because: z.array(z.string()),
  consequenceOf: z.string().nullable(),
  evidence: z.array(Piece),
  mayComeFrom: z.array(z.string()),
  /** In k of n swings. */
  k: z.int(),
  n: z.int(),
  comesAndGoes: z.boolean(),
  tentative: z.boolean(),
});

/** What is found in a lesson's whole swings with one club on one device. */
export const ClubFindings = z.object({
  club: ClubClass,
  clubName: z.string(),
  device: Device,
  /** The wanted shot; a page that was kept before it was told was of stock shots. */
  intent: z.string().default('stock'),
  pattern: z.string(),
  /** Swings of the last run: those the findings are of. */
  n: z.int(),
  /** All swings of the set. */
  of: z.int(),
  /** Where the golfer changed within the lesson, oldest first: the number of the first swing after it. */
  steps: z.array(
    z.object({
      at: z.int(),
      measure: QuantityIdText,
      before: z.number(),
      after: z.number(),
      /** What stands near it on the lesson's time line; null where nothing does. */
      since: z.string().nullable().default(null),
    }),
  ),
  drifted: z.object({ measure: QuantityIdText, from: z.number(), to: z.number() }).nullable(),
  /** The instructor said where its runs begin. */
  byHand: z.boolean().default(false),
  /** What so few swings neither show nor rule out, the nearest first. */
  near: z.array(Near).default([]),
  findings: z.array(SetFinding),
});
export type ClubFindings = z.infer<typeof ClubFindings>;

/** A lesson's findings, club by club, and advice that is never a main finding. */
export const LessonFindings = z.object({
  clubs: z.array(ClubFindings),
  /** Driver and irons are swung alike, and the driver suffers. */
  oneSwingForAll: z.boolean(),
  /** The swings that are compared, by their ids, on every screen and in the report; null where no set speaks. */
  compared: z.object({ before: z.array(z.string()), after: z.array(z.string()) }).nullable(),
});
export type LessonFindings = z.infer<typeof LessonFindings>;
