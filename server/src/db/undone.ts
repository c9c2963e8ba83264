import { setTimeout as rest } from 'node:timers/promises';
import { causesOf } from './causes.js';

/** SQLSTATE of what was undone because another changed the same at once: serialization failure, deadlock. */
const UNDONE: ReadonlySet<unknown> = new Set(['40001', '40P01']);

/** Two changed the same at once, and this one was undone. */
export const wasUndone = (error: unknown): boolean => causesOf(error).some((e) => UNDONE.has(e.code));

/** So often it is tried in all, and rests so long before the next, ms: each a little otherwise than the others. */
const TRIES = 6;
const REST = 20;

/**
 * Does what PostgreSQL may undo because others do the same at that moment, once more until it stands: several who want
 * one time lie in wait for each other, and all but one are to hear why it cannot be.
 * @throws what it throws for any other reason, or the last time
 */
export async function untilItStands<T>(run: () => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++)
    try {
      return await run();
    } catch (e) {
      if (tried === TRIES || !wasUndone(e)) throw e;
      await rest(REST * tried * (1 + Math.random()));
    }
}
