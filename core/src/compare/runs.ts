import LIMITS from './runs.json';
import { type QuantityId, quantityOf, type ValueOf } from '../measures/quantity.js';
import { mean } from './statistics.js';

/** One measure over a lesson's swings with one club, in the order they were made; null where a swing has none. */
export interface Series<Id extends string = string> {
  readonly id: Id;
  readonly values: readonly (number | null)[];
  /** The smallest difference a teacher would act on. */
  readonly worth: number;
}

/** Between two swings the golfer changed: from the swing `at` on another run begins. */
export interface Step<Id extends string = string> {
  /** Index of the first swing after it. */
  readonly at: number;
  /** The measure that shows it most. */
  readonly id: Id;
  /** Its mean before and after, over the runs beside the step. */
  readonly before: number;
  readonly after: number;
}

/** A lesson's swings as runs. */
export interface Runs<Id extends string = string> {
  readonly steps: readonly Step<Id>[];
  /** A measure that moved little by little instead; null where none did. */
  readonly drifted: { readonly id: Id; readonly from: number; readonly to: number } | null;
}

/** A measure's own swings: their indices in the lesson and their values. */
interface Own<Id extends string> {
  readonly series: Series<Id>;
  readonly at: readonly number[];
  readonly values: readonly number[];
}

/** The best cut of a row of numbers: the number of values before it, and how telling it is. */
interface BestCut {
  readonly k: number;
  readonly f: number;
  readonly difference: number;
}

/** The series of a lesson's swings with one club: those quantities that have a worth. */
export const seriesOf = (swings: readonly ValueOf[], ids: readonly QuantityId[]): Series<QuantityId>[] =>
  [...new Set(ids)].flatMap((id) => {
    const { worth } = quantityOf(id);
    return worth === null ? [] : [{ id, worth, values: swings.map((of) => of(id)) }];
  });

/** Uniform numbers, the same every time: a lesson read twice is cut alike. */
function uniforms(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/**
 * The cut into two runs of at least three with the least sum of squares within them.
 * @returns F of the cut (between over within); null where there are too few
 */
function bestCut(v: readonly number[]): BestCut | null {
  const n = v.length;
  if (n < LIMITS.leastValues) return null;
  const total = v.reduce((s, x) => s + x, 0);
  const around = v.reduce((s, x) => s + (x - total / n) ** 2, 0);
  let best: BestCut | null = null;
  let left = 0;
  for (let k = 1; k <= n - LIMITS.leastInRun; k++) {
    left += v[k - 1]!;
    if (k < LIMITS.leastInRun) continue;
    const difference = (total - left) / (n - k) - left / k;
    const between = (difference ** 2 * k * (n - k)) / n;
    const within = Math.max(around - between, 1e-12 * around);
    const f = within > 0 ? (between * (n - 2)) / within : 0;
    if (!best || f > best.f) best = { k, f, difference };
  }
  return best;
}

/** Sum of squares that one mean leaves. */
const aroundMean = (v: readonly number[]): number => v.reduce((s, y) => s + (y - mean(v)) ** 2, 0);
/** The same after one more cut, where there is room for one. */
const cutAgain = (v: readonly number[]): number => {
  const cut = bestCut(v);
  return cut ? aroundMean(v.slice(0, cut.k)) + aroundMean(v.slice(cut.k)) : aroundMean(v);
};

/** Whether a straight line leaves clearly less than the step does, and not much more than a step more would leave. */
function lineFitsBetter(v: readonly number[], { k }: BestCut): boolean {
  const n = v.length;
  const middle = (n - 1) / 2;
  const sxy = v.reduce((s, y, x) => s + (x - middle) * (y - mean(v)), 0);
  const line = aroundMean(v) - sxy ** 2 / ((n * (n * n - 1)) / 12);
  const [before, after] = [v.slice(0, k), v.slice(k)];
  const one = aroundMean(before) + aroundMean(after);
  const two = Math.min(cutAgain(before) + aroundMean(after), aroundMean(before) + cutAgain(after));
  return line < LIMITS.line * one && line < LIMITS.stairs * two;
}

const ownOf = <Id extends string>(series: Series<Id>, from: number, to: number): Own<Id> => {
  const at = series.values.flatMap((v, i) => (v !== null && i >= from && i < to ? [i] : []));
  return { series, at, values: at.map((i) => series.values[i]!) };
};

/**
 * One run, cut once if the swings in it changed. What was agreed before is looked at by itself first: it was not looked
 * for among many; then the most telling of all measures counts.
 */
function cutOnce<Id extends string>(all: readonly Series<Id>[], from: number, to: number, told: Id | null) {
  if (to - from < LIMITS.leastSwings) return null;
  const agreed = all.filter((s) => s.id === told);
  if (!agreed.length) return shuffled(all, from, to, LIMITS.p);
  return shuffled(agreed, from, to, LIMITS.pAgreed) ?? shuffled(all, from, to, LIMITS.pBeside);
}

/** The best cut of some measures, if whole swings shuffled give one as telling in less than `p` of the shuffles. */
function shuffled<Id extends string>(all: readonly Series<Id>[], from: number, to: number, p: number) {
  const owns = all.map((s) => ownOf(s, from, to)).filter((o) => o.values.length >= LIMITS.leastValues);
  const seen = owns
    .map((own) => ({ own, cut: bestCut(own.values)! }))
    .filter(({ own, cut }) => Math.abs(cut.difference) >= own.series.worth)
    .sort((a, b) => b.cut.f - a.cut.f)[0];
  if (!seen) return null;
  const uniform = uniforms(to - from);
  const order = Array.from({ length: to - from }, (_, i) => i);
  let greater = 0;
  for (let s = 0; s < LIMITS.shuffles; s++) {
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(uniform() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    const f = Math.max(...owns.map(({ series }) => bestCut(order.flatMap((i) => series.values[from + i] ?? []))!.f));
    if (f >= seen.cut.f) greater++;
  }
  if ((greater + 1) / (LIMITS.shuffles + 1) >= p) return null;
  return { ...seen, line: lineFitsBetter(seen.own.values, seen.cut) };
}

/**
 * Where the golfer changed within a lesson (judging.md §3, "A step in time comes before a spread"): the best cut over
 * all measures into two runs of at least three swings, if a permutation test over whole swings gives p < 0.05 for the
 * greatest statistic and the difference is at least the measure's worth; each run is cut again, at most three cuts.
 * Under eight swings nothing is cut; where a straight line fits better than the step, the measure drifted.
 * Where a measure was agreed it has most of that p to itself (0.04), and all measures together the rest (0.01): of
 * lessons in which nothing happened no more than one in twenty may be cut.
 * @param series the measures compared, each over the same swings in the order they were made
 * @param told the measure that was agreed: looked at by itself first, and it tells of a step wherever it moved by its
 *   worth, whichever shows the step most
 * @example runsOf([{ id: 'share.lead.p7', values: [60, 61, 59, 60, 72, 71, 73, 72], worth: 4 }]).steps[0].at // 4
 */
export function runsOf<Id extends string>(series: readonly Series<Id>[], told: Id | null = null): Runs<Id> {
  const n = Math.max(0, ...series.map((s) => s.values.length));
  const bounds = [0, n];
  const found: { at: number; own: Own<Id> }[] = [];
  let drifted: Runs<Id>['drifted'] = null;
  for (let again = true; again && found.length < LIMITS.mostCuts;) {
    again = false;
    for (let i = 0; i + 1 < bounds.length; i++) {
      const cut = cutOnce(series, bounds[i]!, bounds[i + 1]!, told);
      if (!cut) continue;
      const { own, line } = cut;
      if (line) {
        const third = Math.max(LIMITS.leastInRun, Math.floor(own.values.length / 3));
        drifted ??= {
          id: own.series.id,
          from: mean(own.values.slice(0, third)),
          to: mean(own.values.slice(-third)),
        };
        continue;
      }
      const at = own.at[cut.cut.k]!;
      found.push({ at, own });
      bounds.splice(i + 1, 0, at);
      again = true;
      break;
    }
  }
  const steps = found.sort((a, b) => a.at - b.at).map(({ at, own }) => toldStep(series, bounds, at, { told, own }));
  return { steps, drifted };
}

/** A step as it is told: by the measure that is to tell it wherever that moved by its worth, else by its own. */
function toldStep<Id extends string>(
  series: readonly Series<Id>[],
  bounds: readonly number[],
  at: number,
  { told, own }: { readonly told: Id | null; readonly own: Own<Id> },
): Step<Id> {
  const teller = series.find((s) => s.id === told);
  const asTold = teller && stepOf(teller, bounds, at);
  return asTold && Math.abs(asTold.after - asTold.before) >= teller.worth ? asTold : stepOf(own.series, bounds, at);
}

function stepOf<Id extends string>(s: Series<Id>, bounds: readonly number[], at: number): Step<Id> {
  const here = bounds.indexOf(at);
  const over = (from: number, to: number): number => mean(ownOf(s, from, to).values);
  return { at, id: s.id, before: over(bounds[here - 1]!, at), after: over(at, bounds[here + 1]!) };
}

/**
 * The same series cut where somebody says: each step is told by the measure that is to tell it wherever that moved by
 * its worth, else by the one that moved by the most worths.
 * @param cuts indices of the first swings of runs, without the very first
 */
export function runsAt<Id extends string>(
  series: readonly Series<Id>[],
  cuts: readonly number[],
  told: Id | null = null,
): Runs<Id> {
  const n = Math.max(0, ...series.map((s) => s.values.length));
  const inside = [...new Set(cuts)].filter((at) => at > 0 && at < n).sort((a, b) => a - b);
  const bounds = [0, ...inside, n];
  const steps = inside.flatMap((at) => {
    const moved = (s: Series<Id>): number => {
      const { before, after } = stepOf(s, bounds, at);
      return Math.abs(after - before) / s.worth;
    };
    const seen = series.filter((s) => Number.isFinite(moved(s))).sort((a, b) => moved(b) - moved(a));
    return seen[0] ? [toldStep(series, bounds, at, { told, own: ownOf(seen[0], 0, n) })] : [];
  });
  return { steps, drifted: null };
}
