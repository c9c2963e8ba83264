import { z } from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import { OVERLAY_IDS } from '../patterns/overlays.js';
import { CLUB_CLASSES } from '../recording/recording.js';
import { INJURY_TAGS } from './injuries.js';
import { DrillPicture } from './picture.js';

/** Rungs every drill is climbed by; the next opens when the success test is passed. */
export const LADDER = ['no ball, slow', 'no ball, full speed', 'half shots', 'full shots', 'aid taken away'] as const;

/** A drill as data (judging.md §4). */
export const Drill = z.object({
  id: z.string(),
  name: z.string(),
  /** Ids of the faults it is for. */
  for: z.array(z.string()),
  gist: z.string(),
  /** What it should feel like, and what the numbers should do. */
  feel: z.string(),
  numbers: z.string(),
  equipment: z.array(z.string()),
  setUp: z.string(),
  steps: z.array(z.string()).min(1),
  dose: z.string(),
  /** Passed when the measure lies in the band in k of n swings; null: no number tells it. */
  test: z
    .object({
      measure: MeasureIdText,
      band: z.tuple([z.number().nullable(), z.number().nullable()]),
      k: z.int().positive(),
      n: z.int().positive(),
    })
    .nullable(),
  /** Injuries and conditions it is not for. */
  tags: z.array(z.enum(INJURY_TAGS)),
  /** Faults, overlays or drills it does not go with. */
  notWith: z.array(z.string()),
  caution: z.string(),
  space: z.string(),
  clubs: z.array(z.enum(CLUB_CLASSES)).optional(),
  /** It hops: counted and capped, never two days in a row, not for children. */
  hops: z.literal(true).optional(),
  /** Deliveries it is meant to shape. */
  overlays: z.array(z.enum(OVERLAY_IDS)).optional(),
  /** The school whose belief it teaches. */
  school: z.string().optional(),
  /** An aid or a moving foot falsifies outlines and positions: why, and which measures stay valid. */
  onPlate: z.object({ why: z.string(), valid: z.array(z.string()) }).optional(),
  /** How it is done, picture by picture. */
  pictures: z.array(DrillPicture).min(1).max(3),
});
export type Drill = z.infer<typeof Drill>;
