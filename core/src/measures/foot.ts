import { EVENT_NAMES, type EventName } from '../events/event.js';
import { FEET, type FootName } from '../ground/foot-outline.js';
import { CUTOFFS } from '../ground/ground.js';
import { at, lastPassage, type Series, visit } from '../signal/series.js';
import { addressMean, addressSd, FLOOR, msFrom, type SwingContext, timeOfEvent, valueAt } from './context.js';
import { NEVER_SAID } from './never.js';
import { matBias } from './mat-bias.js';
import { absent, numeric, type Reading, type Readings, widened } from './measure.js';

const HEEL = 45;
const INSIDE: Record<FootName, readonly EventName[]> = {
  trail: ['p2', 'p3', 'p4', 'p5', 'p6', 'p7'],
  lead: ['p5', 'p6', 'p7', 'p8'],
};
const TOE_EVENTS: readonly EventName[] = ['p4', 'p6', 'p7'];
const NO_FEET = 'the feet cannot be told apart';
/** Least uncertainty of a position that a mat or foot check has measured, % of the foot. */
const MEASURED_FLOOR = 0.5;

/** Where the load lies in each foot (`foot.*`, `toe.share.address`). */
export function footMeasures(c: SwingContext): Readings {
  if (!c.foot) return absentFeet();
  const out: Readings = {};
  const mat = c.foot.lead.toe !== null;
  const bias = matBias(c);
  for (const foot of FEET) {
    const { fwd, inside } = c.foot[foot];
    const wide = checkU(c, foot);
    const lighter = lightness(c, foot);
    const drawn = drawnIn(c, foot, bias);
    const position = (s: Series, p: EventName, what: 'fwd' | 'inside'): Reading => {
      const t = c.events[p]?.t ?? NaN;
      const own = addressSd(c, s) * Math.sqrt(Math.max(0, lighter(t) ** 2 - 1));
      return widened(
        widened(valueAt(c, s, p), Math.hypot(own, drawn(t, what, at(s, t)))),
        what === 'fwd' ? wide.forward : wide.inside,
      );
    };
    out[`foot.${foot}.fwd.address`] = widened(
      numeric(
        addressMean(c, fwd),
        addressSd(c, fwd, mat ? MEASURED_FLOOR : FLOOR.assumedFoot),
        'too little load on this foot at address',
      ),
      wide.forward,
    );
    for (const p of EVENT_NAMES) out[`foot.${foot}.fwd.${p}`] = position(fwd, p, 'fwd');
    for (const p of INSIDE[foot]) out[`foot.${foot}.in.${p}`] = position(inside, p, 'inside');
  }
  return { ...out, ...toeShares(c, bias), 'foot.lead.heel.ms': heelTime(c) };
}

/**
 * How much noisier a foot's centre of pressure is at t than at address: it is a moment over a load, so the noise of
 * the moment weighs the more the less the foot carries. The address window is the quietest one and holds few independent
 * samples, 2·fc of them a second: what it shows is taken the larger the fewer they are.
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
  bias: ReturnType<typeof matBias>,
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

function absentFeet(): Readings {
  const ids = FEET.flatMap((f) => [
    `foot.${f}.fwd.address`,
    ...EVENT_NAMES.map((p) => `foot.${f}.fwd.${p}`),
    ...INSIDE[f].map((p) => `foot.${f}.in.${p}`),
    `foot.${f}.toe.address`,
    ...TOE_EVENTS.map((p) => `foot.${f}.toe.${p}`),
  ]);
  return Object.fromEntries([...ids, 'toe.share.address', 'foot.lead.heel.ms'].map((id) => [id, absent(NO_FEET)]));
}

/** Part of a foot's load on cells forward of its middle: only a mat sees it. */
function toeShares(c: SwingContext, bias: ReturnType<typeof matBias>): Readings {
  const out: Readings = {};
  const toes = FEET.map((f) => c.foot![f].toe);
  FEET.forEach((foot, i) => {
    const toe = toes[i];
    if (!toe) return;
    const share = ratio(toe.forward, toe.load);
    const drawn = (t: number): number => {
      const added = bias?.(t)[foot];
      const off = added ? (added.load * Math.abs(100 * added.toes - at(share, t))) / at(toe.load, t) : 0;
      return Number.isFinite(off) ? off : 0;
    };
    out[`foot.${foot}.toe.address`] = widened(
      numeric(addressMean(c, share), addressSd(c, share, FLOOR.share), NO_FEET),
      drawn(c.swing.address.start),
    );
    for (const p of TOE_EVENTS)
      out[`foot.${foot}.toe.${p}`] = widened(valueAt(c, share, p, FLOOR.share), drawn(timeOfEvent(c, p)));
  });
  const [lead, trail] = toes;
  if (lead && trail) {
    const both = ratio(sum(lead.forward, trail.forward), sum(lead.load, trail.load));
    out['toe.share.address'] = numeric(addressMean(c, both), addressSd(c, both, FLOOR.share), NO_FEET);
  }
  return out;
}

const ratio = (part: Series, whole: Series): Series => ({
  ...part,
  v: part.v.map((x, k) => (whole.v[k]! > 0 ? (100 * x) / whole.v[k]! : NaN)),
});
const sum = (a: Series, b: Series): Series => ({ ...a, v: a.v.map((x, k) => x + b.v[k]!) });

/** When the lead foot's pressure reaches the heel, if it is there at P8. */
function heelTime(c: SwingContext): Reading {
  const { fwd } = c.foot!.lead;
  const p5 = timeOfEvent(c, 'p5');
  const p8 = timeOfEvent(c, 'p8');
  if (!(at(fwd, p8) < HEEL)) return absent(NEVER_SAID.notInHeel);
  let under = true;
  visit(fwd, p5, p8, (_, v) => {
    if (v >= HEEL) under = false;
  });
  const t = under ? p5 : lastPassage(fwd, HEEL, 'down', p5, p8);
  return t === null ? absent(NEVER_SAID.notInHeel) : msFrom(c, t, 'p7', FLOOR.passage);
}
