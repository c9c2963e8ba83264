import * as z from 'zod';
import type { QuantityId } from '../measures/quantity.js';
import { Target } from './target.js';

/** Most steps of a programme, and drills of a step. */
export const MOST_STEPS = 12;
export const MOST_STEP_DRILLS = 4;
/** Longest time between two steps, weeks. */
export const MOST_WEEKS = 12;

/** One step of a programme: what is worked on, by what it is judged, and when it is tested again. */
export const ProgrammeStep = z.object({
  name: z.string().trim().min(1).max(80),
  /** What it is about, in a sentence. */
  what: z.string().trim().max(400),
  // whether there is one of that name is asked where the registry is
  measure: z.string().max(60) as unknown as z.ZodType<QuantityId>,
  /** Where it is to come; null: where the pupil's school wants it. */
  target: Target.nullable(),
  /** Ids of the drills it is worked on with, the first one first. */
  drills: z.array(z.string().min(1).max(60)).max(MOST_STEP_DRILLS),
  /** Weeks until it is tested. */
  weeks: z.int().min(1).max(MOST_WEEKS),
});
export type ProgrammeStep = z.infer<typeof ProgrammeStep>;

/** A course over weeks: steps in their order, each moved on from when it is met. */
export const Programme = z.object({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(80),
  about: z.string().trim().max(400),
  steps: z.array(ProgrammeStep).min(1).max(MOST_STEPS),
});
export type Programme = z.infer<typeof Programme>;
