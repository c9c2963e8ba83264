import fc from 'fast-check';
import { findPeaks } from './peaks.js';
import {
  at,
  derivative,
  firstPassage,
  greatest,
  integral,
  lastPassage,
  least,
  median,
  passages,
  quantile,
  type Series,
  visit,
} from './series.js';

const series = (...v: number[]): Series => ({ t0: 1, rate: 10, v: Float64Array.from(v) });

describe('series', () => {
  it('interpolate, and are undefined outside and beside a break', () => {
    const s = series(0, 10, NaN, 30);
    expect(at(s, 1.05)).toBeCloseTo(5, 9);
    expect(at(s, 1.1)).toBe(10);
    expect(at(s, 1.15)).toBeNaN();
    expect(at(s, 0.95)).toBeNaN();
    expect(at(s, 1.4)).toBeNaN();
  });

  it('visit a window’s samples and both its ends', () => {
    const seen: number[][] = [];
    visit(series(0, 1, 2, 3, 4), 1.05, 1.3, (t, v) => seen.push([Number(t.toFixed(3)), Number(v.toFixed(3))]));
    expect(seen).toEqual([
      [1.05, 0.5],
      [1.1, 1],
      [1.2, 2],
      [1.3, 3],
    ]);
  });

  it('have a greatest and a least, also at an edge, undefined samples skipped', () => {
    const s = series(1, 5, NaN, 2, 0);
    expect(greatest(s, 1, 1.4)).toEqual({ t: 1.1, v: 5 });
    expect(greatest(s, 1.3, 1.35)!.v).toBe(2);
    expect(least(s, 1, 1.4)!.v).toBe(0);
    expect(greatest(series(NaN, NaN), 1, 1.1)).toBeNull();
  });

  it('find the last passage from the end as all passages have it', () => {
    const sample = fc.oneof(
      { weight: 8, arbitrary: fc.double({ min: -2, max: 2, noNaN: true }) },
      { weight: 1, arbitrary: fc.constant(NaN) },
    );
    fc.assert(
      fc.property(
        fc.array(sample, { minLength: 2, maxLength: 30 }),
        fc.double({ min: 0.9, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (v, a, long) => {
          const s = series(...v);
          for (const d of ['up', 'down'] as const) {
            const all = passages(s, 0.3, d, [a, a + long]);
            const last = lastPassage(s, 0.3, d, [a, a + long]);
            if (last === null || all.length === 0) expect([last, all.length]).toEqual([null, 0]);
            else expect(last).toBeCloseTo(all.at(-1)!, 12);
          }
        },
      ),
    );
  });
  it('find passages by direction, first and last', () => {
    const s = series(0, 2, 0, 2, 0);
    expect(passages(s, 1, 'up', [1, 1.4]).map((t) => Number(t.toFixed(3)))).toEqual([1.05, 1.25]);
    expect(firstPassage(s, 1, 'down', [1, 1.4])).toBeCloseTo(1.15, 9);
    expect(lastPassage(s, 1, 'down', [1, 1.4])).toBeCloseTo(1.35, 9);
    expect(lastPassage(s, 3, 'up', [1, 1.4])).toBeNull();
  });

  it('integrate a straight line exactly, whatever the window', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        (a, b) => {
          const s: Series = { t0: 0, rate: 10, v: Float64Array.from({ length: 11 }, (_, k) => 3 + 2 * (k / 10)) };
          const [from, to] = [Math.min(a, b), Math.max(a, b)];
          expect(integral(s, from, to)).toBeCloseTo(3 * (to - from) + to * to - from * from, 5);
        },
      ),
    );
    expect([...derivative(series(0, 1, 4, 9)).v]).toEqual([10, 20, 40, 50]);
  });

  it('have the quantiles that sorting gives', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (v, q) => {
          const sorted = [...v].sort((a, b) => a - b);
          const x = q * (v.length - 1);
          const i = Math.floor(x);
          const expected = sorted[i]! + (x - i) * ((sorted[i + 1] ?? sorted[i]!) - sorted[i]!);
          expect(quantile([...v, NaN], q)).toBeCloseTo(expected, 6);
        },
      ),
    );
    expect(median([])).toBeNaN();
  });
});

describe('peaks', () => {
  const v = Float64Array.of(0, 3, 1, 5, 5, 2, 4, 0, 9, 0);
  it('are local maxima, plateaus by their middle', () => expect(findPeaks(v, { height: 0 })).toEqual([1, 3, 6, 8]));
  it('are as high, prominent and far apart as asked', () => {
    expect(findPeaks(v, { height: 4.5 })).toEqual([3, 8]);
    expect(findPeaks(v, { height: 0, prominence: 2.5 })).toEqual([3, 8]);
    expect(findPeaks(v, { height: 0, distance: 3 })).toEqual([3, 8]);
  });
});
