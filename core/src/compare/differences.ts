import { numberOf, type SomeMeasures } from '../measures/measure.js';
import { type BallNumbers, ballNumberOf, type QuantityId, quantityOf, type ValueOf } from '../measures/quantity.js';
import { type MeasureId, worthOf } from '../measures/registry.js';
import { type SetChange, compareSets } from './sets.js';
import { mean, standardDeviation } from './statistics.js';

/** How two sets of swings, or two swings, differ in one quantity. */
export interface Difference {
  readonly measure: QuantityId;
  /** The unit its numbers are in. */
  readonly unit: string;
  readonly worth: number;
  readonly before: SideOf;
  readonly after: SideOf;
  readonly difference: number;
  /** Only between sets of at least two values each. */
  readonly change: SetChange | null;
  /** Only between single swings, where at least five others of the pupil tell the usual spread. */
  readonly usual: { readonly n: number; readonly least: number; readonly word: UsualWord } | null;
  /** Quantities that were compared at once. */
  readonly together: number;
}

export interface SideOf {
  readonly n: number;
  readonly mean: number;
  /** Null of a single value. */
  readonly sd: number | null;
}

export type UsualWord = 'beyond their usual spread' | 'within their usual spread';

/** Fewest other swings that tell a usual spread. */
const USUAL_FROM = 5;
const SURE = 1.96;

const side = (v: readonly number[]): SideOf => ({
  n: v.length,
  mean: mean(v),
  sd: v.length > 1 ? standardDeviation(v) : null,
});

/** What else is known of a comparison. */
export interface ComparedBy {
  /** Earlier swings of the pupil with that club, for single swings. */
  readonly usual?: readonly ValueOf[];
  /** What was agreed before. */
  readonly agreed?: QuantityId | null;
}

/** A swing's values, from its measures and, where it is known, what the ball did. */
export const valuesOf =
  (measures: SomeMeasures, ball: BallNumbers | null = null): ValueOf =>
  (id) => {
    const number = ballNumberOf(id);
    return number ? (ball?.[number] ?? null) : numberOf(measures[id as MeasureId]);
  };

/**
 * Differences of two sets, worst first (judging.md §2): real changes, then what cannot be told yet, then what does not
 * matter, each by how many worths it is. Swings against one swing are judged by the pupil's usual spread. What was
 * agreed before stands first and is judged by itself: it was not looked for among many.
 * @param ids quantities compared at once: all of the pattern, whatever is shown
 */
export function differencesOf(
  before: readonly ValueOf[],
  after: readonly ValueOf[],
  ids: readonly QuantityId[],
  { usual = [], agreed = null }: ComparedBy = {},
): Difference[] {
  const values = (set: readonly ValueOf[], id: QuantityId) => set.flatMap((of) => of(id) ?? []);
  const compared = ids.flatMap((id) => {
    const { worth, unit } = quantityOf(id);
    const [a, b] = [values(before, id), values(after, id)];
    return worth !== null && a.length && b.length ? [{ id, unit, worth, a, b }] : [];
  });
  const changesOf = (of: typeof compared) => compareSets(of.map(({ a, b, worth }) => ({ before: a, after: b, worth })));
  const alone = compared.filter((c) => c.id === agreed);
  const others = compared.filter((c) => c.id !== agreed);
  const [own, among] = [changesOf(alone), changesOf(others)];
  const changes = [...own, ...among];
  const rows = [...alone, ...others].map(({ id, unit, worth, a, b }, i): Difference => {
    const [x, y] = [side(a), side(b)];
    const difference = y.mean - x.mean;
    const single = before.length === 1 || after.length === 1;
    return {
      measure: id,
      unit,
      worth,
      before: x,
      after: y,
      difference,
      change: changes[i]!,
      usual: single ? usualSpread(values(usual, id), difference) : null,
      together: (id === agreed ? own : among).filter((c) => c !== null).length,
    };
  });
  return rows.sort(
    (p, q) =>
      Number(q.measure === agreed) - Number(p.measure === agreed) ||
      rankOf(q) - rankOf(p) ||
      Math.abs(q.difference) / q.worth - Math.abs(p.difference) / p.worth,
  );
}

function usualSpread(v: readonly number[], difference: number): Difference['usual'] {
  if (v.length < USUAL_FROM) return null;
  const least = SURE * Math.SQRT2 * side(v).sd!;
  return {
    n: v.length,
    least,
    word: Math.abs(difference) > least ? 'beyond their usual spread' : 'within their usual spread',
  };
}

/** What leads the list: what is real, then what may be, then what is not. */
function rankOf(d: Difference): number {
  if (d.change) return d.change.word === 'real change' ? 3 : d.change.word === 'too few swings to tell' ? 2 : 1;
  return d.usual ? (d.usual.word === 'beyond their usual spread' ? 3 : 1) : 2;
}

/** The swing nearest a set's own centre: the least sum of squared distances from the means, in worths. */
export function representative(set: readonly SomeMeasures[], ids: readonly MeasureId[]): number {
  const means = ids.map((id) => {
    const v = set.flatMap((m) => numberOf(m[id]) ?? []);
    return mean(v);
  });
  const distance = (m: SomeMeasures): number =>
    ids.reduce((s, id, i) => {
      const [v, worth] = [numberOf(m[id]), worthOf(id)];
      return v === null || worth === null || !Number.isFinite(means[i]!) ? s : s + ((v - means[i]!) / worth) ** 2;
    }, 0);
  let best = 0;
  set.forEach((m, i) => {
    if (distance(m) < distance(set[best]!)) best = i;
  });
  return best;
}
