import type { PracticeBand } from './attempts.js';

/** Worths that a strip shows beyond either end of its band. */
const ROOM = 5;

/**
 * The ends of a strip on which a value stands against its band; an open end is as far from the other as two rooms.
 * @param worth the difference a teacher would act on, in the measure's unit
 * @returns the lowest and the highest value of the strip, in the measure's unit
 */
export function bandScale([lo, hi]: PracticeBand, worth: number): readonly [number, number] {
  const room = ROOM * worth;
  const low = lo ?? (hi ?? 0) - 2 * room;
  const high = hi ?? (lo ?? 0) + 2 * room;
  return [low - room, high + room];
}

/** Half of a mark's width: at either end of a strip it is still on it. */
const MARK = 3;

/** Where a value stands on a strip of a width, from a scale's lowest to its highest; values beyond it at its ends. */
export const placeOn =
  ([from, to]: readonly [number, number], width: number) =>
  (value: number): number =>
    Math.max(MARK, Math.min(width - MARK, ((value - from) / (to - from)) * width));
