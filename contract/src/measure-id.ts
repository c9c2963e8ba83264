import type { MeasureId } from '@vilko/core';
import { z } from 'zod';

/**
 * The id of a measure. The registry itself stays out of what the browser loads first: the server refuses unknown ids.
 */
export const MeasureIdText = z.string().max(60) as unknown as z.ZodType<MeasureId>;
