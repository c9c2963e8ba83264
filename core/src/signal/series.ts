import { mapped } from './vector.js';

/** A signal sampled on a regular grid: sample k lies at t0 + k/rate. NaN marks "undefined here". */
export interface Series {
  readonly t0: number;
  readonly rate: number;
  readonly v: Float64Array;
}

export interface Point {
  readonly t: number;
  readonly v: number;
}

export const timeOf = (s: Series, k: number): number => s.t0 + k / s.rate;
export const endOf = (s: Series): number => s.t0 + (s.v.length - 1) / s.rate;
export const withValues = (s: Series, v: Float64Array): Series => ({ t0: s.t0, rate: s.rate, v });

/** A hair of a sample: times that come from the grid itself must not fall between samples by rounding. */
const HAIR = 1e-6;

/** Index of the first sample at or after t, and of the last at or before t. */
export const indexFrom = (s: Series, t: number): number => Math.max(0, Math.ceil((t - s.t0) * s.rate - HAIR));
export const indexTo = (s: Series, t: number): number =>
  Math.min(s.v.length - 1, Math.floor((t - s.t0) * s.rate + HAIR));

/** Value at t by linear interpolation; NaN outside the series or next to an undefined sample. */
export function at(s: Series, t: number): number {
  const x = (t - s.t0) * s.rate;
  const k = Math.round(x);
  if (Math.abs(x - k) < HAIR) return k >= 0 && k < s.v.length ? s.v[k]! : NaN;
  const i = Math.floor(x);
  if (!(i >= 0 && i + 1 < s.v.length)) return NaN;
  const f = x - i;
  return s.v[i]! * (1 - f) + s.v[i + 1]! * f;
}

/** First and last sample strictly inside [a, b]. */
function inside(s: Series, a: number, b: number): readonly [first: number, last: number] {
  const first = Math.max(0, Math.floor((a - s.t0) * s.rate + HAIR) + 1);
  return [first, Math.min(s.v.length - 1, Math.ceil((b - s.t0) * s.rate - HAIR) - 1)];
}

/** Visits the window [a, b]: its interpolated start, every sample strictly inside, its interpolated end. */
export function visit(s: Series, a: number, b: number, see: (t: number, v: number) => void): void {
  if (!(b >= a)) return;
  see(a, at(s, a));
  const [first, last] = inside(s, a, b);
  for (let k = first; k <= last; k++) see(timeOf(s, k), s.v[k]!);
  if (b > a) see(b, at(s, b));
}

/** The greatest defined value in [a, b], the earliest of equals; null when nothing is defined there. */
export const greatest = (s: Series, a: number, b: number): Point | null => farthest(s, a, b, 1);

/** The least defined value in [a, b], the earliest of equals. */
export const least = (s: Series, a: number, b: number): Point | null => farthest(s, a, b, -1);

function farthest(s: Series, a: number, b: number, sign: 1 | -1): Point | null {
  if (!(b >= a)) return null;
  // what is undefined is no more than anything, and anything is more than it
  let most = sign * at(s, a);
  const isMore = (x: number): boolean => x > most || (most !== most && x === x);
  let found = -1;
  const [first, last] = inside(s, a, b);
  for (let k = first; k <= last; k++) {
    const x = sign * s.v[k]!;
    if (isMore(x)) {
      most = x;
      found = k;
    }
  }
  const end = at(s, b);
  if (b > a && isMore(sign * end)) return { t: b, v: end };
  return most === most ? { t: found < 0 ? a : timeOf(s, found), v: sign * most } : null;
}

export const mapSeries = (s: Series, f: (v: number, k: number) => number): Series => withValues(s, mapped(s.v, f));

export const negated = (s: Series): Series => mapSeries(s, (x) => -x);

type Direction = 'up' | 'down';
/** From and to, s. */
export type Window = readonly [number, number];

/** Times inside [a, b] at which the series passes `level` in the given direction, by linear interpolation. */
export function passages(s: Series, level: number, direction: Direction, [a, b]: Window): number[] {
  const sign = direction === 'up' ? 1 : -1;
  const found: number[] = [];
  let pt = NaN;
  let pv = NaN;
  visit(s, a, b, (t, raw) => {
    const v = sign * (raw - level);
    if (pv < 0 && v >= 0) found.push(pt + ((t - pt) * -pv) / (v - pv));
    pt = t;
    pv = v;
  });
  return found;
}

/** The last of `passages`, looked for from the end: a window may reach back to the start of a long recording. */
export function lastPassage(s: Series, level: number, direction: Direction, [a, b]: Window): number | null {
  if (!(b > a)) return null;
  const sign = direction === 'up' ? 1 : -1;
  const first = Math.max(0, Math.floor((a - s.t0) * s.rate + HAIR) + 1);
  let t = b;
  let v = sign * (at(s, b) - level);
  for (let k = Math.min(s.v.length - 1, Math.ceil((b - s.t0) * s.rate - HAIR) - 1); k >= first - 1; k--) {
    const inside = k >= first;
    const pt = inside ? timeOf(s, k) : a;
    const pv = sign * ((inside ? s.v[k]! : at(s, a)) - level);
    if (pv < 0 && v >= 0) return pt + ((t - pt) * -pv) / (v - pv);
    t = pt;
    v = pv;
  }
  return null;
}
export const firstPassage = (s: Series, level: number, d: Direction, within: Window): number | null =>
  passages(s, level, d, within)[0] ?? null;

/** Mean and population SD of the defined samples i0 … i1 − 1. */
export function moments(v: ArrayLike<number>, i0 = 0, i1 = v.length): { mean: number; sd: number; n: number } {
  let n = 0;
  let sum = 0;
  for (let k = Math.max(0, i0); k < i1 && k < v.length; k++)
    if (v[k]! === v[k]!) {
      n++;
      sum += v[k]!;
    }
  const mean = n ? sum / n : NaN;
  let squares = 0;
  for (let k = Math.max(0, i0); k < i1 && k < v.length; k++) if (v[k]! === v[k]!) squares += (v[k]! - mean) ** 2;
  return { mean, sd: n ? Math.sqrt(squares / n) : NaN, n };
}

/** Mean and SD of the samples whose times lie in [a, b]. */
export const momentsBetween = (s: Series, a: number, b: number) => moments(s.v, indexFrom(s, a), indexTo(s, b) + 1);

/** Integral over [a, b] by trapezoids, the ends interpolated. */
export function integral(s: Series, a: number, b: number): number {
  if (!(b > a)) return 0;
  const [first, last] = inside(s, a, b);
  let sum = 0;
  let pt = a;
  let pv = at(s, a);
  for (let k = first; k <= last; k++) {
    const t = timeOf(s, k);
    const v = s.v[k]!;
    sum += ((v + pv) / 2) * (t - pt);
    pt = t;
    pv = v;
  }
  return sum + ((at(s, b) + pv) / 2) * (b - pt);
}

/** Derivative by central differences, one-sided at the ends (per second). */
export function derivative(s: Series): Series {
  const n = s.v.length;
  const d = new Float64Array(n).fill(NaN);
  if (n > 1) {
    d[0] = (s.v[1]! - s.v[0]!) * s.rate;
    d[n - 1] = (s.v[n - 1]! - s.v[n - 2]!) * s.rate;
    for (let k = 1; k < n - 1; k++) d[k] = ((s.v[k + 1]! - s.v[k - 1]!) * s.rate) / 2;
  }
  return withValues(s, d);
}

/** Undefined samples between two defined ones bridged linearly, those at the ends held. */
export function bridged(v: Float64Array): Float64Array {
  const out = v.slice();
  let last = -1;
  for (let k = 0; k < v.length; k++) {
    if (v[k] !== v[k]) continue;
    for (let j = last + 1; j < k; j++)
      out[j] = last < 0 ? v[k]! : v[last]! + ((v[k]! - v[last]!) * (j - last)) / (k - last);
    last = k;
  }
  if (last >= 0) out.fill(v[last]!, last + 1);
  return out;
}

/** Median of the defined values. */
export function median(v: ArrayLike<number>): number {
  return quantile(v, 0.5);
}

/** Quantile q of the defined values, linear between order statistics. */
export function quantile(v: ArrayLike<number>, q: number): number {
  const own = new Float64Array(v.length);
  let n = 0;
  for (let k = 0; k < v.length; k++) if (v[k]! === v[k]!) own[n++] = v[k]!;
  if (n === 0) return NaN;
  const x = q * (n - 1);
  const i = Math.floor(x);
  const low = select(own, n, i);
  if (i + 1 >= n || x === i) return low;
  // everything behind i is no less than it: the next order statistic is the least of them
  let next = Infinity;
  for (let k = i + 1; k < n; k++) if (own[k]! < next) next = own[k]!;
  return low + (x - i) * (next - low);
}

/**
 * Order statistic i of the first n values, by Hoare's selection; reorders `v` so that those before i are no greater.
 */
function select(v: Float64Array, n: number, i: number): number {
  let left = 0;
  let right = n - 1;
  while (left < right) {
    const pivot = v[(left + right) >> 1]!;
    let a = left;
    let b = right;
    while (a <= b) {
      while (v[a]! < pivot) a++;
      while (v[b]! > pivot) b--;
      if (a > b) break;
      const t = v[a]!;
      v[a++] = v[b]!;
      v[b--] = t;
    }
    if (i <= b) right = b;
    else if (i >= a) left = a;
    else break;
  }
  return v[i]!;
}
