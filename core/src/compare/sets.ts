import tCdf from '@stdlib/stats-base-dists-t-cdf';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';
import { mean, variance } from './statistics.js';

export type ChangeWord = 'real change' | 'no change that matters' | 'too few swings to tell';

/** Two sets of one measure: what moved, how surely, and the word for it. */
export interface SetChange {
  readonly n: readonly [number, number];
  readonly mean: readonly [number, number];
  readonly sd: readonly [number, number];
  /** Second mean less first. */
  readonly difference: number;
  /** 95% interval of the difference (Welch). */
  readonly interval: readonly [number, number];
  /** Hedges' g. */
  readonly g: number;
  /** Adjusted over all measures compared together (Benjamini–Hochberg). */
  readonly p: number;
  readonly word: ChangeWord;
  /** With "too few": the smallest equal n at which the interval would tell, with the SDs seen; else null. */
  readonly enoughAt: number | null;
}

/** A measure in two sets, with the smallest difference a teacher would act on. */
export interface SetPair {
  readonly before: readonly number[];
  readonly after: readonly number[];
  readonly worth: number;
}

const SURE = 0.975;
const LIMIT = 0.05;
const MOST = 500;

/**
 * Compares two sets measure by measure (judging.md §2): Welch's t, Hedges' g, Benjamini–Hochberg over all pairs.
 * @returns per pair, in order; null where a set holds fewer than two values
 */
export function compareSets(pairs: readonly SetPair[]): (SetChange | null)[] {
  const raw = pairs.map((p) => (p.before.length < 2 || p.after.length < 2 ? null : welch(p)));
  const adjusted = benjaminiHochberg(raw.map((r) => r?.p ?? null));
  return raw.map((r, i) => r && judged(r, adjusted[i]!, pairs[i]!.worth));
}

type Raw = Omit<SetChange, 'word' | 'enoughAt'>;

function welch({ before, after }: SetPair): Raw {
  const [m1, m2] = [mean(before), mean(after)];
  const [v1, v2] = [variance(before), variance(after)];
  const [n1, n2] = [before.length, after.length];
  const se2 = v1 / n1 + v2 / n2;
  const difference = m2 - m1;
  const df = se2 > 0 ? se2 ** 2 / ((v1 / n1) ** 2 / (n1 - 1) + (v2 / n2) ** 2 / (n2 - 1)) : n1 + n2 - 2;
  const se = Math.sqrt(se2);
  const half = se * tQuantile(SURE, df);
  const p = se > 0 ? 2 * tCdf(-Math.abs(difference) / se, df) : difference === 0 ? 1 : 0;
  const pooled = Math.sqrt(((n1 - 1) * v1 + (n2 - 1) * v2) / (n1 + n2 - 2));
  const g = pooled > 0 ? (difference / pooled) * (1 - 3 / (4 * (n1 + n2) - 9)) : 0;
  return {
    n: [n1, n2],
    mean: [m1, m2],
    sd: [Math.sqrt(v1), Math.sqrt(v2)],
    difference,
    interval: [difference - half, difference + half],
    g,
    p,
  };
}

/** False-discovery control over the p values that are there. */
export function benjaminiHochberg(p: readonly (number | null)[]): (number | null)[] {
  const order = p.flatMap((x, i) => (x === null ? [] : [i])).sort((a, b) => p[b]! - p[a]!);
  const out: (number | null)[] = p.map(() => null);
  let least = 1;
  order.forEach((i, k) => {
    least = Math.min(least, (p[i]! * order.length) / (order.length - k));
    out[i] = least;
  });
  return out;
}

function judged(r: Raw, p: number, worth: number): SetChange {
  const [lo, hi] = r.interval;
  if (p < LIMIT && Math.abs(r.difference) >= worth) return { ...r, p, word: 'real change', enoughAt: null };
  if (lo >= -worth && hi <= worth) return { ...r, p, word: 'no change that matters', enoughAt: null };
  return { ...r, p, word: 'too few swings to tell', enoughAt: enough(r.sd, Math.max(Math.abs(r.difference), worth)) };
}

/** Smallest equal n at which the 95% half-width is under half of what is to be told. */
function enough([s1, s2]: readonly [number, number], tell: number): number | null {
  for (let n = 2; n <= MOST; n++) {
    const [a, b] = [s1 ** 2 / n, s2 ** 2 / n];
    const df = a + b > 0 ? (a + b) ** 2 / (a ** 2 / (n - 1) + b ** 2 / (n - 1)) : 2 * n - 2;
    if (Math.sqrt(a + b) * tQuantile(SURE, df) < tell / 2) return n;
  }
  return null;
}
