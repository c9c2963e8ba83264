import * as z from 'zod';
import { MeasureIdText } from './measure-id.js';
import { SHOT_NUMBERS } from './shot.js';
import { Moment } from './moment.js';
import { TRIALS, WARM_UP } from './trials.js';

/** What is measured: a measure of the swing, or what the ball did. */
export const TrialMeasure = z.discriminatedUnion('of', [
  z.object({ of: z.literal('swing'), id: MeasureIdText }),
  z.object({ of: z.literal('ball'), id: z.enum(SHOT_NUMBERS.map((n) => n.key)) }),
]);
export type TrialMeasure = z.infer<typeof TrialMeasure>;

/** What is tested against what: a cue, a drill or a club set-up. */
export const NewExperiment = z.object({
  with: z.string().trim().min(1).max(120),
  without: z.string().trim().min(1).max(120),
  measure: TrialMeasure,
  /** Trials with, and as many without. */
  perArm: z.int().min(TRIALS.least).max(TRIALS.most),
  warmUp: z.int().min(0).max(WARM_UP.most),
});
export type NewExperiment = z.infer<typeof NewExperiment>;

/** A swing of an experiment. */
export const Trial = z.object({
  swingId: z.string(),
  arm: z.enum(['warm-up', 'with', 'without']),
  /** Does not count: repeated at the end. */
  void: z.boolean(),
});
export type Trial = z.infer<typeof Trial>;

/** An experiment as it is kept. */
export const KeptExperiment = z.object({
  id: z.string(),
  lessonId: z.string(),
  /** ISO 8601 */
  madeAt: Moment,
  endedAt: Moment.nullable(),
  about: NewExperiment,
  /** The drawn order; what did not count is repeated after its end. */
  order: z.array(z.enum(['with', 'without'])),
  trials: z.array(Trial),
});
export type KeptExperiment = z.infer<typeof KeptExperiment>;

/** An experiment as it is shown. */
export const Experiment = KeptExperiment.extend({
  /** Words and unit of what is measured. */
  words: z.string(),
  unit: z.string(),
  trials: z.array(Trial.extend({ number: z.int().nullable(), value: z.number().nullable() })),
  /** What the next swing is; null: all are done, or it was ended. */
  next: z.enum(['warm-up', 'with', 'without']).nullable(),
  /** With less without; null under two of either, or while it runs. */
  answer: z
    .object({
      n: z.tuple([z.int(), z.int()]),
      /** Without, with. */
      means: z.tuple([z.number(), z.number()]),
      difference: z.number(),
      /** 95% (Welch). */
      interval: z.tuple([z.number(), z.number()]),
      /** With "too few": trials of each at which it would tell. */
      enoughAt: z.int().nullable(),
      word: z.enum(['real change', 'no change that matters', 'too few swings to tell']),
    })
    .nullable(),
});
export type Experiment = z.infer<typeof Experiment>;

export const ExperimentAct = z.discriminatedUnion('act', [
  /** A swing does not count, or does again. */
  z.object({ act: z.literal('void'), swingId: z.string(), void: z.boolean() }),
  z.object({ act: z.literal('end') }),
  z.object({ act: z.literal('resume') }),
]);
export type ExperimentAct = z.infer<typeof ExperimentAct>;
