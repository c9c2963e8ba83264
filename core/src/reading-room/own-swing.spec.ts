import fc from 'fast-check';
import { ballAnswer } from '../faults/ball.js';
import type { Finding } from '../faults/judge.js';
import { numberOf } from '../measures/measure.js';
import { BALL_AGREES, BALL_OTHERWISE } from './ball-agrees.js';
import { HEALTHY_SWING, OFFERED } from './options.js';
import { isOwnExercise, OWN_EXERCISES } from './own-exercises.js';
import { ownItem, type OwnSwing } from './own-swing.js';
import { readSwing, type SwingWish } from './read-swing.js';
import { whichFirstItem } from './which-first.js';

const where: SwingWish = { device: 'plates', handed: 'left', club: 'iron', seed: 12 };
const asOwn = (wish: SwingWish, label: string, more: Partial<OwnSwing> = {}): OwnSwing => {
  const { deep, judgement, club } = readSwing(wish)!;
  return { seed: 1, club, measures: deep.swings[0]!.measures, judgement, label, ball: null, ...more };
};

describe('an item from a swing of the house', () => {
  let hangs: OwnSwing;
  let healthy: OwnSwing;
  beforeAll(() => {
    hangs = asOwn({ ...where, fault: 'hangs-back', strength: 'strong' }, 'hangs-back');
    healthy = asOwn(where, HEALTHY_SWING);
  });

  it('holds what was confirmed for the truth, offers it once among others that the device shows, whatever the seed', () => {
    const dark = new Set(hangs.judgement.cannotJudge.map((c) => c.fault));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 31 - 1 }), fc.boolean(), (seed, faulted) => {
        const item = ownItem('first-cause', { ...(faulted ? hangs : healthy), seed })!;
        expect(item.truth).toBe(faulted ? 'hangs-back' : HEALTHY_SWING);
        expect(item.options.length).toBe(OFFERED + 2);
        expect(new Set(item.options).size).toBe(OFFERED + 2);
        expect(item.options).toContain(item.truth);
        expect(item.options.some((o) => dark.has(o))).toBeFalse();
        expect(ownItem('first-cause', { ...(faulted ? hangs : healthy), seed })).toEqual(item);
      }),
      { numRuns: 60 },
    );
    expect(ownItem('first-cause', hangs)!.vilko!.said).toBe('hangs-back');
  });
  it('is none where the device cannot show what was confirmed', () => {
    const cannotJudge = [...hangs.judgement.cannotJudge, { fault: 'hangs-back', reason: 'it has no feet' }];
    expect(ownItem('first-cause', { ...hangs, judgement: { ...hangs.judgement, cannotJudge } })).toBeNull();
  });
  it('hides a number that was measured, and asks for none where none lies on its ruler', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 31 - 1 }), (seed) => {
        const item = ownItem('say-number', { ...healthy, seed })!;
        expect(item.number).toBe(numberOf(healthy.measures[item.measure])!);
        expect(item.number).toBeGreaterThanOrEqual(item.from);
        expect(item.number).toBeLessThanOrEqual(item.to);
        expect(item.chance).toBeGreaterThan(0);
      }),
      { numRuns: 40 },
    );
    expect(ownItem('say-number', { ...healthy, measures: {} as OwnSwing['measures'] })).toBeNull();
  });
  it('asks what came first only where something came of what was confirmed', () => {
    const { judgement, deep, club, options, truth } = whichFirstItem({ seed: 61_000, difficulty: 1400 });
    const second = options.find((o) => o !== truth)!;
    // whatever else is in it, the second comes of the first
    const findings = judgement.findings.map((f): Finding =>
      f.fault === second ? { ...f, consequenceOf: truth, main: false } : { ...f, consequenceOf: null },
    );
    const both = { ...healthy, club, measures: deep.swings[0]!.measures, judgement: { ...judgement, findings } };
    const item = ownItem('which-first', { ...both, label: truth })!;
    expect([...item.options].sort()).toEqual([truth, second].sort());
    expect(item.truth).toBe(truth);
    expect(ownItem('which-first', { ...both, label: second })).toBeNull();
    expect(ownItem('which-first', healthy)).toBeNull();
  });
  it('asks whether the ball agrees only where it says something', () => {
    const says = (ball: OwnSwing['ball']) => ownItem('ball-agrees', { ...hangs, ball });
    expect(says(null)).toBeNull();
    expect(says({ carry: 140 })).toBeNull();
    for (const attack of [-9, 9]) {
      const ball = { attack, lowPoint: attack > 0 ? -60 : 90, launch: attack > 0 ? 30 : 12 };
      const answer = ballAnswer('hangs-back', ball, 'iron');
      expect(answer).not.toBe('no ball data');
      const item = says(ball)!;
      expect(item.truth).toBe(answer === 'the ball agrees' ? BALL_AGREES : BALL_OTHERWISE);
      expect(item.vilko!.said).toBe(item.truth);
    }
    expect(ownItem('ball-agrees', { ...healthy, ball: { attack: -4 } })).toBeNull();
  });
  it('is practised in some exercises, not where only a simulated golfer’s truth is known', () => {
    expect(OWN_EXERCISES.every((e) => isOwnExercise(e))).toBeTrue();
    expect(isOwnExercise('real-or-noise')).toBeFalse();
  });
});
