import fc from 'fast-check';
import { testJson, worstDifference } from '../testing/test-files.js';
import { butterworthSection, cutoffUsed, lowPass } from './low-pass.js';

interface FilterVectors {
  cases: { name: string; fs: number; fc: number; fc_used: number; input: number[]; output: number[] }[];
  gain: { fs: number; fc: number; b: number[]; a: number[]; f: number[]; gain_of_both_passes: number[] }[];
}

describe('lowPass', () => {
  let vectors: FilterVectors;
  beforeAll(async () => {
    vectors = await testJson<FilterVectors>('filter.json');
  });

  it('agrees with the reference to 1e-9 of the range', () => {
    expect(vectors.cases.length).toBe(36);
    for (const c of vectors.cases) {
      expect(cutoffUsed(c.fc, c.fs)).withContext(c.name).toBeCloseTo(c.fc_used, 9);
      const out = lowPass(Float64Array.from(c.input), c.fc, c.fs);
      expect(worstDifference(out, c.output))
        .withContext(`${c.name} ${c.fs} Hz ${c.input.length} samples`)
        .toBeLessThan(1e-9);
    }
  });

  it('has the reference coefficients, and −3 dB of both passes at the cutoff', () => {
    for (const g of vectors.gain) {
      const { b, a } = butterworthSection(g.fc, g.fs);
      b.forEach((x, i) => expect(x).toBeCloseTo(g.b[i]!, 10));
      a.forEach((x, i) => expect(x).toBeCloseTo(g.a[i + 1]!, 10));
      expect(g.gain_of_both_passes[g.f.indexOf(g.fc)]).toBeCloseTo(Math.SQRT1_2, 6);
    }
  });

  it('leaves a constant alone and commutes with scaling and turning round', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: 3, maxLength: 120 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (x, k) => {
          const v = Float64Array.from(x);
          const out = lowPass(v, 20, 500);
          const scaled = lowPass(
            v.map((a) => a * k),
            20,
            500,
          );
          scaled.forEach((a, i) => expect(a).toBeCloseTo(k * out[i]!, 6));
          expect(lowPass(new Float64Array(v.length).fill(k), 20, 500)[0]).toBeCloseTo(k, 9);
        },
      ),
      { numRuns: 40 },
    );
  });
});
