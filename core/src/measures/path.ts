import type { Cop } from '../ground/foot-loads.js';
import type { StanceLine } from '../ground/foot-outline.js';
import {
  at,
  derivative,
  firstPassage,
  greatest,
  integral,
  least,
  mapSeries,
  negated,
  type Series,
  visit,
} from '../signal/series.js';
import type { EventName } from '../events/event.js';
import { addressSd, FLOOR, hypot, phaseAt, type SwingContext, timeOfEvent, type Times, timingU } from './context.js';
import { absent, numeric, reading, type Reading, type Readings } from './measure.js';

const LEAST_LEG = 0.01;
/** Uncertainty of the time of the trail maximum, s: it is the end of a leg. */
const SLIDE = FLOOR.peakTime;
const LANDED = 65;
const PUSH_FROM = 60;
const STILL = 12;
const REVERSED = 0.06;
const SCATTERED = 0.6;
const ARC = 0.2;
const DIAGONAL = 15;
const MM = 1000;
const NO_FEET = 'the feet cannot be told apart';
const NO_PATH = 'the path has a break there';

/** Along and across the stance line, m from its middle. */
export function stanceCoordinates(cop: Cop, line: StanceLine): { along: Series; across: Series } {
  const { origin, along: e, across: n } = line;
  const project = (d: readonly [number, number]) =>
    mapSeries(cop.x, (x, k) => (x - origin[0]) * d[0] + (cop.y.v[k]! - origin[1]) * d[1]);
  return { along: project(e), across: project(n) };
}

/** Without told feet the stance line is taken along Y. */
const ALONG_Y: StanceLine = { origin: [0, 0], along: [0, 1], across: [1, 0], width: NaN };

/** The whole-body COP path: lengths, width, directions, straightness, shape and speeds. */
export function pathMeasures(c: SwingContext): Readings {
  const { along, across } = stanceCoordinates(c.ground.path, c.line ?? ALONG_Y);
  const [p1, p7] = [timeOfEvent(c, 'p1'), timeOfEvent(c, 'p7')];
  const [uAlong, uAcross] = [addressSd(c, along), addressSd(c, across)];
  const u = MM * hypot(uAlong, uAcross);
  /** A value taken from the stretch between two events, with the timing of both in its uncertainty. */
  const between = (from: EventName, to: EventName, of: (a: number, b: number) => number, own: number): Reading =>
    numeric(
      of(timeOfEvent(c, from), timeOfEvent(c, to)),
      hypot(
        own,
        timingU(c, [from, to], (t) => of(t[from]!, t[to]!)),
      ),
      NO_PATH,
    );
  const lengthOf = (from: EventName, to: EventName) =>
    between(from, to, (a, b) => MM * pathLength(along, across, a, b), FLOOR.pathLength + u);
  const range = (s: Series, a: number, b: number) => (greatest(s, a, b)?.v ?? NaN) - (least(s, a, b)?.v ?? NaN);
  const out: Readings = {
    'path.length.back': lengthOf('p1', 'p4'),
    'path.length.down': lengthOf('p4', 'p7'),
    'path.width': between('p1', 'p7', (a, b) => MM * range(across, a, b), Math.SQRT2 * MM * uAcross),
    ...speeds(c),
  };
  const line = c.line;
  if (!line || !c.trailMax) {
    for (const id of [
      'path.offset',
      'path.angle.back',
      'path.angle.down',
      'path.angle.p7',
      'path.straightness.back',
      'path.straightness.down',
      'path.shape',
      'cop.range',
    ])
      out[id] = absent(NO_FEET);
    return out;
  }
  // the line itself rests on the feet's mean pressure at address where they are assumed
  const ownOffset = MM * (c.ground.mat ? uAcross : hypot(uAcross, uAcross));
  out['path.offset'] = between('p1', 'p7', (a, b) => (MM * integral(across, a, b)) / (b - a), ownOffset);
  out['cop.range'] = between(
    'p1',
    'p7',
    (a, b) => (100 * range(along, a, b)) / line.width,
    (100 * Math.SQRT2 * uAlong) / line.width,
  );
  return { ...out, ...legs(c, along, across, [uAlong, uAcross], p1, p7) };
}

/** Length of the path over [a, b], undefined samples skipped, m. */
export function pathLength(along: Series, across: Series, a: number, b: number): number {
  let px = NaN;
  let py = NaN;
  let length = 0;
  visit(along, a, b, (t, x) => {
    const y = at(across, t);
    if (!(x === x && y === y)) return;
    if (px === px) length += Math.hypot(x - px, y - py);
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

function legs(
  c: SwingContext,
  along: Series,
  across: Series,
  [uAlong, uAcross]: readonly [number, number],
  p1: number,
  p7: number,
): Readings {
  const p6 = timeOfEvent(c, 'p6');
  const max = c.trailMax!.t;
  const leg = (a: number, b: number): Leg => {
    const dx = at(along, b) - at(along, a);
    const dy = at(across, b) - at(across, a);
    return { dx, dy, chord: Math.hypot(dx, dy) };
  };
  const landed = firstPassage(c.signals.share, LANDED, 'up', max, p7);
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
  const down = leg(max, landed ?? p6);
  const through = leg(max, p7);
  const straight = (l: Leg, a: number, b: number) =>
    numeric(l.chord / pathLength(along, across, a, b), FLOOR.straightness, 'this leg of the path has no length');
  const readings: Readings = {
    // going back 0° points to the trail foot and + to its heel, so both signs are turned
    'path.angle.back': degrees(back, -1, ['p1'], (t) => leg(t.p1!, max)),
    'path.angle.down': degrees(down, 1, landed === null ? ['p6'] : [], (t) => leg(max, landed ?? t.p6!)),
    'path.angle.p7': degrees(through, 1, ['p7'], (t) => leg(max, t.p7!)),
    'path.straightness.back': straight(back, p1, max),
    'path.straightness.down': straight(through, max, p7),
  };
  return { ...readings, 'path.shape': reading(shape(c, along, across, readings), null) };
}

/** A difference of directions, −180 … 180°. */
const halfTurn = (d: number): number => d - 360 * Math.round(d / 360);

export type PathShape = 'still' | 'reversed' | 'scattered' | 'arc' | 'diagonal' | 'straight';

function shape(c: SwingContext, along: Series, across: Series, r: Readings): PathShape {
  const [p1, p4, p7] = [timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4'), timeOfEvent(c, 'p7')];
  const max = c.trailMax!.t;
  const width = c.line!.width;
  const num = (id: string) => (typeof r[id]?.value === 'number' ? r[id].value : NaN);
  const range = (greatest(along, p1, p7)?.v ?? NaN) - (least(along, p1, p7)?.v ?? NaN);
  if ((100 * range) / width < STILL) return 'still';
  const start = at(along, p1);
  const toLead = (greatest(along, p1, p4)?.v ?? start) - start;
  const toTrail = start - (least(along, p1, p4)?.v ?? start);
  if (toLead - toTrail > REVERSED * width) return 'reversed';
  if (num('path.straightness.back') < SCATTERED || num('path.straightness.down') < SCATTERED) return 'scattered';
  if (bulge(along, across, p1, max) > ARC || bulge(along, across, max, p7) > ARC) return 'arc';
  if (Math.abs(num('path.angle.back')) > DIAGONAL || Math.abs(num('path.angle.down')) > DIAGONAL) return 'diagonal';
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

function speeds(c: SwingContext): Readings {
  const vy = derivative(c.ground.path.y);
  const vx = derivative(c.ground.path.x);
  const away = mapSeries(vy, (v, k) => Math.hypot(Math.max(-vx.v[k]!, 0), Math.max(-v, 0)));
  const u = Math.max(FLOOR.copSpeed, addressSd(c, vy));
  const t = (name: Parameters<typeof timeOfEvent>[1]) => timeOfEvent(c, name);
  const from = c.trailMax && firstPassage(c.signals.share, PUSH_FROM, 'up', c.trailMax.t, t('p8'));
  const never = absent('the lead share never passes 60%');
  return {
    ...fastest(c, 'cop.speed.load', negated(vy), t('p1'), t('p4'), u),
    ...fastest(c, 'cop.speed.shift', vy, t('p3'), t('p7'), u),
    ...(from
      ? fastest(c, 'cop.speed.push', away, from, t('p8'), u)
      : { 'cop.speed.push': never, 'cop.speed.push.phase': never }),
  };
}

function fastest(c: SwingContext, id: string, s: Series, a: number, b: number, u: number): Readings {
  const p = greatest(s, a, b);
  const none = absent(NO_PATH);
  return { [id]: p ? reading(p.v, u) : none, [`${id}.phase`]: p ? phaseAt(c, p.t, FLOOR.peakTime) : none };
}
