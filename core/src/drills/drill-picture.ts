import * as z from 'zod';

export const Point = z.tuple([z.number(), z.number()]);
export type Point = z.infer<typeof Point>;

export const Foot = z.object({
  /** Centre of the sole, mm; x away from the lead side, y toward the heels. */
  at: Point,
  /** Degrees, clockwise as seen from above. */
  turn: z.number().default(0),
  /** What is off the ground. */
  raised: z.enum(['heel', 'toes', 'foot']).optional(),
  press: z.enum(['heel', 'ball', 'toes', 'inside', 'outside', 'whole']).optional(),
});

const THINGS = [
  'ball',
  'pad',
  'board',
  'bar',
  'stick',
  'wall',
  'disc',
  'wedge',
  'line',
  'ring',
  'hand',
  'mirror',
] as const;

export const Thing = z.object({
  kind: z.enum(THINGS),
  at: Point,
  size: Point.default([40, 40]),
  turn: z.number().default(0),
  words: z.string().max(18).optional(),
});

/** From one place to another, bent by so much to its left; numbered where the order counts. */
export const Arrow = z.object({
  from: Point,
  to: Point,
  bend: z.number().default(0),
  beat: z.int().min(1).max(9).optional(),
});

export const POSES = ['address', 'top', 'down', 'impact', 'finish'] as const;

export const Body = z.object({
  pose: z.enum(POSES),
  arms: z.enum(['club', 'crossed', 'hanging']).default('club'),
  /** Hips and chest moved along the stance line, mm of the drawing; negative: to the target. */
  hips: z.number().default(0),
  chest: z.number().default(0),
});

/**
 * One picture of a drill: the feet from above as on the Track, or the body from the front as in a mirror. Drawn for a
 * right-hander.
 */
export const DrillPicture = z.object({
  words: z.string().max(70),
  lead: Foot.optional(),
  trail: Foot.optional(),
  /** Feet as they were before. */
  before: z.array(z.object({ foot: z.enum(['lead', 'trail']), at: Point, turn: z.number().default(0) })).default([]),
  body: Body.optional(),
  things: z.array(Thing).default([]),
  arrows: z.array(Arrow).default([]),
});

export type DrillPicture = z.infer<typeof DrillPicture>;
