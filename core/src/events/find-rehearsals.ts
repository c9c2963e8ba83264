import { lowPass } from '../condition/low-pass.js';
import { type Ground, seriesOn } from '../ground/ground.js';
import { findPeaks } from '../signal/peaks.js';
import { firstPassage, median, type Series, timeOf } from '../signal/series.js';
import { type FoundSwing, ROUGH_CUTOFF } from './find-swings.js';

/** A rehearsal takes the shaft at least this far back, °. */
const BACK_ANGLE = 45;
const BACK_PROMINENCE = 30;
const APART = 0.4;
const DOWN_WITHIN = 2.5;
/** Without a club: the trail share rises by this over standing, points, and 50% lead is passed within this, s. */
const RISE = 8;
const HALF = 50;
const HALF_WITHIN = 3;

/**
 * Finds half and slow swings (measuring.md §5): by the shaft, else by the trail share; the total load has no say.
 * @returns like a whole swing's: the top by the shaft and a rough end
 */
export function findRehearsals(g: Ground, shaft: Series | null): FoundSwing[] {
  return shaft ? byShaft(shaft) : byShare(g);
}

function byShaft(shaft: Series): FoundSwing[] {
  return findPeaks(shaft.v, { height: BACK_ANGLE, prominence: BACK_PROMINENCE, distance: APART * shaft.rate }).flatMap(
    (p) => {
      const top = timeOf(shaft, p);
      const rough = firstPassage(shaft, 0, 'down', [top, top + DOWN_WITHIN]);
      return rough === null ? [] : [{ top, rough }];
    },
  );
}

function byShare(g: Ground): FoundSwing[] {
  if (!g.feetTold) return [];
  const share = seriesOn(g.base, lowPass(filled(g.share.v), Math.min(ROUGH_CUTOFF, g.cutoff), g.base.rate));
  const standing = median(share.v);
  const trail = share.v.map((s) => 100 - s);
  return findPeaks(trail, {
    height: 100 - standing + RISE,
    prominence: RISE,
    distance: HALF_WITHIN * g.base.rate,
  }).flatMap((p) => {
    const most = timeOf(share, p);
    const rough = firstPassage(share, HALF, 'up', [most, most + HALF_WITHIN]);
    return rough === null ? [] : [{ top: null, rough, loaded: most }];
  });
}

/** Breaks bridged with the value before: a filter cannot see through NaN. */
function filled(v: Float64Array): Float64Array {
  let last = v.find((x) => x === x) ?? HALF;
  return v.map((x) => (last = x === x ? x : last));
}
