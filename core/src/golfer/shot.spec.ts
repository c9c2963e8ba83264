import { random } from './random.js';
import { shotOf } from './shot.js';
import { planSwing } from './swing-plan.js';

const shots = (fault: string | undefined, n = 60) => {
  const rng = random(7);
  return Array.from({ length: n }, () =>
    shotOf(planSwing(rng, { club: 'iron', faults: fault ? [{ fault, strength: 'strong' }] : [] }, 2), rng),
  );
};
const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;

describe('a simulated ball', () => {
  it('answers the feet: who hangs back meets the ground before the ball and loses distance', () => {
    const healthy = shots(undefined);
    const back = shots('hangs-back');
    expect(mean(back.map((s) => s.lowPoint))).toBeLessThan(mean(healthy.map((s) => s.lowPoint)) - 50);
    expect(back.filter((s) => s.strike === 'fat').length).toBeGreaterThan(
      healthy.filter((s) => s.strike === 'fat').length,
    );
    expect(mean(back.map((s) => s.carry))).toBeLessThan(mean(healthy.map((s) => s.carry)));
  });
  it('curves with a face that is off, whatever the feet do', () => {
    const plan = (k: number) => planSwing(random(k), { club: 'iron' }, 2);
    for (const off of [5, -5]) {
      const curves = Array.from({ length: 20 }, (_, k) => shotOf(plan(k), random(k), off).curve);
      expect(curves.filter((c) => Math.sign(c) === Math.sign(off)).length).toBeGreaterThan(17);
    }
    expect(shotOf(plan(3), random(3), 5).path).toBe(shotOf(plan(3), random(3)).path);
  });
  it('is plausible in every number', () => {
    for (const s of shots(undefined)) {
      expect(s.total).toBeGreaterThan(s.carry);
      expect(s.ballSpeed / s.clubSpeed).toBeLessThan(1.5);
      expect(Math.sign(s.curve)).toBe(Math.sign(s.face - s.path));
      expect(Math.abs(s.path)).toBeLessThan(12);
    }
  });
});
