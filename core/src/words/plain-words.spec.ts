import fc from 'fast-check';
import { MEASURES } from '../measures/registry.js';
import { phaseWords, plainName, toldAmount, toldWanted } from './plain-words.js';

describe('words for pupils', () => {
  it('name no measure by the number of a phase', () => {
    for (const { words } of MEASURES) expect(plainName(words)).not.toMatch(/\bP\d/);
    expect(plainName('Lead share, P6')).toBe('Lead share, shaft level coming down');
    expect(plainName('Lead share, impact')).toBe('Lead share, impact');
    expect(plainName('Quarter, P11')).toBe('Quarter, P11');
  });

  it('say a phase between two pictures', () => {
    expect([4, 4.3, 4.5, 4.7, 4.9].map(phaseWords)).toEqual([
      'at the top',
      'a little after the top',
      'half-way between the top and lead arm level coming down',
      'a little before lead arm level coming down',
      'at lead arm level coming down',
    ]);
    fc.assert(
      fc.property(fc.double({ min: -5, max: 20, noNaN: true }), (v) => {
        expect(phaseWords(v)).not.toMatch(/undefined|\bP\d/);
      }),
    );
  });

  it('leave every other number as it is', () => {
    expect([toldAmount(61.2, '%'), toldAmount(4.5, 'P')]).toEqual([
      '61%',
      'half-way between the top and lead arm level coming down',
    ]);
    expect(toldWanted([2.1, 3.3], 'P')).toBe(
      'from at shaft level going back to a little after lead arm level going back',
    );
    expect([toldWanted([null, 3], 'P'), toldWanted([3, null], 'P'), toldWanted([3, null], '%')]).toEqual([
      'no later than at lead arm level going back',
      'no earlier than at lead arm level going back',
      'at least 3%',
    ]);
  });
});
