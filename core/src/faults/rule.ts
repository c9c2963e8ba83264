import * as z from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import { OVERLAY_IDS } from '../patterns/overlays.js';
import { CLUB_CLASSES } from '../recording/recording.js';

/** A limit: one number, or one for irons and one for the driver; woods halfway, wedges as irons or their own. */
export const Limit = z.union([
  z.number(),
  z.object({ iron: z.number(), driver: z.number(), wedge: z.number().optional() }),
]);
export type Limit = z.infer<typeof Limit>;

const leafShape = {
  /** The measure asked about, or two of which the first less the second counts. */
  measure: MeasureIdText.optional(),
  difference: z.tuple([MeasureIdText, MeasureIdText]).optional(),
  /** What of the measure is more than the first of these less the second explains. */
  beyond: z.tuple([MeasureIdText, MeasureIdText]).optional(),
  over: Limit.optional(),
  under: Limit.optional(),
  /** Softness of the limit; without it the measure's worth. */
  soft: z.number().positive().optional(),
  provisional: z.boolean().optional(),
  /** The spread (SD) of the measure over a set counts, not its value. */
  spread: z.boolean().optional(),
  /** A condition beside the piece that accuses: its limit stays where a pattern's ideal band holds it. */
  beside: z.boolean().optional(),
  /** Another limit when the swing is meant for something else. */
  overlay: z.object({ id: z.enum(OVERLAY_IDS), limit: Limit }).optional(),
  /** Another limit under patterns whose band of a measure ends early. */
  earlyPattern: z.object({ measure: MeasureIdText, endsBy: z.number(), limit: z.number() }).optional(),
  /** Another limit under patterns whose band of a measure begins late. */
  latePattern: z.object({ measure: MeasureIdText, beginsFrom: z.number(), limit: z.number() }).optional(),
  /** Does not count when both hold. */
  unless: z
    .object({
      below: z.object({ measure: MeasureIdText, limit: z.number() }),
      sumAtLeast: z.object({ measures: z.tuple([MeasureIdText, MeasureIdText]), limit: z.number() }),
    })
    .optional(),
};

const PlainLeaf = z.object(leafShape);
/** One comparison of a measure with a limit. */
export const Leaf = z.object({ ...leafShape, topEstimated: PlainLeaf.optional() });
export type Leaf = z.infer<typeof Leaf>;

/** Evidence: a comparison, all of several, any of several, or the peaks against an order. */
export type Evidence =
  Leaf | { all: Evidence[] } | { any: Evidence[] } | { order: string[]; from: number; soft: number };
export const Evidence: z.ZodType<Evidence> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(Evidence).min(1) }).strict(),
    z.object({ any: z.array(Evidence).min(1) }).strict(),
    z.object({ order: z.array(z.string()).length(3), from: z.number(), soft: z.number() }).strict(),
    Leaf.strict(),
  ]),
);

/** A reading of the ball that goes with a fault. */
export const BallSign = z.object({
  reading: z.string(),
  is: z.array(z.string()).optional(),
  over: z.number().optional(),
  under: z.number().optional(),
  clubs: z.array(z.enum(CLUB_CLASSES)).optional(),
});
export type BallSign = z.infer<typeof BallSign>;

/** A fault as data (judging.md §3). */
export const FaultRule = z.object({
  id: z.string(),
  name: z.string(),
  looks: z.string(),
  /** Why it helps the golfer to work on it, in one plain sentence. */
  helps: z.string(),
  evidence: Evidence,
  /** Evidence on devices without horizontal forces, at most *likely*. */
  withoutHorizontal: Evidence.optional(),
  leadsTo: z.array(z.string()),
  /** What the ball usually does, in words; and the readings by which it agrees. */
  ball: z.string(),
  ballSigns: z.array(BallSign).optional(),
  clubs: z.array(z.enum(CLUB_CLASSES)).optional(),
  needs: z.string().optional(),
  /** Fewest swings in a set about which it says anything. */
  fromSwings: z.int().optional(),
  needsStature: z.boolean().optional(),
  needsFeet: z.boolean().optional(),
  /** Says nothing while one of these is found: they tell the same more plainly. */
  notWhile: z.array(z.string()).optional(),
  /** Under this overlay it counts only if the piece about this measure is clear by itself. */
  overlayNeedsClear: z.object({ overlay: z.enum(OVERLAY_IDS), measure: MeasureIdText }).optional(),
  atMostLikely: z.boolean().optional(),
  atMostLikelyAssumedFeet: z.boolean().optional(),
});
export type FaultRule = z.infer<typeof FaultRule>;
