import { addDays, type Day } from '../practice/day.js';

/** Days until a pair that was told apart comes back, by how often in a row it was. */
export const GAPS = [1, 3, 7, 16, 35] as const;
/** Other items between a mistake and the same pair again in one session. */
export const BETWEEN = 3;

/** A pair that is practised until it is told apart, and stays so. */
export interface Spaced {
  readonly pair: string;
  /** When it comes back. */
  readonly due: Day;
  /** How often in a row it was told apart, each time after its days. */
  readonly held: number;
}

/**
 * What becomes of a pair that was shown: mixed up, it is due at once; told apart, after one, three, seven, 16, 35 days
 * (spaced retrieval). Told apart before it was due it stays where it is.
 */
export function spacedAfter(s: Spaced | null, pair: string, right: boolean, today: Day): Spaced {
  if (!right) return { pair, due: today, held: 0 };
  if (s && s.due > today) return s;
  const held = s?.held ?? 0;
  return { pair, due: addDays(today, GAPS[Math.min(held, GAPS.length - 1)]!), held: held + 1 };
}

/**
 * The pair that comes next: of those that are due, the one mixed up last of all; null where none is, or it was shown
 * among the last few items.
 * @param shown pairs of this session in their order, null for items of no pair
 */
export function nextPair(kept: readonly Spaced[], shown: readonly (string | null)[], today: Day): string | null {
  const lately = new Set(shown.slice(-BETWEEN));
  const due = kept.filter((s) => s.due <= today && !lately.has(s.pair));
  return (
    due.sort((a, b) => a.held - b.held || a.due.localeCompare(b.due) || a.pair.localeCompare(b.pair))[0]?.pair ?? null
  );
}
