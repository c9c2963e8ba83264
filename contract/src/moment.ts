import * as z from 'zod';

/** A moment in time as text, ISO 8601. */
export const Moment = z
  .string()
  .max(40)
  .refine((text) => !Number.isNaN(Date.parse(text)), 'this is no moment in time');
