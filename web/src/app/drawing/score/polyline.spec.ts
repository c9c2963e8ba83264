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

  /** How far a point lies from the nearest piece of a line, px. */
  const away = (drawn: readonly (readonly [number, number])[], [px, py]: readonly [number, number]): number =>
    Math.min(
      ...drawn.map(([bx, by], i) => {
        const [ax, ay] = drawn[Math.max(0, i - 1)]!;
        const long = (bx - ax) ** 2 + (by - ay) ** 2;
        const at = long ? Math.min(1, Math.max(0, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / long)) : 0;
        return Math.hypot(px - ax - at * (bx - ax), py - ay - at * (by - ay));
      }),
    );
  /** As far as a line may pass by, and what is lost when it is written in tenths. */
  const NEAR = 0.2 + 0.08;

  it('passes the highest and lowest point of every pixel column, its first and last, by few pieces', () => {
    const heights = fc.array(fc.integer({ min: 0, max: 4000 }), { minLength: 1, maxLength: 400 });
    fc.assert(
      fc.property(heights, fc.integer({ min: 1, max: 40 }), (tenths, each) => {
        const y = (k: number) => tenths[k]! / 10;
        const x = (k: number) => k / each + 0.001;
        const drawn = points(polyline(tenths.length, x, y));
        const columns = Math.ceil(tenths.length / each);
        expect(drawn.length).toBeLessThanOrEqual(4 * columns);
        for (let c = 0; c < columns; c++) {
          const mine = tenths.slice(c * each, (c + 1) * each).map((t, i) => [x(c * each + i), t / 10] as const);
          for (const seen of [mine[0]!, mine.at(-1)!]) expect(away(drawn, seen)).toBeLessThanOrEqual(NEAR);
          // of points equally high or low in one column of pixels one is enough
          const heights = mine.map(([, h]) => h);
          for (const height of [Math.min(...heights), Math.max(...heights)]) {
            const alike = mine.filter(([, h]) => h === height);
            expect(Math.min(...alike.map((p) => away(drawn, p)))).toBeLessThanOrEqual(NEAR);
          }
        }
        // never back in time
        expect(drawn.every(([px], i) => i === 0 || px >= drawn[i - 1]![0])).toBeTrue();
      }),
      { numRuns: 60 },
    );
  });

  it('leaves out what lies on the way, and passes every point of a smooth curve', () => {
    const n = 1500;
    const curve = (k: number) => 55 + 40 * Math.sin(k / 90) + 10 * Math.sin(k / 23);
    const x = (k: number) => (600 * k) / n;
    const drawn = points(polyline(n, x, curve));
    expect(drawn.length).toBeLessThan(n / 5);
    for (let k = 0; k < n; k++) expect(away(drawn, [x(k), curve(k)])).toBeLessThanOrEqual(NEAR);
    expect(points(polyline(n, x, () => 20)).length).toBe(2);
    // backwards too, as the far edge of a spread is drawn
    const back = points(
      polyline(
        n,
        (k) => x(n - 1 - k),
        (k) => curve(n - 1 - k),
      ),
    );
    for (let k = 0; k < n; k += 7) expect(away(back, [x(k), curve(k)])).toBeLessThanOrEqual(NEAR);
  });

  it('has a spread between its edges, closed; none where they are unknown', () => {
    const [lo, hi] = [(k: number) => 30 + k, (k: number) => (k === 2 ? NaN : 10 + k)];
    const d = ribbon(3, (k) => 10 * k, [hi, lo]);
    expect(d).toBe('M0 10L10 11L10 31L0 30Z');
    expect(ribbon(2, (k) => k, [() => NaN, lo])).toBe('');
  });
});
