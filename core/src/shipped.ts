import type * as z from 'zod';

/** What came by `shipped`, with what it is to hold to. */
export const SHIPPED: { readonly schema: z.ZodType; readonly data: unknown }[] = [];

/**
 * Data that comes with the application. It is held to its schema by a test, not again at every start: that took longer
 * than everything else a start does.
 */
export function shipped<S extends z.ZodType>(schema: S, data: unknown): z.output<S> {
  SHIPPED.push({ schema, data });
  return data as z.output<S>;
}
