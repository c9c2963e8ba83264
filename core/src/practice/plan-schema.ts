import * as z from 'zod';
import { INJURY_TAGS } from '../drills/injuries.js';
import { CLUB_CLASSES } from '../recording/recording.js';
import { IsoDay } from './iso-day.js';
import { Retest } from './retest.js';
import { LAST_RUNG } from './rungs.js';

/** What was done on a block's day, or that it was not. */
export const BlockResult = z.object({
  did: z.enum(['done', 'missed', 'stopped']),
  /** Null where no number tells it or the test was left out. */
  test: z.enum(['passed', 'failed']).nullable(),
  painBefore: z.int().min(0).max(10).nullable(),
  painAfter: z.int().min(0).max(10).nullable(),
  note: z.string().max(400),
});
export type BlockResult = z.infer<typeof BlockResult>;

/** One day's practice as it is kept: its rung follows from the results before it. */
export const PlanBlock = z.object({ id: z.string(), date: IsoDay, drill: z.string(), result: BlockResult.nullable() });
export type PlanBlock = z.infer<typeof PlanBlock>;

/** What a plan is made from. */
export const PlanWish = z.object({
  /** Finding it answers; null: the instructor's own choice. */
  fault: z.string().nullable(),
  /** One or two drills that do not oppose each other. */
  drills: z.array(z.string()).min(1).max(2),
  /** Rung of each drill to begin with. */
  rungs: z.array(z.int().min(0).max(LAST_RUNG)),
  club: z.enum(CLUB_CLASSES),
  from: IsoDay,
  until: IsoDay,
  /** Free days, 0 Monday … 6 Sunday. */
  days: z.array(z.int().min(0).max(6)).min(1),
  minutes: z.int().min(10).max(120),
  injuries: z.array(z.enum(INJURY_TAGS)),
  /** Those of which the instructor has said "yes, cleared". */
  cleared: z.array(z.enum(INJURY_TAGS)).optional(),
  /** Equipment that is not there. */
  lacks: z.array(z.string()),
  /** No maximal efforts. */
  minor: z.boolean(),
  /** The retest it ends with; left out where nothing was measured to hold it against. */
  retest: Retest.optional(),
});
export type PlanWish = z.infer<typeof PlanWish>;

export const Plan = z.object({ wish: PlanWish, blocks: z.array(PlanBlock) });
export type Plan = z.infer<typeof Plan>;
