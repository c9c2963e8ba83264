import fc from 'fast-check';
import { polyline, ribbon } from './polyline';

const points = (d: string): [number, number][] =>
  Array.from(d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g), (m) => [Number(m[1]), Number(m[2])]);

describe('a line of many points', () => {
  it('is drawn as it is where there is room, with a break where nothing is known', () => {
    const y = [10, 12.34, NaN, 5];
    expect(
      polyline(
        4,
        (k) => 10 * k,
        (k) => y[k]!,
      ),
    ).toBe('M0 10L10 12.3M30 5');
  });

  it('goes through the highest and lowest point of every pixel column, its first and last, and few others', () => {
    const heights = fc.array(fc.integer({ min: 0, max: 4000 }), { minLength: 1, maxLength: 400 });
    fc.assert(
      fc.property(heights, fc.integer({ min: 1, max: 40 }), (tenths, each) => {
        const y = (k: number) => tenths[k]! / 10;
        const x = (k: number) => k / each + 0.001;
        const drawn = points(polyline(tenths.length, x, y));
        const columns = Math.ceil(tenths.length / each);
        expect(drawn.length).toBeLessThanOrEqual(4 * columns);
        for (let c = 0; c < columns; c++) {
          const mine = tenths.slice(c * each, (c + 1) * each).map((t) => t / 10);
          for (const seen of [Math.min(...mine), Math.max(...mine), mine[0]!, mine.at(-1)!])
            expect(drawn.some(([px, py]) => Math.abs(px - c) <= 1 && py === seen)).toBeTrue();
        }
        // never back in time
        expect(drawn.every(([px], i) => i === 0 || px >= drawn[i - 1]![0])).toBeTrue();
      }),
      { numRuns: 60 },
    );
  });

  it('has a spread between its edges, closed; none where they are unknown', () => {
    const [lo, hi] = [(k: number) => 30 + k, (k: number) => (k === 2 ? NaN : 10 + k)];
    const d = ribbon(3, (k) => 10 * k, [hi, lo]);
    expect(d).toBe('M0 10L10 11L10 31L0 30Z');
    expect(ribbon(2, (k) => k, [() => NaN, lo])).toBe('');
  });
});
