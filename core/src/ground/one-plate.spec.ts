import { analyse, analyseInDepth } from '../analyse.js';
import { simulate } from '../golfer/index.js';
import { readCsv } from '../formats/csv/read-csv.js';
import { writeCsv } from '../formats/csv/write-csv.js';
import type { Measures } from '../measures/measure.js';
import { blankPlatform, type Recording } from '../recording/recording.js';
import { ASSUMED_STANCE_REASON } from '../recording/device-kinds.js';
import { splitLoads, standingMiddle } from './one-plate.js';
import type { MeasureId } from '../measures/registry.js';

const STATURE = 1.75;
const measures = (rec: Recording, stature = STATURE): Measures => analyse(rec, { stature }).swings[0]!.measures;
const number = (m: Measures, id: MeasureId): number => m[id].value as number;

describe('both feet on one plate', () => {
  const two = simulate({ device: 'plates', seed: 12 }).recording;
  const one = simulate({ device: 'plate', seed: 12 }).recording;
  let a: Measures;
  let b: Measures;
  beforeAll(() => {
    a = measures(two);
    b = measures(one);
  });

  it('measure forces, torques, the mass and the length of the path as two plates do', () => {
    const wholes: readonly (readonly [MeasureId, number])[] = [
      ['force.target.peak', 0.6],
      ['force.up.peak', 1],
      ['torque.turn.peak', 0.03],
      ['mass.back', 6],
      ['mass.p7', 8],
      ['path.length.down', 25],
      ['tempo.ratio', 0.3],
    ];
    for (const [id, within] of wholes) {
      expect(b[id].basis).withContext(id).toBe('measured');
      expect(Math.abs(number(b, id) - number(a, id)))
        .withContext(`${id}: ${number(a, id)} and ${number(b, id)}`)
        .toBeLessThan(within);
    }
  });
  it('derive shares from an assumed stance, at least five points uncertain, and say so', () => {
    for (const id of ['share.lead.address', 'share.lead.p4', 'share.lead.p7', 'load.trail.max'] as const) {
      const m = b[id];
      expect([m.basis, m.reason]).withContext(id).toEqual(['derived', ASSUMED_STANCE_REASON]);
      expect(m.u).withContext(id).toBeGreaterThanOrEqual(5);
    }
    // centred on the pressure at address
    expect(number(b, 'share.lead.address')).toBeCloseTo(50, 0);
    // the load still goes to the trail foot and comes to the lead foot
    expect(number(b, 'share.lead.p4')).toBeLessThan(45);
    expect(number(b, 'share.lead.p7')).toBeGreaterThan(55);
  });
  it('cannot say anything of one foot, with the reason', () => {
    for (const id of [
      'foot.lead.fwd.p7',
      'trail.contact.p7',
      'force.up.lead.peak',
      'force.up.rate',
      'foreaft.lead.peak',
      'drive.turn.lead',
      'path.offset',
      'toe.share.address',
    ] as const)
      expect([b[id].value, b[id].basis, b[id].reason])
        .withContext(id)
        .toEqual([null, 'absent', 'one plate cannot tell the feet apart']);
  });
  it('give every measure of the registry a value or a reason', () => {
    for (const [id, m] of Object.entries(b))
      if (m.value === null)
        expect(m.reason)
          .withContext(id)
          .toMatch(/\w+ \w+/);
  });
  it('spread the shares less when the pupil is taller: the feet are assumed farther apart', () => {
    const reach = (stature: number) => 50 - number(measures(one, stature), 'share.lead.p4');
    expect(reach(2)).toBeLessThan(reach(1.5));
  });
  it('read a left-hander as the mirrored right-hander', () => {
    const left = analyse(simulate({ device: 'plate', seed: 12, handed: 'left' }).recording, { stature: STATURE })
      .swings[0]!.measures;
    for (const id of ['share.lead.p7', 'force.target.peak', 'torque.turn.peak'] as const)
      expect(Math.sign(number(left, id)))
        .withContext(id)
        .toBe(Math.sign(number(b, id)));
    expect(number(left, 'share.lead.p7')).toBeGreaterThan(55);
  });
  it('are found where a second platform stands empty, with a warning', () => {
    const idle: Recording = {
      ...one,
      device: 'plates',
      platforms: [one.platforms[0]!, blankPlatform(one.time.length, [0, -0.8])],
    };
    const r = analyse(idle, { stature: STATURE });
    expect([r.device, r.swings.length]).toEqual(['plate', 1]);
    expect(r.warnings).toContain('only one platform carries a load: both feet are taken to stand on it');
    expect(number(r.swings[0]!.measures, 'force.target.peak')).toBeCloseTo(number(b, 'force.target.peak'), 9);
  });
  it('do not care where the plate lies in the lab', () => {
    const moved: Recording = { ...one, platforms: [{ ...one.platforms[0]!, centre: [0.3, 1.2] }] };
    const m = measures(moved);
    for (const id of ['share.lead.p7', 'mass.back', 'torque.turn.peak', 'path.length.down'] as const)
      expect(number(m, id)).withContext(id).toBeCloseTo(number(b, id), 4);
  });
  it('go through CSV as one plate', () => {
    const back = readCsv(writeCsv(one), 'x.csv');
    expect(back.device).toBe('plate');
    expect(number(measures(back), 'share.lead.p7')).toBeCloseTo(number(b, 'share.lead.p7'), 3);
  });
  it('share out every load so that both feet sum up to the whole', () => {
    const { ground } = analyseInDepth(one, { stature: STATURE });
    for (const c of ['fx', 'fy', 'fz', 'fzx', 'fzy', 'mz'] as const)
      for (const k of [10, 900, 2500])
        expect(ground.feet.lead[c]![k]! + ground.feet.trail[c]![k]!).toBeCloseTo(ground.both[c]![k]!, 9);
    const whole = { ...ground.both, fx: null };
    const split = splitLoads(
      whole,
      ground.share.v.map((s, k) => (k === 5 ? NaN : s)),
    );
    expect(split.lead.fx).toBeNull();
    expect(split.lead.fz[5]).toBeCloseTo(whole.fz[5]! / 2, 9);
  });
  it('stand in the middle of where they stood, whoever steps off', () => {
    const fz = Float64Array.of(700, 700, 700, 2, 2);
    const fzy = Float64Array.of(70, 140, 70, 40, 40);
    expect(standingMiddle({ fx: null, fy: null, fz, fzx: fz, fzy, mz: null })).toBeCloseTo(0.1, 9);
  });
});
