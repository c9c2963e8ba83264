/** A confidence of 95%. */
const Z = 1.959964;

/**
 * Wilson's 95% interval of a proportion.
 * @returns ends in [0, 1]; the whole of it for n = 0
 */
export function wilson(hits: number, n: number): readonly [number, number] {
  if (n === 0) return [0, 1];
  const p = hits / n;
  const z2 = Z * Z;
  const middle = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (Z / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/** Answers that were given equally sure, and how often they were right. */
export interface CalibrationBin {
  /** Mean sureness of the answers in it. */
  readonly sure: number;
  readonly n: number;
  readonly right: number;
  readonly interval: readonly [number, number];
}

/** Edges of sureness: five bins from a toss-up to certain. */
const EDGES = [0.5, 0.6, 0.7, 0.8, 0.9, 1.01];

/** How often a reader was right where they said to be so sure; empty bins are left out. */
export const calibration = (answers: readonly { readonly sure: number; readonly right: boolean }[]): CalibrationBin[] =>
  EDGES.slice(0, -1).flatMap((from, i) => {
    const of = answers.filter((a) => a.sure >= from && a.sure < EDGES[i + 1]!);
    if (!of.length) return [];
    const right = of.filter((a) => a.right).length;
    const sure = of.reduce((s, a) => s + a.sure, 0) / of.length;
    return [{ sure, n: of.length, right, interval: wilson(right, of.length) }];
  });

/** Whether a reader is surer than right, or less sure, over all answers; null where the interval cannot tell. */
export function lean(answers: readonly { readonly sure: number; readonly right: boolean }[]): 'over' | 'under' | null {
  const [lo, hi] = wilson(answers.filter((a) => a.right).length, answers.length);
  const sure = answers.reduce((s, a) => s + a.sure, 0) / Math.max(1, answers.length);
  return !answers.length ? null : sure > hi ? 'over' : sure < lo ? 'under' : null;
}
