import type { EventName } from '../events/event.js';
import { integral } from '../signal/series.js';
import { FLOOR, hypot, type SwingContext, timeOfEvent, timingU } from './context.js';
import { absent, numeric, type Reading, reading } from './measure.js';
import { coordinates, legs, NO_FEET, pathLength, pathShape, range } from './path-legs.js';
import { measure } from './row.js';

const MM = 1000;
const NO_PATH = 'the path has a break there';
const WHOLE = { signals: ['pressure'], devices: 'wholePath' } as const;
const ON_LINE = { signals: ['pressure', 'stance', 'loads'], devices: 'shares' } as const;
const LEGS = { ...ON_LINE, formula: 'direction, chord and length of the legs to and from the trail maximum' } as const;

/** The whole-body COP path: lengths, width, directions, straightness, shape and speeds. */
export const PATH = [
  measure({
    id: 'path.length.back',
    unit: 'mm',
    part: 'Going back',
    words: 'Path length, back',
    definition: 'Length of the whole pressure path P1–P4.',
    ...WHOLE,
    formula: '∫|dCOP|',
    events: ['p1', 'p4'],
    worth: 20,
    of: (c) => lengthBetween(c, 'p1', 'p4'),
  }),
  measure({
    id: 'path.length.down',
    unit: 'mm',
    part: 'Coming down',
    words: 'Path length, down',
    definition: 'Length of the whole pressure path P4–P7.',
    ...WHOLE,
    formula: '∫|dCOP|',
    events: ['p4', 'p7'],
    worth: 20,
    of: (c) => lengthBetween(c, 'p4', 'p7'),
  }),
  measure({
    id: 'path.width',
    unit: 'mm',
    part: 'Whole swing',
    words: 'Path width',
    definition: 'Range of the pressure path across the stance line, P1–P7.',
    signals: ['pressure', 'stance'],
    devices: 'wholePath',
    formula: 'range of COP across the line between the foot centres',
    events: ['p1', 'p7'],
    worth: 10,
    of: (c) => {
      const { across, uAcross } = coordinates(c);
      return between(c, ['p1', 'p7'], (a, b) => MM * range(across, a, b), Math.SQRT2 * MM * uAcross);
    },
  }),
  measure({
    id: 'path.offset',
    unit: 'mm',
    part: 'Whole swing',
    words: 'Path offset',
    definition: 'Mean distance of the path from the stance line, P1–P7; toes positive.',
    signals: ['pressure', 'stance', 'loads'],
    devices: 'inTheFoot',
    formula: 'mean of COP across the line between the foot centres',
    events: ['p1', 'p7'],
    worth: 8,
    of: (c) => {
      if (!c.line || !c.trailMax) return absent(NO_FEET);
      const { across, uAcross } = coordinates(c);
      // the line itself rests on the feet's mean pressure at address where they are assumed
      const own = MM * (c.ground.mat ? uAcross : hypot(uAcross, uAcross));
      return between(c, ['p1', 'p7'], (a, b) => (MM * integral(across, a, b)) / (b - a), own);
    },
  }),
  measure({
    id: 'path.angle.back',
    unit: '°',
    part: 'Going back',
    words: 'Path angle, back',
    definition: 'Direction from P1 to the trail maximum; positive leads toward the trail heel.',
    ...LEGS,
    events: ['p1', 'p7'],
    worth: 6,
    of: (c) => legs(c)?.angleBack() ?? absent(NO_FEET),
  }),
  measure({
    id: 'path.angle.down',
    unit: '°',
    part: 'Coming down',
    words: 'Path angle, down',
    definition: 'Direction from the trail maximum to 65% lead share; positive leads toward the lead toe.',
    ...LEGS,
    events: ['p1', 'p6', 'p7'],
    worth: 6,
    of: (c) => legs(c)?.angleDown() ?? absent(NO_FEET),
  }),
  measure({
    id: 'path.angle.p7',
    unit: '°',
    part: 'Through',
    words: 'Path angle, impact',
    definition: 'Direction from the trail maximum to impact, signed as coming down.',
    ...LEGS,
    events: ['p1', 'p7'],
    worth: 6,
    of: (c) => legs(c)?.angleImpact() ?? absent(NO_FEET),
  }),
  measure({
    id: 'path.straightness.back',
    unit: '0–1',
    part: 'Going back',
    words: 'Straightness, back',
    definition: 'Displacement over length, P1 to the trail maximum.',
    ...LEGS,
    events: ['p1', 'p7'],
    worth: 0.08,
    of: (c) => legs(c)?.straightBack() ?? absent(NO_FEET),
  }),
  measure({
    id: 'path.straightness.down',
    unit: '0–1',
    part: 'Coming down',
    words: 'Straightness, down',
    definition: 'Displacement over length, trail maximum to impact.',
    ...LEGS,
    events: ['p1', 'p7'],
    worth: 0.08,
    of: (c) => legs(c)?.straightDown() ?? absent(NO_FEET),
  }),
  measure({
    id: 'cop.range',
    unit: '%',
    part: 'Whole swing',
    words: 'Path range',
    definition: 'Range along the stance line over the distance between the foot centres.',
    ...ON_LINE,
    formula: 'range of COP along the line between the foot centres ÷ their distance',
    events: ['p1', 'p7'],
    worth: 4,
    of: (c) => {
      if (!c.line || !c.trailMax) return absent(NO_FEET);
      const { along, uAlong } = coordinates(c);
      const { width } = c.line;
      const own = (100 * Math.SQRT2 * uAlong) / width;
      return between(c, ['p1', 'p7'], (a, b) => (100 * range(along, a, b)) / width, own);
    },
  }),
  measure({
    id: 'path.shape',
    unit: 'name',
    part: 'Whole swing',
    words: 'Path shape',
    definition: 'One word for the route: still, reversed, scattered, arc, diagonal or straight.',
    ...LEGS,
    events: ['p1', 'p4', 'p6', 'p7'],
    worth: null,
    of: (c) => {
      const l = legs(c);
      return l ? reading(pathShape(c, l), null) : absent(NO_FEET);
    },
  }),
];

/** A value taken from the stretch between two events, with the timing of both in its uncertainty. */
function between(
  c: SwingContext,
  [from, to]: readonly [EventName, EventName],
  of: (a: number, b: number) => number,
  own: number,
): Reading {
  const u = hypot(
    own,
    timingU(c, [from, to], (t) => of(t[from]!, t[to]!)),
  );
  return numeric(of(timeOfEvent(c, from), timeOfEvent(c, to)), u, NO_PATH);
}

function lengthBetween(c: SwingContext, from: EventName, to: EventName): Reading {
  const { along, across, uAlong, uAcross } = coordinates(c);
  const own = FLOOR.pathLength + MM * hypot(uAlong, uAcross);
  return between(c, [from, to], (a, b) => MM * pathLength(along, across, a, b), own);
}
