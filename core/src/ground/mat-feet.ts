import type { Mat } from '../recording/recording.js';
import type { TimeBase } from '../condition/time-base.js';
import type { FootLoads } from './foot-loads.js';
import { type FeetPair, type FootName, type FootOutline, forwardPosition } from './foot-outline.js';
import { type MatCells, neighbours } from './mat-cells.js';

/** Centroids of two feet are never nearer than this, m: nearer groups are two parts of one foot. */
const LEAST_APART = 0.08;

/** Which foot each cell belongs to through the whole swing, and the outlines found. */
export interface MatFeet {
  /** 0 lead, 1 trail, per cell. */
  readonly owner: Uint8Array;
  readonly outlines: FeetPair<FootOutline>;
  /** Feet with loaded cells in the outermost row or column. */
  readonly offTheMat: readonly FootName[];
}

interface Region {
  readonly cells: number[];
  readonly weight: number;
  readonly y: number;
}

/** Lab position of a cell, Y already mirrored for a left-hander. */
export const cellX = (mat: Pick<Mat, 'cols' | 'pitch'>, c: number): number => Math.floor(c / mat.cols) * mat.pitch;
export const cellY = (mat: Pick<Mat, 'cols' | 'pitch'>, c: number, sign: 1 | -1): number =>
  sign * (c % mat.cols) * mat.pitch;

/**
 * Tells the two feet apart: 8-connected regions of loaded cells, put into two groups by load-weighted Y
 * (2-means); an unloaded cell goes to the nearest loaded cell's foot. Null when there is only one group.
 */
export function matFeet(mat: Mat, cells: MatCells, sign: 1 | -1): MatFeet | null {
  const regions = findRegions(mat, cells, sign);
  const groups = twoGroups(regions);
  if (!groups) return null;
  const owner = ownersOf(mat, groups);
  const outline = (foot: FootName, cs: number[]) => outlineOf(mat, { cells: cs, weight: cells.high }, sign, foot);
  const edge = (c: number) => {
    const r = Math.floor(c / mat.cols);
    const q = c % mat.cols;
    return r === 0 || q === 0 || r === mat.rows - 1 || q === mat.cols - 1;
  };
  return {
    owner,
    outlines: { lead: outline('lead', groups.lead), trail: outline('trail', groups.trail) },
    offTheMat: (['lead', 'trail'] as const).filter((f) => groups[f].some(edge)),
  };
}

function findRegions(mat: Mat, { loaded, high }: MatCells, sign: 1 | -1): Region[] {
  const seen = new Uint8Array(loaded.length);
  const regions: Region[] = [];
  for (let start = 0; start < loaded.length; start++) {
    if (!loaded[start] || seen[start]) continue;
    const cells = [start];
    seen[start] = 1;
    for (let i = 0; i < cells.length; i++)
      for (const d of neighbours(cells[i]!, mat))
        if (loaded[d] && !seen[d]) {
          seen[d] = 1;
          cells.push(d);
        }
    const weight = cells.reduce((s, c) => s + high[c]!, 0);
    regions.push({ cells, weight, y: cells.reduce((s, c) => s + high[c]! * cellY(mat, c, sign), 0) / weight });
  }
  return regions;
}

/** 2-means over the regions' Y, weighted by load, started at the outermost two. */
function twoGroups(regions: readonly Region[]): FeetPair<number[]> | null {
  if (regions.length < 2) return null;
  let high = Math.max(...regions.map((r) => r.y));
  let low = Math.min(...regions.map((r) => r.y));
  let isLead: boolean[] = [];
  for (let round = 0; round < 100; round++) {
    const next = regions.map((r) => Math.abs(r.y - high) < Math.abs(r.y - low));
    if (next.every((x, i) => x === isLead[i])) break;
    isLead = next;
    const centre = (lead: boolean) => {
      const mine = regions.filter((_, i) => isLead[i] === lead);
      return mine.reduce((s, r) => s + r.weight * r.y, 0) / mine.reduce((s, r) => s + r.weight, 0);
    };
    high = centre(true);
    low = centre(false);
  }
  if (!(high - low > LEAST_APART)) return null;
  const of = (lead: boolean) => regions.flatMap((r, i) => (isLead[i] === lead ? r.cells : []));
  return { lead: of(true), trail: of(false) };
}

/** Nearest neighbour: every cell gets the foot of the loaded cell nearest to it. */
function ownersOf(mat: Mat, groups: FeetPair<number[]>): Uint8Array {
  const lead = nearest(mat, groups.lead);
  const trail = nearest(mat, groups.trail);
  return Uint8Array.from(lead, (d, c) => (d <= trail[c]! ? 0 : 1));
}

/** Squared distance of every cell, in cells, to the nearest of these: along its own rows first, then across them. */
function nearest({ rows, cols }: Mat, these: readonly number[]): Float64Array {
  const along = new Float64Array(rows * cols).fill(Infinity);
  for (const c of these) along[c] = 0;
  for (let c = 1; c < along.length; c++) if (c % cols) along[c] = Math.min(along[c]!, along[c - 1]! + 1);
  for (let c = along.length - 2; c >= 0; c--) if ((c + 1) % cols) along[c] = Math.min(along[c]!, along[c + 1]! + 1);
  const used = Array.from({ length: rows }, (_, r) => r).filter((r) => along[r * cols]! < Infinity);
  const best = new Float64Array(along.length).fill(Infinity);
  for (const row of used)
    for (let r = 0; r < rows; r++)
      for (let q = 0; q < cols; q++) {
        const d = (row - r) ** 2 + along[row * cols + q]! ** 2;
        if (d < best[r * cols + q]!) best[r * cols + q] = d;
      }
  return best;
}

/** Box around a foot's loaded cells along its principal axis (weighted), pointing to +X, one pitch added. */
function outlineOf(
  mat: Mat,
  { cells: cs, weight: w }: { cells: readonly number[]; weight: Float64Array },
  sign: 1 | -1,
  foot: FootName,
): FootOutline {
  const xs = cs.map((c) => cellX(mat, c));
  const ys = cs.map((c) => cellY(mat, c, sign));
  const total = cs.reduce((s, c) => s + w[c]!, 0);
  const mx = cs.reduce((s, c, i) => s + w[c]! * xs[i]!, 0) / total;
  const my = cs.reduce((s, c, i) => s + w[c]! * ys[i]!, 0) / total;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  cs.forEach((c, i) => {
    sxx += w[c]! * (xs[i]! - mx) ** 2;
    sxy += w[c]! * (xs[i]! - mx) * (ys[i]! - my);
    syy += w[c]! * (ys[i]! - my) ** 2;
  });
  const angle = Math.atan2(2 * sxy, sxx - syy) / 2;
  const flip = Math.cos(angle) < 0 ? -1 : 1;
  const axis: [number, number] = [flip * Math.cos(angle), flip * Math.sin(angle)];
  const side: [number, number] = [-axis[1], axis[0]];
  const u = cs.map((_, i) => xs[i]! * axis[0] + ys[i]! * axis[1]);
  const v = cs.map((_, i) => xs[i]! * side[0] + ys[i]! * side[1]);
  const u0 = Math.min(...u) - mat.pitch / 2;
  const u1 = Math.max(...u) + mat.pitch / 2;
  const v0 = Math.min(...v) - mat.pitch / 2;
  const v1 = Math.max(...v) + mat.pitch / 2;
  const point = (a: number, b: number): [number, number] => [axis[0] * a + side[0] * b, axis[1] * a + side[1] * b];
  // `side` points to +Y, which is the inner edge of the trail foot and the outer edge of the lead foot
  const inner: [number, number] = foot === 'trail' ? side : [-side[0], -side[1]];
  return {
    heel: point(u0, (v0 + v1) / 2),
    centre: point((u0 + u1) / 2, (v0 + v1) / 2),
    axis,
    inner,
    length: u1 - u0,
    halfWidth: (v1 - v0) / 2,
  };
}

/** Loads of each foot and of its part forward of the middle, on the grid. */
export interface MatLoads {
  readonly feet: FeetPair<FootLoads>;
  /** Load on cells forward of the middle of the foot. */
  readonly toes: FeetPair<Float64Array>;
}

/** Sums cells to loads (value × area). Without two feet all load is counted to `lead` and `toes` are empty. */
export function matLoads(
  mat: Mat,
  { cells, feet }: { cells: MatCells; feet: MatFeet | null },
  base: TimeBase,
  sign: 1 | -1,
): MatLoads {
  const { active } = cells;
  const isTrail = (c: number): boolean => feet?.owner[c] === 1;
  const under = (trail: boolean): Under => {
    const mine = active.filter((c) => isTrail(c) === trail);
    const x = Float64Array.from(mine, (c) => cellX(mat, c));
    const y = Float64Array.from(mine, (c) => cellY(mat, c, sign));
    const outline = feet && (trail ? feet.outlines.trail : feet.outlines.lead);
    const forward = Float64Array.from(mine, (_, i) => (outline && forwardPosition(outline, x[i]!, y[i]!) > 50 ? 1 : 0));
    return { cells: mine, x, y, forward };
  };
  const loads = ({ total, byX, byY }: FootSums): FootLoads => ({
    fx: null,
    fy: null,
    fz: base.bring(total),
    fzx: base.bring(byX),
    fzy: base.bring(byY),
    mz: null,
  });
  const [lead, trail] = [sumUnder(mat, cells.frames, under(false)), sumUnder(mat, cells.frames, under(true))];
  return {
    feet: { lead: loads(lead), trail: loads(trail) },
    toes: { lead: base.bring(lead.ahead), trail: base.bring(trail.ahead) },
  };
}

/** The cells of one foot: where they lie, and 1 for those forward of its middle. */
interface Under {
  readonly cells: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly forward: Float64Array;
}

/** Load, load times X, load times Y and load forward of the middle of one foot, each [frames]. */
interface FootSums {
  readonly total: Float64Array;
  readonly byX: Float64Array;
  readonly byY: Float64Array;
  readonly ahead: Float64Array;
}

function sumUnder(mat: Mat, frames: Mat['frames'], { cells, x, y, forward }: Under): FootSums {
  const count = mat.rows * mat.cols;
  const area = mat.pitch * mat.pitch;
  const [total, byX, byY, ahead] = [0, 1, 2, 3].map(() => new Float64Array(mat.time.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (let k = 0; k < total.length; k++) {
    const at = k * count;
    let s = 0;
    let sx = 0;
    let sy = 0;
    let sf = 0;
    for (let i = 0; i < cells.length; i++) {
      const load = frames[at + cells[i]!]! * area;
      s += load;
      sx += load * x[i]!;
      sy += load * y[i]!;
      sf += load * forward[i]!;
    }
    total[k] = s;
    byX[k] = sx;
    byY[k] = sy;
    ahead[k] = sf;
  }
  return { total, byX, byY, ahead };
}
