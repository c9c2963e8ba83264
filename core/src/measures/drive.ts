import { integral, type Series } from '../signal/series.js';
import { FLOOR, hypot, type SwingContext, timeOfEvent, timingU } from './context.js';
import { NOT_HERE, numeric, type Reading } from './measure.js';
import { measure } from './row.js';
import { NOTHING } from './vertical.js';

const IMPULSE = { unit: 'N·m·s/kg', signals: ['torque'], sized: 'whole' } as const;
const TURN = { ...IMPULSE, part: 'Coming down', formula: '∫ turning torque dt = change of angular momentum' } as const;
const PITCH = { ...IMPULSE, formula: '∫ (−h·ΣFx − Σ Fz·x + X·ΣFz) dt per kg' } as const;

/** Angular impulses: what the ground gave to turning, tilting and pitching. */
export const DRIVE = [
  measure({
    id: 'drive.turn.lead',
    words: 'Turning drive, lead',
    definition: 'Turning impulse by the lead foot, top to impact.',
    ...TURN,
    events: ['p4', 'p7'],
    devices: 'horizontalOfOneFoot',
    worth: 0.015,
    of: (c) => impulse(c, c.signals.turning?.lead, ['p4', 'p7'], FLOOR.driveTurn),
  }),
  measure({
    id: 'drive.turn.trail',
    words: 'Turning drive, trail',
    definition: 'Turning impulse by the trail foot, top to impact.',
    ...TURN,
    events: ['p4', 'p7'],
    devices: 'horizontalOfOneFoot',
    worth: 0.015,
    of: (c) => impulse(c, c.signals.turning?.trail, ['p4', 'p7'], FLOOR.driveTurn),
  }),
  measure({
    id: 'drive.tilt',
    part: 'Coming down',
    words: 'Tilting drive',
    definition: 'Tilting impulse top to impact; positive lifts the target side.',
    ...IMPULSE,
    formula: '∫ (Σ Fz·y − Y·ΣFz + h·ΣFy) dt per kg',
    events: ['p4', 'p7'],
    devices: 'aboutTheMass',
    worth: 0.04,
    of: (c) => impulse(c, c.signals.tilting?.total, ['p4', 'p7'], FLOOR.driveTilt),
  }),
  measure({
    id: 'drive.pitch',
    part: 'Coming down',
    words: 'Pitching drive',
    definition: 'Pitching impulse top to impact; negative stands the golfer up.',
    ...PITCH,
    events: ['p4', 'p7'],
    devices: 'aboutTheMass',
    worth: 0.02,
    of: (c) => impulse(c, c.signals.pitching?.total, ['p4', 'p7'], FLOOR.driveTilt),
  }),
  measure({
    id: 'drive.pitch.back',
    part: 'Going back',
    words: 'Pitching drive, back',
    definition: 'Pitching impulse P1 to the top; negative stands the golfer up.',
    ...PITCH,
    events: ['p1', 'p4'],
    devices: 'aboutTheMass',
    worth: 0.02,
    of: (c) => impulse(c, c.signals.pitching?.total, ['p1', 'p4'], FLOOR.driveTilt),
  }),
];

/** ∫ s dt between two events, with the timing of both in its uncertainty. */
function impulse(
  c: SwingContext,
  s: Series | undefined,
  [from, to]: readonly ['p1' | 'p4', 'p4' | 'p7'],
  floor: number,
): Reading {
  if (!s) return NOT_HERE;
  const u = hypot(
    floor,
    timingU(c, [from, to], (t) => integral(s, t[from]!, t[to]!)),
  );
  return numeric(integral(s, timeOfEvent(c, from), timeOfEvent(c, to)), u, NOTHING);
}
