import { analyseInDepth } from '../analyse.js';
import { simulate } from '../golfer/simulate.js';
import { testJson, worstDifference } from '../testing/test-files.js';
import { integrateFromRest, integrateWithHold, pendulum } from './centre-of-mass.js';

interface Pendulum {
  cases: { name: string; fs: number; height: number; cop: number[]; com: number[] }[];
}
interface Axis {
  force: number[];
  cop_address: number;
  cop_hold: number;
  v0: number;
  bias: number;
  position: number[];
  velocity: number[];
  position_without_hold: number[];
  true_position: number[];
}
interface Integration {
  cases: {
    golfer: string;
    fs: number;
    mass: number;
    address: [number, number];
    hold: [number, number];
    axes: Record<'x' | 'y', Axis>;
  }[];
}

describe('the centre of mass', () => {
  it('by the pendulum agrees with the reference', async () => {
    const { cases } = await testJson<Pendulum>('pendulum.json');
    expect(cases.length).toBe(9);
    for (const c of cases)
      expect(worstDifference(pendulum(Float64Array.from(c.cop), c.fs, c.height), c.com))
        .withContext(c.name)
        .toBeLessThan(1e-9);
  });

  it('by integration over a finish hold agrees with the reference, and comes within 8 mm of the truth', async () => {
    const { cases } = await testJson<Integration>('com-integration.json');
    for (const c of cases)
      for (const a of [c.axes.x, c.axes.y]) {
        const r = integrateWithHold(
          Float64Array.from(a.force),
          { m: c.mass, rate: c.fs, address: c.address },
          a.cop_address,
          { hold: c.hold, cop: a.cop_hold },
        );
        expect(worstDifference(r.position, a.position)).toBeLessThan(1e-7);
        expect(worstDifference(r.velocity, a.velocity)).toBeLessThan(1e-7);
        expect(r.v0).toBeCloseTo(a.v0, 9);
        expect(r.bias).toBeCloseTo(a.bias, 9);
        r.position.forEach((x, k) => expect(Math.abs(x - a.true_position[k]!)).toBeLessThan(0.008));
      }
  });

  it('of a simulated body lies where the body is, whatever the moment its finish is held', () => {
    // the last two sway so that the sideways force swings through 0 while the body still moves
    for (const [seed, club] of [
      [11, 'iron'],
      [12, 'driver'],
      [13, 'wedge'],
      [3000028, 'driver'],
      [3000050, 'iron'],
    ] as const) {
      const { recording, motion } = simulate({ device: 'plates', seed, club });
      const { contexts } = analyseInDepth(recording);
      const { y } = contexts[0]!.mass!;
      const { p1, p7 } = contexts[0]!.swing.events;
      for (let t = p1!.t; t <= p7!.t; t += 0.02) {
        const measured = y.v[Math.round((t - y.t0) * y.rate)]!;
        expect(Math.abs(measured - motion.mass.y[Math.round(t * motion.rate)]!))
          .withContext(`${seed} at ${t.toFixed(2)} s`)
          .toBeLessThan(0.009);
      }
    }
  });

  it('without a hold agrees with the reference, at rest over the address window', async () => {
    const { cases } = await testJson<Integration>('com-integration.json');
    for (const c of cases)
      for (const a of [c.axes.x, c.axes.y]) {
        const r = integrateFromRest(
          Float64Array.from(a.force),
          { m: c.mass, rate: c.fs, address: c.address },
          a.cop_address,
          c.address,
        );
        expect(worstDifference(r.position, a.position_without_hold)).toBeLessThan(1e-7);
      }
  });
});
