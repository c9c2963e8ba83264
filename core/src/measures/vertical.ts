import { hasHorizontal } from '../recording/device-kinds.js';
import { at, greatest, least, type Series, visit } from '../signal/series.js';
import { addressMean, addressSd, FLOOR, hypot, type SwingContext, timeOfEvent, timingU } from './context.js';
import { numeric, type Reading } from './measure.js';
import { type Found, measure, withPhase, withTimes } from './row.js';

const RATE_STEP = 0.02;
/** Part by which a mat's gain may change between the quiet weight and impact [seen: 0.8%]. */
const CREEP = 0.01;
const NO_FEET = 'the feet cannot be told apart';
export const NO_LOAD_KNOWN = 'the recording holds a path without a load';
export const NOTHING = 'nothing was measured in its part of the swing';
const FORCE = { unit: '%BW', formula: '100·Fz/(m·g)', signals: ['loads'] } as const;

/** Least uncertainty of a vertical load, %BW. */
export const verticalFloor = (c: SwingContext): number =>
  hasHorizontal(c.device) ? FLOOR.vertical : FLOOR.verticalMat;

/** Vertical loads and their timing. */
export const VERTICAL = [
  ...withTimes({
    id: 'force.up.peak',
    words: 'Vertical peak',
    definition: 'Greatest total vertical force, P4–P8.',
    ...FORCE,
    part: 'Coming down',
    events: ['p4', 'p8'],
    devices: 'vertical',
    timeDevices: 'wholePath',
    worth: 6,
    sized: 'above the weight',
    find: (c) => verticalPeak(c, c.signals.up.total),
  }),
  ...withTimes({
    id: 'force.up.lead.peak',
    words: 'Lead vertical peak',
    definition: 'Greatest vertical force under the lead foot, P4–P8.',
    ...FORCE,
    part: 'Coming down',
    events: ['p4', 'p8'],
    devices: 'oneFoot',
    worth: 6,
    sized: 'above the weight',
    find: (c) => verticalPeak(c, c.signals.up.lead),
  }),
  ...withPhase({
    id: 'force.up.min',
    words: 'Least vertical',
    definition: 'Least total vertical force, P3–P6.',
    ...FORCE,
    part: 'Going back',
    events: ['p3', 'p6'],
    devices: 'vertical',
    timeDevices: 'wholePath',
    worth: 3,
    sized: 'above the weight',
    find: leastVertical,
  }),
  measure({
    id: 'force.up.rate',
    words: 'Lead loading rate',
    definition: 'Fastest rise of the lead foot’s vertical force over 20 ms, P4 to impact.',
    ...FORCE,
    unit: '%BW/s',
    formula: 'max (Fz(t + 20 ms) − Fz(t))/20 ms',
    part: 'Coming down',
    events: ['p4', 'p7'],
    devices: 'oneFoot',
    worth: 100,
    sized: 'above the weight',
    of: loadingRate,
  }),
  measure({
    id: 'force.up.trail.gain',
    words: 'Trail load gain',
    definition: 'Greatest vertical force under the trail foot P1–P2, less address.',
    ...FORCE,
    part: 'Going back',
    events: ['address', 'p1', 'p2'],
    devices: 'shares',
    worth: 6,
    sized: 'above the weight',
    of: trailGain,
  }),
];

/** A mat creeps: the same weight reads more the longer it stands, %BW at a load. */
const gainDrift = (c: SwingContext, p: { v: number } | null): number =>
  c.ground.device === 'mat' && p ? CREEP * p.v : 0;

/** Greatest value of a series between two times; why there is none where a path carries no load. */
export function peakIn(c: SwingContext, s: Series, [a, b]: readonly [number, number], u: number): Found {
  const p = greatest(s, a, b);
  return p ? { t: p.t, v: p.v, u } : { none: c.ground.loadKnown ? NOTHING : NO_LOAD_KNOWN };
}

function verticalPeak(c: SwingContext, s: Series): Found {
  const window = [timeOfEvent(c, 'p4'), timeOfEvent(c, 'p8')] as const;
  const u = hypot(addressSd(c, s, verticalFloor(c)), gainDrift(c, greatest(s, ...window)));
  return peakIn(c, s, window, u);
}

function leastVertical(c: SwingContext): Found {
  const { total } = c.signals.up;
  const dip = least(total, timeOfEvent(c, 'p3'), timeOfEvent(c, 'p6'));
  if (!dip) return { none: c.ground.loadKnown ? 'no load between P3 and P6' : NO_LOAD_KNOWN };
  return { t: dip.t, v: dip.v, u: hypot(addressSd(c, total, verticalFloor(c)), gainDrift(c, dip)) };
}

/** Greatest (F(t + 20 ms) − F(t))/20 ms of the lead foot, t in [P4, P7 − 20 ms]. */
function loadingRate(c: SwingContext): Reading {
  const { lead } = c.signals.up;
  let most = -Infinity;
  visit(lead, timeOfEvent(c, 'p4'), timeOfEvent(c, 'p7') - RATE_STEP, (t, v) => {
    const rise = (at(lead, t + RATE_STEP) - v) / RATE_STEP;
    if (rise > most) most = rise;
  });
  return numeric(most, Math.max(FLOOR.upRate, (Math.SQRT2 * addressSd(c, lead)) / RATE_STEP), NO_FEET);
}

function trailGain(c: SwingContext): Reading {
  const { trail } = c.signals.up;
  const most = (a: number, b: number) => greatest(trail, a, b)?.v ?? NaN;
  const gain = most(timeOfEvent(c, 'p1'), timeOfEvent(c, 'p2'));
  const u = hypot(
    addressSd(c, trail, verticalFloor(c)),
    timingU(c, ['p1', 'p2'], (x) => most(x.p1!, x.p2!)),
  );
  return numeric(gain - addressMean(c, trail), u, c.ground.loadKnown ? NO_FEET : NO_LOAD_KNOWN);
}
