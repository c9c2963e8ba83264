import { SET_UP_ACTS, SET_UP_STEPS } from '@vilko/core/live/words';
import { FootCheck } from '@vilko/core/recording/foot-check';
import * as z from 'zod';

/** What the set-up of a lesson found, as it is kept with the lesson. */
export const SetUpRecord = z.object({
  /** ISO 8601 */
  at: z.string(),
  device: z.string(),
  /** Mean of each channel while unloaded, in its own unit (N, N·m); empty when the zero was left out. */
  zero: z.array(z.number()),
  /** kg weighed; null when left out. */
  mass: z.number().nullable(),
  massWords: z.string(),
  footCheck: FootCheck.nullable(),
  /** Whether lead and trail were on the sides they should be; null when left out. */
  sides: z.boolean().nullable(),
});
export type SetUpRecord = z.infer<typeof SetUpRecord>;

export { SET_UP_STEPS, type SetUpStep } from '@vilko/core/live/words';

/** Where the guided sequence is, several times a second. */
export const SetUpState = z.object({
  step: z.enum(SET_UP_STEPS),
  /** What to do now, to the pupil. */
  ask: z.string(),
  /** What is seen, in a sentence. */
  seen: z.string(),
  /** Something is in the way. */
  alarm: z.boolean(),
  /** 0–1 within the step. */
  progress: z.number(),
  /** One line per step that is done or was left out. */
  done: z.array(z.object({ step: z.enum(SET_UP_STEPS), words: z.string(), skipped: z.boolean() })),
  health: z
    .object({
      rate: z.number(),
      wantedRate: z.number(),
      noise: z.number().nullable(),
      drift: z.number().nullable(),
      deadCells: z.int().nullable(),
      lag: z.number(),
      lost: z.int(),
    })
    .nullable(),
  /** Places of pressure gathered in the present rocking, m. */
  rocked: z.array(z.tuple([z.number(), z.number()])),
  record: SetUpRecord.nullable(),
});
export type SetUpState = z.infer<typeof SetUpState>;

/** What the instructor may do during the sequence. */
export const SetUpAct = z.object({ act: z.enum(['start', 'stop', ...SET_UP_ACTS]) });
export type SetUpAct = z.infer<typeof SetUpAct>;
