import fc from 'fast-check';
import { timeBase } from './time-base.js';

describe('timeBase', () => {
  const grid = (n: number, step: number) => Array.from({ length: n }, (_, k) => k * step);

  it('uses samples on the grid as they are', () => {
    const b = timeBase(grid(50, 0.002));
    expect(b.rate).toBe(500);
    expect(b.n).toBe(50);
    const raw = grid(50, 1).map((k) => k * k);
    expect([...b.bring(raw)]).toEqual([...raw]);
    expect(b.warnings).toEqual([]);
  });

  it('sorts, keeps the first of equal stamps, and says both', () => {
    const b = timeBase([0, 0.01, 0.03, 0.02, 0.02, ...grid(40, 0.01).map((t) => t + 0.04)]);
    expect(b.warnings.join(' ')).toContain('1 samples came out of order');
    expect(b.warnings.join(' ')).toContain('1 samples repeated a time');
    expect([...b.bring([0, 1, 3, 2, 99, ...grid(40, 1).map((k) => k + 4)])].slice(0, 5)).toEqual([0, 1, 2, 3, 4]);
  });

  it('takes rounded stamps as equidistant', () => {
    const b = timeBase(grid(500, 0.001).map((t) => Math.floor(t * 500) / 500));
    expect(b.warnings[0]).toContain('rounded');
    expect(b.rate).toBeCloseTo(1000, -1);
    expect(b.n).toBe(500);
  });

  it('finds holes longer than 50 ms', () => {
    const b = timeBase([...grid(100, 0.01), ...grid(100, 0.01).map((t) => t + 1.2)]);
    expect(b.holes.length).toBe(1);
    expect(b.holes[0]!.to - b.holes[0]!.from).toBeCloseTo(0.21, 6);
  });

  it('interpolates a straight line exactly, wherever the samples lie', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.6, max: 1.4, noNaN: true }), { minLength: 20, maxLength: 80 }),
        (steps) => {
          let t = 0;
          const time = steps.map((s) => (t += s * 0.01));
          const b = timeBase(time);
          b.bring(time.map((x) => 3 * x + 1)).forEach((v, k) => expect(v).toBeCloseTo(3 * (b.t0 + k / b.rate) + 1, 4));
        },
      ),
      { numRuns: 50 },
    );
  });

  it('refuses a damaged clock instead of laying a grid without end', () => {
    const wild = Float64Array.from({ length: 500 }, (_, k) => (k === 499 ? 1e200 : k / 100));
    expect(() => timeBase(wild)).toThrowError(/for 5\.00 s only: the clock is damaged/);
    expect(() => timeBase(new Float64Array(50))).toThrowError('all samples carry the same time');
    expect(() => timeBase(new Float64Array(50).fill(NaN))).toThrowError('no samples carry a time');
  });
});
