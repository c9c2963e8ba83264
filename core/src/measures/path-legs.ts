import type { EventName } from '../events/event.js';
import type { Cop } from '../ground/foot-loads.js';
import type { StanceLine } from '../ground/foot-outline.js';
import { at, firstPassage, greatest, least, mapSeries, type Series, visit } from '../signal/series.js';
import { lengthOf } from '../signal/vector.js';
import { addressSd, FLOOR, hypot, type SwingContext, timeOfEvent, type Times, timingU } from './context.js';
import { absent, numeric, reading, type Reading } from './measure.js';
import { once } from './row.js';

const LEAST_LEG = 0.01;
/** Uncertainty of the time of the trail maximum, s: it is the end of a leg. */
const SLIDE = FLOOR.peakTime;
const LANDED = 65;
const STILL = 12;
const REVERSED = 0.06;
const SCATTERED = 0.6;
const ARC = 0.2;
const DIAGONAL = 15;
export const NO_FEET = 'the feet cannot be told apart';

/** Along and across the stance line, m from its middle. */
export function stanceCoordinates(cop: Cop, line: StanceLine): { along: Series; across: Series } {
  const { origin, along: e, across: n } = line;
  const project = (d: readonly [number, number]) =>
    mapSeries(cop.x, (x, k) => (x - origin[0]) * d[0] + (cop.y.v[k]! - origin[1]) * d[1]);
  return { along: project(e), across: project(n) };
}

/** Without told feet the stance line is taken along Y. */
const ALONG_Y: StanceLine = { origin: [0, 0], along: [0, 1], across: [1, 0], width: NaN };

/** The path in stance directions, and how still it is at address. */
interface Coordinates {
  readonly along: Series;
  readonly across: Series;
  /** SD over address, m. */
  readonly uAlong: number;
  readonly uAcross: number;
}

export const coordinates = once((c: SwingContext): Coordinates => {
  const { along, across } = stanceCoordinates(c.ground.path, c.line ?? ALONG_Y);
  return { along, across, uAlong: addressSd(c, along), uAcross: addressSd(c, across) };
});

/** Greatest less least value over [a, b]; NaN without samples. */
export const range = (s: Series, a: number, b: number): number =>
  (greatest(s, a, b)?.v ?? NaN) - (least(s, a, b)?.v ?? NaN);

/** Length of the path over [a, b], undefined samples skipped, m. */
export function pathLength(along: Series, across: Series, a: number, b: number): number {
  let px = NaN;
  let py = NaN;
  let length = 0;
  visit(along, a, b, (t, x) => {
    const y = at(across, t);
    if (!(x === x && y === y)) return;
    if (px === px) length += lengthOf(x - px, y - py);
    px = x;
    py = y;
  });
  return length;
}

interface Leg {
  readonly dx: number;
  readonly dy: number;
  readonly chord: number;
}

export interface Legs {
  readonly angleBack: () => Reading;
  readonly angleDown: () => Reading;
  readonly angleImpact: () => Reading;
  readonly straightBack: () => Reading;
  readonly straightDown: () => Reading;
}

/** Directions and straightness of the path's legs; null where the feet cannot be told apart. */
export const legs = once((c: SwingContext): Legs | null => {
  if (!c.line || !c.trailMax) return null;
  const { along, across, uAlong, uAcross } = coordinates(c);
  const [p1, p7] = [timeOfEvent(c, 'p1'), timeOfEvent(c, 'p7')];
  const max = c.trailMax.t;
  const leg = (a: number, b: number): Leg => {
    const dx = at(along, b) - at(along, a);
    const dy = at(across, b) - at(across, a);
    return { dx, dy, chord: Math.hypot(dx, dy) };
  };
  const landed = firstPassage(c.signals.share, LANDED, 'up', [max, p7]);
  const direction = (l: Leg, sign: 1 | -1) => (Math.atan2(sign * l.dy, sign * l.dx) * 180) / Math.PI;
  const degrees = (l: Leg, sign: 1 | -1, names: readonly EventName[], moved: (t: Times) => Leg): Reading => {
    if (!(l.chord >= LEAST_LEG)) return absent('this leg of the path is shorter than 10 mm');
    const value = direction(l, sign);
    // only what lies across the leg turns it; the time of the trail maximum slides along the path itself
    const noise = (Math.SQRT2 * hypot(uAcross * l.dx, uAlong * l.dy) * 180) / (l.chord * l.chord * Math.PI);
    const slid = leg(max - SLIDE, max + SLIDE);
    const slide = (Math.abs(slid.dx * l.dy - slid.dy * l.dx) * 90) / (l.chord * l.chord * Math.PI);
    const timing = timingU(c, names, (t) => halfTurn(direction(moved(t), sign) - value));
    return reading(value, hypot(noise, slide, timing));
  };
  const back = leg(p1, max);
  const through = leg(max, p7);
  const straight = (l: Leg, a: number, b: number) =>
    numeric(l.chord / pathLength(along, across, a, b), FLOOR.straightness, 'this leg of the path has no length');
  return {
    // going back 0° points to the trail foot and + to its heel, so both signs are turned
    angleBack: () => degrees(back, -1, ['p1'], (t) => leg(t.p1!, max)),
    angleDown: () =>
      degrees(leg(max, landed ?? timeOfEvent(c, 'p6')), 1, landed === null ? ['p6'] : [], (t) =>
        leg(max, landed ?? t.p6!),
      ),
    angleImpact: () => degrees(through, 1, ['p7'], (t) => leg(max, t.p7!)),
    straightBack: () => straight(back, p1, max),
    straightDown: () => straight(through, max, p7),
  };
});

/** A difference of directions, −180 … 180°. */
const halfTurn = (d: number): number => d - 360 * Math.round(d / 360);

type PathShape = 'still' | 'reversed' | 'scattered' | 'arc' | 'diagonal' | 'straight';

export function pathShape(c: SwingContext, l: Legs): PathShape {
  const { along, across } = coordinates(c);
  const [p1, p4, p7] = [timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4'), timeOfEvent(c, 'p7')];
  const max = c.trailMax!.t;
  const width = c.line!.width;
  const num = ({ value }: Reading) => (typeof value === 'number' ? value : NaN);
  if ((100 * range(along, p1, p7)) / width < STILL) return 'still';
  const start = at(along, p1);
  const toLead = (greatest(along, p1, p4)?.v ?? start) - start;
  const toTrail = start - (least(along, p1, p4)?.v ?? start);
  if (toLead - toTrail > REVERSED * width) return 'reversed';
  if (num(l.straightBack()) < SCATTERED || num(l.straightDown()) < SCATTERED) return 'scattered';
  if (bulge(along, across, p1, max) > ARC || bulge(along, across, max, p7) > ARC) return 'arc';
  if (Math.abs(num(l.angleBack())) > DIAGONAL || Math.abs(num(l.angleDown())) > DIAGONAL) return 'diagonal';
  return 'straight';
}

/** Greatest distance from the chord as a part of the chord; 0 for a leg without a direction. */
function bulge(along: Series, across: Series, a: number, b: number): number {
  const [x0, y0] = [at(along, a), at(across, a)];
  const [dx, dy] = [at(along, b) - x0, at(across, b) - y0];
  const chord = Math.hypot(dx, dy);
  if (!(chord >= LEAST_LEG)) return 0;
  let far = 0;
  visit(along, a, b, (t, x) => {
    const d = Math.abs((x - x0) * dy - (at(across, t) - y0) * dx) / chord;
    if (d > far) far = d;
  });
  return far / chord;
}
