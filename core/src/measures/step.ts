import { lastPassage, least, type Series } from '../signal/series.js';
import { FLOOR, msFrom, type SwingContext } from './context.js';
import { absent, type Reading, type Readings } from './measure.js';

/** A foot is off the ground under this load and down over that one, %BW. */
const OFF = 3;
const DOWN = 10;

/** When a foot that was lifted comes down, relative to the top (`step.*.down.ms`; judging.md, exercises on a plate). */
export function stepMeasures(c: SwingContext): Readings {
  return {
    'step.lead.down.ms': comesDown(c, c.signals.up.lead, 'lead'),
    'step.trail.down.ms': comesDown(c, c.signals.up.trail, 'trail'),
  };
}

/** Last upward passage of 10 %BW before impact whose foot had been under 3 %BW since the swing's first stir. */
function comesDown(c: SwingContext, load: Series, foot: string): Reading {
  const p7 = c.events.p7?.t;
  if (p7 === undefined) return absent('P7 was not found');
  const from = c.swing.start;
  const down = lastPassage(load, DOWN, 'up', from, p7);
  const before = down === null ? null : least(load, from, down);
  if (down === null || !before || before.v >= OFF)
    return absent(`the ${foot} foot did not leave the ground before impact`);
  return msFrom(c, down, 'p4', FLOOR.passage);
}
