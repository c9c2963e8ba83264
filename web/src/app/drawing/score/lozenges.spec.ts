import { standApart } from './lozenges';

describe('numbers that would lie on each other', () => {
  const placed = (at: readonly number[]) => {
    const bars = at.map((lx) => ({ lx }));
    standApart(bars, 20);
    return bars.map((b) => b.lx);
  };
  it('part around their middle and keep their order', () => expect(placed([100, 100])).toEqual([90, 110]));
  it('push on the next one', () => {
    const [a, b, c] = placed([100, 104, 122]) as [number, number, number];
    expect(b - a).toBeCloseTo(20, 3);
    expect(c - b).toBeCloseTo(20, 3);
    expect(a + b + c).toBeCloseTo(326, 6);
  });
  it('stay where they have room', () => expect(placed([10, 30, 90])).toEqual([10, 30, 90]));
});
