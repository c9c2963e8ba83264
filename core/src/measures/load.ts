import { at, firstPassage, greatest, least, type Series, visit } from '../signal/series.js';
import {
  addressMean,
  addressSd,
  FLOOR,
  hypot,
  msFrom,
  phaseAt,
  type SwingContext,
  timeOfEvent,
  timingU,
  valueAt,
} from './context.js';
import { NEVER_SAID } from './never.js';
import { absent, numeric, reading, type Reading, type Readings } from './measure.js';
import { hasHorizontal } from '../recording/capabilities.js';

const OFF = 3;
const RATE_STEP = 0.02;
/** Part by which a mat's gain may change between the quiet weight and impact [seen: 0.8%]. */
const CREEP = 0.01;
const NO_FEET = 'the feet cannot be told apart';
const NO_LOAD_KNOWN = 'the recording holds a path without a load';

/** Vertical loads and their timing (`trail.*`, `foot.lead.load.min`, `force.up.*`). */
export function loadMeasures(c: SwingContext): Readings {
  const floor = hasHorizontal(c.device) ? FLOOR.vertical : FLOOR.verticalMat;
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const { up } = c.signals;
  const p4 = t('p4');
  const p7 = t('p7');
  const p8 = t('p8');
  const drift = gainDrift(c);
  const u = (s: Series) => addressSd(c, s, floor);
  const drifted = (s: Series, a: number, b: number) => hypot(u(s), drift(greatest(s, a, b)));
  const leadMin = least(up.lead, t('p1'), p4);
  const gainOver = (a: number, b: number) => greatest(up.trail, a, b)?.v ?? NaN;
  const gain = gainOver(t('p1'), t('p2'));
  const gainU = hypot(
    u(up.trail),
    timingU(c, ['p1', 'p2'], (x) => gainOver(x.p1!, x.p2!)),
  );
  const dip = least(up.total, t('p3'), t('p6'));
  return {
    'trail.contact.p7': valueAt(c, up.trail, 'p7', floor),
    'trail.off.ms': trailOff(c, p4, p7),
    'foot.lead.load.min': leadMin ? reading(leadMin.v, u(up.lead)) : absent(NO_FEET),
    ...peak(c, 'force.up.peak', up.total, p4, p8, drifted(up.total, p4, p8)),
    ...peak(c, 'force.up.lead.peak', up.lead, p4, p8, drifted(up.lead, p4, p8)),
    'force.up.min': dip ? reading(dip.v, hypot(u(up.total), drift(dip))) : absent('no load between P3 and P6'),
    'force.up.min.phase': dip
      ? phaseAt(c, dip.t, FLOOR.peakTime)
      : absent(c.ground.loadKnown ? 'no load between P3 and P6' : NO_LOAD_KNOWN),
    'force.up.rate': rate(c, p4, p7),
    'force.up.trail.gain': numeric(
      gain - addressMean(c, up.trail),
      gainU,
      c.ground.loadKnown ? NO_FEET : NO_LOAD_KNOWN,
    ),
  };
}

/** A mat creeps: the same weight reads more the longer it stands, %BW at a load. */
const gainDrift =
  (c: SwingContext) =>
  (p: { v: number } | null): number =>
    c.ground.device === 'mat' && p ? CREEP * p.v : 0;

/** Greatest value in a window: value, `.ms` to impact and `.phase`. */
export function peak(c: SwingContext, id: string, s: Series, a: number, b: number, u: number): Readings {
  const p = greatest(s, a, b);
  const none: Reading = absent(c.ground.loadKnown ? 'nothing was measured in its part of the swing' : NO_LOAD_KNOWN);
  return {
    [id]: p ? reading(p.v, u) : none,
    [`${id}.ms`]: p ? msFrom(c, p.t, 'p7', FLOOR.peakTime) : none,
    [`${id}.phase`]: p ? phaseAt(c, p.t, FLOOR.peakTime) : none,
  };
}

function trailOff(c: SwingContext, p4: number, p7: number): Reading {
  const { trail } = c.signals.up;
  if (at(trail, p4) < OFF) return msFrom(c, p4, 'p7', FLOOR.passage);
  const off = firstPassage(trail, OFF, 'down', p4, p7);
  return off === null ? absent(NEVER_SAID.trailStays) : msFrom(c, off, 'p7', FLOOR.passage);
}

/** Greatest (F(t + 20 ms) − F(t))/20 ms of the lead foot, t in [P4, P7 − 20 ms]. */
function rate(c: SwingContext, p4: number, p7: number): Reading {
  const { lead } = c.signals.up;
  let most = -Infinity;
  visit(lead, p4, p7 - RATE_STEP, (t, v) => {
    const rise = (at(lead, t + RATE_STEP) - v) / RATE_STEP;
    if (rise > most) most = rise;
  });
  return numeric(most, Math.max(FLOOR.upRate, (Math.SQRT2 * addressSd(c, lead)) / RATE_STEP), NO_FEET);
}
