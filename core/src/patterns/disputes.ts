import { z } from 'zod';
import { MeasureIdText } from '../measures/measure-id.js';
import rows from './disputes.json';

/** A question on which teachers differ, both sides, the measures that decide it, and schools that stand on each. */
export const Dispute = z.object({
  id: z.string(),
  question: z.string(),
  one: z.string(),
  other: z.string(),
  measures: z.array(MeasureIdText).min(1),
  /** Ids of patterns of the first and of the other side. */
  sides: z.tuple([z.array(z.string()), z.array(z.string())]),
});
export type Dispute = z.infer<typeof Dispute>;

export const DISPUTES: readonly Dispute[] = z.array(Dispute).parse(rows);
