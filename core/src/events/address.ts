import type { Cop } from '../ground/foot-loads.js';
import { rollingVariance } from '../signal/rolling-variance.js';
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
