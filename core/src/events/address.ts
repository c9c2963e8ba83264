import type { Cop } from '../ground/foot-loads.js';
import { indexFrom, indexTo, timeOf } from '../signal/series.js';

const WINDOW = 0.3;
const SHORTEST = 0.1;
const SEARCH = 2;

/** The quiet window at address: samples i0 … i1 − 1 and their times. */
export interface AddressWindow {
  readonly i0: number;
  readonly i1: number;
  readonly start: number;
  readonly end: number;
}

/**
 * Of the 0.3 s windows whose Var(COPx) + Var(COPy) is within twice the least, the last, ending no later than
 * `limit` and starting no earlier than limit − 2 s or `earliest`. A late recording gives what there is, at least
 * 0.1 s; else null.
 * @param path whole-body COP at the path's cutoff
 */
export function findAddress(path: Cop, limit: number, earliest: number): AddressWindow | null {
  const { x, y } = path;
  const from = indexFrom(x, Math.max(limit - SEARCH, earliest));
  const to = indexTo(x, limit);
  const length = Math.round(WINDOW * x.rate);
  const window = (i0: number, i1: number): AddressWindow => ({ i0, i1, start: timeOf(x, i0), end: timeOf(x, i1) });
  if (to - from + 1 < length) {
    const short = to - from + 1;
    return short >= Math.round(SHORTEST * x.rate) && short > 2 ? window(from, to + 1) : null;
  }
  const vx = rollingVariance(x.v, from, to, length);
  const vy = rollingVariance(y.v, from, to, length);
  const spread = vx.map((v, k) => v + vy[k]!);
  const least = spread.reduce((a, b) => (b < a ? b : a), Infinity);
  if (!Number.isFinite(least)) return null;
  for (let k = spread.length - 1; k >= 0; k--) if (spread[k]! <= 2 * least) return window(from + k, from + k + length);
  return null;
}

/** Population variance of every window of `length` samples that lies in from … to; NaN where undefined. */
export function rollingVariance(v: Float64Array, from: number, to: number, length: number): Float64Array {
  const out = new Float64Array(Math.max(0, to - from - length + 2));
  const origin = v[from]!; // differences from the first sample keep the running squares small
  let sum = 0;
  let squares = 0;
  let undefinedOnes = 0;
  const add = (x: number, sign: 1 | -1) => {
    if (x !== x) undefinedOnes += sign;
    else {
      const d = x - (origin === origin ? origin : 0);
      sum += sign * d;
      squares += sign * d * d;
    }
  };
  for (let k = from; k <= to; k++) {
    add(v[k]!, 1);
    if (k - from >= length) add(v[k - length]!, -1);
    if (k - from >= length - 1) out[k - from - length + 1] = undefinedOnes ? NaN : Math.max(0, squares / length - (sum / length) ** 2);
  }
  return out;
}
