import tQuantile from '@stdlib/stats-base-dists-t-quantile';
import { mean } from '../compare/statistics.js';

/** A straight line through paired values, by least squares. */
export interface Relation {
  readonly n: number;
  readonly slope: number;
  readonly at0: number;
  /** 95% interval of the slope (t, n − 2). */
  readonly interval: readonly [number, number];
  /** Pearson's r. */
  readonly r: number;
}

/** Fewer points than this say little. */
export const FEW_POINTS = 12;
const SURE = 0.975;

/** How y goes with x; null under three points or without any spread in x. */
export function relationOf(points: readonly (readonly [x: number, y: number])[]): Relation | null {
  const n = points.length;
  if (n < 3) return null;
  const [mx, my] = [mean(points.map((p) => p[0])), mean(points.map((p) => p[1]))];
  const sum = (f: (x: number, y: number) => number): number => points.reduce((s, [x, y]) => s + f(x - mx, y - my), 0);
  const [xx, yy, xy] = [sum((x) => x * x), sum((_, y) => y * y), sum((x, y) => x * y)];
  if (!(xx > 0)) return null;
  const slope = xy / xx;
  const half = Math.sqrt(Math.max(0, yy - slope * xy) / (n - 2) / xx) * tQuantile(SURE, n - 2);
  return {
    n,
    slope,
    at0: my - slope * mx,
    interval: [slope - half, slope + half],
    r: yy > 0 ? xy / Math.sqrt(xx * yy) : 0,
  };
}
