import type { FootName } from '../ground/foot-outline.js';
import { lastPassage, least } from '../signal/series.js';
import { FLOOR, msFrom, type SwingContext } from './context.js';
import { absent, type Reading } from './measure.js';
import { measure } from './row.js';

/** A foot is off the ground under this load and down over that one, %BW. */
const OFF = 3;
const DOWN = 10;
const STEP = {
  unit: 'ms',
  formula: 'last passage of 10 %BW upward after under 3 %BW',
  signals: ['loads'],
  events: ['p4', 'p7'],
  devices: 'oneFoot',
  worth: 20,
  time: 'more is later',
} as const;

/** When a foot that was lifted comes down (judging.md, exercises on a plate). */
export const STEP_ROWS = [
  measure({
    id: 'step.lead.down.ms',
    part: 'Coming down',
    words: 'Lead foot comes down',
    definition: 'When the lead foot, lifted before, takes load again, relative to the top.',
    ...STEP,
    of: (c) => comesDown(c, 'lead'),
  }),
  measure({
    id: 'step.trail.down.ms',
    part: 'Going back',
    words: 'Trail foot comes down',
    definition: 'When the trail foot, lifted before, takes load again, relative to the top.',
    ...STEP,
    of: (c) => comesDown(c, 'trail'),
  }),
];

/** Last upward passage of 10 %BW before impact whose foot had been under 3 %BW since the swing's first stir. */
function comesDown(c: SwingContext, foot: FootName): Reading {
  const load = c.signals.up[foot];
  const p7 = c.events.p7?.t;
  if (p7 === undefined) return absent('P7 was not found');
  const from = c.swing.start;
  const down = lastPassage(load, DOWN, 'up', [from, p7]);
  const before = down === null ? null : least(load, from, down);
  if (down === null || !before || before.v >= OFF)
    return absent(`the ${foot} foot did not leave the ground before impact`);
  return msFrom(c, down, 'p4', FLOOR.passage);
}
