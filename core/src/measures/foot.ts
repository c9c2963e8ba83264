import type { EventName } from '../events/event.js';
import { FEET, type FootName } from '../ground/foot-outline.js';
import { CUTOFFS } from '../ground/ground.js';
import { at, lastPassage, least, type Series, visit } from '../signal/series.js';
import {
  addressMean,
  addressSd,
  FLOOR,
  type FootTrack,
  msFrom,
  type SwingContext,
  timeOfEvent,
  valueAt,
} from './context.js';
import { matBias } from './mat-bias.js';
import { absent, NOT_HERE, numeric, type Reading, reading, widened } from './measure.js';
import { NEVER_SAID } from './never.js';
import { measure, type Moment, MOMENTS, once, partOf, shortly, whenWords } from './row.js';
import { verticalFloor } from './vertical.js';

const HEEL = 45;
/** How much less sure a fault takes a position in a foot that is assumed, % of length and of half width. */
const ASSUMED_U = { fwd: 8, inside: 10 };
const TOE_MOMENTS = ['address', 'p4', 'p6', 'p7'] as const;
const NO_FEET = 'the feet cannot be told apart';
/** Least uncertainty of a position that a mat or foot check has measured, % of the foot. */
const MEASURED_FLOOR = 0.5;

const POSITION = {
  unit: '%',
  signals: ['feet'],
  devices: 'inTheFoot',
} as const;

const footRows = <F extends FootName, M extends EventName>(foot: F, inside: readonly M[]) => {
  const short = foot === 'lead' ? 'Lead' : 'Trail';
  return [
    ...MOMENTS.map((m) =>
      measure({
        id: `foot.${foot}.fwd.${m}`,
        part: partOf(m),
        words: `${short} forward, ${shortly(m)}`,
        definition: `Pressure in the ${foot} foot from heel end (0) to toe end (100), ${whenWords(m)}.`,
        ...POSITION,
        formula: '(COP − heel)·axis ÷ length',
        events: [m],
        worth: 6,
        foot,
        at: m,
        whenDerived: m === 'address' ? 'nothing' : ASSUMED_U.fwd,
        of: (c) => onFoot(c, (s) => (m === 'address' ? s.standing(foot) : s.position(foot, m, 'fwd'))),
      }),
    ),
    ...inside.map((m) =>
      measure({
        id: `foot.${foot}.in.${m}`,
        part: partOf(m),
        words: `${short} inside, ${shortly(m)}`,
        definition: `Pressure in the ${foot} foot from its outer (−100) to its inner edge (+100), ${whenWords(m)}.`,
        ...POSITION,
        formula: '(COP − centre)·inner ÷ half width',
        events: [m],
        worth: foot === 'lead' ? 15 : 12,
        foot,
        at: m,
        whenDerived: ASSUMED_U.inside,
        of: (c) => onFoot(c, (s) => s.position(foot, m, 'inside')),
      }),
    ),
    ...TOE_MOMENTS.map((m) =>
      measure({
        id: `foot.${foot}.toe.${m}`,
        unit: '%',
        part: partOf(m),
        words: `${short} toe share, ${shortly(m)}`,
        definition: `Part of the ${foot} foot's load forward of its middle, ${whenWords(m)}.`,
        formula: 'Σ cells forward of the middle ÷ Σ cells of the foot',
        signals: ['cells'],
        events: [m],
        devices: 'cells',
        worth: 3,
        foot,
        at: m,
        of: (c) => onFoot(c, (s) => s.toes(foot, m)),
      }),
    ),
  ];
};

/** Where the load lies in each foot. */
export const FOOT = [
  ...footRows('lead', ['p5', 'p6', 'p7', 'p8']),
  ...footRows('trail', ['p2', 'p3', 'p4', 'p5', 'p6', 'p7']),
  measure({
    id: 'toe.share.address',
    unit: '%',
    part: 'Set up',
    words: 'Toe share, address',
    definition: 'Part of both feet’s load forward of the middle of each foot, at address.',
    formula: 'Σ cells forward of the middle ÷ Σ cells of both feet',
    signals: ['cells'],
    events: ['address'],
    devices: 'cells',
    worth: 3,
    at: 'address',
    of: (c) => onFoot(c, (s) => s.bothToes()),
  }),
  measure({
    id: 'foot.lead.heel.ms',
    part: 'Through',
    words: 'Lead heel reached',
    definition: 'When the lead foot’s pressure passes 45% toward the heel, relative to impact.',
    ...POSITION,
    unit: 'ms',
    formula: '(COP − heel)·axis ÷ length',
    events: ['p5', 'p7', 'p8'],
    worth: 15,
    foot: 'lead',
    time: 'more is later',
    never: [{ reason: NEVER_SAID.notInHeel, band: 'above', fault: 'below' }],
    of: (c) => (c.foot ? heelTime(c, c.foot.lead.fwd) : absent(NO_FEET)),
  }),
  measure({
    id: 'foot.lead.load.min',
    unit: '%BW',
    part: 'Going back',
    words: 'Least lead load',
    definition: 'Least load under the lead foot going back.',
    formula: '100·Fz/(m·g)',
    signals: ['loads'],
    events: ['p1', 'p4'],
    devices: 'oneFoot',
    worth: 3,
    of: (c) => {
      const { lead } = c.signals.up;
      const dip = least(lead, timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4'));
      return dip ? reading(dip.v, addressSd(c, lead, verticalFloor(c))) : absent(NO_FEET);
    },
  }),
];

type Bias = ReturnType<typeof matBias>;

/** The feet of a swing as all their measures ask them; null where they cannot be told apart. */
const soles = once((c: SwingContext) => {
  if (!c.foot) return null;
  const bias = matBias(c);
  const each = Object.fromEntries(
    FEET.map((f) => [f, { ...c.foot![f], wide: checkU(c, f), lighter: lightness(c, f), drawn: drawnIn(c, f, bias) }]),
  ) as Record<FootName, FootTrack & Sureness>;
  const floor = c.foot.lead.toe !== null ? MEASURED_FLOOR : FLOOR.assumedFoot;
  return {
    standing: (foot: FootName): Reading => {
      const { fwd, wide } = each[foot];
      const mean = numeric(addressMean(c, fwd), addressSd(c, fwd, floor), 'too little load on this foot at address');
      return widened(mean, wide.forward);
    },
    position: (foot: FootName, p: EventName, what: 'fwd' | 'inside'): Reading => {
      const { wide, lighter, drawn, [what]: s } = each[foot];
      const t = timeOfEvent(c, p);
      const own = addressSd(c, s) * Math.sqrt(Math.max(0, lighter(t) ** 2 - 1));
      const noisy = widened(valueAt(c, s, p), Math.hypot(own, drawn(t, what, at(s, t))));
      return widened(noisy, what === 'fwd' ? wide.forward : wide.inside);
    },
    toes: (foot: FootName, m: Moment): Reading => toeShare(c, foot, m, bias),
    bothToes: (): Reading => bothToes(c),
  };
});

interface Sureness {
  readonly wide: ReturnType<typeof checkU>;
  readonly lighter: ReturnType<typeof lightness>;
  readonly drawn: ReturnType<typeof drawnIn>;
}

function onFoot(c: SwingContext, ask: (s: NonNullable<ReturnType<typeof soles>>) => Reading): Reading {
  const s = soles(c);
  return s ? ask(s) : absent(NO_FEET);
}

/**
 * How much noisier a foot's centre of pressure is at t than at address: it is a moment over a load, so the noise of
 * the moment weighs the more the less the foot carries. The address window is the quietest one and holds few
 * independent samples, 2·fc of them a second: what it shows is taken the larger the fewer they are.
 */
function lightness(c: SwingContext, foot: FootName): (t: number) => number {
  const load = loadOf(c, foot);
  const quiet = addressMean(c, load);
  const independent =
    2 * (c.ground.mat ? CUTOFFS.mat : c.ground.cutoff) * (c.swing.address.end - c.swing.address.start);
  const few = Math.sqrt(1 + FEW_SAMPLES / independent);
  return (t) => few * Math.max(1, quiet / Math.max(at(load, t), 1e-9));
}
/** Chosen so that 2,000 simulated swings on each device are covered as they should be (docs/uncertainty.md). */
const FEW_SAMPLES = 20;

const loadOf = (c: SwingContext, foot: FootName): Series =>
  c.foot?.[foot].toe?.load ?? { ...c.ground.share, v: c.ground.feet[foot].fz };

/** How far the noise of empty cells may draw a position, % of the foot or of its half width. */
function drawnIn(
  c: SwingContext,
  foot: FootName,
  bias: Bias,
): (t: number, what: 'fwd' | 'inside', here: number) => number {
  if (!bias) return () => 0;
  const load = loadOf(c, foot);
  return (t, what, here) => {
    if (!Number.isFinite(t)) return 0;
    const added = bias(t)[foot];
    const off = (added.load * Math.abs(added[what] - here)) / at(load, t);
    return Number.isFinite(off) ? off : 0;
  };
}

/** A foot that left the ground since its check stands there less surely, % of the foot and of its half width. */
const REPLACED_U = { forward: 6, inside: 10 };

/** How much a foot check adds to the uncertainty of positions in the foot. */
function checkU(c: SwingContext, foot: FootName): { forward: number; inside: number } {
  if (!c.footCheck) return { forward: 0, inside: 0 };
  const moved = c.footCheck.left.includes(foot);
  return { forward: c.footCheck[foot].u + (moved ? REPLACED_U.forward : 0), inside: moved ? REPLACED_U.inside : 0 };
}

/** Part of a foot's load on cells forward of its middle: only a mat sees it. */
function toeShare(c: SwingContext, foot: FootName, m: Moment, bias: Bias): Reading {
  const { toe } = c.foot![foot];
  if (!toe) return NOT_HERE;
  const share = ratio(toe.forward, toe.load);
  const drawn = (t: number): number => {
    const added = bias?.(t)[foot];
    const off = added ? (added.load * Math.abs(100 * added.toes - at(share, t))) / at(toe.load, t) : 0;
    return Number.isFinite(off) ? off : 0;
  };
  if (m !== 'address') return widened(valueAt(c, share, m, FLOOR.share), drawn(timeOfEvent(c, m)));
  return widened(
    numeric(addressMean(c, share), addressSd(c, share, FLOOR.share), NO_FEET),
    drawn(c.swing.address.start),
  );
}

function bothToes(c: SwingContext): Reading {
  const [lead, trail] = FEET.map((f) => c.foot![f].toe);
  if (!lead || !trail) return NOT_HERE;
  const both = ratio(sum(lead.forward, trail.forward), sum(lead.load, trail.load));
  return numeric(addressMean(c, both), addressSd(c, both, FLOOR.share), NO_FEET);
}

const ratio = (part: Series, whole: Series): Series => ({
  ...part,
  v: part.v.map((x, k) => (whole.v[k]! > 0 ? (100 * x) / whole.v[k]! : NaN)),
});
const sum = (a: Series, b: Series): Series => ({ ...a, v: a.v.map((x, k) => x + b.v[k]!) });

/** When the lead foot's pressure reaches the heel, if it is there at P8. */
function heelTime(c: SwingContext, fwd: Series): Reading {
  const p5 = timeOfEvent(c, 'p5');
  const p8 = timeOfEvent(c, 'p8');
  if (!(at(fwd, p8) < HEEL)) return absent(NEVER_SAID.notInHeel);
  let under = true;
  visit(fwd, p5, p8, (_, v) => {
    if (v >= HEEL) under = false;
  });
  const t = under ? p5 : lastPassage(fwd, HEEL, 'down', [p5, p8]);
  return t === null ? absent(NEVER_SAID.notInHeel) : msFrom(c, t, 'p7', FLOOR.passage);
}
