import type { TimeBase } from '../condition/time-base.js';
import type { Recording, WholePath } from '../recording/recording.js';
import { median, quantile, type Series } from '../signal/series.js';
import { lessFrom, mapped, product } from '../signal/vector.js';
import type { FootLoads } from './foot-loads.js';

/** Part of the stature that both feet are assumed to stand apart on one plate (measuring.md §2). */
export const ASSUMED_STANCE = 0.26;
/** Where both feet are assumed on one plate, and the whole load they share, before filtering. */
export interface AssumedStance {
  /** Half the distance of the feet, m. */
  readonly half: number;
  /** Y of the middle between them, m, mirrored for a left-hander. */
  readonly centreY: number;
  readonly total: FootLoads;
}

/** A whole-body path as loads, on the grid, mirrored for a left-hander; without a load it weighs 1 throughout. */
export function pathLoads(p: WholePath, base: TimeBase, sign: 1 | -1): FootLoads {
  const fz = p.load ? base.bring(p.load) : new Float64Array(base.n).fill(1);
  const x = base.bring(p.x);
  const y = base.bring(p.y);
  // an unloaded device has no centre of pressure: nothing is nowhere
  const moment = (v: Float64Array, s: 1 | -1) => v.map((c, k) => (c === c ? s * c * fz[k]! : 0));
  return { fx: null, fy: null, fz, fzx: moment(x, 1), fzy: moment(y, sign), mz: null };
}

/** Whether anything in the recording says how much load there is: a path may come without. */
export const knowsLoad = (rec: Recording): boolean => rec.device !== 'path' || rec.path?.load != null;

/** Middle of the standing pressure: good enough to find a swing, before its address is known. */
export function standingMiddle(total: FootLoads): number {
  const half = quantile(total.fz, 0.9) / 2;
  const y = new Float64Array(total.fz.length);
  let n = 0;
  for (let k = 0; k < y.length; k++) if (total.fz[k]! > half) y[n++] = total.fzy[k]! / total.fz[k]!;
  return n ? median(y.subarray(0, n)) : 0;
}

/** Lead share in %, clipped to 0–100: (COPy − y_trail)/(y_lead − y_trail); NaN where the place is undefined. */
export const assumedShare = ({ half, centreY }: AssumedStance, y: Series): Float64Array =>
  mapped(y.v, (v) => Math.min(100, Math.max(0, (100 * (v - centreY + half)) / (2 * half))));

/**
 * Every load of one foot as its share of the whole; half each where the share is undefined, so that both still sum
 * up.
 */
export function splitLoads(whole: FootLoads, share: Float64Array): { lead: FootLoads; trail: FootLoads } {
  const part = mapped(share, (s) => (Number.isNaN(s) ? 0.5 : s / 100));
  const foot = (of: Float64Array): FootLoads => ({
    fx: whole.fx && product(whole.fx, of),
    fy: whole.fy && product(whole.fy, of),
    fz: product(whole.fz, of),
    fzx: product(whole.fzx, of),
    fzy: product(whole.fzy, of),
    mz: whole.mz && product(whole.mz, of),
  });
  return { lead: foot(part), trail: foot(lessFrom(1, part)) };
}
