import * as z from 'zod';
import { DrillPicture } from '../drills/drill-picture.js';
import { INJURY_TAGS } from '../drills/injuries.js';

/** A look at oneself without a device (judging.md §4): what is asked, and what an answer means. */
export const SelfCheck = z.object({
  id: z.string().regex(/^[a-z-]{1,40}$/),
  name: z.string().max(30),
  steps: z.array(z.string().max(120)).min(1).max(4),
  asks: z.string().max(80),
  /** The answer that is hoped for. */
  good: z.enum(['yes', 'no']),
  /** What the hoped for answer means, and what the other one does. */
  means: z.string().max(80),
  otherwise: z.string().max(120),
  /** It can be answered after each ball. */
  swing: z.boolean(),
  /** Injuries and conditions it is not for. */
  tags: z.array(z.enum(INJURY_TAGS)),
  pictures: z.array(DrillPicture).min(1).max(2),
});
export type SelfCheck = z.infer<typeof SelfCheck>;
export type Answer = SelfCheck['good'];
