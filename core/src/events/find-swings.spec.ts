import { type Ground, readGround } from '../ground/ground.js';
import type { Series } from '../signal/series.js';
import { lines, madeRecording, type MadeSwing } from '../testing/made-recording.js';
import { findRehearsals } from './find-rehearsals.js';
import { findSwings } from './find-swings.js';

const WEIGHT = 700;
const RATE = 200;
const SECONDS = 10;
const ground = (change: Partial<MadeSwing>): Ground =>
  readGround(madeRecording({ seconds: SECONDS, rate: RATE, load: () => WEIGHT, share: () => 0.5, ...change }), 'right');
const seriesOf = (f: (t: number) => number): Series => ({
  t0: 0,
  rate: RATE,
  v: Float64Array.from({ length: SECONDS * RATE + 1 }, (_, k) => f(k / RATE)),
});
/** A push of `part` of the weight at `t`, 0.6 s wide: slow enough that the filter leaves its height. */
const push = (t: number, part: number) => (at: number) =>
  Math.abs(at - t) < 0.3 ? WEIGHT * (part - 1) * Math.cos((Math.PI * (at - t)) / 0.6) ** 2 : 0;
const pushes =
  (...all: [t: number, part: number][]) =>
  (at: number) =>
    WEIGHT + all.reduce((s, [t, part]) => s + push(t, part)(at), 0);

describe('finding swings by the load', () => {
  const found = (load: (t: number) => number) => findSwings(ground({ load }), null).map((s) => s.rough);

  it('takes a push of more than 6% of the usual load, at its greatest', () => {
    expect(found(pushes([4, 1.075])).length).toBe(1);
    expect(found(pushes([4, 1.075]))[0]).toBeCloseTo(4, 1);
    expect(found(pushes([4, 1.045]))).toEqual([]);
  });
  it('takes the greater of two pushes within two seconds, and both beyond', () => {
    expect(found(pushes([4, 1.3], [5.85, 1.5])).map((t) => Math.round(t))).toEqual([6]);
    expect(found(pushes([4, 1.5], [5.85, 1.3])).map((t) => Math.round(t))).toEqual([4]);
    expect(found(pushes([4, 1.3], [6.2, 1.5])).length).toBe(2);
  });
  it('takes none whose way back lies before the file', () => {
    expect(found(pushes([0.8, 1.4]))).toEqual([]);
    expect(found(pushes([1, 1.4])).length).toBe(1);
  });
  it('takes none of somebody who was hardly there in the 1.5 s before, or right after', () => {
    const dip = (t: number, part: number) => (at: number) =>
      pushes([5, 1.4])(at) - (Math.abs(at - t) < 0.15 ? (1 - part) * WEIGHT : 0);
    expect(found(dip(4, 0.6)).length).toBe(1);
    expect(found(dip(4, 0.3)).length).toBe(0);
    expect(found(dip(3.65, 0.3)).length).toBe(0);
    expect(found(dip(3.25, 0.3)).length).toBe(1);
    // a leap loads nothing 0.15 s after the push, a step off 0.45 s after it
    const leap = (t: number) => (at: number) => (at > t ? 0.2 * WEIGHT : pushes([5, 1.6])(at));
    expect(found(leap(5.12)).length).toBe(0);
    expect(found(leap(5.45)).length).toBe(1);
  });
});

describe('finding swings by the shaft', () => {
  const swing = (top: number, back = 0, start = 2, down = 0.25) =>
    lines([start, back], [start + 0.8, top], [start + 0.8 + down, 0], [start + 1.3 + down, -150], [start + 3, -150]);
  const found = (shaft: (t: number) => number, change: Partial<MadeSwing> = {}) =>
    findSwings(ground(change), seriesOf(shaft));

  it('says where the top is and where the shaft comes down through zero', () => {
    const [one, ...more] = found(swing(240));
    expect(more).toEqual([]);
    expect([one!.top, one!.rough]).toEqual([2.8, jasmine.any(Number)]);
    expect(one!.rough).toBeCloseTo(3.05, 6);
  });
  it('takes none that comes down later than 0.6 s after the top, nor one that never does', () => {
    expect(found(swing(200, 0, 2, 0.55)).length).toBe(1);
    expect(found(swing(200, 0, 2, 0.65)).length).toBe(0);
    expect(found(lines([2, 0], [2.8, 200], [5, 190])).length).toBe(0);
  });
  it('takes no wobble near the top for another swing: tops stand 60° over their valleys and 0.4 s apart', () => {
    const pump = (valley: number, apart: number) =>
      found(
        lines([2, 0], [2.8, 200], [2.8 + apart / 2, valley], [2.8 + apart, 220], [3.05 + apart, 0], [4.5, -100]),
      ).map((s) => s.top);
    expect(pump(150, 0.3).map((t) => t!.toFixed(2))).toEqual(['3.10']);
    expect(pump(150, 0.5).length).toBe(1);
    // two whole tops, the first of which still comes down in time
    expect(pump(130, 0.34)).toEqual([jasmine.any(Number)]);
    expect(pump(130, 0.35).length).toBe(1);
  });
  it('takes none while nobody carries the load in the 1.5 s before the top', () => {
    const gone = (from: number, to: number, part: number) => ({
      load: (t: number) => (t > from && t < to ? part * WEIGHT : WEIGHT),
    });
    expect(found(swing(240), gone(1.6, 1.9, 0.4)).length).toBe(1);
    expect(found(swing(240), gone(1.6, 1.9, 0.2)).length).toBe(0);
    expect(found(swing(240), gone(0.4, 1.1, 0.2)).length).toBe(1);
    expect(found(swing(240), gone(0.4, 1.5, 0.2)).length).toBe(0);
  });
});

describe('finding rehearsals by the feet', () => {
  const found = (share: (t: number) => number) => findRehearsals(ground({ share }), null);
  /** Into the trail foot by `points`, back through even within `within` s. */
  const slow = (points: number, within: number) =>
    lines([2, 0.5], [3, 0.5 - points / 100], [3 + within, 0.51], [9, 0.51]);

  it('takes a load of 8 points more on the trail foot than in standing', () => {
    expect(found(slow(9.4, 1)).length).toBe(1);
    expect(found(slow(6.6, 1)).length).toBe(0);
    const [one] = found(slow(15, 1));
    expect(one!.loaded).toBeCloseTo(3, 1);
    expect(one!.top).toBeNull();
    expect(one!.rough).toBeCloseTo(3 + 15 / 16, 1);
  });
  it('comes back through even within three seconds, and is one in three seconds', () => {
    expect(found(slow(15, 2.9)).length).toBe(1);
    expect(found(slow(15, 3.6)).length).toBe(0);
    const twice = (apart: number) =>
      lines([2, 0.5], [2.5, 0.3], [2.9, 0.55], [2.1 + apart, 0.55], [2.5 + apart, 0.25], [3 + apart, 0.55]);
    expect(found(twice(2.7)).length).toBe(1);
    expect(found(twice(3.4)).length).toBe(2);
  });
  it('sees through a break, and says nothing where the feet are not told apart', () => {
    const hop = ground({ share: slow(15, 1), load: (t) => (t > 5 && t < 5.2 ? 0 : WEIGHT) });
    expect(findRehearsals(hop, null).length).toBe(1);
    expect(findRehearsals({ ...hop, feetTold: false }, null)).toEqual([]);
  });
});
