import type { Board, Handed, Platform } from '../recording/recording.js';
import type { TimeBase } from '../condition/time-base.js';
import { quantile } from '../signal/series.js';
import type { FootLoads } from './foot-loads.js';
import { boardFz, boardMx, boardMy, type FourCells, momentX, momentY } from './plate-moments.js';

/** +1 for a right-hander; a left-hander's recording is mirrored in Y once, here. */
export const mirrorSign = (handed: Handed): 1 | -1 => (handed === 'left' ? -1 : 1);

/**
 * A platform's wrench moved from its surface centre to the lab origin, on the grid, mirrored for a left-hander
 * (polar y → −y; axial x → −x, z → −z).
 */
export function platformLoads(p: Platform, base: TimeBase, sign: 1 | -1): FootLoads {
  const [fx, fy, fz, mx, my, mz] = (['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((c) => base.bring(p[c])) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const [cx, cy] = p.centre;
  const n = base.n;
  const out = { fx, fy, fz, fzx: new Float64Array(n), fzy: new Float64Array(n), mz };
  for (let k = 0; k < n; k++) {
    out.fzx[k] = momentX(fz[k]!, my[k]!, cx);
    out.fzy[k] = momentY(fz[k]!, mx[k]!, cy, sign);
    mz[k] = sign * (mz[k]! + cx * fy[k]! - cy * fx[k]!);
    fy[k] = sign * fy[k]!;
  }
  return out;
}

/** A board's four cells as loads: Fz = Σc, Mx = hy(c1 + c2 − c3 − c4), My = −hx(c1 − c2 − c3 + c4). */
export function boardLoads(b: Board, base: TimeBase, sign: 1 | -1): FootLoads {
  const [c1, c2, c3, c4] = b.cells.map((c) => base.bring(c)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const [cx, cy] = b.centre;
  const four = (k: number): FourCells => [c1[k]!, c2[k]!, c3[k]!, c4[k]!];
  const fz = c1.map((_, k) => boardFz(...four(k)));
  const fzx = fz.map((f, k) => momentX(f, boardMy(b.hx, four(k)), cx));
  const fzy = fz.map((f, k) => momentY(f, boardMx(b.hy, four(k)), cy, sign));
  return { fx: null, fy: null, fz, fzx, fzy, mz: null };
}

/** A platform counts if the 75th percentile of its load is over 20 N and over this part of the largest one's. */
const LEAST_PART = 0.04;

/** Indices of the platforms that carry a foot: the loaded ones, of more than two the two most loaded. */
export function loadedPlatforms(loads: readonly FootLoads[]): number[] {
  const typical = loads.map((l) => quantile(l.fz, 0.75));
  const most = Math.max(...typical, 0);
  return typical
    .map((load, i) => ({ load, i }))
    .filter(({ load }) => load > 20 && load > LEAST_PART * most)
    .sort((a, b) => b.load - a.load)
    .slice(0, 2)
    .map(({ i }) => i)
    .sort((a, b) => a - b);
}
