import type { Series } from '../signal/series.js';
import { lines } from '../testing/made-recording.js';
import type { AddressWindow } from './address.js';
import { pressureOnset } from './onset.js';

const RATE = 100;
const ADDRESS: AddressWindow = { i0: 20, i1: 60, start: 0.2, end: 0.59 };
/** A lead share on a clock that begins at `t0`, 100 samples a second. */
const series = (f: (t: number) => number, t0 = 0): Series => ({
  t0,
  rate: RATE,
  v: Float64Array.from({ length: 400 }, (_, k) => f(k / RATE)),
});
const onset = (f: (t: number) => number, anchor = 2, until = 2.5) => pressureOnset(series(f), ADDRESS, anchor, until);

describe('the onset of pressure', () => {
  it('is the first sample outside the band around address, looked for back from the anchor', () => {
    // 20 points a second from 1.5 s on: 2 points, the least band, are passed after 0.1 s
    const falls = onset(lines([1.5, 50], [2.5, 30]));
    expect([falls.t, falls.direction, falls.mean, falls.band]).toEqual([1.61, -1, 50, 2]);
    const rises = onset(lines([1.5, 50], [2.5, 70]));
    expect([rises.t, rises.direction]).toEqual([1.61, 1]);
  });
  it('lies on the clock of the recording', () => {
    const late = pressureOnset(
      series(lines([1.5, 50], [2.5, 30]), 10),
      { ...ADDRESS, start: 10.2, end: 10.59 },
      12,
      12.5,
    );
    expect(late.t).toBeCloseTo(11.61, 9);
  });
  it('has a band of four SD of the address where that is more than two points', () => {
    const restless = (t: number) => (t < 1 ? 50 + 2 * Math.sign(Math.sin(40 * t)) : lines([1.5, 50], [2.5, 30])(t));
    const o = onset(restless);
    expect(o.band).toBeCloseTo(8, 0);
    expect(o.t).toBeCloseTo(1.5 + o.band / 20, 1);
  });
  it('comes after the anchor where the share is inside at the anchor, and not at all where it stays inside', () => {
    expect(onset(lines([2.1, 50], [2.2, 30])).t).toBeCloseTo(2.12, 9);
    expect(onset(lines([2.6, 50], [2.7, 30])).t).toBeNull();
    expect(onset(() => 50).t).toBeNull();
  });
  it('overlooks less than 60 ms outside, and less than 150 ms inside again', () => {
    const shift = lines([1.9, 50], [1.92, 30]);
    const dip = (from: number, ms: number) => (t: number) =>
      t >= from - 1e-9 && t < from + ms / 1000 - 1e-9 ? 30 : shift(t);
    // a dip before the shift that is long, and as far from it as a golfer may pause
    expect(onset(dip(1.7, 50)).t).toBeCloseTo(1.91, 2);
    expect(onset(dip(1.7, 100)).t).toBeCloseTo(1.7, 2);
    expect(onset(dip(1.6, 100)).t).toBeCloseTo(1.91, 2);
  });
});
