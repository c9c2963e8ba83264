import { BlockResult, Plan, PlanWish } from '@vilko/core/practice/plan-schema';
import { LAST_RUNG } from '@vilko/core/practice/rungs';
import * as z from 'zod';
import { QuantityIdText } from './measure-id.js';
import { Moment } from './moment.js';

/** What a swing of the trainer was for: a measure with its band over k of n swings, on a rung of a drill. */
export const PracticeTask = z.object({
  /** Null: trained without a drill. */
  drill: z.string().max(60).nullable(),
  rung: z.int().min(0).max(LAST_RUNG).nullable(),
  measure: QuantityIdText,
  band: z.tuple([z.number().nullable(), z.number().nullable()]),
  k: z.int().min(1).max(50),
  n: z.int().min(1).max(50),
});
export type PracticeTask = z.infer<typeof PracticeTask>;

/** A trainer's swing with its number: null with the reason where there is none. */
export const SwingTask = PracticeTask.extend({
  value: z.number().nullable(),
  u: z.number().nullable(),
  reason: z.string().nullable(),
  answer: z.enum(['in', 'under', 'over']).nullable(),
});
export type SwingTask = z.infer<typeof SwingTask>;

const Pain = z.int().min(0).max(10).nullable();

/** A film that stands in the logbook, without a swing of a device: marked by the eye, in seconds of the film. */
export const LogFilm = z.object({
  id: z.string(),
  mime: z.enum(['video/webm', 'video/mp4']),
  /** bytes */
  size: z.int(),
  /** Events by their number, P1 to P10. */
  marks: z.record(z.string().regex(/^P(10|[1-9])$/), z.number().nonnegative()),
});
export type LogFilm = z.infer<typeof LogFilm>;

/** Balls of a block, each judged in one way: by a number, by a self-check, or by where the ball went. */
export const BallBlock = z
  .object({
    by: z.enum(['measured', 'check', 'ball']),
    /** The self-check; null where a number or the ball judged. */
    check: z.string().max(40).nullable(),
    hits: z.int().min(0).max(100),
    of: z.int().min(1).max(100),
  })
  .refine((b) => b.hits <= b.of, 'more were as wanted than were played');
export type BallBlock = z.infer<typeof BallBlock>;

/** An answer to what a pupil sent. */
export const Reply = z.object({ text: z.string().trim().min(1).max(1000), at: Moment });
export type Reply = z.infer<typeof Reply>;

/** An entry of the logbook. What is written down by hand is never a measurement. */
export const NewLogEntry = z.object({
  at: Moment,
  kind: z.enum(['trainer', 'home', 'self-check', 'felt', 'film', 'answer']),
  /** Who wrote it: the pupil, from the page of a lesson. */
  from: z.enum(['instructor', 'pupil']).default('instructor'),
  /** The lesson it answers. */
  lessonId: z.string().nullable().default(null),
  drill: z.string().max(60).nullable(),
  rung: z.int().min(0).max(LAST_RUNG).nullable(),
  /** The rung was passed, by the eye of whoever watched; null: not judged. */
  passed: z.boolean().nullable(),
  painBefore: Pain,
  painAfter: Pain,
  /** Answers of a self-check, by its id. */
  checks: z.record(z.string(), z.enum(['yes', 'no'])).default({}),
  /** Lead share at impact as it felt, %. */
  felt: z.number().min(0).max(100).nullable(),
  /** Balls judged by turns in two ways. */
  blocks: z.array(BallBlock).max(20).default([]),
  note: z.string().max(1000),
  film: LogFilm.nullable().default(null),
  /** What the instructor answered to what a pupil sent; the pupil reads it on the page. */
  reply: Reply.nullable().default(null),
});
export type NewLogEntry = z.infer<typeof NewLogEntry>;
export const LogEntry = NewLogEntry.extend({ id: z.string(), pupilId: z.string() });
export type LogEntry = z.infer<typeof LogEntry>;

/** A practice plan as it is kept. */
export const PracticePlan = z.object({
  id: z.string(),
  pupilId: z.string(),
  /** The lesson it was made in. */
  lessonId: z.string().nullable(),
  madeAt: Moment,
  /** Put aside before its end; null while it runs. */
  endedAt: Moment.nullable(),
  plan: Plan,
});
export type PracticePlan = z.infer<typeof PracticePlan>;

const Day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
export const NewPlan = z.object({ lessonId: z.string().nullable(), wish: PlanWish });
export type NewPlan = z.infer<typeof NewPlan>;
export const PlanAct = z.discriminatedUnion('act', [
  z.object({ act: z.literal('move'), block: z.string(), to: Day, today: Day }),
  z.object({ act: z.literal('log'), block: z.string(), result: BlockResult.nullable() }),
  z.object({ act: z.literal('end') }),
  z.object({ act: z.literal('resume') }),
]);
export type PlanAct = z.infer<typeof PlanAct>;

/** How far a pupil is up a drill's ladder. */
export const DrillProgress = z.object({
  drill: z.string(),
  /** Highest rung that is open. */
  open: z.int().min(0).max(LAST_RUNG),
  /** Rungs whose test was passed. */
  passed: z.array(z.int()),
  /** Swings done for it with the trainer. */
  swings: z.int(),
  lastAt: z.string(),
});
export type DrillProgress = z.infer<typeof DrillProgress>;

/** All of a pupil's practice. */
export const Practice = z.object({
  plans: z.array(PracticePlan),
  log: z.array(LogEntry),
  progress: z.array(DrillProgress),
});
export type Practice = z.infer<typeof Practice>;
