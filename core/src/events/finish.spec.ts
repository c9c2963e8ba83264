import { readGround } from '../ground/ground.js';
import { lines, madeRecording, type MadeSwing } from '../testing/made-recording.js';
import { finishHeld, quietWeight, searchStep } from './finish.js';

const WEIGHT = 700;
const IMPACT = 3;
const still = (change: Partial<MadeSwing>) =>
  readGround(madeRecording({ seconds: 9, rate: 500, load: () => WEIGHT, share: () => 0.8, ...change }), 'right');
const held = (change: Partial<MadeSwing>): number | null => finishHeld(still(change), IMPACT, WEIGHT)?.t ?? null;
const shaken = (t: number, by: number) => by * Math.sin(2 * Math.PI * 5 * t);
/** Still only from `a` to `b`. */
const between = (a: number, b: number) => (t: number) =>
  t > a && t < b ? WEIGHT : WEIGHT * 1.2 + shaken(t, 0.2 * WEIGHT);

describe('the finish held', () => {
  it('begins 0.3 s after impact at the earliest, and within 4 s', () => {
    expect(held({})).toBeCloseTo(3.3, 6);
    expect(finishHeld(still({}), IMPACT, WEIGHT)).toEqual({ t: held({})!, source: 'estimated', u: 0.1 });
    expect(held({ load: between(6.8, 9) })).toBeCloseTo(6.8, 1);
    expect(held({ load: between(7.3, 9) })).toBeNull();
  });
  it('lasts 0.3 s', () => {
    expect(held({ load: between(4, 4.36) })).toBeCloseTo(4, 1);
    expect(held({ load: between(4, 4.27) })).toBeNull();
    expect(finishHeld(still({ seconds: 3.5 }), IMPACT, WEIGHT)).toBeNull();
  });
  it('keeps the load within 2% and beside the weight within 5%', () => {
    const load = (sd: number) => ({ load: (t: number) => WEIGHT + shaken(t, Math.SQRT2 * sd * WEIGHT) });
    expect(held(load(0.018))).not.toBeNull();
    expect(held(load(0.0225))).toBeNull();
    expect(held({ load: () => 1.045 * WEIGHT })).not.toBeNull();
    expect(held({ load: () => 1.058 * WEIGHT })).toBeNull();
    expect(held({ load: () => 0.942 * WEIGHT })).toBeNull();
  });
  it('keeps the pressure within 10 mm', () => {
    // the plates lie 0.5 m apart: the pressure moves half as far as the share
    const share = (sd: number) => ({ share: (t: number) => 0.7 + shaken(t, Math.SQRT2 * 2 * sd) });
    expect(held(share(0.009))).not.toBeNull();
    expect(held(share(0.0115))).toBeNull();
    const forward = (sd: number) => ({
      forward: (t: number): [number, number] => [shaken(t, Math.SQRT2 * sd), shaken(t, Math.SQRT2 * sd)],
    });
    expect(held(forward(0.009))).not.toBeNull();
    expect(held(forward(0.0115))).toBeNull();
  });
  it('pushes sideways by less than 2% of the weight, along and across', () => {
    const across = (part: number) => ({
      fore: (): [number, number] => [(part * WEIGHT) / 2, (part * WEIGHT) / 2],
    });
    const along = (part: number) => ({ target: () => -part * WEIGHT });
    for (const way of [across, along]) {
      expect(held(way(0.018))).not.toBeNull();
      expect(held(way(0.022))).toBeNull();
    }
  });
  it('is looked for in steps of 5 ms, in whole samples, halves to the even one', () => {
    expect([1000, 500, 300, 100, 50].map(searchStep)).toEqual([5, 2, 2, 1, 1]);
    expect([700, 900].map(searchStep)).toEqual([4, 4]);
  });
});

describe('the quiet weight', () => {
  const weightOf = (load: (t: number) => number, p1 = 5): number => quietWeight(still({ load }), p1);

  it('is the mean of the quietest half second in the three seconds before P1', () => {
    const quiet = (from: number, to: number) => (t: number) => (t > from && t < to ? 690 : 720 + shaken(t, 40));
    expect(weightOf(quiet(3.4, 4))).toBeCloseTo(690, 0);
    expect(weightOf(quiet(2.1, 2.7))).toBeCloseTo(690, 0);
    // before the three seconds, and after P1
    expect(weightOf(quiet(1, 1.8))).toBeGreaterThan(700);
    expect(weightOf(quiet(5.05, 6))).toBeGreaterThan(700);
    // a quarter of a second is not enough to hide what is beside it
    expect(weightOf(lines([3, 700], [3.6, 700], [3.61, 800], [3.86, 800], [3.87, 700]))).toBeCloseTo(700, 0);
  });
  it('is what there is in a recording that begins late', () => {
    expect(weightOf(() => 705, 0.2)).toBeCloseTo(705, 6);
  });
});
