import * as z from 'zod';
import { ClubFindings } from './judgement.js';
import { QuantityIdText } from './measure-id.js';

const Word = z.enum(['real change', 'no change that matters', 'too few swings to tell']);
const Measured = z.object({ measure: QuantityIdText, words: z.string(), unit: z.string() });

/** A set of ordinary swings of one lesson. */
export const LessonSet = z.object({
  lessonId: z.string(),
  startedAt: z.string(),
  n: z.int(),
  mean: z.number(),
  sd: z.number().nullable(),
});
export type LessonSet = z.infer<typeof LessonSet>;

/**
 * How far a measure scatters from swing to swing, in the first and the last lesson with one club on one kind of
 * device.
 */
export const SteadinessRow = Measured.extend({
  clubName: z.string(),
  device: z.string(),
  first: LessonSet,
  last: LessonSet,
  word: z.enum(['steadier', 'more scattered', 'no change that matters', 'too few swings to tell']),
});
export type SteadinessRow = z.infer<typeof SteadinessRow>;

/** What moved beside the measure that was meant. */
export const Beside = Measured.extend({ difference: z.number() });
export type Beside = z.infer<typeof Beside>;

/**
 * A drill, from its first day to the next one's: ordinary swings of the last lesson before it and of the last one
 * with it.
 */
export const DrillEffect = Measured.extend({
  drill: z.string(),
  /** ISO 8601: the first day it was planned, trained or written down. */
  from: z.string(),
  /** The day the next drill began; null: none came. */
  until: z.string().nullable(),
  /** Null: no ordinary swing before it, or none with it. */
  before: LessonSet.nullable(),
  after: LessonSet.nullable(),
  clubName: z.string().nullable(),
  word: Word.nullable(),
  beside: z.array(Beside),
});
export type DrillEffect = z.infer<typeof DrillEffect>;

/** A lesson within which the pupil changed, with one club on one kind of device. */
export const ChangeWithin = ClubFindings.pick({
  clubName: true,
  device: true,
  n: true,
  of: true,
  steps: true,
  drifted: true,
}).extend({ lessonId: z.string(), startedAt: z.string() });
export type ChangeWithin = z.infer<typeof ChangeWithin>;

export const Progress = z.object({
  steadiness: z.array(SteadinessRow),
  drills: z.array(DrillEffect),
  /** Newest lesson first. */
  within: z.array(ChangeWithin),
});
export type Progress = z.infer<typeof Progress>;
