import type * as z from 'zod';

/** What came by `shipped`, with what it is to hold to. */
export const SHIPPED: { readonly schema: z.ZodType; readonly data: unknown }[] = [];

/**
 * Words and descriptions that come with the application: held to their schema by a test (`shipped.spec.ts`), not again
 * at every start, where that took longer than all else. What is judged by (faults, patterns, overlays, caps) is read
 * by its schema when it is loaded.
 */
export function shipped<S extends z.ZodType>(schema: S, data: unknown): z.output<S> {
  SHIPPED.push({ schema, data });
  return data as z.output<S>;
}

/** What came by `shippedAs`: its test knows what it is to hold to. */
export const SHIPPED_AS: unknown[] = [];

/** The same without its schema, for what pages carry to a browser that never reads by one. */
export function shippedAs<T>(data: unknown): T {
  SHIPPED_AS.push(data);
  return data as T;
}
