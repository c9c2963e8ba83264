import { at, greatest, lastPassage, least, type Series } from '../signal/series.js';
import { addressSd, FLOOR, hypot, phaseAt, type SwingContext, timeOfEvent } from './context.js';
import { peak } from './load.js';
import { NEVER_SAID } from './never.js';
import { absent, numberOrNaN, numeric, reading, type Reading, type Readings } from './measure.js';

const START = 2;
const LEAST_PUSH = 1;
const NOTHING = 'nothing was measured in its part of the swing';

/** Horizontal forces toward and away from the target and fore and aft. Empty on devices without them. */
export function forceMeasures(c: SwingContext): Readings {
  const { target, fore } = c.signals;
  if (!target || !fore) return {};
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const u = addressSd(c, target.total, FLOOR.lateral);
  const onset = c.swing.onset.t;
  const awayFrom = onset !== null && onset <= t('p3') ? onset : t('p1');
  const push = greatest(target.total, t('p2'), t('p7'));
  return {
    ...peak(c, 'force.target.peak', target.total, t('p2'), t('p7'), u),
    'force.target.start.phase': pushStart(c, target.total, push?.t ?? NaN),
    'force.trail.lean': trailLean(c, push?.t ?? NaN),
    ...floored(c, 'force.away.peak', target.total, -1, awayFrom, t('p3'), u, true),
    ...floored(c, 'force.target.braking', target.total, -1, t('p5'), t('p8'), u, false),
    ...foreAft(c),
  };
}

/** The greatest of sign·value, not below 0: a true 0 has no phase. */
export function floored(
  c: SwingContext,
  id: string,
  s: Series,
  sign: 1 | -1,
  a: number,
  b: number,
  u: number,
  phase: boolean,
): Readings {
  const found = sign > 0 ? greatest(s, a, b) : least(s, a, b);
  const p = found && { t: found.t, v: sign * found.v };
  const when = !p ? absent(NOTHING) : p.v > 0 ? phaseAt(c, p.t, FLOOR.peakTime) : absent('it stays 0');
  return { [id]: p ? reading(Math.max(0, p.v), u) : absent(NOTHING), ...(phase ? { [`${id}.phase`]: when } : {}) };
}

function pushStart(c: SwingContext, total: Series, peakTime: number): Reading {
  const t = lastPassage(total, START, 'up', c.swing.address.start, peakTime);
  return t === null ? absent('the sideways force never starts from under 2 %BW') : phaseAt(c, t, FLOOR.passage);
}

/** Lean of the force under the trail foot at the sideways peak, positive toward the target. */
function trailLean(c: SwingContext, t: number): Reading {
  const fy = at(c.signals.target!.trail, t);
  const fz = at(c.signals.up.trail, t);
  if (!(fz > (100 * c.ground.threshold) / c.swing.quiet)) return absent('the trail foot carries too little load then');
  const su = addressSd(c, c.signals.target!.trail, FLOOR.lateral) / fz;
  return numeric((Math.atan2(fy, fz) * 180) / Math.PI, (su * 180) / Math.PI, NOTHING);
}

function foreAft(c: SwingContext): Readings {
  const { lead, trail } = c.signals.fore!;
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const uLead = addressSd(c, lead, FLOOR.vertical);
  const uTrail = addressSd(c, trail, FLOOR.vertical);
  const down = {
    ...floored(c, 'foreaft.lead.peak', lead, -1, t('p4'), t('p7'), uLead, false),
    ...floored(c, 'foreaft.trail.peak', trail, 1, t('p4'), t('p7'), uTrail, false),
  };
  const l = numberOrNaN(down['foreaft.lead.peak']);
  const r = numberOrNaN(down['foreaft.trail.peak']);
  return {
    ...down,
    'foreaft.ratio':
      r < LEAST_PUSH
        ? absent(NEVER_SAID.noTrailPush)
        : numeric(l / r, (l / r) * hypot(l > 0 ? uLead / l : 0, uTrail / r), NOTHING),
    ...floored(c, 'foreaft.lead.back', lead, 1, t('p1'), t('p3'), uLead, true),
    ...floored(c, 'foreaft.trail.back', trail, -1, t('p1'), t('p3'), uTrail, true),
  };
}
