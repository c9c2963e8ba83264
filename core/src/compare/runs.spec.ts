import fc from 'fast-check';
import { random } from '../golfer/random.js';
import LIMITS from './runs.json';
import { runsAt, runsOf, type Series } from './runs.js';

const WORTH = 4;
/** A lesson's swings: what each run's mean is, with a spread of half of what is worth acting on. */
const lesson = (seed: number, means: readonly number[], sd = 0.5 * WORTH): number[] => {
  const r = random(seed);
  return means.map((m) => m + sd * r.normal());
};
const flat = (n: number, m = 60): number[] => Array<number>(n).fill(m);
const series = (values: readonly (number | null)[], id = 'a'): Series => ({ id, values, worth: WORTH });
/** Several measures that do not move, beside one that may. */
const beside = (seed: number, n: number): Series[] =>
  ['b', 'c', 'd', 'e', 'f', 'g'].map((id, i) => series(lesson(seed * 31 + i, flat(n)), id));

describe('a step in time', () => {
  it('is found where the golfer changed, with the measure that shows it and its means', () => {
    const { steps, drifted } = runsOf([series([60, 61, 59, 60, 72, 71, 73, 72])]);
    expect(steps).toEqual([{ at: 4, id: 'a', before: 60, after: 72 }]);
    expect(drifted).toBeNull();
  });
  it('of two worths over 6 + 6 swings is found in nine of ten lessons; without one a lesson in thirty is cut at most', () => {
    let [found, near, cut] = [0, 0, 0];
    const lessons = 120;
    for (let seed = 1; seed <= lessons; seed++) {
      const moved = runsOf([series(lesson(seed, [...flat(6), ...flat(6, 60 + 2 * WORTH)])), ...beside(seed, 12)]);
      if (moved.steps.some((s) => s.id === 'a')) found++;
      if (moved.steps.some((s) => Math.abs(s.at - 6) <= 2)) near++;
      if (runsOf([series(lesson(seed + 500, flat(12))), ...beside(seed + 500, 12)]).steps.length) cut++;
    }
    expect(found / lessons).toBeGreaterThanOrEqual(0.9);
    expect(near / lessons).toBeGreaterThanOrEqual(0.9);
    expect(cut / lessons).toBeLessThanOrEqual(0.03);
  });
  it('is found twice, and each again lies between the runs beside it', () => {
    const { steps } = runsOf([series(lesson(3, [...flat(8), ...flat(8, 72), ...flat(8, 84)], 1))]);
    expect(steps.map((s) => s.at)).toEqual([8, 16]);
    expect(Math.abs(steps[1]!.before - 72)).toBeLessThan(1);
    expect(Math.abs(steps[1]!.after - 84)).toBeLessThan(1);
    const five = [60, 64, 80, 110, 60].flatMap((m) => flat(9, m));
    const { steps: many } = runsOf([series(lesson(4, five, 0.4))]);
    expect(many.length).withContext('three cuts at most').toBe(3);
  });
  it('needs eight swings, three on either side, six with the number, and a difference worth acting on', () => {
    expect(runsOf([series([60, 60, 60, 60, 72, 72, 72])]).steps).toEqual([]);
    expect(runsOf([series([60, 60, 60, 60, 60, 60, 90, 90])]).steps.map((s) => s.at)).not.toContain(6);
    expect(runsOf([series([60, null, 60, null, null, 72, 72, 72])]).steps).toEqual([]);
    const small = [...flat(8), ...flat(8, 60 + 0.9 * WORTH)];
    expect(runsOf([series(lesson(2, small, 0.1))]).steps).toEqual([]);
    expect(runsOf([]).steps).toEqual([]);
  });
  it('passes over swings that lack the number', () => {
    const { steps } = runsOf([series([60, null, 61, 59, 60, null, 72, 71, 73, 72])]);
    expect(steps.map((s) => s.at)).toEqual([6]);
  });
  it('that is a slow drift is called a drift and not cut', () => {
    const drift = Array.from({ length: 16 }, (_, k) => 60 + k);
    const { steps, drifted } = runsOf([series(lesson(5, drift, 0.4))]);
    expect(steps).toEqual([]);
    expect(drifted!.id).toBe('a');
    expect(drifted!.from).toBeLessThan(64);
    expect(drifted!.to).toBeGreaterThan(71);
  });
  it('is told by the agreed measure wherever that moved too, whichever shows it most', () => {
    const a = { ...series(lesson(3, [...flat(7), ...flat(7, 80)])), id: 'a' };
    const b = { ...series(lesson(4, [...flat(7), ...flat(7, 72)])), id: 'b' };
    const still = { ...series(lesson(5, flat(14))), id: 'c' };
    const told = (id: string | null) => runsOf([a, b, still], id).steps.map((s) => s.id);
    expect(told(null)).toEqual(['a']);
    expect(told('b')).toEqual(['b']);
    expect(told('c')).withContext('it did not move').toEqual(['a']);
    expect(told('none')).toEqual(['a']);
  });
  it('is the same however often it is asked, and whatever is added to every swing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), fc.double({ min: -50, max: 50, noNaN: true }), (seed, more) => {
        const values = lesson(seed, [...flat(7), ...flat(7, 70)]);
        const at = (v: readonly number[]) => runsOf([series(v)]).steps.map((s) => s.at);
        expect(at(values)).toEqual(at(values));
        expect(at(values.map((v) => v + Math.round(more)))).toEqual(at(values));
      }),
      { numRuns: 20 },
    );
  });

  it('of what was agreed is looked for by itself: many measures beside it do not hide it', () => {
    const many = (seed: number): Series[] =>
      Array.from({ length: 20 }, (_, i) => series(lesson(seed * 57 + i, flat(12)), `m${i}`));
    let [alone, among, cut] = [0, 0, 0];
    const lessons = 60;
    for (let seed = 1; seed <= lessons; seed++) {
      const moved = [series(lesson(seed, [...flat(6), ...flat(6, 60 + 1.5 * WORTH)])), ...many(seed)];
      if (runsOf(moved, 'a').steps.length) alone++;
      if (runsOf(moved).steps.length) among++;
      if (runsOf([series(lesson(seed + 900, flat(12))), ...many(seed)], 'a').steps.length) cut++;
    }
    expect(alone).toBeGreaterThan(among + 0.2 * lessons);
    expect(cut / lessons).toBeLessThanOrEqual(0.05);
  });
});

describe('the limits of a step', () => {
  it('leave all that is looked for in a lesson one p', () => {
    expect(LIMITS.pAgreed + LIMITS.pBeside).toBeLessThanOrEqual(LIMITS.p + 1e-12);
    expect(LIMITS.p).toBe(0.05);
  });
});

describe('runs set by hand', () => {
  const still = series(lesson(4, flat(12), 0.2), 'b');
  it('begin where somebody says, and are told by the measure that moved by the most worths', () => {
    const moved = series([...flat(5), ...flat(7, 61)]);
    const { steps, drifted } = runsAt([still, moved], [5]);
    expect([steps.map((s) => [s.at, s.id, s.before, s.after]), drifted]).toEqual([[[5, 'a', 60, 61]], null]);
    const step = series([...flat(5), ...flat(7, 72)]);
    expect(runsAt([still, step, moved], [5], 'b').steps[0]!.id).toBe('a');
    expect(runsAt([still, { ...step, id: 'c' }, step], [5], 'a').steps[0]!.id).toBe('a');
  });
  it('lie between the cuts beside them, whatever their order; one before the first swing is none', () => {
    const s = series([...flat(4), ...flat(4, 70), ...flat(4, 80)]);
    expect(runsAt([s], [8, 4, 4, 0, -1, 99]).steps.map((x) => [x.at, x.before, x.after])).toEqual([
      [4, 60, 70],
      [8, 70, 80],
    ]);
    expect(runsAt([s], []).steps).toEqual([]);
    expect(runsAt([series([null, null, 60, 60])], [2]).steps).toEqual([]);
  });
});
