import { simulate } from './simulate.js';
import { figureAt, type Joint } from './figure.js';

const distance = (a: Joint, b: Joint) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

describe('the stick figure', () => {
  const { motion } = simulate({ device: 'boards', seed: 4, build: { stature: 1.8, mass: 78 } });
  const figure = figureAt(motion);
  const { times } = motion.plans[0]!;

  it('keeps the lengths of arm and club, and its feet on the ground', () => {
    for (let t = 0; t < times.p10; t += 0.05) {
      const f = figure(t);
      expect(distance(f.shoulders.lead, f.hands)).toBeCloseTo(0.36 * 1.8, 6);
      expect(distance(f.hands, f.clubHead)).toBeCloseTo(0.5 * 1.8, 6);
      expect(f.toes.lead).toEqual(figure(0).toes.lead);
      expect(f.ankles.trail).toEqual(figure(0).ankles.trail);
    }
  });
  it('has the club down at address and impact, level at P2 and P6, away from the target then', () => {
    for (const t of [times.p2, times.p6]) {
      const f = figure(t);
      expect(f.clubHead[2]).toBeCloseTo(f.hands[2], 1);
      expect(f.clubHead[1]).toBeLessThan(f.hands[1]);
    }
    expect(figure(times.p7).clubHead[2]).toBeLessThan(figure(times.p7).hands[2] - 0.5);
    expect(figure(times.p4).hands[2]).toBeGreaterThan(figure(0).hands[2] + 0.4);
  });
  it('lets the hips go where the mass goes', () => {
    const k = Math.round(times.p7 * motion.rate);
    const hip = (t: number) => (figure(t).hips.lead[1] + figure(t).hips.trail[1]) / 2;
    expect(hip(times.p7) - hip(0)).toBeCloseTo(motion.mass.y[k]! - motion.mass.y[0]!, 3);
  });
});
