import type { EventName } from '../events/event.js';
import { at, greatest, least, mapSeries, type Series } from '../signal/series.js';
import { addressMean, FLOOR, hypot, phaseAt, type SwingContext, timeOfEvent } from './context.js';
import { absent, NOT_HERE, numeric, type Reading, reading } from './measure.js';
import { NEVER_SAID } from './never.js';
import { measure, once } from './row.js';

const MM = 1000;
const NOTHING = 'the path of the mass has no value there';
const MASS = {
  unit: 'mm',
  formula: '∬F/m dt² with drift correction; from pressure alone the pendulum COM = COP·ω₀²/(ω₀² + ω²)',
  signals: ['mass'],
  devices: 'mass',
  whenDerived: 'nothing',
} as const;
const SPLIT = { ...MASS, formula: 'COM − COP along Y', signals: ['mass', 'pressure'], part: 'Going back' } as const;

/** Where the mass goes, and pressure and mass apart. */
export const MASS_ROWS = [
  measure({
    id: 'mass.back',
    part: 'Going back',
    words: 'Mass back',
    definition: 'Greatest displacement of the mass away from the target, address to impact.',
    ...MASS,
    events: ['address', 'p7'],
    worth: 8,
    sized: 'whole',
    of: (c) => {
      const back = farthestBack(c);
      return back ? reading(Math.max(0, back.v), Math.max(FLOOR.mass, massU(c, back.t))) : absent(NOTHING);
    },
  }),
  measure({
    id: 'mass.back.phase',
    part: 'Going back',
    words: 'Mass back, phase',
    definition: 'When, as a phase number: Greatest displacement of the mass away from the target, address to impact.',
    ...MASS,
    unit: 'P',
    events: ['address', 'p7', 'phase'],
    worth: 0.2,
    time: 'more is later',
    never: [{ reason: NEVER_SAID.massNeverBack, fault: 'below' }],
    of: (c) => {
      if (!c.mass) return absent(NOTHING);
      const back = farthestBack(c);
      return back && back.v > 0 ? phaseAt(c, back.t, FLOOR.peakTime) : absent(NEVER_SAID.massNeverBack);
    },
  }),
  measure({
    id: 'mass.p4',
    part: 'Going back',
    words: 'Mass, top',
    definition: 'Displacement of the mass at the top; positive toward the target.',
    ...MASS,
    events: ['address', 'p4'],
    worth: 8,
    at: 'p4',
    of: (c) => atEvent(c, displacement(c), 'p4'),
  }),
  measure({
    id: 'mass.p6',
    part: 'Coming down',
    words: 'Mass, P6',
    definition: 'Displacement of the mass at P6; positive toward the target.',
    ...MASS,
    events: ['address', 'p6'],
    worth: 8,
    at: 'p6',
    of: (c) => atEvent(c, displacement(c), 'p6'),
  }),
  measure({
    id: 'mass.p7',
    part: 'Through',
    words: 'Mass, impact',
    definition: 'Displacement of the mass at impact; positive toward the target.',
    ...MASS,
    events: ['address', 'p7'],
    worth: 12,
    at: 'p7',
    of: (c) => atEvent(c, displacement(c), 'p7'),
  }),
  measure({
    id: 'mass.split.p4',
    words: 'Mass less pressure, top',
    definition: 'How far the mass lies on the target side of the pressure at the top.',
    ...SPLIT,
    events: ['p4'],
    worth: 12,
    at: 'p4',
    of: (c) => atEvent(c, split(c), 'p4'),
  }),
  measure({
    id: 'mass.split.max',
    words: 'Mass less pressure, greatest',
    definition: 'The greatest distance of mass and pressure going back.',
    ...SPLIT,
    events: ['p1', 'p4'],
    worth: 12,
    of: (c) => {
      const s = split(c);
      const most = s && greatest(s, timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4'));
      return most ? reading(most.v, Math.max(FLOOR.mass, massU(c, most.t))) : absent(NOTHING);
    },
  }),
  measure({
    id: 'mass.speed.p7',
    part: 'Through',
    words: 'Mass speed, impact',
    definition: 'Velocity of the mass toward the target at impact.',
    ...MASS,
    unit: 'm/s',
    formula: '∫F/m dt, drift taken out by the held finish',
    events: ['p7'],
    devices: 'massSpeed',
    worth: 0.04,
    at: 'p7',
    of: speedAtImpact,
  }),
];

/** Displacement of the mass toward the target from its mean over address, mm. */
export function massDisplacement(c: SwingContext): Series | null {
  if (!c.mass) return null;
  const zero = addressMean(c, c.mass.y);
  return mapSeries(c.mass.y, (y) => MM * (y - zero));
}
const displacement = once(massDisplacement);

/** How far the mass lies on the target side of the pressure, mm. */
const split = once((c: SwingContext): Series | null =>
  c.mass ? mapSeries(c.mass.y, (y, k) => MM * (y - c.ground.cop.y.v[k]!)) : null,
);

/** One standard uncertainty of the mass at t, mm. */
const massU = (c: SwingContext, t: number): number => MM * c.mass!.u(t);

function farthestBack(c: SwingContext): { t: number; v: number } | null {
  const moved = displacement(c);
  const farthest = moved && least(moved, c.swing.address.end, timeOfEvent(c, 'p7'));
  return farthest && { t: farthest.t, v: -farthest.v };
}

const SLOPE_REACH = 0.005;
const slopeAt = (s: Series, t: number): number => (at(s, t + SLOPE_REACH) - at(s, t - SLOPE_REACH)) / (2 * SLOPE_REACH);

function atEvent(c: SwingContext, s: Series | null, name: EventName): Reading {
  if (!s) return absent(NOTHING);
  const e = c.events[name];
  if (!e) return absent(`${name.toUpperCase()} was not found`);
  return numeric(at(s, e.t), hypot(Math.max(FLOOR.mass, massU(c, e.t)), slopeAt(s, e.t) * e.u), NOTHING);
}

/** 0.02 m/s of drift, and the slope over the timing of impact. */
function speedAtImpact(c: SwingContext): Reading {
  if (!c.mass) return absent(NOTHING);
  const { vy } = c.mass;
  if (!vy) return NOT_HERE;
  const e = c.events.p7;
  return e ? numeric(at(vy, e.t), hypot(0.02, slopeAt(vy, e.t) * e.u), NOTHING) : absent(NOTHING);
}
