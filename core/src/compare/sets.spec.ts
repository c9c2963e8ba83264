import fc from 'fast-check';
import { benjaminiHochberg, compareSets } from './sets.js';

describe('two sets of swings', () => {
  // reference: SciPy 1.11, ttest_ind(equal_var=False)
  const before = [52.1, 49.8, 55.3, 51.0, 53.7];
  const after = [61.2, 58.9, 64.4, 60.3, 57.1, 63.0];

  it('agree with the reference for difference, interval and p', () => {
    const [c] = compareSets([{ before, after, worth: 3 }]);
    expect(c!.difference).toBeCloseTo(8.436666666666667, 12);
    expect(c!.p).toBeCloseTo(REFERENCE.p, 9);
    expect(c!.interval[0]).toBeCloseTo(REFERENCE.lo, 8);
    expect(c!.interval[1]).toBeCloseTo(REFERENCE.hi, 8);
    expect(c!.g).toBeCloseTo(REFERENCE.g, 9);
    expect(c!.word).toBe('real change');
  });

  it('say nothing of a single swing, and never a difference under the worth', () => {
    expect(compareSets([{ before: [1], after, worth: 3 }])).toEqual([null]);
    const [c] = compareSets([{ before: [50, 50.1, 49.9, 50], after: [51, 51.1, 50.9, 51], worth: 3 }]);
    expect(c!.p).toBeLessThan(0.001);
    expect(c!.word).toBe('no change that matters');
  });

  it('tell how many swings would be enough, and with so many it is enough', () => {
    const [c] = compareSets([{ before: [50, 58, 44], after: [56, 47, 60], worth: 3 }]);
    expect(c!.word).toBe('too few swings to tell');
    const n = c!.enoughAt!;
    expect(n).toBeGreaterThan(3);
    // the same spread and difference with n swings each
    const spread = (m: number, sd: number) => {
      const raw = Array.from({ length: n }, (_, i) => (i % 2 ? 1 : -1) + (i === n - 1 && n % 2 ? 1 : 0));
      const mean = raw.reduce((a, b) => a + b, 0) / n;
      const s = Math.sqrt(raw.reduce((a, b) => a + (b - mean) ** 2, 0) / (n - 1));
      return raw.map((x) => m + ((x - mean) / s) * sd);
    };
    const [again] = compareSets([
      { before: spread(c!.mean[0], c!.sd[0]), after: spread(c!.mean[1], c!.sd[1]), worth: 3 },
    ]);
    expect((again!.interval[1] - again!.interval[0]) / 2).toBeLessThan(Math.max(3, Math.abs(c!.difference)) / 2);
  });

  it('swap with the sign alone', () => {
    const set = fc.array(fc.double({ min: -100, max: 100, noNaN: true }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(set, set, fc.double({ min: 0.1, max: 10, noNaN: true }), (a, b, worth) => {
        const [x] = compareSets([{ before: a, after: b, worth }]);
        const [y] = compareSets([{ before: b, after: a, worth }]);
        expect(y!.difference).toBeCloseTo(-x!.difference, 9);
        expect(y!.word).toBe(x!.word);
      }),
    );
  });

  it('are adjusted together: never smaller than alone, in the same order', () => {
    expect(benjaminiHochberg([0.01, null, 0.04, 0.03])).toEqual([0.03, null, 0.04, 0.04]);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 20 }), (p) => {
        const q = benjaminiHochberg(p);
        p.forEach((x, i) => expect(q[i]!).toBeGreaterThanOrEqual(Math.min(x, 1) - 1e-12));
      }),
    );
  });
});

/** From the reference, to the last digit it prints. */
const REFERENCE = { p: 0.00026538242589368657, lo: 5.135923152360002, hi: 11.737410180973347, g: 3.1369633277780964 };
