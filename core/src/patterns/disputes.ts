import * as z from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import rows from './disputes.json';
import { shipped } from '../shipped.js';

const edge = z.number().nullable();
const Claim = z.object({ measure: MeasureIdText, ideal: z.tuple([edge, edge]) });

/** A question on which teachers differ, both sides, the measures that decide it, and schools that stand on each. */
export const Dispute = z.object({
  id: z.string(),
  question: z.string(),
  one: z.string(),
  other: z.string(),
  /** Empty where no device can tell: then nothing measured stands beside the question. */
  measures: z.array(MeasureIdText),
  /** Ids of patterns of the first and of the other side. */
  sides: z.tuple([z.array(z.string()), z.array(z.string())]),
  /** What each side asks of a measure, where numbers can say it; no school stands where its bands say otherwise. */
  claims: z.tuple([z.array(Claim), z.array(Claim)]).optional(),
});
export type Dispute = z.infer<typeof Dispute>;

export const DISPUTES: readonly Dispute[] = shipped(z.array(Dispute), rows);
