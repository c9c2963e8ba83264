import { at, greatest, lastPassage, least, type Series } from '../signal/series.js';
import { addressSd, FLOOR, phaseAt, type SwingContext, timeOfEvent } from './context.js';
import { absent, NOT_HERE, numeric, type Reading, reading } from './measure.js';
import { type Found, measure, withPhase, withTimes } from './row.js';
import { NOTHING, peakIn } from './vertical.js';

const START = 2;
const FORCE = { unit: '%BW', formula: '100·Fy/(m·g)', signals: ['horizontal'], devices: 'horizontal' } as const;

/** Horizontal forces toward and away from the target. */
export const HORIZONTAL = [
  ...withTimes({
    id: 'force.target.peak',
    part: 'Coming down',
    words: 'Sideways peak',
    definition: 'Greatest force toward the target, P2–P7.',
    ...FORCE,
    events: ['p2', 'p7'],
    worth: 1.5,
    sized: 'whole',
    find: (c) => {
      const total = c.signals.target?.total;
      return total ? peakIn(c, total, [timeOfEvent(c, 'p2'), timeOfEvent(c, 'p7')], lateralU(c, total)) : NONE_HERE;
    },
  }),
  measure({
    id: 'force.target.start.phase',
    part: 'Going back',
    words: 'Sideways push starts',
    definition: 'Last upward passage of 2 %BW before the sideways peak.',
    ...FORCE,
    unit: 'P',
    events: ['address', 'p2', 'p7', 'phase'],
    worth: 0.2,
    time: 'more is later',
    of: pushStart,
  }),
  measure({
    id: 'force.trail.lean',
    unit: '°',
    part: 'Coming down',
    words: 'Trail force lean',
    definition: 'Lean of the force under the trail foot at the sideways peak; positive toward the target.',
    formula: 'atan(Fy/Fz)',
    signals: ['horizontal', 'loads'],
    events: ['p2', 'p7'],
    devices: 'horizontalOfOneFoot',
    worth: 2,
    of: trailLean,
  }),
  ...withPhase({
    id: 'force.away.peak',
    part: 'Going back',
    words: 'Push away',
    definition: 'Greatest force away from the target, onset to P3.',
    ...FORCE,
    events: ['onset', 'p1', 'p3'],
    worth: 1,
    sized: 'whole',
    find: (c) => {
      const total = c.signals.target?.total;
      if (!total) return NONE_HERE;
      const onset = c.swing.onset.t;
      const p3 = timeOfEvent(c, 'p3');
      const from = onset !== null && onset <= p3 ? onset : timeOfEvent(c, 'p1');
      return floored(total, -1, [from, p3], lateralU(c, total));
    },
  }),
  measure({
    id: 'force.target.braking',
    part: 'Through',
    words: 'Braking',
    definition: 'Greatest force away from the target, P5–P8.',
    ...FORCE,
    events: ['p5', 'p8'],
    worth: 2,
    sized: 'whole',
    of: (c) => {
      const total = c.signals.target?.total;
      if (!total) return NOT_HERE;
      return sizeOf(floored(total, -1, [timeOfEvent(c, 'p5'), timeOfEvent(c, 'p8')], lateralU(c, total)));
    },
  }),
];

/** Nothing was found because the device has no such signal. */
export const NONE_HERE: Found = { none: NOT_HERE.reason! };

const lateralU = (c: SwingContext, total: Series): number => addressSd(c, total, FLOOR.lateral);

/** The greatest of sign·value in a window, not below 0: a true 0 has no phase. */
export function floored(s: Series, sign: 1 | -1, [a, b]: readonly [number, number], u: number): Found {
  const found = sign > 0 ? greatest(s, a, b) : least(s, a, b);
  if (!found) return { none: NOTHING };
  const v = sign * found.v;
  return { t: found.t, v: Math.max(0, v), u, still: !(v > 0) };
}

/** What was found as a measure of its size alone. */
export const sizeOf = (f: Found): Reading => ('none' in f ? absent(f.none) : reading(f.v, f.u));

/** When the sideways force is greatest, s. */
const sidewaysPeak = (c: SwingContext, total: Series): number =>
  greatest(total, timeOfEvent(c, 'p2'), timeOfEvent(c, 'p7'))?.t ?? NaN;

function pushStart(c: SwingContext): Reading {
  const total = c.signals.target?.total;
  if (!total) return NOT_HERE;
  const t = lastPassage(total, START, 'up', [c.swing.address.start, sidewaysPeak(c, total)]);
  return t === null ? absent('the sideways force never starts from under 2 %BW') : phaseAt(c, t, FLOOR.passage);
}

/** Lean of the force under the trail foot at the sideways peak, positive toward the target. */
function trailLean(c: SwingContext): Reading {
  const { target, up } = c.signals;
  if (!target) return NOT_HERE;
  const t = sidewaysPeak(c, target.total);
  const fy = at(target.trail, t);
  const fz = at(up.trail, t);
  if (!(fz > (100 * c.ground.threshold) / c.swing.quiet)) return absent('the trail foot carries too little load then');
  const su = addressSd(c, target.trail, FLOOR.lateral) / fz;
  return numeric((Math.atan2(fy, fz) * 180) / Math.PI, (su * 180) / Math.PI, NOTHING);
}
