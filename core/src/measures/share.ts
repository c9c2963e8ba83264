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
import { shareBias } from './mat-bias.js';
import { absent, numeric, type Reading, reading, widened } from './measure.js';
import { NEVER_SAID } from './never.js';
import { measure, type Moment, MOMENTS, once, partOf, shortly, whenWords } from './row.js';

const HALF = 50;
const NO_LOAD = 'too little load for a share';
const NEVER_OVER = 'the lead share never passes 50%';
const FORMULA = 's = 100·L/(L + T) of the filtered loads';
const BACK = { part: 'Going back', formula: FORMULA, signals: ['loads'], devices: 'shares' } as const;
const DOWN = { ...BACK, part: 'Coming down' } as const;

const biasOf = once(shareBias);

/** Lead share at a moment, with what the noise of empty cells may add. */
function shareAt(c: SwingContext, m: Moment): Reading {
  const { share } = c.signals;
  const r =
    m === 'address'
      ? numeric(addressMean(c, share), addressSd(c, share, FLOOR.share), NO_LOAD)
      : valueAt(c, share, m, FLOOR.share);
  const t = m === 'address' ? c.swing.address.start : timeOfEvent(c, m);
  return typeof r.value === 'number' ? widened(r, biasOf(c)(t, r.value)) : r;
}

const levels = MOMENTS.map((m) =>
  measure({
    id: `share.lead.${m}`,
    unit: '%',
    part: partOf(m),
    words: `Lead share, ${shortly(m)}`,
    definition: `Lead foot's part of the total vertical load, ${whenWords(m)}.`,
    formula: FORMULA,
    signals: ['loads'],
    events: [m],
    devices: 'shares',
    worth: m === 'address' ? 2 : 3,
    at: m,
    share: 'level',
    of: (c) => shareAt(c, m),
  }),
);

/** Shares at the events and how the load moves between the feet. */
export const SHARE = [
  ...levels,
  measure({
    id: 'press.gain',
    unit: 'points',
    words: 'Forward press',
    definition: 'Highest lead share between the pressure onset and P1, less address.',
    ...BACK,
    part: 'Set up',
    events: ['onset', 'p1'],
    worth: 2,
    share: 'change',
    of: press,
  }),
  measure({
    id: 'onset.lead.ms',
    unit: 'ms',
    words: 'Ground before club',
    definition: 'How long before the club the pressure starts to move.',
    ...BACK,
    part: 'Set up',
    events: ['onset', 'p1'],
    worth: 25,
    time: 'more is earlier',
    of: onsetLead,
  }),
  measure({
    id: 'load.trail.max',
    unit: '%',
    words: 'Trail peak',
    definition: 'Greatest trail share between P1 and impact.',
    ...BACK,
    events: ['p1', 'p4', 'p7'],
    worth: 3,
    share: 'level',
    of: (c) => trailLoad(c, ({ max }) => reading(max.v, addressSd(c, c.signals.share, FLOOR.share))),
  }),
  measure({
    id: 'load.trail.max.phase',
    unit: 'P',
    words: 'Trail peak, phase',
    definition: 'When the trail share is greatest: the middle of the stretch within 1 point of it.',
    ...BACK,
    events: ['p1', 'p4', 'p7', 'phase'],
    worth: 0.15,
    time: 'more is later',
    of: (c) => trailLoad(c, ({ max }) => phaseAt(c, max.t, FLOOR.peakTime)),
  }),
  measure({
    id: 'load.trail.max.ms',
    unit: 'ms',
    words: 'Trail peak before the top',
    definition: 'How long before the top the trail share is greatest; positive = before.',
    ...BACK,
    events: ['p1', 'p4', 'p7'],
    worth: 25,
    time: 'more is earlier',
    of: (c) => trailLoad(c, ({ max, p4 }) => reading(1000 * (p4.t - max.t), hypot(1000 * p4.u, 1000 * FLOOR.peakTime))),
  }),
  measure({
    id: 'load.p7.ms',
    unit: 'ms',
    words: 'Trail peak, to impact',
    definition: 'When the trail share is greatest, relative to impact.',
    ...BACK,
    events: ['p1', 'p4', 'p7'],
    worth: 20,
    time: 'more is later',
    of: (c) => trailLoad(c, ({ max }) => msFrom(c, max.t, 'p7', hypot(FLOOR.peakTime))),
  }),
  measure({
    id: 'load.trail.leave.phase',
    unit: 'P',
    words: 'Trail load leaves, phase',
    definition: 'When the trail share leaves its greatest value for good: the last moment within 1 point of it.',
    ...BACK,
    events: ['p1', 'p4', 'p7', 'phase'],
    worth: 0.15,
    time: 'more is later',
    of: (c) => trailLoad(c, ({ max }) => phaseAt(c, leaves(c, max), FLOOR.peakTime)),
  }),
  measure({
    id: 'load.trail.leave.ms',
    unit: 'ms',
    words: 'Trail load leaves, to impact',
    definition: 'When the trail share leaves its greatest value for good, relative to impact.',
    ...BACK,
    events: ['p1', 'p4', 'p7'],
    worth: 20,
    time: 'more is later',
    of: (c) => trailLoad(c, ({ max }) => msFrom(c, leaves(c, max), 'p7', FLOOR.peakTime)),
  }),
  measure({
    id: 'recentre.share',
    unit: 'points',
    words: 'Given back by the top',
    definition: 'Trail share given back between its maximum and the top.',
    ...BACK,
    events: ['p1', 'p4', 'p7'],
    worth: 3,
    share: 'change',
    of: givenBack,
  }),
  measure({
    id: 'cross.ms',
    unit: 'ms',
    words: 'Crosses 50%, top',
    definition: 'Last upward passage of 50% lead before impact, relative to the top.',
    ...DOWN,
    events: ['p1', 'p4', 'p7'],
    worth: 20,
    time: 'more is later',
    never: [
      { reason: NEVER_SAID.underAtImpact, band: 'above' },
      { reason: NEVER_SAID.neverUnder, band: 'below' },
    ],
    of: (c) => {
      const t = lastPassage(c.signals.share, HALF, 'up', [c.trailMax?.t ?? NaN, timeOfEvent(c, 'p7')]);
      return t === null || underAtImpact(c) ? absent(lateWords(c)) : msFrom(c, t, 'p4', FLOOR.passage);
    },
  }),
  measure({
    id: 'cross.p7.ms',
    unit: 'ms',
    words: 'Crosses 50%, impact',
    definition: 'Last upward passage of 50% lead before P9, relative to impact.',
    ...DOWN,
    events: ['p1', 'p7', 'p9'],
    worth: 15,
    time: 'more is later',
    of: (c) => {
      const t = lastPassage(c.signals.share, HALF, 'up', [c.trailMax?.t ?? NaN, timeOfEvent(c, 'p9')]);
      if (t === null)
        return absent(underAtImpact(c) ? 'the lead share has not passed 50% by P9' : NEVER_SAID.neverUnder);
      return msFrom(c, t, 'p7', FLOOR.passage);
    },
  }),
  measure({
    id: 'share.lead.drop',
    unit: 'points',
    words: 'Lead share drop',
    definition: 'Greatest fall of the lead share between passing 50% and impact.',
    ...DOWN,
    formula: 'max over t of (max up to t of s) − s(t), s = L/(L + T)',
    events: ['p4', 'p7'],
    worth: 4,
    share: 'change',
    of: drop,
  }),
];

const GUESSED = 'P1 is estimated: the number would only give back an assumption';
const NO_ONSET = 'the lead share never leaves its band at address';

function onsetLead(c: SwingContext): Reading {
  const { p1 } = c.events;
  if (!p1 || p1.source === 'estimated') return absent(GUESSED);
  const { onset } = c.swing;
  return onset.t === null ? absent(NO_ONSET) : reading(1000 * (p1.t - onset.t), Math.max(20, timeU(p1, 0)));
}

function press(c: SwingContext): Reading {
  const { p1 } = c.events;
  if (!p1 || p1.source === 'estimated') return absent(GUESSED);
  const { onset } = c.swing;
  if (onset.t === null) return absent(NO_ONSET);
  const peak = onset.t < p1.t ? greatest(c.signals.share, onset.t, p1.t) : null;
  return peak
    ? reading(Math.max(0, peak.v - onset.mean), addressSd(c, c.signals.share, FLOOR.share))
    : absent('the ground moves no earlier than the club');
}

interface TrailLoad {
  readonly max: NonNullable<SwingContext['trailMax']>;
  readonly p4: NonNullable<SwingContext['events']['p4']>;
}

/** What is taken from the trail maximum, where there is one. */
function trailLoad(c: SwingContext, of: (x: TrailLoad) => Reading): Reading {
  const { p4, p7 } = c.events;
  return c.trailMax && p4 && p7 ? of({ max: c.trailMax, p4 }) : absent(NO_LOAD);
}

/** The share still counts as the greatest within this, points. */
const PLATEAU = 1;

/** The last time up to impact at which the trail share lies within 1 point of its maximum. */
function leaves(c: SwingContext, max: TrailLoad['max']): number {
  const p7 = timeOfEvent(c, 'p7');
  return lastPassage(c.signals.trailShare, max.v - PLATEAU, 'down', [max.t, p7]) ?? p7;
}

function givenBack(c: SwingContext): Reading {
  return trailLoad(c, ({ max, p4 }) => {
    const top = valueAt(c, c.signals.trailShare, 'p4', FLOOR.share);
    if (max.t >= p4.t) return reading(0, top.u);
    return numeric(Math.max(0, max.v - (typeof top.value === 'number' ? top.value : NaN)), top.u ?? 0, NO_LOAD);
  });
}

function underAtImpact(c: SwingContext): boolean {
  const { value } = valueAt(c, c.signals.share, 'p7');
  return typeof value === 'number' && value < HALF;
}
const lateWords = (c: SwingContext): string => (underAtImpact(c) ? NEVER_SAID.underAtImpact : NEVER_SAID.neverUnder);

/** Greatest fall of the lead share after it first passes 50% after P4 and before P7. */
function drop(c: SwingContext): Reading {
  const { share } = c.signals;
  const p4 = timeOfEvent(c, 'p4');
  const p7 = timeOfEvent(c, 'p7');
  const top = valueAt(c, share, 'p4').value;
  const from = typeof top === 'number' && top >= HALF ? p4 : firstPassage(share, HALF, 'up', [p4, p7]);
  if (from === null) return absent(NEVER_OVER);
  let highest = -Infinity;
  let fall = 0;
  visit(share, from, p7, (_, v) => {
    if (v > highest) highest = v;
    if (highest - v > fall) fall = highest - v;
  });
  return reading(fall, Math.SQRT2 * addressSd(c, share, FLOOR.share));
}
