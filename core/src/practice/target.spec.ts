import fc from 'fast-check';
import { BALL_QUANTITIES, ballNumberOf, isQuantityId, quantityOf, type ValueOf } from '../measures/quantity.js';
import { MEASURE_IDS } from '../measures/registry.js';
import { byProducts, differenceIn, isReal, movedBy, strikeWords } from '../compare/by-products.js';
import { differencesOf } from '../compare/differences.js';
import { successOfSpread } from './success.js';
import { Target, targetBand } from './target.js';

const of =
  (values: Readonly<Record<string, number>>): ValueOf =>
  (id) =>
    values[id] ?? null;
/** `n` values about `mean` that scatter by about `spread`. */
const scattered = (mean: number, spread: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => mean + spread * Math.SQRT2 * Math.sin(5 * i + 1));

describe('what can be agreed', () => {
  it('is every measure and every number of the ball, each with words, a unit and, where it is a number, a worth', () => {
    for (const id of [...MEASURE_IDS, ...BALL_QUANTITIES.map((q) => q.id)]) {
      expect(isQuantityId(id)).withContext(id).toBeTrue();
      expect(quantityOf(id).words.length).withContext(id).toBeGreaterThan(2);
    }
    expect(BALL_QUANTITIES.every((q) => q.worth! > 0)).toBeTrue();
    expect([ballNumberOf('ball.carry'), ballNumberOf('path.length.down')]).toEqual(['carry', null]);
    expect([isQuantityId('ball.colour'), quantityOf('ball.colour')]).toEqual([false, undefined]);
  });

  it('comes where the school wants it, where somebody typed, or has no range where a spread was agreed', () => {
    expect(targetBand(null, [60, 80])).toEqual([60, 80]);
    expect(targetBand({ of: 'band', from: null, to: 12 }, [60, 80])).toEqual([null, 12]);
    expect(targetBand({ of: 'spread', most: 3 }, [60, 80])).toEqual([null, null]);
  });

  it('refuses a range without ends, one that ends before it begins, and no spread at all', () => {
    const taken = (t: unknown) => Target.safeParse(t).success;
    expect(taken({ of: 'band', from: null, to: null })).toBeFalse();
    expect(taken({ of: 'band', from: 5, to: 5 })).toBeFalse();
    expect(taken({ of: 'spread', most: 0 })).toBeFalse();
    expect(taken({ of: 'band', from: -5, to: null })).toBeTrue();
  });
});

describe('less spread', () => {
  it('is met under what was agreed, partly where it really fell, worse where it grew, and not told by four swings', () => {
    const wide = scattered(60, 6, 12);
    expect(successOfSpread(wide, scattered(60, 2, 12), 3, 3).word).toBe('met');
    expect(successOfSpread(scattered(60, 9, 16), scattered(60, 3.6, 16), 3, 3).word).toBe('partly');
    expect(successOfSpread(scattered(60, 4, 12), scattered(60, 9, 12), 3, 3).word).toBe('worse');
    expect(successOfSpread(wide, scattered(60, 6.1, 12), 3, 3).word).toBe('not yet');
    expect(successOfSpread(wide, scattered(60, 1, 4), 3, 3).word).toBe('not yet');
  });

  it('does not depend on where the swings lie, only on how they scatter', () => {
    fc.assert(
      fc.property(fc.double({ min: -100, max: 100, noNaN: true }), fc.integer({ min: 5, max: 20 }), (by, n) => {
        const [a, b] = [scattered(10, 4, n), scattered(10, 2, n)];
        const here = successOfSpread(a, b, 3, 3);
        const there = successOfSpread(a, b.map((v) => v + by), 3, 3); // prettier-ignore
        expect(there.word).toBe(here.word);
        expect(there.inside).toBe(here.inside);
        expect(there.spread![1]!).toBeCloseTo(here.spread![1]!, 9);
      }),
      { numRuns: 60 },
    );
  });
});

describe('what else moved', () => {
  const before = scattered(150, 2, 8).map((carry, i) => of({ 'ball.carry': carry, 'club.back': 90 + (i % 2) }));
  const after = scattered(162, 2, 8).map((carry, i) => of({ 'ball.carry': carry, 'club.back': 90 + (i % 2) }));

  it('holds the ball, wanted or not, and leaves out what is compared already', () => {
    const rows = byProducts(before, after, []);
    expect(rows.filter(isReal).map((d) => d.measure)).toEqual(['ball.carry']);
    expect(movedBy(rows[0]!, 'Carry')).toBe('Carry up 12 m');
    expect(byProducts(before, after, ['ball.carry']).map((d) => d.measure)).toEqual(['club.back']);
  });

  it('says the same in another unit: only the numbers are longer', () => {
    const metres = differencesOf(before, after, ['ball.carry'])[0]!;
    const yards = differenceIn(metres, 'yd');
    expect(yards.unit).toBe('yd');
    expect(yards.difference / metres.difference).toBeCloseTo(1 / 0.9144, 6);
    expect(yards.change!.interval[0] / metres.change!.interval[0]).toBeCloseTo(1 / 0.9144, 6);
    expect(yards.difference / yards.worth).toBeCloseTo(metres.difference / metres.worth, 9);
    expect(yards.change!.word).toBe(metres.change!.word);
    expect(differenceIn(metres, 'm')).toBe(metres);
  });

  it('counts strikes only where both sets were told of', () => {
    expect(strikeWords(['toe', 'centre', null], ['centre', 'centre'])).toBe(
      'struck in the centre 1 of 2, now 2 of 2 balls',
    );
    expect(strikeWords([null], ['centre'])).toBe('');
  });
});
