import fc from 'fast-check';
import { analyse } from '../analyse.js';
import { simulate } from '../golfer/index.js';
import { standing } from '../golfer/routine.js';
import { readBundle, writeBundle } from '../formats/bundle/bundle.js';
import { readGround } from './ground.js';
import { checkFoot } from './foot-check.js';
import type { FootCheck } from '../recording/foot-check.js';

const build = { stature: 1.78, mass: 80 };

/** Rocks on both feet of a simulated golfer and checks them. */
function rocked(
  device: 'plates' | 'boards',
  handed: 'right' | 'left' = 'right',
  far = 1,
): { check: FootCheck; soles: ReturnType<typeof standing>['motion']['soles'] } {
  const feet = (['lead', 'trail'] as const).map((foot) => {
    const { recording } = standing({
      device,
      handed,
      seed: 4,
      build,
      club: 'iron',
      does: `rock ${foot}`,
      seconds: 8,
      far,
    });
    const still = standing({ device, handed, seed: 4, build, club: 'iron', does: 'stand', seconds: 2 }).recording;
    const g = readGround(recording, handed);
    const s = readGround(still, handed);
    const mean = (v: Float64Array) => v.reduce((a, b) => a + b, 0) / v.length;
    return checkFoot(foot, g.footCop[foot].x.v, g.footCop[foot].y.v, [
      mean(s.footCop[foot].x.v),
      mean(s.footCop[foot].y.v),
    ]);
  });
  const { soles } = standing({ device, handed, seed: 4, build, club: 'iron', does: 'stand', seconds: 1 }).motion;
  return { check: { lead: feet[0]!, trail: feet[1]!, left: [] }, soles };
}

describe('the foot check', () => {
  for (const device of ['plates', 'boards'] as const)
    it(`finds where a foot lies on ${device}, to a centimetre and four degrees`, () => {
      const { check, soles } = rocked(device);
      for (const foot of ['lead', 'trail'] as const) {
        const [c, s] = [check[foot], soles[foot]];
        expect(c.words).toBe('good');
        expect(c.length)
          .withContext(foot)
          .toBeGreaterThan(s.length - 0.03);
        expect(c.length).toBeLessThan(s.length + 0.01);
        expect(Math.hypot(c.heel[0] - s.heel[0], c.heel[1] - s.heel[1])).toBeLessThan(0.02);
        expect(c.axis[0] * s.axis[0] + c.axis[1] * s.axis[1]).toBeGreaterThan(Math.cos((4 * Math.PI) / 180));
      }
    });

  it('is the same for a left-hander, mirrored', () => {
    const right = rocked('plates').check;
    const left = rocked('plates', 'left').check;
    expect(left.lead.length).toBeCloseTo(right.lead.length, 2);
    expect(left.lead.heel[1]).toBeCloseTo(right.lead.heel[1], 1);
  });

  it('says when the rocking was short, and is then less sure', () => {
    const { check } = rocked('plates', 'right', 0.45);
    expect(check.trail.words).toBe('rock further on the trail foot');
    expect(check.trail.u).toBeGreaterThan(rocked('plates').check.trail.u + 5);
    expect(() =>
      checkFoot('lead', new Float64Array(50).fill(0.1), new Float64Array(50).fill(0.2), [0.1, 0.2]),
    ).toThrowError(/moved only 0 mm/);
    expect(() =>
      checkFoot('lead', new Float64Array(50).fill(NaN), new Float64Array(50).fill(NaN), [0, 0]),
    ).toThrowError(/too little load/);
  });

  it('makes positions in the foot measured, nearer to the truth than the assumed foot', () => {
    const o = { device: 'plates' as const, seed: 21, build };
    const { recording } = simulate(o);
    const truth = simulate({ ...o, device: 'mat-plates' }).truth()[0]!.measures['foot.trail.fwd.p4'] as number;
    const { check } = rocked('plates');
    const value = (footCheck?: FootCheck) =>
      analyse(recording, footCheck ? { footCheck } : {}).swings[0]!.measures['foot.trail.fwd.p4'];
    expect(value().basis).toBe('derived');
    expect(value(check).basis).toBe('measured');
    expect(Math.abs((value(check).value as number) - truth)).toBeLessThan(3 * value(check).u!);
  });

  it('holds until a foot has left the ground: then re-placed, wider, and its address says nothing', () => {
    const { recording } = simulate({ device: 'boards', seed: 22, build });
    const { check } = rocked('boards');
    const m = (footCheck: FootCheck) => analyse(recording, { footCheck }).swings[0]!.measures;
    const [held, left] = [m(check), m({ ...check, left: ['trail'] })];
    expect(left['foot.trail.fwd.p4'].reason).toBe('feet re-placed since the foot check');
    expect(left['foot.trail.fwd.p4'].u!).toBeGreaterThan(held['foot.trail.fwd.p4'].u!);
    expect(left['foot.trail.fwd.address'].basis).toBe('absent');
    expect(left['foot.lead.fwd.address'].basis).toBe('measured');
    expect(left['foot.lead.fwd.p6']).toEqual(held['foot.lead.fwd.p6']);
  });

  it('travels with the recording', () => {
    const { recording } = simulate({ device: 'boards', seed: 22, build });
    const { check } = rocked('boards');
    const back = readBundle(writeBundle({ ...recording, stated: { ...recording.stated, footCheck: check } }), 'x');
    expect(back.stated.footCheck).toEqual(check);
    expect(analyse(back).swings[0]!.measures).toEqual(analyse(recording, { footCheck: check }).swings[0]!.measures);
  });

  it('turns with the foot', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        fc.double({ min: 0.16, max: 0.3, noNaN: true }),
        (angle, span) => {
          const n = 200;
          const t = Float64Array.from({ length: n }, (_, k) => (span / 2) * Math.sin((4 * Math.PI * k) / n));
          const c = checkFoot(
            'lead',
            t.map((s) => s * Math.cos(angle)),
            t.map((s) => s * Math.sin(angle)),
            [0, 0],
          );
          expect(Math.atan2(c.axis[1], c.axis[0])).toBeCloseTo(angle, 6);
          expect(c.length).toBeCloseTo(span * 1.16, 2);
        },
      ),
    );
  });
});
