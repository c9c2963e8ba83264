import type { Cop } from '../ground/foot-loads.js';
import { findAddress } from './address.js';

const RATE = 100;
/** A path that stands still but where it is moved, m; 100 samples a second from 0 s. */
const path = (moves: (t: number) => number, seconds = 6): Cop => {
  const v = Float64Array.from({ length: seconds * RATE }, (_, k) => moves(k / RATE));
  return { x: { t0: 0, rate: RATE, v }, y: { t0: 0, rate: RATE, v: new Float64Array(v.length) } };
};
/** Quiet to the last bit, and restless between two times. */
const restless = (from: number, to: number) => (t: number) =>
  1e-4 * Math.sin(9 * t) + (t > from && t < to ? 0.02 * Math.sin(60 * t) : 0);

describe('the address', () => {
  it('is the last quiet third of a second before the limit', () => {
    const a = findAddress(path(restless(2.4, 2.9)), 3, 0)!;
    expect(a.i1 - a.i0).toBe(30);
    expect(a.end).toBeLessThanOrEqual(2.42);
    expect(a.end).toBeGreaterThan(2.2);
    expect(a.start).toBeCloseTo(a.end - 0.3, 9);
  });
  it('lies no earlier than two seconds before the limit, and not in the swing before', () => {
    expect(findAddress(path(restless(1.5, 9)), 3.4, 0)!.start).toBeGreaterThanOrEqual(1.4);
    expect(findAddress(path(restless(0, 2)), 3, 2.2)!.start).toBeGreaterThanOrEqual(2.2);
  });
  it('is what there is of a late recording, but never less than a tenth of a second', () => {
    expect(findAddress(path(restless(9, 9)), 0.12, 0)).not.toBeNull();
    expect(findAddress(path(restless(9, 9)), 0.11, 0)!.start).toBe(0);
    expect(findAddress(path(restless(9, 9)), 0.08, 0)).toBeNull();
  });
});
