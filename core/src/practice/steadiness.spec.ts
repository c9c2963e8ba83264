import fc from 'fast-check';
import { steadinessOf } from './steadiness.js';
import { FEWEST_FOR_SPREAD } from './fewest.js';

const wide = [50, 58, 61, 47, 55, 64, 44, 59, 52, 66];
const narrow = [54, 55, 56, 55, 54, 56, 55, 55, 54, 56];

describe('steadiness', () => {
  it('says which set scatters less, whatever their means are', () => {
    expect(steadinessOf(wide, narrow, 3).word).toBe('steadier');
    expect(steadinessOf(narrow, wide, 3).word).toBe('more scattered');
    expect(
      steadinessOf(
        narrow,
        narrow.map((v) => v + 20),
        3,
      ).word,
    ).toBe('no change that matters');
    expect(steadinessOf(wide, narrow, 3).sd[0]).toBeCloseTo(7.2908, 4);
  });
  it('says nothing of a few swings, however far apart', () => {
    expect(steadinessOf([0, 100, 30, 80], narrow, 3).word).toBe('too few swings to tell');
    expect(steadinessOf([50], [51], 3).sd).toEqual([null, null]);
  });
  it('does not depend on the unit or the place, and turns round with the sets', () => {
    // eighths, doubled and shifted by whole numbers, are exact: rounding decides nothing here
    const set = fc.array(
      fc.integer({ min: -400, max: 400 }).map((i) => i / 8),
      { minLength: FEWEST_FOR_SPREAD, maxLength: 14 },
    );
    fc.assert(
      fc.property(set, set, fc.integer({ min: -200, max: 200 }), (a, b, shift) => {
        const turned = { steadier: 'more scattered', 'more scattered': 'steadier' } as Readonly<Record<string, string>>;
        const { word } = steadinessOf(a, b, 4);
        const times = (v: number[]) => v.map((x) => 2 * x + shift);
        expect(steadinessOf(times(a), times(b), 8).word).toBe(word);
        expect(steadinessOf(b, a, 4).word).toBe((turned[word] ?? word) as typeof word);
      }),
    );
  });
});
