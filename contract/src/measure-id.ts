import type { QuantityId } from '@vilko/core/measures/quantity';
import type { MeasureId } from '@vilko/core/measures/registry';
import * as z from 'zod';

/**
 * The id of a measure. The registry itself stays out of what the browser loads first: the server refuses unknown ids.
 */
export const MeasureIdText = z.string().max(60) as unknown as z.ZodType<MeasureId>;

/** The id of whatever a lesson can be judged by: a measure of the swing or, behind "ball.", a number of the ball. */
export const QuantityIdText = z.string().max(60) as unknown as z.ZodType<QuantityId>;
