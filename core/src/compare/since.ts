/** A mark on a lesson's time line, as far as a step may be told by it. */
export interface MarkBefore {
  /** Number of the swing that it came before. */
  readonly before: number;
  readonly words: string;
}

/** A mark so many swings away from a step is still told with it. */
const NEAR = 2;

/**
 * What stands nearest to each step of a lesson, within two swings: shown with it, never as proof (judging.md §3).
 * A mark is told at one step only: the one that it stands nearest to, the earlier of two as near.
 * @param steps numbers of the first swings after each step, ascending
 * @returns the words to each step; null where nothing stands near
 * @example sinceOf([7], [{ before: 6, words: 'step off the ferry' }]) // ['step off the ferry']
 */
export function sinceOf(steps: readonly number[], marks: readonly MarkBefore[]): (string | null)[] {
  const told = steps.map(() => ({ words: null as string | null, away: Infinity }));
  for (const { before, words } of marks) {
    const away = steps.map((at) => Math.abs(at - before));
    const nearest = away.indexOf(Math.min(...away));
    const step = told[nearest];
    if (!step || away[nearest]! > NEAR || away[nearest]! >= step.away) continue;
    told[nearest] = { words, away: away[nearest]! };
  }
  return told.map((t) => t.words);
}
