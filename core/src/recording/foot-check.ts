import * as z from 'zod';

const Place = z.tuple([z.number(), z.number()]);

/** One foot as rocking heel to toe showed it; golfer's directions (X toes, Y toward the target), m. */
export const CheckedFoot = z.object({
  /** Middle of the heel edge. */
  heel: Place,
  /** Unit vector from heel to toe. */
  axis: Place,
  length: z.number().positive(),
  /** Mean pressure while standing quietly. */
  standing: Place,
  /** Part of the foot the rocking seems to have covered, 0–1. */
  reach: z.number(),
  /** One standard uncertainty of a forward position, % of the foot. */
  u: z.number(),
  /** What to do better, or that it is good. */
  words: z.string(),
});
export type CheckedFoot = z.infer<typeof CheckedFoot>;

/** Both feet, and which of them have left the ground since. */
export const FootCheck = z.object({ lead: CheckedFoot, trail: CheckedFoot, left: z.array(z.enum(['lead', 'trail'])) });
export type FootCheck = z.infer<typeof FootCheck>;
