import fc from 'fast-check';
import { random } from '../golfer/random.js';
import { calibration, lean, wilson } from './calibration.js';
import { covers, heldLikely, intervalScore, LEAST_SURE, logScore, MOST_SURE } from './score.js';

const sureness = fc.double({ min: LEAST_SURE, max: MOST_SURE, noNaN: true });

describe('the score of an answer', () => {
  it('spreads what is held likely over all options, and makes one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), sureness, (n, sure) => {
        const options = Array.from({ length: n }, (_, i) => `o${i}`);
        for (const answer of [null, { said: 'o1', sure }])
          expect(options.reduce((s, o) => s + heldLikely(answer, o, n), 0)).toBeCloseTo(1, 12);
      }),
    );
  });
  it('is nothing for who does not know, a bit for who is right of two, and worse the surer a mistake was', () => {
    expect(logScore(null, 'a', 8)).toBe(0);
    expect(logScore({ said: 'a', sure: 0.99 }, 'a', 2)).toBeCloseTo(0.9855, 4);
    expect(logScore({ said: 'b', sure: 0.9 }, 'a', 8)).toBeLessThan(logScore({ said: 'b', sure: 0.6 }, 'a', 8));
  });
  it('is proper: nobody gains by saying to be surer, or less sure, than they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), sureness, sureness, (n, own, said) => {
        const expected = (sure: number): number =>
          own * logScore({ said: 'a', sure }, 'a', n) + (1 - own) * logScore({ said: 'a', sure }, 'b', n);
        expect(expected(own)).toBeGreaterThanOrEqual(expected(said) - 1e-9);
      }),
    );
  });
  it('of a number is the width where it covers, and dear where it does not', () => {
    expect(intervalScore({ value: 60, half: 5 }, 64, 5)).toBe(2);
    expect(intervalScore({ value: 60, half: 5 }, 67, 5)).toBeCloseTo(2 + 4, 9);
    expect([covers({ value: 60, half: 5 }, 65), covers({ value: 60, half: 5 }, 66)]).toEqual([true, false]);
  });
  it('of a number is least for the interval that covers four of five', () => {
    const rng = random(5);
    const truths = Array.from({ length: 4000 }, () => 60 + 4 * rng.normal());
    const mean = (half: number) =>
      truths.reduce((s, t) => s + intervalScore({ value: 60, half }, t, 1), 0) / truths.length;
    // 80% of a normal spread lies within 1.2816 of its SD
    const right = mean(4 * 1.2816);
    for (const factor of [0.5, 0.8, 1.25, 2]) expect(mean(4 * 1.2816 * factor)).toBeGreaterThan(right);
  });
});

describe('calibration', () => {
  it('has Wilson’s intervals', () => {
    // statsmodels.stats.proportion.proportion_confint(7, 10, method='wilson')
    expect(wilson(7, 10)[0]).toBeCloseTo(0.396775, 5);
    expect(wilson(7, 10)[1]).toBeCloseTo(0.892208, 5);
    expect(wilson(0, 0)).toEqual([0, 1]);
    expect(wilson(0, 5)[0]).toBeCloseTo(0, 12);
    expect(wilson(5, 5)[1]).toBeCloseTo(1, 12);
  });
  it('holds every answer once, with how often it was right', () => {
    const answers = [0.5, 0.55, 0.72, 0.9, 0.99].map((sure, i) => ({ sure, right: i !== 1 }));
    expect(calibration(answers).map(({ n, right }) => [n, right])).toEqual([
      [2, 1],
      [1, 1],
      [2, 2],
    ]);
    expect(calibration([])).toEqual([]);
  });
  it('says who is surer than right only where that can be told', () => {
    const of = (sure: number, right: number, n: number) =>
      Array.from({ length: n }, (_, i) => ({ sure, right: i < right }));
    expect(lean(of(0.95, 60, 100))).toBe('over');
    expect(lean(of(0.55, 90, 100))).toBe('under');
    expect(lean(of(0.7, 70, 100))).toBeNull();
    expect(lean(of(0.95, 3, 4))).toBeNull();
    expect(lean([])).toBeNull();
  });
});
