import fc from 'fast-check';
import { G } from '../recording/units.js';
import type { Motion } from './motion.js';
import { simulate } from './simulate.js';
import { insideSole } from './sole.js';
import { SIMULATED_FAULTS } from './spread.js';

const FAULTS = [undefined, ...Object.keys(SIMULATED_FAULTS)];

/** Checks the mechanics at every sample; returns the greatest misfit of forces (N) and moments (N·m). */
function misfit(m: Motion): { force: number; moment: number } {
  const { feet, acceleration: a, mass, moment, build } = m;
  let force = 0;
  let turn = 0;
  for (let k = 0; k < m.n; k++) {
    const sum = (c: 'fx' | 'fy' | 'fz') => feet.lead[c][k]! + feet.trail[c][k]!;
    force = Math.max(
      force,
      Math.abs(sum('fx') - build.mass * a.x[k]!),
      Math.abs(sum('fy') - build.mass * a.y[k]!),
      Math.abs(sum('fz') - build.mass * (a.z[k]! + G)),
    );
    let [mx, my, mz] = [0, 0, 0];
    for (const f of [feet.lead, feet.trail]) {
      const [rx, ry, rz] = [f.x[k]! - mass.x[k]!, f.y[k]! - mass.y[k]!, -mass.z[k]!];
      mx += ry * f.fz[k]! - rz * f.fy[k]!;
      my += rz * f.fx[k]! - rx * f.fz[k]!;
      mz += rx * f.fy[k]! - ry * f.fx[k]! + f.tz[k]!;
    }
    turn = Math.max(turn, Math.abs(mx - moment.x[k]!), Math.abs(my - moment.y[k]!), Math.abs(mz - moment.z[k]!));
  }
  return { force, moment: turn };
}

describe('the simulated golfer', () => {
  it('obeys mechanics at every sample, whatever the fault', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.constantFrom(...FAULTS),
        fc.constantFrom('iron', 'driver', 'wedge'),
        (seed, fault, club) => {
          const { motion } = simulate({ device: 'plates', seed, fault, club });
          const { force, moment } = misfit(motion);
          expect(force).toBeLessThan(1e-6);
          expect(moment).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('moves the mass as its acceleration says, and the angular momentum as the moment says', () => {
    const m = simulate({ device: 'plates', seed: 9 }).motion;
    for (const axis of ['x', 'y', 'z'] as const) {
      const p = m.mass[axis];
      const l = m.momentum[axis];
      let [off, turned] = [0, 0];
      for (let k = 1; k + 1 < m.n; k++) {
        off = Math.max(off, Math.abs((p[k + 1]! - 2 * p[k]! + p[k - 1]!) * m.rate ** 2 - m.acceleration[axis][k]!));
        turned = Math.max(turned, Math.abs(((l[k + 1]! - l[k - 1]!) * m.rate) / 2 - m.moment[axis][k]!));
      }
      expect(off).toBeLessThan(1e-4);
      expect(turned).toBeLessThan(0.05);
      expect(Math.abs(l[0]!)).toBeLessThan(1e-9);
      expect(Math.abs(l[m.n - 1]!))
        .withContext('nothing turns in the finish')
        .toBeLessThan(1e-6);
    }
  });

  it('keeps load, pressure and friction possible at every sample', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.constantFrom(...FAULTS), (seed, fault) => {
        const { motion } = simulate({ device: 'plates', seed, fault });
        for (const foot of ['lead', 'trail'] as const) {
          const f = motion.feet[foot];
          for (let k = 0; k < motion.n; k++) {
            if (!(f.fz[k]! >= 0)) throw new Error(`${foot} load ${f.fz[k]} at ${k}, seed ${seed} ${fault}`);
            if (!insideSole(motion.soles[foot], f.x[k]!, f.y[k]!))
              throw new Error(`${foot} pressure outside the sole at ${k}, seed ${seed} ${fault}`);
            if (Math.hypot(f.fx[k]!, f.fy[k]!) > 0.9 * f.fz[k]!)
              throw new Error(
                `${foot} slips at ${k}, seed ${seed} ${fault}: ${Math.hypot(f.fx[k]!, f.fy[k]!)} of ${f.fz[k]}`,
              );
          }
        }
        expect(motion.n).toBeGreaterThan(1000);
      }),
      // a golfer whose roll-out once went over the edge of the sole
      { numRuns: 16, examples: [[4686, 'trail-rollout']] },
    );
  });

  it('gives the same recording for the same seed, another for another', () => {
    const a = simulate({ device: 'mat-plates', seed: 12 }).recording;
    const b = simulate({ device: 'mat-plates', seed: 12 }).recording;
    const c = simulate({ device: 'mat-plates', seed: 13 }).recording;
    expect({ ...a, mat: null }).toEqual({ ...b, mat: null });
    expect(a.mat!.time).toEqual(b.mat!.time);
    expect(a.mat!.frames.every((v, k) => v === b.mat!.frames[k])).toBeTrue();
    expect(a.platforms[0]!.fz).not.toEqual(c.platforms[0]!.fz);
  });

  it('shows the same centre of pressure on a mat as on plates', () => {
    const s = simulate({ device: 'mat-plates', seed: 14 });
    const truth = s.truth()[0]!;
    expect(Math.abs((truth.measures['share.lead.p7'] as number) - 77)).toBeLessThan(20);
    const mat = s.recording.mat!;
    const cells = mat.rows * mat.cols;
    const k = 100;
    let [w, y] = [0, 0];
    for (let i = 0; i < cells; i++) {
      const v = mat.frames[k * cells + i]!;
      w += v;
      y += v * ((i % mat.cols) - (mat.cols - 1) / 2) * mat.pitch;
    }
    const { lead, trail } = s.motion.feet;
    const sample = k * 10;
    const load = lead.fz[sample]! + trail.fz[sample]!;
    const cop = (lead.fz[sample]! * lead.y[sample]! + trail.fz[sample]! * trail.y[sample]!) / load;
    expect(y / w).toBeCloseTo(cop, 2);
  });

  it('presses a mat with numbers even where the pressure runs along the edge of a sole', () => {
    // each of these leaned so far over an edge that no tilt of its pressure had a finite sum
    for (const [seed, club, fault, strength] of [
      [18003503, 'iron', 'unsteady-finish', 'strong'],
      [18003507, 'wood', 'unsteady-finish', 'strong'],
      [18003517, 'driver', 'trail-heel-early', 'medium'],
    ] as const) {
      const { mat } = simulate({ device: 'mat', seed, handed: 'left', club, fault, strength }).recording;
      expect((mat!.frames as Uint8Array).reduce((a, b) => Math.max(a, b), 0))
        .withContext(String(seed))
        .toBeGreaterThan(200);
    }
  });
});
