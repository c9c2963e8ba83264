import type { FootName } from '../ground/foot-outline.js';
import { addressSd, FLOOR, hypot, type SwingContext, timeOfEvent } from './context.js';
import { floored, NONE_HERE, sizeOf } from './horizontal.js';
import { absent, NOT_HERE, numeric, type Reading } from './measure.js';
import { NEVER_SAID } from './never.js';
import { type Found, measure, withPhase } from './row.js';
import { NOTHING } from './vertical.js';

const LEAST_PUSH = 1;
const FORCE = {
  unit: '%BW',
  formula: '100·Fx/(m·g)',
  signals: ['horizontal'],
  devices: 'horizontalOfOneFoot',
  worth: 1.5,
} as const;

/** Forces toward and away from the ball under each foot. */
export const FORE_AFT = [
  measure({
    id: 'foreaft.lead.peak',
    part: 'Coming down',
    words: 'Lead foot heel-ward',
    definition: 'Greatest heel-ward reaction under the lead foot coming down.',
    ...FORCE,
    events: ['p4', 'p7'],
    sized: 'whole',
    of: (c) => sizeOf(pushed(c, 'lead', -1, ['p4', 'p7'])),
  }),
  measure({
    id: 'foreaft.trail.peak',
    part: 'Coming down',
    words: 'Trail foot toe-ward',
    definition: 'Greatest toe-ward reaction under the trail foot coming down.',
    ...FORCE,
    events: ['p4', 'p7'],
    sized: 'whole',
    of: (c) => sizeOf(pushed(c, 'trail', 1, ['p4', 'p7'])),
  }),
  measure({
    id: 'foreaft.ratio',
    part: 'Coming down',
    words: 'Fore–aft ratio',
    definition: 'Lead foot heel-ward over trail foot toe-ward.',
    ...FORCE,
    unit: '–',
    worth: 0.15,
    events: ['p4', 'p7'],
    never: [{ reason: NEVER_SAID.noTrailPush, band: 'above', fault: 'above' }],
    of: ratio,
  }),
  ...withPhase({
    id: 'foreaft.lead.back',
    part: 'Going back',
    words: 'Lead foot toe-ward, back',
    definition: 'Greatest toe-ward reaction under the lead foot, P1–P3.',
    ...FORCE,
    events: ['p1', 'p3'],
    find: (c) => pushed(c, 'lead', 1, ['p1', 'p3']),
  }),
  ...withPhase({
    id: 'foreaft.trail.back',
    part: 'Going back',
    words: 'Trail foot heel-ward, back',
    definition: 'Greatest heel-ward reaction under the trail foot, P1–P3.',
    ...FORCE,
    events: ['p1', 'p3'],
    find: (c) => pushed(c, 'trail', -1, ['p1', 'p3']),
  }),
];

const uOf = (c: SwingContext, foot: FootName): number => addressSd(c, c.signals.fore![foot], FLOOR.vertical);

/** The greatest push of one foot, toe-ward as +1, heel-ward as −1, between two events. */
function pushed(c: SwingContext, foot: FootName, sign: 1 | -1, [from, to]: readonly ['p1' | 'p4', 'p3' | 'p7']): Found {
  if (!c.signals.fore) return NONE_HERE;
  return floored(c.signals.fore[foot], sign, [timeOfEvent(c, from), timeOfEvent(c, to)], uOf(c, foot));
}

function ratio(c: SwingContext): Reading {
  if (!c.signals.fore) return NOT_HERE;
  const size = (f: Found) => ('none' in f ? NaN : f.v);
  const lead = size(pushed(c, 'lead', -1, ['p4', 'p7']));
  const trail = size(pushed(c, 'trail', 1, ['p4', 'p7']));
  if (trail < LEAST_PUSH) return absent(NEVER_SAID.noTrailPush);
  const u = (lead / trail) * hypot(lead > 0 ? uOf(c, 'lead') / lead : 0, uOf(c, 'trail') / trail);
  return numeric(lead / trail, u, NOTHING);
}
