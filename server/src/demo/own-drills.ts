import { Drill } from '@vilko/core';

/** What the sample house has written itself. */
export const OWN_DRILLS: readonly Drill[] = [
  Drill.parse({
    id: 'off-the-ferry',
    name: 'Off the ferry',
    for: ['hangs-back', 'late-shift'],
    gist: 'Step to the lead side before the club comes down, as off a boat that is leaving.',
    feel: 'You are on the quay before the arms know it.',
    numbers: 'Lead share over 60% at arm level coming down, over 75% at the strike.',
    equipment: ['a club'],
    setUp: 'Feet together in the middle of the plate, the ball off the lead foot.',
    steps: [
      'Swing back with the feet together.',
      'While the club still goes back, step to the lead side and land on the whole foot.',
      'Swing through and hold the finish on the lead leg for three seconds.',
    ],
    dose: '3 × 6, rest between; every third swing with a ball',
    test: { measure: 'share.lead.p7', band: [75, null], k: 6, n: 9 },
    tags: ['knee', 'ankle', 'balance'],
    notWith: [],
    caution: 'Slowly first; nothing lies where the foot lands.',
    space: 'a club length all round',
    onPlate: { why: 'the lead foot leaves its place', valid: ['share.lead.p7', 'tempo.ratio'] },
    pictures: [
      {
        words: 'Feet together while the club goes back',
        lead: { at: [-45, 0], turn: -6 },
        trail: { at: [45, 0], turn: 6, press: 'whole' },
        things: [{ kind: 'ball', at: [-45, -155], size: [34, 34] }],
      },
      {
        words: 'The step, before the club comes down',
        lead: { at: [-200, 0], turn: -14, press: 'inside' },
        trail: { at: [45, 0], turn: 6 },
        before: [{ foot: 'lead', at: [-45, 0], turn: -6 }],
        arrows: [{ from: [-70, 60], to: [-170, 60], bend: 14, beat: 1 }],
      },
      { words: 'The finish on the lead leg, three seconds', body: { pose: 'finish', hips: -10 } },
    ],
  }),
];
