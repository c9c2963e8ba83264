import { readGround } from '../ground/ground.js';
import type { Series } from '../signal/series.js';
import { lines, madeRecording, type MadeSwing } from '../testing/made-recording.js';
import { loadImpact, soundOnset, triggerEdge } from './impact.js';

const RATE = 1000;
const seriesOf = (f: (t: number) => number, rate = RATE): Series => ({
  t0: 0,
  rate,
  v: Float64Array.from({ length: 5 * rate + 1 }, (_, k) => f(k / rate)),
});

describe('impact by a trigger', () => {
  const edge = (at: number, rough: number, rest = 0.2, on = 5, rate = RATE) =>
    triggerEdge(seriesOf((t) => (t >= at && t < at + 0.3 ? on : rest), rate))(rough);

  it('is the first edge within 0.35 s, half a sample early, whatever the rest and the way', () => {
    expect(edge(3, 3.3)!.t).toBeCloseTo(3 - 0.0005, 9);
    expect(edge(3, 2.7)!.t).toBeCloseTo(3 - 0.0005, 9);
    expect(edge(3, 3, 4, -1)!.t).toBeCloseTo(3 - 0.0005, 9);
    expect(edge(3, 3.68)).toBeNull();
    expect(edge(3, 2.62)).toBeNull();
  });
  it('is sure to a third of a sample, never more than half a millisecond', () => {
    expect(edge(3, 3, 0, 5, 100)!.u).toBeCloseTo(0.0029, 9);
    expect(edge(3, 3, 0, 5, 4000)!.u).toBe(0.0005);
  });
  it('is beyond half of the greatest distance from rest; a line that never moves says nothing', () => {
    const ramp = triggerEdge(seriesOf(lines([2.9, 0], [3.1, 10], [3.2, 10], [3.2001, 0])));
    expect(ramp(3)!.t).toBeCloseTo(3.0005, 3);
    expect(triggerEdge(seriesOf(() => 1))(3)).toBeNull();
  });
});

describe('impact by its sound', () => {
  /** Noise of a known median distance, and a sound from `at` on. */
  const onset = (loud: number, at = 3, rough = 3, before: (t: number) => number = () => 0) => {
    const noise = (t: number) => 0.01 * ((Math.round(t * RATE) % 3) - 1);
    return soundOnset(seriesOf((t) => noise(t) + (t >= at && t < at + 0.01 ? loud : before(t))))(rough);
  };

  it('is where it begins, within 0.35 s', () => {
    expect(onset(1)!.t).toBeCloseTo(3 - 0.0005, 6);
    expect(onset(1, 3, 3.33)!.t).toBeCloseTo(3 - 0.0005, 6);
    expect(onset(1, 3, 2.6)).toBeNull();
    expect(onset(1)!.u).toBe(0.002);
    expect(soundOnset(seriesOf((t) => (t >= 3 && t < 3.02 ? 1 : 0), 100))(3)!.u).toBeCloseTo(0.0029, 9);
  });
  it('stands eight times over the noise', () => {
    expect(onset(8.8 * 1.4826 * 0.01)).not.toBeNull();
    expect(onset(6.2 * 1.4826 * 0.01)).toBeNull();
    expect(soundOnset(seriesOf(() => 0))(3)).toBeNull();
  });
  it('begins at a fifth of its height, or five times over the noise, at most 20 ms before its peak', () => {
    const rise = (from: number, height: number) =>
      soundOnset(seriesOf(lines([from, 0], [3, height], [3.001, 0])))(3)!.t;
    // a rise of 10 ms reaches a fifth after 2 ms
    expect(rise(2.99, 1)).toBeCloseTo(2.9925, 3);
    // a rise of 100 ms is over a fifth long before: it is looked for from 20 ms before the peak
    expect(rise(2.9, 1)).toBeCloseTo(2.9795, 3);
    const weak = onset(0.2, 3, 3, (t) => (t >= 2.99 && t < 3 ? 0.052 : 0));
    expect(weak!.t).toBeCloseTo(3 - 0.0005, 6);
  });
});

describe('impact by the loads', () => {
  const WEIGHT = 700;
  const impact = (change: Partial<MadeSwing>, near = 3) =>
    loadImpact(
      readGround(madeRecording({ seconds: 5, rate: 500, load: () => WEIGHT, share: () => 0.5, ...change }), 'right'),
    )(near);
  const push = (most: number) => lines([2.5, WEIGHT], [3, most * WEIGHT], [3.5, WEIGHT]);
  /** The lead share rises fastest at `t`, at first by eight times its points in a second. */
  const shift =
    (t: number, points = 30) =>
    (at: number) =>
      0.4 + (points / 200) * (1 + Math.tanh((at - t) / 0.06));

  it('is midway between 40 ms after the push and 120 ms after the shift where these agree', () => {
    expect(impact({ load: push(1.5), share: shift(2.92) }).t).toBeCloseTo(3.04, 2);
    const later = impact({ load: push(1.5), share: shift(2.95) });
    expect(later.t).toBeCloseTo(3.04 + 0.03 / 2, 2);
    expect(later.u).toBe(0.035);
  });
  it('is pulled by the shift by 20 ms at most, and is then less sure', () => {
    const early = impact({ load: push(1.5), share: shift(2.75) });
    const late = impact({ load: push(1.5), share: shift(3.05) });
    expect(early.t).toBeCloseTo(3.02, 2);
    expect(late.t).toBeCloseTo(3.06, 2);
    expect([early.u, late.u]).toEqual([0.06, 0.06]);
  });
  it('is plainly midway after a weak push', () => {
    expect(impact({ load: push(1.1), share: shift(2.75) }).t).toBeCloseTo((3.04 + 2.87) / 2, 1);
    expect(impact({ load: push(1.1), share: shift(2.75) }).t).toBeLessThan(3);
    expect(impact({ load: push(1.2), share: shift(2.75) }).t).toBeCloseTo(3.02, 2);
  });
  it('rests on the push alone where the share hardly rises', () => {
    expect(impact({ load: push(1.5), share: shift(2.8, 6.5) })).toEqual(
      jasmine.objectContaining({ source: 'estimated', u: 0.06 }),
    );
    expect(impact({ load: push(1.5), share: shift(2.8, 6.5) }).t).toBeCloseTo(3.04, 2);
    expect(impact({ load: push(1.5), share: shift(2.8, 9.5) }).t).toBeCloseTo(3.02, 2);
  });
  it('looks for the push half a second around', () => {
    expect(impact({ load: push(1.5) }, 3.4).t).toBeCloseTo(3.04, 2);
    expect(impact({ load: push(1.5) }, 2.6).t).toBeCloseTo(3.04, 2);
    expect(impact({ load: push(1.5) }, 3.7).t).toBeGreaterThan(3.2);
  });
});
