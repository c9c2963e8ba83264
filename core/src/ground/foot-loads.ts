import type { Series } from '../signal/series.js';
import { lowPass } from '../condition/low-pass.js';
import { plus } from '../signal/vector.js';

/**
 * The linear quantities of one foot about the lab origin, each [n]: forces (N), load·x and load·y (N·m), and Mz
 * (N·m). Horizontal forces and Mz are null on devices that have none. Only these may be filtered.
 */
export interface FootLoads {
  readonly fx: Float64Array | null;
  readonly fy: Float64Array | null;
  readonly fz: Float64Array;
  readonly fzx: Float64Array;
  readonly fzy: Float64Array;
  readonly mz: Float64Array | null;
}

/** Low-passes every linear quantity; the load is clipped at 0 afterwards. */
export function filterLoads(raw: FootLoads, fc: number, rate: number): FootLoads {
  const f = (x: Float64Array) => lowPass(x, fc, rate);
  const fz = f(raw.fz);
  for (let k = 0; k < fz.length; k++) if (fz[k]! < 0) fz[k] = 0;
  return {
    fx: raw.fx && f(raw.fx),
    fy: raw.fy && f(raw.fy),
    fz,
    fzx: f(raw.fzx),
    fzy: f(raw.fzy),
    mz: raw.mz && f(raw.mz),
  };
}

/** Both feet together. */
export function bothFeet(a: FootLoads, b: FootLoads): FootLoads {
  return {
    fx: a.fx && b.fx && plus(a.fx, b.fx),
    fy: a.fy && b.fy && plus(a.fy, b.fy),
    fz: plus(a.fz, b.fz),
    fzx: plus(a.fzx, b.fzx),
    fzy: plus(a.fzy, b.fzy),
    mz: a.mz && b.mz && plus(a.mz, b.mz),
  };
}

/** A centre of pressure, m in lab directions. */
export interface Cop {
  readonly x: Series;
  readonly y: Series;
}

/** Centre of pressure of loads; NaN where the load is under `threshold`. */
export function copOf(loads: FootLoads, threshold: number, t0: number, rate: number): Cop {
  const n = loads.fz.length;
  const x = new Float64Array(n).fill(NaN);
  const y = new Float64Array(n).fill(NaN);
  for (let k = 0; k < n; k++) {
    const fz = loads.fz[k]!;
    if (fz < threshold || fz === 0) continue;
    x[k] = loads.fzx[k]! / fz;
    y[k] = loads.fzy[k]! / fz;
  }
  return { x: { t0, rate, v: x }, y: { t0, rate, v: y } };
}
