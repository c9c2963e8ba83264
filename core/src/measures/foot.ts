import { EVENT_NAMES, type EventName } from '../events/event.js';
import { FEET, type FootName } from '../ground/foot-outline.js';
import { at, lastPassage, type Series, visit } from '../signal/series.js';
import { addressMean, addressSd, FLOOR, msFrom, type SwingContext, timeOfEvent, valueAt } from './context.js';
import { NEVER_SAID } from './never.js';
import { absent, numeric, type Reading, type Readings } from './measure.js';

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
  for (const foot of FEET) {
    const { fwd, inside } = c.foot[foot];
    out[`foot.${foot}.fwd.address`] = numeric(
      addressMean(c, fwd),
      addressSd(c, fwd, mat ? MEASURED_FLOOR : FLOOR.assumedFoot),
      'too little load on this foot at address',
    );
    const wide = checkU(c, foot);
    for (const p of EVENT_NAMES) out[`foot.${foot}.fwd.${p}`] = widened(valueAt(c, fwd, p), wide.forward);
    for (const p of INSIDE[foot]) out[`foot.${foot}.in.${p}`] = widened(valueAt(c, inside, p), wide.inside);
    out[`foot.${foot}.fwd.address`] = widened(out[`foot.${foot}.fwd.address`]!, wide.forward);
  }
  return { ...out, ...toeShares(c), 'foot.lead.heel.ms': heelTime(c) };
}

/** A foot that left the ground since its check stands there less surely, % of the foot and of its half width. */
const REPLACED_U = { forward: 6, inside: 10 };

/** How much a foot check adds to the uncertainty of positions in the foot. */
function checkU(c: SwingContext, foot: FootName): { forward: number; inside: number } {
  if (!c.footCheck) return { forward: 0, inside: 0 };
  const moved = c.footCheck.left.includes(foot);
  return { forward: c.footCheck[foot].u + (moved ? REPLACED_U.forward : 0), inside: moved ? REPLACED_U.inside : 0 };
}

const widened = (r: Reading, by: number): Reading => (r.u === null || by === 0 ? r : { ...r, u: Math.hypot(r.u, by) });

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
function toeShares(c: SwingContext): Readings {
  const out: Readings = {};
  const toes = FEET.map((f) => c.foot![f].toe);
  FEET.forEach((foot, i) => {
    const toe = toes[i];
    if (!toe) return;
    const share = ratio(toe.forward, toe.load);
    out[`foot.${foot}.toe.address`] = numeric(addressMean(c, share), addressSd(c, share, FLOOR.share), NO_FEET);
    for (const p of TOE_EVENTS) out[`foot.${foot}.toe.${p}`] = valueAt(c, share, p, FLOOR.share);
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
