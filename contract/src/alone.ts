import * as z from 'zod';
import { Pupil } from './pupil.js';
import { BallBlock } from './practice.js';
import { SharedDay } from './share.js';

/** Somebody who may practise alone here: no more of the record than a name to press. */
export const AlonePupil = Pupil.pick({ id: true, name: true, handed: true });
export type AlonePupil = z.infer<typeof AlonePupil>;

/** Where somebody practises alone, and who. */
export const AloneHome = z.object({
  house: z.string(),
  /** This machine stands at somebody's home: nothing else is open on it. */
  home: z.boolean(),
  pupils: z.array(AlonePupil),
  /** Where it can be practised now; null with the reason. */
  bay: z.object({ id: z.string(), name: z.string(), device: z.string() }).nullable(),
  why: z.string().nullable(),
  /** What was begun and not ended. */
  running: z.object({ lessonId: z.string(), pupilId: z.string(), bay: z.string() }).nullable(),
});
export type AloneHome = z.infer<typeof AloneHome>;

/** A practice that was kept. */
export const AlonePast = z.object({ lessonId: z.string(), at: z.string(), swings: z.int() });
export type AlonePast = z.infer<typeof AlonePast>;

/** What somebody does alone today. */
export const AloneToday = z.object({
  pupil: AlonePupil,
  minor: z.boolean(),
  /** Today's block of the plan, or the nearest one that is not done; null without a plan. */
  block: SharedDay.nullable(),
  /** The drill of the block, else of the last report; null where nothing was said. */
  drill: z.string().nullable(),
  rung: z.int(),
  /** Newest first. */
  past: z.array(AlonePast),
});
export type AloneToday = z.infer<typeof AloneToday>;

export const AloneBegin = z.object({ bay: z.string().max(60) });
const Pain = z.int().min(0).max(10).nullable();
/** How a practice ended. */
export const AloneEnd = z.object({
  /** The day of the plan that it was; null where it was none, or not this day's. */
  block: z.string().max(60).nullable(),
  drill: z.string().max(60).nullable(),
  rung: z.int().min(0).max(4).nullable(),
  blocks: z.array(BallBlock).max(40),
  painBefore: Pain,
  painAfter: Pain,
  /** It was stopped because it hurt. */
  stopped: z.boolean(),
  note: z.string().trim().max(1000),
});
export type AloneEnd = z.infer<typeof AloneEnd>;

/** The link to the pupil's page, as it was sent: practice goes to the house behind it. */
export const AloneSend = z.object({ link: z.string().trim().max(300) });
/** What came out of a file of practice. */
export const PracticeCame = z.object({
  practices: z.int(),
  swings: z.int(),
  /** Was here already. */
  there: z.int(),
});
export type PracticeCame = z.infer<typeof PracticeCame>;
