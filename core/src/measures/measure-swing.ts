import { type Capability, capability } from '../recording/capabilities.js';
import type { SwingContext } from './context.js';
import { footMeasures } from './foot.js';
import { forceMeasures } from './force.js';
import { loadMeasures } from './load.js';
import { massMeasures } from './mass.js';
import type { Measure, Measures, Reading, Readings } from './measure.js';
import { pathMeasures } from './path.js';
import { MEASURES, type MeasureRow } from './registry.js';
import { shareMeasures } from './share.js';
import { stepMeasures } from './step.js';
import { tempoMeasures } from './tempo.js';
import { torqueMeasures } from './torque.js';

/** The families, in the order of measuring.md §6. */
const FAMILIES: readonly ((c: SwingContext) => Readings)[] = [
  shareMeasures,
  loadMeasures,
  footMeasures,
  pathMeasures,
  forceMeasures,
  torqueMeasures,
  massMeasures,
  tempoMeasures,
  stepMeasures,
];

/** Extra uncertainty of shares when part of a foot lies off the mat, points. */
const OFF_MAT = 5;
/** Least uncertainty of shares that rest on an assumed stance, points. */
const ASSUMED = 5;
const SHARES = /^(share\.|press\.gain|load\.trail\.max$|recentre\.share)/;

/** Every measure of the registry for one swing; none is missing, those that cannot be had say why. */
export function measureSwing(c: SwingContext): Measures {
  const readings: Readings = Object.fromEntries(FAMILIES.flatMap((f) => Object.entries(f(c))));
  const off = c.device === 'mat' && (c.ground.mat?.told?.offTheMat.length ?? 0) > 0;
  return Object.fromEntries(
    MEASURES.map((m) => {
      const r = readings[m.id];
      const isShare = r?.u != null && SHARES.test(m.id);
      const wider =
        isShare && off
          ? { ...r, u: r.u + OFF_MAT }
          : isShare && c.ground.assumed
            ? { ...r, u: Math.max(ASSUMED, r.u) }
            : r;
      return [m.id, dress(c, m, wider)];
    }),
  );
}

const ON_FEET = /^(foot\.|path\.offset$)/;
export const REPLACED = 'feet re-placed since the foot check';

/** After a foot check plates and boards measure where in the foot the load lies; null where that changes nothing. */
function footCapability(c: SwingContext, id: string): Capability | null {
  if (!c.footCheck || !ON_FEET.test(id) || capability(c.device, id).basis !== 'derived') return null;
  const moved = c.footCheck.left.some((f) => id.startsWith(`foot.${f}.`) || id === 'path.offset');
  if (!moved) return { basis: 'measured' };
  return id.endsWith('.fwd.address') ? { basis: 'absent', reason: REPLACED } : { basis: 'measured', reason: REPLACED };
}

/** Adds unit and basis: a device's own inability comes before a reading's reason. */
function dress(c: SwingContext, m: MeasureRow, r: Reading | undefined): Measure {
  const can = footCapability(c, m.id) ?? capability(c.device, m.id);
  if (can.basis === 'absent' || !r || r.value === null) {
    const reason = can.basis === 'absent' ? can.reason : r?.reason;
    return { value: null, unit: m.unit, u: null, basis: 'absent', reason: reason ?? 'not measured by this device' };
  }
  return { value: r.value, unit: m.unit, u: r.u, basis: can.basis, ...(can.reason ? { reason: can.reason } : {}) };
}
