import { FEET, type FeetPair, type FootName, forwardPosition, insidePosition } from '../ground/foot-outline.js';
import { cellX, cellY } from '../ground/mat-feet.js';
import { mirrorSign } from '../ground/platforms.js';
import { median } from '../signal/series.js';
import type { SwingContext } from './context.js';
import { matShift } from './swing-context.js';
import type { MatCells } from '../ground/mat-cells.js';

/** Load that noise adds under one foot, in the unit of the loads, and where it lies. */
export interface Added {
  readonly load: number;
  /** Mean forward (%) and inside position of the cells it lies on. */
  readonly fwd: number;
  readonly inside: number;
  /** Part of it that lies forward of the middle of the foot, 0–1. */
  readonly toes: number;
}

/** A cell that reads under this many SDs of its own noise may be empty. */
const EMPTY = 2;
/** Mean of normal noise of SD 1 of which what is under 0 is cut off. */
const RECTIFIED = 0.4;
/** SD of rounding to whole counts. */
const ROUNDING = 0.29;

/**
 * Cells cannot read less than nothing: noise on an empty cell only adds. Where a foot carries little, that draws its
 * pressure to the middle of the sole and its load up. Null on devices without a mat.
 */
export function matBias(c: SwingContext): ((t: number) => FeetPair<Added>) | null {
  const m = c.ground.mat;
  if (!m?.told || !c.outlines) return null;
  const { mat, cells, told } = m;
  const count = mat.rows * mat.cols;
  const from = frameAt(mat.time, c.swing.address.start);
  const to = frameAt(mat.time, c.swing.address.end);
  const sigma = noiseOf(cells, count, [from, to]);
  const sign = mirrorSign(c.ground.handed);
  const [sx, sy] = matShift(c.ground, c.swing);
  const place = (cell: number, foot: FootName) => {
    const o = c.outlines![foot];
    const [x, y] = [cellX(mat, cell) + sx, cellY(mat, cell, sign) + sy];
    return { cell, fwd: forwardPosition(o, x, y), inside: insidePosition(o, x, y) };
  };
  const own = FEET.map((foot, i) =>
    Array.from({ length: count }, (_, cell) => cell)
      .filter((cell) => told.owner[cell] === i && cells.high[cell]! > 0)
      .map((cell) => place(cell, foot)),
  );
  return (t) => {
    const k = frameAt(mat.time, t) * count;
    const [lead, trail] = own.map((foot): Added => {
      let [n, fwd, inside, toes] = [0, 0, 0, 0];
      for (const p of foot) {
        if (cells.frames[k + p.cell]! > EMPTY * sigma) continue;
        n++;
        fwd += p.fwd;
        inside += p.inside;
        if (p.fwd > 50) toes++;
      }
      return n
        ? { load: RECTIFIED * sigma * n * mat.pitch ** 2, fwd: fwd / n, inside: inside / n, toes: toes / n }
        : { load: 0, fwd: 0, inside: 0, toes: 0 };
    });
    return { lead: lead!, trail: trail! };
  };
}

/** Index of the frame nearest to t. */
function frameAt(time: Float64Array, t: number): number {
  let [a, b] = [0, time.length - 1];
  while (a < b) {
    const mid = (a + b) >> 1;
    if (time[mid]! < t) a = mid + 1;
    else b = mid;
  }
  return a > 0 && t - time[a - 1]! < time[a]! - t ? a - 1 : a;
}

/** SD of a loaded cell's noise from frame to frame while the golfer stands; a mat of whole counts has its rounding. */
function noiseOf({ frames, loaded }: MatCells, count: number, [from, to]: readonly [number, number]): number {
  const each: number[] = [];
  for (let cell = 0; cell < count; cell++) {
    if (!loaded[cell]) continue;
    let sum = 0;
    for (let k = from + 1; k <= to; k++) sum += (frames[k * count + cell]! - frames[(k - 1) * count + cell]!) ** 2;
    each.push(Math.sqrt(sum / 2 / Math.max(1, to - from)));
  }
  const sd = each.length ? median(each) : 0;
  return frames instanceof Uint8Array || frames instanceof Uint16Array ? Math.max(ROUNDING, sd) : sd;
}

/** How much the lead share may be off at t, points, for what noise adds; 0 where plates carry the shares. */
export function shareBias(c: SwingContext): (t: number, share: number) => number {
  const bias = c.ground.device === 'mat' ? matBias(c) : null;
  if (!bias) return () => 0;
  const { fz } = c.ground.both;
  const { t0, rate } = c.ground.base;
  return (t, share) => {
    const total = fz[Math.round((t - t0) * rate)] ?? NaN;
    const { lead, trail } = bias(t);
    const off = Math.abs(lead.load * (100 - share) - trail.load * share) / total;
    return Number.isFinite(off) ? off : 0;
  };
}
