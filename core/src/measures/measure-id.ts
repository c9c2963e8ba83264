import * as z from 'zod';
import { MEASURE_IDS, type MeasureId } from './registry.js';

/** The id of a measure in data: patterns, rules, drills. Any other word is refused by name. */
export const MeasureIdText = z.enum(MEASURE_IDS as [MeasureId, ...MeasureId[]], {
  error: (i) => `there is no measure "${String(i.input)}"`,
});
