import { lowPass } from '../condition/low-pass.js';
import { timeBase, type TimeBase } from '../condition/time-base.js';
import { VilkoError } from '../error.js';
import type { DeviceKind, Handed, Mat, Recording } from '../recording/recording.js';
import { median, quantile, type Series } from '../signal/series.js';
import { clippingWarnings } from './clipping.js';
import { mapped, sumOf } from '../signal/vector.js';
import { bothFeet, type Cop, copOf, filterLoads, type FootLoads } from './foot-loads.js';
import type { FeetPair, FootName } from './foot-outline.js';
import { type MatCells, readCells } from './mat-cells.js';
import { matFeet, type MatFeet, matLoads } from './mat-feet.js';
import {
  ASSUMED_STANCE,
  assumedShare,
  type AssumedStance,
  knowsLoad,
  pathLoads,
  splitLoads,
  standingMiddle,
} from './one-plate.js';
import { boardLoads, loadedPlatforms, mirrorSign, platformLoads } from './platforms.js';
import { LEAST_LOAD } from './wrench.js';

/** Default cutoffs of measuring.md §3, Hz. */
export const CUTOFFS: Record<'plates' | 'mat' | 'boards' | 'club' | 'path', number> = {
  plates: 50,
  mat: 20,
  boards: 10,
  club: 20,
  path: 20,
};
export const DEFAULT_STATURE = 1.75;
/** Part of the quiet total under which a relative load says nothing about its place. */
const LEAST_RELATIVE = 0.025;

/** A mat's own view of the feet, on its own clock. */
export interface MatGround {
  readonly mat: Mat;
  readonly base: TimeBase;
  readonly cells: MatCells;
  readonly told: MatFeet | null;
  /** Raw sums on the mat's grid, and the same filtered. */
  readonly loads: FeetPair<FootLoads>;
  readonly filtered: FeetPair<FootLoads>;
  readonly toes: FeetPair<Series>;
  readonly footCop: FeetPair<Cop>;
  readonly cop: Cop;
  readonly share: Series;
}

/** Everything the ground says, per foot and together, filtered, in mirrored lab directions. */
export interface Ground {
  readonly device: DeviceKind;
  readonly handed: Handed;
  readonly base: TimeBase;
  readonly cutoff: number;
  /** Load under which a centre of pressure or a share is undefined, in the unit of the loads. */
  readonly threshold: number;
  /** Loads in N rather than in the device's own unit. */
  readonly absolute: boolean;
  /** False for a path that came without a load: how much stands there is unknown. */
  readonly loadKnown: boolean;
  /** False when a mat shows only one group of cells. */
  readonly feetTold: boolean;
  readonly raw: FeetPair<FootLoads>;
  readonly feet: FeetPair<FootLoads>;
  readonly both: FootLoads;
  readonly footCop: FeetPair<Cop>;
  readonly cop: Cop;
  /** Lead share of the total vertical load, %. */
  readonly share: Series;
  /** Whole-body centre of pressure at the path's own cutoff. */
  readonly path: Cop;
  readonly mat: MatGround | null;
  /** On one plate, and for a path: where the feet are assumed; else null. */
  readonly assumed: AssumedStance | null;
  readonly warnings: readonly string[];
}

export const seriesOn = (base: TimeBase, v: Float64Array): Series => ({ t0: base.t0, rate: base.rate, v });

/** Lead share in percent; NaN where the total is under the threshold or the feet are not told apart. */
export function leadShare(feet: FeetPair<FootLoads>, threshold: number, told: boolean): Float64Array {
  const [lead, trail] = [feet.lead.fz, feet.trail.fz];
  const out = new Float64Array(lead.length);
  for (let k = 0; k < out.length; k++) {
    const total = lead[k]! + trail[k]!;
    out[k] = told && total >= threshold && total > 0 ? (100 * lead[k]!) / total : NaN;
  }
  return out;
}

/** Median of the samples above half of the 90th percentile: the quiet total without asking for events. */
export function quietLevel(total: Float64Array): number {
  const half = quantile(total, 0.9) / 2;
  const over = new Float64Array(total.length);
  let n = 0;
  for (let k = 0; k < total.length; k++) if (total[k]! > half) over[n++] = total[k]!;
  return median(over.subarray(0, n));
}

/**
 * Brings a recording onto a grid, mirrors a left-hander, names the feet, filters.
 * @param cutoff Hz, instead of the device's default
 * @param stature m; both feet on one plate are assumed apart by a part of it
 */
export function readGround(rec: Recording, handed: Handed, cutoff?: number, stature = DEFAULT_STATURE): Ground {
  if (rec.time.length < 3) throw new VilkoError('unreadable', 'the recording holds fewer than three samples');
  const base = timeBase(rec.time);
  const sign = mirrorSign(handed);
  const matGround = rec.mat ? readMatGround(rec.mat, sign, rec.device === 'mat' ? cutoff : undefined) : null;
  const warnings = [...base.warnings, ...matWarnings(matGround), ...clippingWarnings(rec, base.rate)];
  if (rec.device === 'mat' && matGround) return ofMat(matGround, handed, cutoff, warnings);

  if (rec.path)
    return ofPath(rec, {
      total: pathLoads(rec.path, base, sign),
      base,
      handed,
      cutoff: cutoff ?? CUTOFFS.path,
      stature,
      warnings,
    });

  const loads = [
    ...rec.platforms.map((p) => platformLoads(p, base, sign)),
    ...rec.boards.map((b) => boardLoads(b, base, sign)),
  ];
  const chosen = loadedPlatforms(loads).map((i) => loads[i]!);
  if (chosen.length === 0) throw new VilkoError('unsupported', 'no platform in this recording carries a load');
  if (chosen.length === 1)
    return ofOnePlate(rec, {
      total: chosen[0]!,
      base,
      handed,
      cutoff: cutoff ?? CUTOFFS.plates,
      stature,
      warnings,
    });
  if (rec.platforms.length + rec.boards.length > 2)
    warnings.push('more than two platforms: the two most loaded were used');
  const raw = named(chosen as [FootLoads, FootLoads]);
  const fc = cutoff ?? (rec.boards.length ? CUTOFFS.boards : CUTOFFS.plates);
  return assemble({
    device: rec.device,
    handed,
    base,
    raw,
    cutoff: fc,
    threshold: LEAST_LOAD,
    absolute: true,
    feetTold: true,
    mat: matGround,
    warnings,
  });
}

/** Both feet as one load, before the feet are assumed under it. */
interface Whole extends Pick<Ground, 'base' | 'handed' | 'cutoff'> {
  readonly total: FootLoads;
  /** m; the feet are assumed apart by a part of it. */
  readonly stature: number;
  readonly warnings: string[];
}

/** Both feet on one plate: the loads are measured whole, the shares are assumed. */
function ofOnePlate(rec: Recording, whole: Whole): Ground {
  const { warnings } = whole;
  if (rec.boards.length) throw new VilkoError('unsupported', 'only one board carries a load: a swing needs both');
  if (rec.platforms.length > 1) warnings.push('only one platform carries a load: both feet are taken to stand on it');
  return feetAssumed('plate', whole, {
    threshold: LEAST_LOAD,
    absolute: true,
    loadKnown: true,
    warnings,
  });
}

/** A whole-body path: its load, if any, is in the device's own unit. */
function ofPath(rec: Recording, whole: Whole): Ground {
  const { total, warnings } = whole;
  const loadKnown = knowsLoad(rec);
  if (!loadKnown && !rec.channels.shaft_deg)
    warnings.push('neither a load nor a club channel: no swing can be found in a path alone');
  return feetAssumed('path', whole, {
    threshold: LEAST_RELATIVE * quietLevel(total.fz),
    absolute: false,
    loadKnown,
    warnings,
  });
}

function feetAssumed(
  device: DeviceKind,
  { total, base, handed, cutoff: fc, stature }: Whole,
  known: Pick<Ground, 'threshold' | 'absolute' | 'loadKnown' | 'warnings'>,
): Ground {
  const { t0, rate } = base;
  const assumed: AssumedStance = { half: (ASSUMED_STANCE * stature) / 2, centreY: standingMiddle(total), total };
  const both = filterLoads(total, fc, rate);
  const cop = copOf(both, known.threshold, t0, rate);
  const slow = filterVertical(total, Math.min(fc, CUTOFFS.path), rate);
  return {
    device,
    handed,
    base,
    cutoff: fc,
    ...known,
    feetTold: true,
    both,
    cop,
    path: copOf(slow, known.threshold, t0, rate),
    mat: null,
    ...sharedOut(assumed, both, cop),
  };
}

/** What rests on where the feet are assumed; the whole load and its place do not. */
function sharedOut(
  assumed: AssumedStance,
  both: FootLoads,
  cop: Cop,
): Pick<Ground, 'raw' | 'feet' | 'footCop' | 'share' | 'assumed'> {
  const share = assumedShare(assumed, cop.y);
  const stands = (side: 1 | -1): Cop => ({
    x: cop.x,
    y: { ...cop.y, v: mapped(cop.y.v, (v) => (Number.isNaN(v) ? NaN : assumed.centreY + side * assumed.half)) },
  });
  return {
    raw: splitLoads(assumed.total, share),
    feet: splitLoads(both, share),
    footCop: { lead: stands(1), trail: stands(-1) },
    share: { ...cop.y, v: share },
    assumed,
  };
}

/** The same ground with the assumed feet around another middle, m; nothing is filtered again. */
export const centredOn = (g: Ground, centreY: number): Ground =>
  g.assumed ? { ...g, ...sharedOut({ ...g.assumed, centreY }, g.both, g.cop) } : g;

/** The lead foot is the one with the greater mean Y. */
function named([a, b]: [FootLoads, FootLoads]): FeetPair<FootLoads> {
  const meanY = (l: FootLoads) => sumOf(l.fzy) / sumOf(l.fz);
  return meanY(a) >= meanY(b) ? { lead: a, trail: b } : { lead: b, trail: a };
}

/** Two feet as they were measured, each by itself. */
type Measured = Pick<
  Ground,
  'device' | 'handed' | 'base' | 'raw' | 'cutoff' | 'threshold' | 'absolute' | 'feetTold' | 'mat' | 'warnings'
>;

function assemble(measured: Measured): Ground {
  const { base, raw, cutoff: fc, threshold, feetTold } = measured;
  const { t0, rate } = base;
  const feet = { lead: filterLoads(raw.lead, fc, rate), trail: filterLoads(raw.trail, fc, rate) };
  const both = bothFeet(feet.lead, feet.trail);
  const slow = filterVertical(bothFeet(raw.lead, raw.trail), Math.min(fc, CUTOFFS.path), rate);
  return {
    ...measured,
    loadKnown: true,
    feet,
    both,
    footCop: { lead: copOf(feet.lead, threshold, t0, rate), trail: copOf(feet.trail, threshold, t0, rate) },
    cop: copOf(both, threshold, t0, rate),
    share: seriesOn(base, leadShare(feet, threshold, feetTold)),
    path: copOf(slow, threshold, t0, rate),
    assumed: null,
  };
}

/** Only what a centre of pressure needs. */
export const filterVertical = (raw: FootLoads, fc: number, rate: number): FootLoads =>
  filterLoads({ ...raw, fx: null, fy: null, mz: null }, fc, rate);

function readMatGround(mat: Mat, sign: 1 | -1, cutoff = CUTOFFS.mat): MatGround {
  const base = timeBase(mat.time, 'mat frames');
  const cells = readCells(mat);
  const told = matFeet(mat, cells, sign);
  const raw = matLoads(mat, { cells, feet: told }, base, sign);
  const loads = {
    lead: filterLoads(raw.feet.lead, cutoff, base.rate),
    trail: filterLoads(raw.feet.trail, cutoff, base.rate),
  };
  const both = bothFeet(loads.lead, loads.trail);
  const threshold = LEAST_RELATIVE * quietLevel(both.fz);
  const cop = (l: FootLoads) => copOf(l, threshold, base.t0, base.rate);
  return {
    mat,
    base,
    cells,
    told,
    loads: raw.feet,
    filtered: loads,
    toes: {
      lead: seriesOn(base, lowPass(raw.toes.lead, cutoff, base.rate)),
      trail: seriesOn(base, lowPass(raw.toes.trail, cutoff, base.rate)),
    },
    footCop: { lead: cop(loads.lead), trail: cop(loads.trail) },
    cop: cop(both),
    share: seriesOn(base, leadShare(loads, threshold, told !== null)),
  };
}

function ofMat(m: MatGround, handed: Handed, cutoff: number | undefined, warnings: string[]): Ground {
  const total = bothFeet(m.loads.lead, m.loads.trail);
  const threshold = LEAST_RELATIVE * quietLevel(total.fz);
  return assemble({
    device: 'mat',
    handed,
    base: m.base,
    raw: m.loads,
    cutoff: cutoff ?? CUTOFFS.mat,
    threshold,
    absolute: false,
    feetTold: m.told !== null,
    mat: m,
    warnings,
  });
}

function matWarnings(m: MatGround | null): string[] {
  if (!m) return [];
  const dead = m.cells.dead.length;
  const said: string[] = [...m.base.warnings];
  if (dead) said.push(`${dead} dead mat ${dead === 1 ? 'cell was' : 'cells were'} filled from the neighbours`);
  if (m.cells.saturated)
    said.push(`${m.cells.saturated} mat cells are saturated: their pressure is greater than shown`);
  if (!m.told) said.push('only one group of loaded cells on the mat: the feet cannot be told apart');
  for (const foot of m.told?.offTheMat ?? []) said.push(offTheMat(foot));
  return said;
}

export const offTheMat = (foot: FootName): string => `part of the ${foot} foot is off the mat`;
