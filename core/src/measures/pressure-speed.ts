import {
  at,
  derivative,
  firstPassage,
  greatest,
  indexFrom,
  indexTo,
  negated,
  type Series,
  withValues,
} from '../signal/series.js';
import { lengthOf } from '../signal/vector.js';
import { addressSd, FLOOR, type SwingContext, timeOfEvent } from './context.js';
import { absent, numeric } from './measure.js';
import { type Found, measure, once, withPhase } from './row.js';

const PUSH_FROM = 60;
const NO_PATH = 'the path has a break there';
const SPEED = { unit: 'm/s', signals: ['pressure'], formula: 'dCOP/dt by central differences', worth: 0.1 } as const;

/** Velocity as it is taken apart: x toward the ball, y toward the target. */
const PARTS_OF_PUSH = [
  { to: 'away', words: 'away from the target', says: 'away from the target', part: (_: number, vy: number) => -vy },
  { to: 'heels', words: 'to the heels', says: 'toward the heels', part: (vx: number) => -vx },
  { to: 'toes', words: 'to the toes', says: 'toward the toes', part: (vx: number) => vx },
] as const;

/** How fast the pressure moves. */
export const PRESSURE_SPEED = [
  ...withPhase({
    id: 'cop.speed.load',
    part: 'Going back',
    words: 'Pressure speed, back',
    definition: 'Greatest speed of the pressure away from the target going back.',
    ...SPEED,
    devices: 'shares',
    events: ['p1', 'p4'],
    sized: 'whole',
    find: (c) => fastest(c, negated(velocity(c).y), timeOfEvent(c, 'p1'), timeOfEvent(c, 'p4')),
  }),
  ...withPhase({
    id: 'cop.speed.shift',
    part: 'Coming down',
    words: 'Pressure speed, shift',
    definition: 'Greatest speed of the pressure toward the target, P3–P7.',
    ...SPEED,
    devices: 'wholePath',
    events: ['p3', 'p7'],
    sized: 'whole',
    find: (c) => fastest(c, velocity(c).y, timeOfEvent(c, 'p3'), timeOfEvent(c, 'p7')),
  }),
  ...withPhase({
    id: 'cop.speed.push',
    part: 'Through',
    words: 'Pressure speed, push back',
    definition: 'Greatest speed of the pressure away from target and ball after 60% lead share.',
    ...SPEED,
    signals: ['pressure', 'loads'],
    devices: 'shares',
    events: ['p1', 'p7', 'p8'],
    sized: 'whole',
    find: fastestPush,
  }),
  ...PARTS_OF_PUSH.map(({ to, words, says, part }) =>
    measure({
      id: `cop.speed.push.${to}`,
      part: 'Through',
      words: `Push back, ${words}`,
      definition: `Speed of the pressure ${says} at the instant of its greatest speed away from target and ball.`,
      ...SPEED,
      signals: ['pressure', 'loads'],
      devices: 'shares',
      events: ['p1', 'p7', 'p8'],
      sized: 'whole',
      of: (c) => {
        const push = fastestPush(c);
        if ('none' in push) return absent(push.none);
        const { x, y, u } = velocity(c);
        return numeric(Math.max(0, part(at(x, push.t), at(y, push.t))), u, NO_PATH);
      },
    }),
  ),
];

const velocity = once((c: SwingContext) => {
  const y = derivative(c.ground.path.y);
  return { x: derivative(c.ground.path.x), y, u: Math.max(FLOOR.copSpeed, addressSd(c, y)) };
});

function fastest(c: SwingContext, s: Series, a: number, b: number): Found {
  const p = greatest(s, a, b);
  return p ? { t: p.t, v: p.v, u: velocity(c).u } : { none: NO_PATH };
}

function fastestPush(c: SwingContext): Found {
  const { x, y } = velocity(c);
  const p8 = timeOfEvent(c, 'p8');
  const from = c.trailMax && firstPassage(c.signals.share, PUSH_FROM, 'up', [c.trailMax.t, p8]);
  if (!from) return { none: 'the lead share never passes 60%' };
  const away = withValues(y, new Float64Array(y.v.length).fill(NaN));
  for (let k = Math.max(0, indexFrom(y, from) - 1); k < y.v.length && k <= indexTo(y, p8) + 1; k++)
    away.v[k] = lengthOf(Math.max(-x.v[k]!, 0), Math.max(-y.v[k]!, 0));
  return fastest(c, away, from, p8);
}
