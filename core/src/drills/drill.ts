import * as z from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import { OVERLAY_IDS } from '../patterns/overlays.js';
import { CLUB_CLASSES } from '../recording/recording.js';
import { INJURY_TAGS } from './injuries.js';
import { DrillPicture } from './drill-picture.js';

const Id = z.string().regex(/^[a-z0-9-]{1,60}$/);
const Name = z.string().trim().min(1).max(60);
const Words = z.string().trim().max(400);

/** A drill as data (judging.md §4). */
export const Drill = z.object({
  id: Id,
  name: Name,
  /** Ids of the faults it is for. */
  for: z.array(Id).max(20),
  gist: Words.min(1),
  /** What it should feel like, and what the numbers should do. */
  feel: Words,
  numbers: Words,
  equipment: z.array(Name).max(10),
  setUp: Words,
  steps: z.array(Words.min(1)).min(1).max(12),
  dose: Words,
  /** Passed when the measure lies in the band in k of n swings; null: no number tells it. */
  test: z
    .object({
      measure: MeasureIdText,
      band: z.tuple([z.number().nullable(), z.number().nullable()]),
      k: z.int().positive(),
      n: z.int().positive().max(50),
    })
    .refine((t) => t.k <= t.n, 'a test asks for more swings than are made')
    .refine(({ band: [a, b] }) => a !== null || b !== null, 'a test needs at least one end of its range')
    .refine(({ band: [a, b] }) => a === null || b === null || a < b, 'a range ends above where it begins')
    .nullable(),
  /** Injuries and conditions it is not for. */
  tags: z.array(z.enum(INJURY_TAGS)),
  /** Faults, overlays or drills it does not go with. */
  notWith: z.array(Id).max(20),
  caution: Words,
  space: Words,
  clubs: z.array(z.enum(CLUB_CLASSES)).optional(),
  /** It hops: counted and capped, never two days in a row, not for children. */
  hops: z.literal(true).optional(),
  /** Deliveries it is meant to shape. */
  overlays: z.array(z.enum(OVERLAY_IDS)).optional(),
  /** The school whose belief it teaches. */
  school: Id.optional(),
  /** An aid or a moving foot falsifies outlines and positions: why, and which measures stay valid. */
  onPlate: z.object({ why: Words.min(1), valid: z.array(MeasureIdText).max(40) }).optional(),
  /** How it is done, picture by picture. */
  pictures: z.array(DrillPicture).min(1).max(3),
});
export type Drill = z.infer<typeof Drill>;
