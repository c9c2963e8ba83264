import { mapSeries, at, greatest, least, type Series } from '../signal/series.js';
import { addressMean, FLOOR, hypot, phaseAt, type SwingContext, timeOfEvent } from './context.js';
import { NEVER_SAID } from './never.js';
import { absent, numeric, reading, type Reading, type Readings } from './measure.js';
import type { EventName } from '../events/event.js';

const MM = 1000;
const NOTHING = 'the path of the mass has no value there';

/** Displacement of the mass toward the target from its mean over address, mm. */
export function massDisplacement(c: SwingContext): Series | null {
  if (!c.mass) return null;
  const zero = addressMean(c, c.mass.y);
  return mapSeries(c.mass.y, (y) => MM * (y - zero));
}

/** Where the mass goes, and pressure and mass apart (`mass.*`). */
export function massMeasures(c: SwingContext): Readings {
  const moved = massDisplacement(c);
  const ids = [
    'mass.back',
    'mass.back.phase',
    'mass.p4',
    'mass.p6',
    'mass.p7',
    'mass.split.p4',
    'mass.split.max',
    'mass.speed.p7',
  ];
  if (!c.mass || !moved) return Object.fromEntries(ids.map((id) => [id, absent(NOTHING)]));
  const mass = c.mass;
  const p4 = timeOfEvent(c, 'p4');
  const farthest = least(moved, c.swing.address.end, timeOfEvent(c, 'p7'));
  const back = farthest && { t: farthest.t, v: -farthest.v };
  const split = mapSeries(mass.y, (y, k) => MM * (y - c.ground.cop.y.v[k]!));
  const splitMax = greatest(split, timeOfEvent(c, 'p1'), p4);
  const uAt = (t: number) => MM * mass.u(t);
  const value = (s: Series, name: EventName): Reading => {
    const e = c.events[name];
    if (!e) return absent(`${name.toUpperCase()} was not found`);
    const slope = (at(s, e.t + 0.005) - at(s, e.t - 0.005)) / 0.01;
    return numeric(at(s, e.t), hypot(Math.max(FLOOR.mass, uAt(e.t)), slope * e.u), NOTHING);
  };
  const wentBack = back && back.v > 0;
  const speed = c.mass.vy && c.events.p7 ? at(c.mass.vy, c.events.p7.t) : NaN;
  return {
    'mass.back': back ? reading(Math.max(0, back.v), Math.max(FLOOR.mass, uAt(back.t))) : absent(NOTHING),
    'mass.back.phase': wentBack ? phaseAt(c, back.t, FLOOR.peakTime) : absent(NEVER_SAID.massNeverBack),
    'mass.p4': value(moved, 'p4'),
    'mass.p6': value(moved, 'p6'),
    'mass.p7': value(moved, 'p7'),
    'mass.split.p4': value(split, 'p4'),
    'mass.split.max': splitMax ? reading(splitMax.v, Math.max(FLOOR.mass, uAt(splitMax.t))) : absent(NOTHING),
    ...(c.mass.vy ? { 'mass.speed.p7': numeric(speed, speedU(c, c.mass.vy), NOTHING) } : {}),
  };
}

/** 0.02 m/s of drift and the slope over the timing of impact. */
function speedU(c: SwingContext, vy: Series): number {
  const e = c.events.p7;
  if (!e) return 0;
  const slope = (at(vy, e.t + 0.005) - at(vy, e.t - 0.005)) / 0.01;
  return hypot(0.02, slope * e.u);
}
