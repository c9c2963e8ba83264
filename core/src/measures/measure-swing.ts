import type { Capability } from '../recording/device-kinds.js';
import type { SwingContext } from './context.js';
import { type Measure, type Measures, type Reading, sound } from './measure.js';
import { capability, type ListedMeasure, MEASURES } from './registry.js';

/** Extra uncertainty of shares when part of a foot lies off the mat, points. */
const OFF_MAT = 5;
/** Least uncertainty of shares that rest on an assumed stance, points. */
const ASSUMED = 5;

/** Every measure of the registry for one swing; none is missing, those that cannot be had say why. */
export function measureSwing(c: SwingContext): Measures {
  const off = c.device === 'mat' && (c.ground.mat?.told?.offTheMat.length ?? 0) > 0;
  const sure = (m: ListedMeasure, r: Reading): Reading => {
    if (!m.share || r.u === null) return r;
    if (off) return { ...r, u: r.u + OFF_MAT };
    return c.ground.assumed ? { ...r, u: Math.max(ASSUMED, r.u) } : r;
  };
  return Object.fromEntries(
    MEASURES.map((m) => {
      const can = footCapability(c, m) ?? capability(c.device, m.id);
      return [m.id, can.basis === 'absent' ? cannot(m, can.reason) : dress(m, can, sound(sure(m, m.of(c))))];
    }),
  ) as Measures;
}

export const REPLACED = 'feet re-placed since the foot check';

/** After a foot check plates and boards measure where in the foot the load lies; null where that changes nothing. */
function footCapability(c: SwingContext, m: ListedMeasure): Capability | null {
  if (!c.footCheck || m.devices !== 'inTheFoot' || capability(c.device, m.id).basis !== 'derived') return null;
  const { left } = c.footCheck;
  const moved = m.foot ? left.includes(m.foot) : left.length > 0;
  if (!moved) return { basis: 'measured' };
  // where a foot stood at address is what was lost
  return m.foot && m.at === 'address' ? { basis: 'absent', reason: REPLACED } : { basis: 'measured', reason: REPLACED };
}

const cannot = (m: ListedMeasure, reason = 'not measured by this device'): Measure => ({
  value: null,
  unit: m.unit,
  u: null,
  basis: 'absent',
  reason,
});

/** Adds unit and basis to what was read. */
function dress(m: ListedMeasure, can: Capability, r: Reading): Measure {
  if (r.value === null) return cannot(m, r.reason);
  return { value: r.value, unit: m.unit, u: r.u, basis: can.basis, ...(can.reason ? { reason: can.reason } : {}) };
}
