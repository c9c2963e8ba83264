import fc from 'fast-check';
import { DRILLS } from '../drills/drills.js';
import { random } from '../golfer/random.js';
import { answerOf, answerWords, testState } from './attempts.js';
import { addDays, daysBetween, weekday } from './day.js';
import { RUNGS, staysValid, tagOn } from './rungs.js';
import { relationOf } from './relation.js';
import { successOf } from './success.js';
import { drawTrials, nextTrial, trialsSay } from './trials.js';

describe('the ladder', () => {
  it('goes from slow without a ball to the aid taken away, and only the last rung is an ordinary swing', () => {
    expect(RUNGS.map((r) => r.kind)).toEqual(['slow', 'full', 'half', 'full', 'full']);
    expect(RUNGS.map(tagOn)).toEqual(['exercise', 'exercise', 'exercise', 'exercise', 'ball']);
  });
  it('counts no number that a drill’s own aid falsifies, until the aid is taken away', () => {
    const falsified = DRILLS.filter((d) => d.test && !staysValid(d, RUNGS[0]!, d.test.measure)).map((d) => d.id);
    expect(falsified).toEqual(['bar-underfoot', 'edge-wedges', 'coachs-nudge']);
    for (const d of DRILLS)
      if (d.test)
        expect(staysValid(d, RUNGS[4]!, d.test.measure))
          .withContext(d.id)
          .toBeTrue();
    const sponge = DRILLS.find((d) => d.id === 'squash-under-lead')!;
    expect(staysValid(sponge, RUNGS[0]!, 'foot.lead.fwd.p7')).toBeFalse();
    expect(staysValid(sponge, RUNGS[4]!, 'foot.lead.fwd.p7')).toBeTrue();
  });
});

describe('a test of k of n', () => {
  const test = { k: 3, n: 4 };
  it('is passed by k hits in any n in a row and stays passed; a swing without a number does not count', () => {
    expect(testState(['in', null, 'in', 'under', 'in'], test)).toEqual({ hits: 3, tried: 4, passed: true, wanted: 0 });
    expect(testState(['in', 'in', 'over', 'over', 'in'], test)).toEqual({
      hits: 2,
      tried: 4,
      passed: false,
      wanted: 1,
    });
    expect(testState(['in', 'in', 'in', 'over', 'over', 'over'], test).passed).toBeTrue();
    expect(testState([], test)).toEqual({ hits: 0, tried: 0, passed: false, wanted: 3 });
  });
  it('never counts more hits than swings, and is not passed without k hits', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('in', 'under', 'over', null)),
        fc.integer({ min: 1, max: 6 }),
        fc.nat(6),
        (answers, k, more) => {
          const s = testState(answers, { k, n: k + more });
          return (
            s.hits <= s.tried && s.tried <= k + more && (!s.passed || answers.filter((a) => a === 'in').length >= k)
          );
        },
      ),
    );
  });
  it('says in words which side a number lies on: times early or late, sizes little or much', () => {
    expect(answerOf(58, [58, null])).toBe('in');
    expect(answerWords('share.lead.p7', answerOf(57.9, [58, null]))).toBe('too little');
    expect(answerWords('cross.p7.ms', answerOf(-40, [null, -75]))).toBe('too late');
    expect(answerWords('load.trail.max.phase', answerOf(4.2, [null, 3.8]))).toBe('too late');
    // how long before the club the ground moves: less is later
    expect(answerWords('onset.lead.ms', answerOf(-60, [-30, null]))).toBe('too late');
  });
});

describe('success', () => {
  const before = [52, 54, 50, 53, 51, 52];
  it('is met where the mean and two thirds of the swings lie in the agreed band', () => {
    expect(successOf(before, [66, 70, 68, 63, 67], [64, 92], 3)).toEqual(
      jasmine.objectContaining({ word: 'met', inside: 4, of: 5, way: 1 }),
    );
  });
  it('is partly there after a real change toward the band, and says how far', () => {
    const s = successOf(before, [58, 59, 57, 60, 58, 58], [64, 92], 3);
    expect(s.word).toBe('partly');
    expect(s.way).toBeCloseTo(1 - (64 - 350 / 6) / (64 - 52), 6);
  });
  it('is partly there where the mean is inside but too few swings are', () => {
    expect(successOf(before, [50, 51, 90, 91, 52, 60], [64, 92], 3).word).toBe('partly');
  });
  it('is worse where the swings went farther from the band by more than a teacher would act on, and were enough', () => {
    expect(successOf(before, [40, 41, 42, 40, 41, 40], [64, 92], 3).word).toBe('worse');
    expect(successOf(before, [50, 50, 50, 50], [64, 92], 3).word)
      .withContext('by less')
      .toBe('not yet');
    expect(successOf(before, [40, 41], [64, 92], 3).word)
      .withContext('too few')
      .toBe('not yet');
    // out of the band on the other side
    expect(successOf([66, 67, 68], [97, 98, 99], [64, 92], 3).word).toBe('worse');
    expect(successOf([], [40, 41, 42], [64, 92], 3).word)
      .withContext('nothing before it')
      .toBe('not yet');
  });
  it('is not yet there after no change, or with too few swings', () => {
    expect(successOf(before, before, [64, 92], 3).word).toBe('not yet');
    expect(successOf(before, [70, 71], [64, 92], 3).word).toBe('partly');
    expect(successOf([], [], [64, 92], 3)).toEqual({ word: 'not yet', inside: 0, of: 0, way: null, change: null });
  });
});

describe('trials', () => {
  it('are drawn in blocks of four with as many of either, differently by seed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.nat(1000), (perArm, seed) => {
        const rng = random(seed);
        const order = drawTrials(perArm, () => rng.uniform());
        const blocks = Array.from({ length: order.length / 4 }, (_, i) => order.slice(4 * i, 4 * i + 4));
        return order.length >= 2 * perArm && blocks.every((b) => b.filter((a) => a === 'with').length === 2);
      }),
    );
    const orders = [1, 2, 3, 4, 5].map((seed) => {
      const rng = random(seed);
      return drawTrials(10, () => rng.uniform()).join();
    });
    expect(new Set(orders).size).toBe(5);
  });
  it('answer with less without, and say nothing from one of either', () => {
    const trial = (arm: 'with' | 'without', value: number | null) => ({ arm, value });
    const said = trialsSay(
      [trial('with', 66), trial('without', 58), trial('with', 68), trial('without', 60), trial('with', null)],
      3,
    )!;
    expect(said.difference).toBe(8);
    expect(said.n).toEqual([2, 2]);
    expect(trialsSay([trial('with', 66), trial('without', 58)], 3)).toBeNull();
  });
  it('come to as many of either that count, whichever are left out on the way', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.nat(6),
        fc.array(fc.boolean(), { maxLength: 12 }),
        (perArm, warmUp, misses) => {
          const order = drawTrials(perArm, () => 0.3);
          const done: { arm: 'warm-up' | 'with' | 'without'; void: boolean }[] = [];
          for (let arm = nextTrial(order, done, warmUp); arm !== null; arm = nextTrial(order, done, warmUp))
            done.push({ arm, void: arm !== 'warm-up' && (misses[done.length] ?? false) });
          const counted = (arm: string) => done.filter((t) => t.arm === arm && !t.void).length;
          expect([counted('warm-up'), counted('with'), counted('without')]).toEqual([
            warmUp,
            order.length / 2,
            order.length / 2,
          ]);
        },
      ),
    );
  });
});

describe('a relation', () => {
  // F. J. Anscombe, Graphs in Statistical Analysis (1973), first set: line, r and standard error as published
  it('is the published line of a published set', () => {
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
    const r = relationOf(x.map((v, i) => [v, y[i]!] as const))!;
    expect(r.slope).toBeCloseTo(0.5000909, 7);
    expect(r.at0).toBeCloseTo(3.0000909, 6);
    expect(r.r).toBeCloseTo(0.8164205, 7);
    // t(0.975, 9) = 2.262157
    expect((r.interval[1] - r.interval[0]) / 2).toBeCloseTo(2.262157 * 0.1179055, 6);
  });
  it('needs three points and some spread', () => {
    expect(relationOf([[1, 2], [2, 3]])).toBeNull(); // prettier-ignore
    expect(relationOf([[1, 2], [1, 3], [1, 4]])).toBeNull(); // prettier-ignore
  });
});

describe('days', () => {
  it('are counted over the ends of months and the change of the clocks', () => {
    expect(addDays('2026-03-28', 2)).toBe('2026-03-30');
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
    expect(daysBetween('2026-10-20', '2026-10-30')).toBe(10);
    expect(weekday('2026-11-27')).toBe(4);
  });
});
