/** How much processor time one thing takes for another's, over pairs of runs: the middle of them, and their ends. */
export interface Paired {
  readonly ratio: number;
  readonly low: number;
  readonly high: number;
  readonly pairs: number;
  /** Processor time of one call, ms: ours and theirs. */
  readonly ours: number;
  readonly theirs: number;
}

/** A batch lasts at least so long, ms of processor time: the clock's step and one collection do not decide it. */
const BATCH = 150;
export const PAIRS = 7;
const WARM = 8;

/** Processor time of the whole process, ms: threads that compile and collect included, other programs left out. */
function processorMs(f: () => unknown, times: number): number {
  const before = process.cpuUsage();
  for (let i = 0; i < times; i++) f();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}

const enough = (f: () => unknown): number => {
  for (let i = 0; i < WARM; i++) f();
  return Math.max(1, Math.ceil(BATCH / Math.max(0.01, processorMs(f, 3) / 3)));
};

const middle = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;

/**
 * Takes both by turns, pair by pair: what else the machine does then falls on both.
 * @param ours ms of one call, and theirs
 */
export function inPairs(ours: () => number, theirs: () => number): Paired {
  return comparedIn(
    Array.from({ length: PAIRS }, () => {
      const a = ours();
      return { a, b: theirs() };
    }),
  );
}

/** What pairs of times say, ms: ours and theirs. */
export function comparedIn(runs: readonly { readonly a: number; readonly b: number }[]): Paired {
  const ratios = runs.map(({ a, b }) => a / b).sort((x, y) => x - y);
  return {
    ratio: middle(ratios),
    low: ratios[0]!,
    high: ratios.at(-1)!,
    pairs: runs.length,
    ours: middle(runs.map((r) => r.a)),
    theirs: middle(runs.map((r) => r.b)),
  };
}

/**
 * Runs both by turns in this process, both warmed alike, and compares their processor time.
 * @example paired(() => analyse(recording), () => passOver(recording)).ratio // 31
 */
export function paired(ours: () => unknown, theirs: () => unknown): Paired {
  const [n, m] = [enough(ours), enough(theirs)];
  return inPairs(
    () => processorMs(ours, n) / n,
    () => processorMs(theirs, m) / m,
  );
}
