import { VilkoError } from '../error.js';
import { median } from '../signal/series.js';

/** A regular grid and how to bring raw samples onto it. */
export interface TimeBase {
  readonly t0: number;
  readonly rate: number;
  readonly n: number;
  /** Sentences about what had to be mended. */
  readonly warnings: readonly string[];
  /** Stretches without samples, s on the recording's clock. */
  readonly holes: readonly { readonly from: number; readonly to: number }[];
  /** Raw samples [time.length] to grid values [n]. */
  readonly bring: (raw: ArrayLike<number>) => Float64Array;
}

const ON_GRID = 1e-3;
const ROUNDED_PART = 0.05;
/** A grid this many times longer than its samples is not a recording with holes, but one with a damaged clock. */
const MOST_EMPTY = 20;
const SHORT = 100_000;

/**
 * Orders raw stamps (s), drops repeats (the first of equals is kept), finds the nominal rate 1/median positive
 * step and lays a grid t0 + k/rate over them; samples within 0.1% of a step of the grid are used as they are, the
 * others interpolated. With more than 5% equal stamps the clock was rounded: samples are taken as equidistant.
 */
export function timeBase(time: ArrayLike<number>, what = 'samples'): TimeBase {
  const plain = strictlyRising(time);
  if (plain) return onGrid(time, plain, [], what);
  const warnings: string[] = [];
  const all = Array.from({ length: time.length }, (_, i) => i).filter((i) => Number.isFinite(time[i]!));
  if (all.length < time.length) warnings.push(`${time.length - all.length} ${what} without a time were left out`);
  let disorder = 0;
  for (let k = 1; k < all.length; k++) if (time[all[k]!]! < time[all[k - 1]!]!) disorder++;
  if (disorder) {
    all.sort((p, q) => time[p]! - time[q]! || p - q);
    warnings.push(`${disorder} ${what} came out of order and were sorted by time`);
  }
  const equal = all.filter((i, k) => k > 0 && time[i] === time[all[k - 1]!]).length;
  const first = time[all[0]!] ?? NaN;
  const last = time[all.at(-1)!] ?? NaN;
  if (!(last > first))
    throw new VilkoError('unreadable', all.length ? `all ${what} carry the same time` : `no ${what} carry a time`);
  if (all.length > 2 && equal > ROUNDED_PART * (all.length - 1)) {
    const rate = (all.length - 1) / (last - first);
    warnings.push(
      `the times are rounded (${equal} equal ones): ${what} are taken as equidistant at ${rate.toFixed(1)} Hz`,
    );
    const order = Int32Array.from(all);
    const bring = (raw: ArrayLike<number>) => Float64Array.from(order, (i) => raw[i]!);
    return { t0: first, rate, n: order.length, warnings, holes: [], bring };
  }
  const kept = Int32Array.from(all.filter((i, k) => k === 0 || time[i] !== time[all[k - 1]!]));
  if (equal) warnings.push(`${equal} ${what} repeated a time and were left out`);
  return onGrid(time, kept, warnings, what);
}

/** Indices 0 … n − 1 when all stamps are finite and each is later than the one before, else null. */
function strictlyRising(time: ArrayLike<number>): Int32Array | null {
  if (!Number.isFinite(time[0]) || !Number.isFinite(time[time.length - 1])) return null;
  const all = new Int32Array(time.length);
  for (let k = 1; k < time.length; k++) {
    if (!(time[k]! > time[k - 1]!)) return null;
    all[k] = k;
  }
  return all;
}

/** The grid over samples whose stamps rise. */
function onGrid(time: ArrayLike<number>, kept: Int32Array, warnings: string[], what: string): TimeBase {
  const last = kept.length - 1;
  const first = time[kept[0]!]!;
  const steps = new Float64Array(last);
  for (let k = 0; k < last; k++) steps[k] = time[kept[k + 1]!]! - time[kept[k]!]!;
  // a clock of decimal stamps has a rate of few digits; the rest is rounding of the differences
  const rate = last > 0 ? Number((1 / median(steps)).toPrecision(9)) : 1;
  const step = 1 / rate;
  const hole = Math.max(0.05, 1.5 * step) + 1e-6;
  const holes: { from: number; to: number }[] = [];
  for (let k = 0; k < last; k++) if (steps[k]! > hole) holes.push({ from: time[kept[k]!]!, to: time[kept[k + 1]!]! });
  const n = Math.floor((time[kept[last]!]! - first) * rate + 1e-3) + 1;
  if (!(n <= MOST_EMPTY * kept.length + SHORT))
    throw new VilkoError(
      'unreadable',
      `the times reach from ${first.toPrecision(6)} to ${time[kept[last]!]!.toPrecision(6)} s, but there are ${what} at ${rate.toPrecision(4)} Hz for ${(kept.length / rate).toPrecision(3)} s only: the clock is damaged`,
    );
  const left = new Int32Array(n);
  const part = new Float64Array(n);
  let plain = n === time.length;
  for (let k = 0, j = 0; k < n; k++) {
    const t = first + k * step;
    while (j + 2 < kept.length && time[kept[j + 1]!]! <= t) j++;
    const i = kept[j]!;
    const next = kept[Math.min(j + 1, last)]!;
    left[k] = j;
    if (Math.abs(t - time[i]!) <= ON_GRID * step) part[k] = 0;
    else if (Math.abs(t - time[next]!) <= ON_GRID * step) part[k] = 1;
    else part[k] = next === i ? 0 : (t - time[i]!) / (time[next]! - time[i]!);
    plain &&= (part[k] === 0 && i === k) || (part[k] === 1 && next === k);
  }
  const bring = (raw: ArrayLike<number>): Float64Array => {
    // every sample lies on the grid where it is: used as it is
    if (plain) return raw instanceof Float64Array ? raw.slice() : Float64Array.from(raw);
    const out = new Float64Array(n);
    for (let k = 0; k < n; k++) {
      const f = part[k]!;
      const a = raw[kept[left[k]!]!]!;
      out[k] = f === 0 ? a : a * (1 - f) + raw[kept[left[k]! + 1]!]! * f;
    }
    return out;
  };
  return { t0: first, rate, n, warnings, holes, bring };
}
