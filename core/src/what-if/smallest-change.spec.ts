import fc from 'fast-check';
import { smallestChanges, type TriedSwing } from './smallest-change.js';
import { WHAT_IF_PARTS, type WhatIf } from './what-if.js';

/** A swing whose finding weakens with the shift's earliness (whole at 0 ms) and with the push's size. */
const late = (needed: number, { least = -100, pushHelps = 0 } = {}): TriedSwing<WhatIf> => ({
  altered: (w) => (w.shift.ms >= least ? w : null),
  verdict: (w) => {
    const strength = 0.9 - 0.4 * (-w.shift.ms / needed + pushHelps * (w.push.size - 1)) - 1e-9;
    return { strength, main: strength < 0.5 ? null : 'late-shift' };
  },
});

describe('the smallest change that removes a finding', () => {
  it('turns one dial as far as it takes, and no farther', () => {
    const [first, ...others] = smallestChanges(WHAT_IF_PARTS, late(40));
    expect(first!.parts).toEqual(['shift']);
    expect(first!.change.shift.ms).toBeLessThanOrEqual(-40);
    expect(first!.change.shift.ms).toBeGreaterThan(-44);
    expect(first!.change.push).toEqual({ size: 1, ms: 0 });
    expect(others).toEqual([]);
  });

  it('gives an alternative by another part, the smaller first', () => {
    const both = smallestChanges(WHAT_IF_PARTS, late(80, { pushHelps: 2.5 }));
    expect(both.map((c) => c.parts.join())).toEqual(['push', 'shift']);
    expect(both[0]!.change.push.size).toBeCloseTo(1.4, 1);
    expect(both[0]!.effort).toBeLessThan(both[1]!.effort);
  });

  it('goes no farther than is physically possible, and says nothing where that is not enough', () => {
    expect(smallestChanges(WHAT_IF_PARTS, late(40, { least: -45 }))[0]!.change.shift.ms).toBeGreaterThanOrEqual(-45);
    expect(smallestChanges(WHAT_IF_PARTS, late(60, { least: -30 }))).toEqual([]);
    expect(smallestChanges(WHAT_IF_PARTS, { ...late(40), altered: () => null })).toEqual([]);
    expect(smallestChanges([], late(40))).toEqual([]);
  });

  it('turns two dials together where none alone is enough', () => {
    const [pair] = smallestChanges(WHAT_IF_PARTS, late(150, { pushHelps: 0.8 }));
    expect([...pair!.parts].sort()).toEqual(['push', 'shift']);
    expect(pair!.change.shift.ms).toBeLessThan(0);
    expect(pair!.change.push.size).toBeGreaterThan(1);
  });

  it('puts what brings another finding behind what brings none', () => {
    const tried: TriedSwing<WhatIf> = {
      altered: (w) => w,
      verdict: (w) => {
        if (w.shift.ms <= -10) return { strength: 0.2, main: 'stranded-trail-foot' };
        return w.push.size >= 1.5 ? { strength: 0.2, main: null } : { strength: 0.8, main: 'late-shift' };
      },
    };
    const found = smallestChanges(WHAT_IF_PARTS, tried);
    expect(found.map((c) => [c.parts.join(), c.instead])).toEqual([
      ['push', null],
      ['shift', 'stranded-trail-foot'],
    ]);
  });

  it('finds the least of a dial to a thirty-second of its way, whatever is needed', () => {
    fc.assert(
      fc.property(fc.double({ min: 3, max: 99, noNaN: true }), (needed) => {
        const [first] = smallestChanges(['shift'], late(needed));
        expect(-first!.change.shift.ms).toBeGreaterThanOrEqual(needed - 1e-6);
        expect(-first!.change.shift.ms).toBeLessThanOrEqual(needed + 100 / 32 + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('tells how far it is, up to the whole', () => {
    const told: number[] = [];
    smallestChanges(WHAT_IF_PARTS, late(40), (p) => told.push(p));
    expect(told.length).toBeGreaterThan(10);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.at(-1)).toBe(1);
  });
});
