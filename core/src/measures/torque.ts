import { G } from '../recording/units.js';
import { at, greatest, lastPassage, least, type Series } from '../signal/series.js';
import { addressSd, FLOOR, phaseAt, type SwingContext, timeOfEvent } from './context.js';
import { floored, NONE_HERE } from './horizontal.js';
import { absent, NOT_HERE, type Reading } from './measure.js';
import { NEVER_SAID } from './never.js';
import { measure, once, withPhase, withTimes } from './row.js';
import { peakIn } from './vertical.js';

const ZERO_LEAST = 0.01;
const ZERO_PART = 0.05;
/** Uncertainty of the centre of mass as a lever of the horizontal force, m. */
const LEVER = 0.003;
const TORQUE = {
  unit: 'N·m/kg',
  formula: 'Mz(O) − X·Fy + Y·Fx per kg, Newton–Euler about the centre of mass',
  signals: ['torque', 'horizontal'],
  devices: 'horizontal',
} as const;

/** Turning torque about the centre of mass. */
export const TORQUE_ROWS = [
  ...withPhase({
    id: 'torque.turn.back',
    part: 'Going back',
    words: 'Turning back',
    definition: 'Greatest turning torque away from the target going back.',
    ...TORQUE,
    events: ['p1', 'p4', 'p8'],
    worth: 0.03,
    sized: 'whole',
    find: (c) => {
      const total = c.signals.turning?.total;
      return total ? floored(total, -1, [timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4')], turningU(c)) : NONE_HERE;
    },
  }),
  measure({
    id: 'torque.turn.zero.phase',
    part: 'Going back',
    words: 'Turning turns over',
    definition: 'When the turning torque stops pointing away from the target.',
    ...TORQUE,
    unit: 'P',
    signals: ['torque'],
    events: ['p1', 'p4', 'phase'],
    worth: 0.2,
    time: 'more is later',
    never: [{ reason: NEVER_SAID.stillAway, band: 'above', fault: 'late' }],
    of: (c) => (c.signals.turning ? turnsOver(c, c.signals.turning.total) : NOT_HERE),
  }),
  ...withTimes({
    id: 'torque.turn.peak',
    part: 'Coming down',
    words: 'Turning peak',
    definition: 'Greatest turning torque toward the target, P3–P8.',
    ...TORQUE,
    events: ['p1', 'p3', 'p8'],
    worth: 0.05,
    sized: 'whole',
    find: (c) => {
      const total = c.signals.turning?.total;
      return total ? peakIn(c, total, [timeOfEvent(c, 'p3'), timeOfEvent(c, 'p8')], turningU(c)) : NONE_HERE;
    },
  }),
];

/** The still stance, and the mass as a lever of the greatest horizontal force, N·m/kg. */
const turningU = once((c: SwingContext): number => {
  const { turning, target, fore } = c.signals;
  const most = (s: Series) => greatest(s, timeOfEvent(c, 'p1'), timeOfEvent(c, 'p8'))?.v ?? 0;
  const horizontal = Math.hypot(most(target!.total), most(fore!.total));
  return addressSd(c, turning!.total) + (LEVER * horizontal * G) / 100;
});

/** When the turning torque, having pointed away from the target, turns over. */
function turnsOver(c: SwingContext, s: Series): Reading {
  const p4 = timeOfEvent(c, 'p4');
  const from = least(s, timeOfEvent(c, 'p1'), p4);
  if (!from) return absent('the torque never points away from the target');
  const level = -Math.max(ZERO_LEAST, ZERO_PART * Math.max(0, -from.v));
  if (from.v > level) return absent('the torque never points away from the target');
  if (at(s, p4) < level) return absent(NEVER_SAID.stillAway);
  const t = lastPassage(s, level, 'up', [from.t, p4]);
  return t === null ? absent('the torque never points away from the target') : phaseAt(c, t, FLOOR.passage);
}
