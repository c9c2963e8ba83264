import { analyse } from '../analyse.js';
import { rocking as rockedOn, simulate } from '../golfer/index.js';
import { standing } from '../golfer/routine.js';
import type { Handed, Recording } from '../recording/recording.js';
import { recordedFootCheck } from './recorded-foot-check.js';

const build = { stature: 1.78, mass: 80 };

const rocking = (device: 'plates' | 'boards', handed: Handed = 'right', far = 1): Recording =>
  rockedOn({ device, handed, seed: 4, build, club: 'iron', far });

describe('a foot check from a recording', () => {
  for (const device of ['plates', 'boards'] as const)
    it(`finds both feet on ${device} from one file, and makes their positions measured`, () => {
      const check = recordedFootCheck(rocking(device), 'right');
      const { soles } = standing({
        device,
        handed: 'right',
        seed: 4,
        build,
        club: 'iron',
        does: 'stand',
        seconds: 1,
      }).motion;
      for (const foot of ['lead', 'trail'] as const) {
        expect(check[foot].words).toBe('good');
        expect(Math.abs(check[foot].length - soles[foot].length)).toBeLessThan(0.03);
        expect(
          Math.hypot(check[foot].heel[0] - soles[foot].heel[0], check[foot].heel[1] - soles[foot].heel[1]),
        ).toBeLessThan(0.025);
      }
      expect(check.left).toEqual([]);
      const swing = simulate({ device, seed: 4, build }).recording;
      const m = analyse(swing, { footCheck: check }).swings[0]!.measures;
      expect([m['foot.lead.fwd.p7'].basis, m['foot.lead.fwd.address'].basis, m['path.offset'].basis]).toEqual([
        'measured',
        'measured',
        'measured',
      ]);
      expect(m['foot.lead.fwd.p7'].u!).toBeGreaterThanOrEqual(3);
    });
  it('that did not go from end to end says so, and is trusted less', () => {
    const [good, short] = [
      recordedFootCheck(rocking('plates'), 'right'),
      recordedFootCheck(rocking('plates', 'right', 0.6), 'right'),
    ];
    expect(short.trail.words).toBe('rock further on the trail foot');
    expect(short.trail.u).toBeGreaterThan(good.trail.u);
    const swing = simulate({ device: 'plates', seed: 4, build }).recording;
    const u = (check: typeof good) => analyse(swing, { footCheck: check }).swings[0]!.measures['foot.trail.fwd.p3'].u!;
    expect(u(short)).toBeGreaterThan(u(good) + 2);
    expect(analyse(swing, { footCheck: short }).warnings).toContain('foot check: rock further on the trail foot');
    expect(analyse(swing, { footCheck: good }).warnings).toEqual([]);
  });
  it('of a left-hander names the feet as the swing does', () => {
    const left = recordedFootCheck(rocking('plates', 'left'), 'left');
    expect(left.lead.heel[1]).toBeGreaterThan(0.1);
    expect(left.trail.heel[1]).toBeLessThan(-0.1);
  });
  it('no longer holds for a foot that was off the ground before the swing', () => {
    const check = recordedFootCheck(rocking('plates'), 'right');
    const swing = simulate({ device: 'plates', seed: 4, build, before: 3 }).recording;
    // the golfer steps off the first plate and on again before the address
    const lifted: Recording = {
      ...swing,
      platforms: [
        {
          ...swing.platforms[0]!,
          ...Object.fromEntries(
            (['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((c) => [
              c,
              swing.platforms[0]![c].map((v, k) => (swing.time[k]! < 0.6 ? 0 : v)),
            ]),
          ),
        },
        swing.platforms[1]!,
      ] as Recording['platforms'],
    };
    const m = analyse(lifted, { footCheck: check }).swings[0]!.measures;
    expect(m['foot.lead.fwd.p7'].reason).toBe('feet re-placed since the foot check');
    expect([m['foot.lead.fwd.address'].basis, m['foot.trail.fwd.address'].basis]).toEqual(['absent', 'measured']);
    expect(m['foot.lead.fwd.p7'].u!).toBeGreaterThan(m['foot.trail.fwd.p7'].u! + 2);
  });
  it('is refused where the device does not tell the feet apart, or nobody rocked', () => {
    const still = standing({
      device: 'plates',
      handed: 'right',
      seed: 4,
      build,
      club: 'iron',
      does: 'stand',
      seconds: 4,
    }).recording;
    expect(() => recordedFootCheck(still, 'right')).toThrowError(/moved only \d+ mm: rock from heel to toe/);
    expect(() => recordedFootCheck(simulate({ device: 'plate', seed: 2 }).recording, 'right')).toThrowError(
      /does not tell them apart/,
    );
    expect(() => recordedFootCheck(simulate({ device: 'mat', seed: 2 }).recording, 'right')).toThrowError(
      /seen in every swing/,
    );
  });
});
