import { lowPass } from '../condition/low-pass.js';
import { type Ground, quietLevel, seriesOn } from '../ground/ground.js';
import { findPeaks } from '../signal/peaks.js';
import { indexFrom, indexTo, lastPassage, type Series, timeOf } from '../signal/series.js';

/** A full swing shows this much shaft angle at the top, °. */
const TOP_ANGLE = 120;
const TOP_PROMINENCE = 60;
const TOP_APART = 0.4;
const DOWN_WITHIN = 0.6;
const STILL_LOADED = 0.3;

const PEAK_LOAD = 1.06;
const HIGHEST_WITHIN = 2;
const EARLIEST = 0.9;
const NEVER_UNDER = 0.5;

/** Load filtered for finding swings and impact, Hz. */
export const ROUGH_CUTOFF = 10;

/** A swing found: where its top or its greatest load is. */
export interface FoundSwing {
  /** Time of the shaft's maximum; null without a club channel. */
  readonly top: number | null;
  /** Rough impact: shaft zero, or the greatest total load. */
  readonly rough: number;
  /** Time of the greatest trail share, where that is what found it. */
  readonly loaded?: number;
}

/** Total vertical load low-passed at 10 Hz. */
export function roughLoad(g: Ground): Series {
  const raw = g.raw.lead.fz.map((x, k) => x + g.raw.trail.fz[k]!);
  return seriesOn(g.base, lowPass(raw, Math.min(ROUGH_CUTOFF, g.cutoff), g.base.rate));
}

/** Finds full swings (measuring.md §5): by the shaft where there is one, else by the load. */
export function findSwings(g: Ground, shaft: Series | null): FoundSwing[] {
  const load = seriesOn(g.base, g.both.fz);
  return shaft ? byShaft(shaft, load) : byLoad(roughLoad(g));
}

function byShaft(shaft: Series, load: Series): FoundSwing[] {
  const peaks = findPeaks(shaft.v, {
    height: TOP_ANGLE,
    prominence: TOP_PROMINENCE,
    distance: TOP_APART * shaft.rate,
  });
  const usual = quietLevel(load.v);
  const swings: FoundSwing[] = [];
  for (const p of peaks) {
    const top = timeOf(shaft, p);
    const rough = firstDownThroughZero(shaft, p);
    if (rough === null || rough > top + DOWN_WITHIN) continue;
    const before = load.v.subarray(indexFrom(load, top - 1.5), indexTo(load, top) + 1);
    if (before.every((x) => x > STILL_LOADED * usual)) swings.push({ top, rough });
  }
  return swings;
}

function firstDownThroughZero(shaft: Series, from: number): number | null {
  for (let k = from + 1; k < shaft.v.length; k++)
    if (shaft.v[k - 1]! > 0 && shaft.v[k]! <= 0)
      return lastPassage(shaft, 0, 'down', [timeOf(shaft, k - 1), timeOf(shaft, k)]) ?? timeOf(shaft, k);
  return null;
}

function byLoad(load: Series): FoundSwing[] {
  const usual = quietLevel(load.v);
  return findPeaks(load.v, { height: PEAK_LOAD * usual, distance: HIGHEST_WITHIN * load.rate })
    .map((p) => ({ top: null, rough: timeOf(load, p) }))
    .filter(({ rough }) => rough - load.t0 >= EARLIEST)
    .filter(({ rough }) =>
      load.v
        .subarray(indexFrom(load, rough - 1.5), indexTo(load, rough + 0.2) + 1)
        .every((x) => x >= NEVER_UNDER * usual),
    );
}
