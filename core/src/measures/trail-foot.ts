import { at, firstPassage } from '../signal/series.js';
import { FLOOR, msFrom, type SwingContext, timeOfEvent, valueAt } from './context.js';
import { absent, type Reading } from './measure.js';
import { NEVER_SAID } from './never.js';
import { measure, shortly, whenWords } from './row.js';
import { verticalFloor } from './vertical.js';

const OFF = 3;
const ONE_FOOT = { part: 'Through', formula: '100·Fz/(m·g)', signals: ['loads'], devices: 'oneFoot' } as const;

/** What stays under the trail foot at impact, and when it leaves the ground. */
export const TRAIL_FOOT = [
  ...(['p7', 'p8', 'p9'] as const).map((p) =>
    measure({
      id: `trail.contact.${p}`,
      unit: '%BW',
      words: `Trail foot load, ${shortly(p)}`,
      definition: `Load under the trail foot ${whenWords(p)}.`,
      ...ONE_FOOT,
      events: [p],
      worth: 3,
      at: p,
      of: (c) => valueAt(c, c.signals.up.trail, p, verticalFloor(c)),
    }),
  ),
  measure({
    id: 'trail.off.ms',
    unit: 'ms',
    words: 'Trail foot leaves',
    definition: 'First passage of the trail foot under 3 %BW coming down, relative to impact.',
    ...ONE_FOOT,
    events: ['p4', 'p7'],
    worth: 15,
    time: 'more is later',
    never: [{ reason: NEVER_SAID.trailStays, fault: 'below' }],
    of: leaves,
  }),
];

function leaves(c: SwingContext): Reading {
  const { trail } = c.signals.up;
  const p4 = timeOfEvent(c, 'p4');
  if (at(trail, p4) < OFF) return msFrom(c, p4, 'p7', FLOOR.passage);
  const off = firstPassage(trail, OFF, 'down', [p4, timeOfEvent(c, 'p7')]);
  return off === null ? absent(NEVER_SAID.trailStays) : msFrom(c, off, 'p7', FLOOR.passage);
}
