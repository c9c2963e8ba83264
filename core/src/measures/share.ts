import { EVENT_NAMES } from '../events/event.js';
import { firstPassage, greatest, lastPassage, visit } from '../signal/series.js';
import {
  addressMean,
  addressSd,
  FLOOR,
  hypot,
  msFrom,
  phaseAt,
  type SwingContext,
  timeOfEvent,
  timeU,
  valueAt,
} from './context.js';
import { NEVER_SAID } from './never.js';
import { shareBias } from './mat-bias.js';
import { absent, numeric, type Reading, reading, type Readings, widened } from './measure.js';

const HALF = 50;
const NO_LOAD = 'too little load for a share';
const NEVER_OVER = 'the lead share never passes 50%';

/** Shares at the events and how the load moves between the feet (measuring.md §6, `share.*` to `share.lead.drop`). */
export function shareMeasures(c: SwingContext): Readings {
  const { share } = c.signals;
  const out: Readings = {};
  const off = shareBias(c);
  const withBias = (r: Reading, t: number) => (typeof r.value === 'number' ? widened(r, off(t, r.value)) : r);
  for (const p of EVENT_NAMES) out[`share.lead.${p}`] = withBias(valueAt(c, share, p, FLOOR.share), timeOfEvent(c, p));
  out['share.lead.address'] = withBias(
    numeric(addressMean(c, share), addressSd(c, share, FLOOR.share), NO_LOAD),
    c.swing.address.start,
  );
  return { ...out, ...start(c), ...trailLoad(c), ...crossing(c), 'share.lead.drop': drop(c) };
}

/** What happens before the club moves. */
function start(c: SwingContext): Readings {
  const { p1 } = c.events;
  const { onset } = c.swing;
  const none = 'the lead share never leaves its band at address';
  const guessed = 'P1 is estimated: the number would only give back an assumption';
  if (!p1 || p1.source === 'estimated') return { 'onset.lead.ms': absent(guessed), 'press.gain': absent(guessed) };
  if (onset.t === null) return { 'onset.lead.ms': absent(none), 'press.gain': absent(none) };
  const lead = 1000 * (p1.t - onset.t);
  const peak = onset.t < p1.t ? greatest(c.signals.share, onset.t, p1.t) : null;
  return {
    'onset.lead.ms': reading(lead, Math.max(20, timeU(p1, 0))),
    'press.gain': peak
      ? reading(Math.max(0, peak.v - onset.mean), addressSd(c, c.signals.share, FLOOR.share))
      : absent('the ground moves no earlier than the club'),
  };
}

function trailLoad(c: SwingContext): Readings {
  const { p4, p7 } = c.events;
  const max = c.trailMax;
  if (!max || !p4 || !p7) {
    const none = absent(NO_LOAD);
    const ids = ['load.trail.max', 'load.trail.max.phase', 'load.trail.max.ms', 'load.p7.ms', 'recentre.share'];
    return Object.fromEntries(ids.map((id) => [id, none]));
  }
  const top = valueAt(c, c.signals.trailShare, 'p4', FLOOR.share);
  const u = hypot(1000 * p4.u, 1000 * FLOOR.peakTime);
  return {
    'load.trail.max': reading(max.v, addressSd(c, c.signals.share, FLOOR.share)),
    'load.trail.max.phase': phaseAt(c, max.t, FLOOR.peakTime),
    'load.trail.max.ms': reading(1000 * (p4.t - max.t), u),
    'load.p7.ms': msFrom(c, max.t, 'p7', hypot(FLOOR.peakTime)),
    'recentre.share':
      max.t >= p4.t
        ? reading(0, top.u)
        : numeric(Math.max(0, max.v - (typeof top.value === 'number' ? top.value : NaN)), top.u ?? 0, NO_LOAD),
  };
}

/** When the load comes over to the lead foot. */
function crossing(c: SwingContext): Readings {
  const { share } = c.signals;
  const from = c.trailMax?.t ?? NaN;
  const p7 = timeOfEvent(c, 'p7');
  const before = lastPassage(share, HALF, 'up', from, p7);
  const through = lastPassage(share, HALF, 'up', from, timeOfEvent(c, 'p9'));
  const atImpact = valueAt(c, share, 'p7').value;
  const under = typeof atImpact === 'number' && atImpact < HALF;
  const late = under ? NEVER_SAID.underAtImpact : NEVER_SAID.neverUnder;
  return {
    'cross.ms': before === null || under ? absent(late) : msFrom(c, before, 'p4', FLOOR.passage),
    'cross.p7.ms':
      through === null
        ? absent(under ? 'the lead share has not passed 50% by P9' : NEVER_SAID.neverUnder)
        : msFrom(c, through, 'p7', FLOOR.passage),
  };
}

/** Greatest fall of the lead share after it first passes 50% after P4 and before P7. */
function drop(c: SwingContext) {
  const { share } = c.signals;
  const p4 = timeOfEvent(c, 'p4');
  const p7 = timeOfEvent(c, 'p7');
  const top = valueAt(c, share, 'p4').value;
  const from = typeof top === 'number' && top >= HALF ? p4 : firstPassage(share, HALF, 'up', p4, p7);
  if (from === null) return absent(NEVER_OVER);
  let highest = -Infinity;
  let fall = 0;
  visit(share, from, p7, (_, v) => {
    if (v > highest) highest = v;
    if (highest - v > fall) fall = highest - v;
  });
  return reading(fall, Math.SQRT2 * addressSd(c, share, FLOOR.share));
}
