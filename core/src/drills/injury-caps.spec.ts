import fc from 'fast-check';
import { bandsFor } from '../patterns/bands.js';
import { patternOf } from '../patterns/library.js';
import { footOfSide } from '../recording/recording.js';
import { capsOf, type OnRecord } from './injury-caps.js';
import { INJURY_TAGS } from './injuries.js';

const on = (part: OnRecord['part'], side: OnRecord['side'] = null, cleared = false): OnRecord => ({
  part,
  side,
  cleared,
});

describe('injuries on record', () => {
  it('cap what is asked: effort, hops, the largest rung, sizes', () => {
    expect(capsOf([], 'right')).toEqual({
      fullEffort: null,
      hops: true,
      largestRung: 4,
      size: 1,
      sizeOfFoot: { lead: 1, trail: 1 },
      forLength: true,
      heldBy: [],
    });
    const heart = capsOf([on('heart')], 'right');
    expect([heart.fullEffort, heart.hops, heart.largestRung, heart.size]).toEqual([0, false, 2, 0.6]);
    const back = capsOf([on('back')], 'right');
    expect([back.fullEffort, back.size, back.forLength]).toEqual([10, 0.7, false]);
    const shoulder = capsOf([on('shoulder')], 'right');
    expect([shoulder.fullEffort, shoulder.hops, shoulder.size]).toEqual([15, true, 1]);
  });

  it('of a leg cap the push of that side alone, lead or trail by the hand', () => {
    expect([footOfSide('left', 'right'), footOfSide('left', 'left')]).toEqual(['lead', 'trail']);
    expect(capsOf([on('knee', 'left')], 'right').sizeOfFoot).toEqual({ lead: 0.8, trail: 1 });
    expect(capsOf([on('knee', 'left')], 'left').sizeOfFoot).toEqual({ lead: 1, trail: 0.8 });
    expect(capsOf([on('knee')], 'right').sizeOfFoot)
      .withContext('a side that is not known is both')
      .toEqual({ lead: 0.8, trail: 0.8 });
    const band = (tuning: object) =>
      bandsFor(patternOf('lead-push'), 'driver', tuning).find((b) => b.measure === 'force.up.lead.peak')!.ideal;
    expect(band({ sizeOfFoot: { lead: 0.8, trail: 1 } })).toEqual([120, 188]);
    expect(band({ sizeOfFoot: { lead: 1, trail: 0.8 } })).toEqual([125, 210]);
    expect(band({ size: 0.6, sizeOfFoot: { lead: 0.8, trail: 1 } })).toEqual([115, 166]);
  });

  it('open the ladder again where the instructor says so, and nothing else', () => {
    const cleared = capsOf([on('back', null, true)], 'right');
    expect([cleared.largestRung, cleared.heldBy, cleared.fullEffort, cleared.size]).toEqual([4, [], 10, 0.7]);
    expect(capsOf([on('back', null, true), on('knee', 'left')], 'right').heldBy).toEqual(['knee']);
  });

  it('count the smallest of each, in whatever order they stand', () => {
    const some = fc.array(
      fc.record({
        part: fc.constantFrom(...INJURY_TAGS),
        side: fc.constantFrom('left' as const, 'right' as const, null),
        cleared: fc.boolean(),
      }),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [x, y, both] = [capsOf(a, 'right'), capsOf(b, 'right'), capsOf([...b, ...a], 'right')];
        expect(both.largestRung).toBe(Math.min(x.largestRung, y.largestRung));
        expect(both.size).toBe(Math.min(x.size, y.size));
        expect(both.sizeOfFoot.lead).toBe(Math.min(x.sizeOfFoot.lead, y.sizeOfFoot.lead));
        expect(both.hops).toBe(x.hops && y.hops);
        expect(both.fullEffort ?? Infinity).toBe(Math.min(x.fullEffort ?? Infinity, y.fullEffort ?? Infinity));
      }),
    );
  });
});
