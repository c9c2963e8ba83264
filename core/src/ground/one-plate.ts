import { median, quantile, type Series } from '../signal/series.js';
import type { FootLoads } from './foot-loads.js';

/** Part of the stature that both feet are assumed to stand apart on one plate (measuring.md §2). */
export const ASSUMED_STANCE = 0.26;
export const ASSUMED_STANCE_REASON = 'one plate: both feet assumed 0.26 x stature apart, centred on the pressure at address';

/** Where both feet are assumed on one plate, and the whole load they share, before filtering. */
export interface AssumedStance {
  /** Half the distance of the feet, m. */
  readonly half: number;
  /** Y of the middle between them, m, mirrored for a left-hander. */
  readonly centreY: number;
  readonly total: FootLoads;
}

/** Middle of the standing pressure: good enough to find a swing, before its address is known. */
export function standingMiddle(total: FootLoads): number {
  const half = quantile(total.fz, 0.9) / 2;
  const y = total.fzy.map((m, k) => m / total.fz[k]!).filter((_, k) => total.fz[k]! > half);
  return y.length ? median(y) : 0;
}

/** Lead share in %, clipped to 0–100: (COPy − y_trail)/(y_lead − y_trail); NaN where the place is undefined. */
export const assumedShare = ({ half, centreY }: AssumedStance, y: Series): Float64Array =>
  y.v.map((v) => Math.min(100, Math.max(0, (100 * (v - centreY + half)) / (2 * half))));

/** Every load of one foot as its share of the whole; half each where the share is undefined, so that both still sum up. */
export function splitLoads(whole: FootLoads, share: Float64Array): { lead: FootLoads; trail: FootLoads } {
  const part = share.map((s) => (Number.isNaN(s) ? 0.5 : s / 100));
  const scaled = (v: Float64Array | null, of: (p: number) => number) => v && v.map((x, k) => x * of(part[k]!));
  const foot = (of: (p: number) => number): FootLoads => ({
    fx: scaled(whole.fx, of),
    fy: scaled(whole.fy, of),
    fz: scaled(whole.fz, of)!,
    fzx: scaled(whole.fzx, of)!,
    fzy: scaled(whole.fzy, of)!,
    mz: scaled(whole.mz, of),
  });
  return { lead: foot((p) => p), trail: foot((p) => 1 - p) };
}
