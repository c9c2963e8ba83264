import { ROUTINES, type Routine, standing } from './routine.js';

const BUILD = { stature: 1.72, mass: 70 };
const G = 9.80665;
const of = (does: Routine, more: Partial<Parameters<typeof standing>[0]> = {}) =>
  standing({ device: 'plates', seed: 4, handed: 'right', club: 'iron', build: BUILD, does, seconds: 8, ...more });
const mean = (v: Float64Array, from = 3000) => v.subarray(from).reduce((s, x) => s + x, 0) / (v.length - from);

describe('somebody who is asked to do something on the device', () => {
  it('weighs what they weigh, whatever they do, and nothing when away', () => {
    for (const does of ROUTINES) {
      const { recording } = of(does);
      const [a, b] = recording.platforms;
      const total = mean(a!.fz) + mean(b!.fz);
      expect(total)
        .withContext(does)
        .toBeCloseTo(does === 'away' ? 0 : BUILD.mass * G, -1);
    }
  });
  it('puts the load where it was asked for', () => {
    const share = (does: Routine) => {
      const { feet } = of(does).motion;
      return (100 * mean(feet.lead.fz)) / (mean(feet.lead.fz) + mean(feet.trail.fz));
    };
    expect(share('all lead')).toBeGreaterThan(90);
    expect(share('all trail')).toBeLessThan(10);
    expect(Math.abs(share('middle') - 50)).toBeLessThan(4);
    expect(Math.abs(share('stand') - 51)).toBeLessThan(4);
  });
  it('rocks the foot that was asked for, as far as told, and keeps the other still', () => {
    const reach = (does: Routine, foot: 'lead' | 'trail', far?: number) => {
      const { x } = of(does, { far }).motion.feet[foot];
      const v = Array.from(x.subarray(2000)).sort((p, q) => p - q);
      return v[Math.floor(0.98 * v.length)]! - v[Math.floor(0.02 * v.length)]!;
    };
    expect(reach('rock lead', 'lead')).toBeGreaterThan(0.15);
    expect(reach('rock lead', 'trail')).toBeLessThan(0.03);
    expect(reach('rock trail', 'trail')).toBeGreaterThan(0.15);
    expect(reach('rock trail', 'trail', 0.4)).toBeLessThan(0.6 * reach('rock trail', 'trail'));
  });
  it('stands mirrored for a left-hander, on plates that do not move', () => {
    const right = of('all lead').recording.platforms;
    const left = of('all lead', { handed: 'left' }).recording.platforms;
    expect(left.map((p) => p.centre)).toEqual(right.map((p) => p.centre));
    expect(mean(right[0]!.fz)).toBeGreaterThan(600);
    expect(mean(left[1]!.fz)).toBeGreaterThan(600);
  });
  it('does the same again with the same seed, and something else with another', () => {
    expect(of('stand').recording.platforms[0]!.fz).toEqual(of('stand').recording.platforms[0]!.fz);
    expect(of('stand', { seed: 5 }).recording.platforms[0]!.fz).not.toEqual(of('stand').recording.platforms[0]!.fz);
  });
});
