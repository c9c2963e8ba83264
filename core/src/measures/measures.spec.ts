import { analyse } from '../analyse.js';
import {
  HALF_STANCE,
  lines,
  type MadeSwing,
  madeRecording,
  ROUND_MARKS,
  roundShaft,
} from '../testing/made-recording.js';
import { G } from '../recording/units.js';
import { type Measure, type Measures, type Reading, reading, sound } from './measure.js';
import type { MeasureId } from './registry.js';

const WEIGHT = 700;
const STILL: MadeSwing = {
  seconds: 5.5,
  rate: 500,
  load: () => WEIGHT,
  share: lines([1.95, 0.5], [2.5, 0.2], [2.8, 0.3], [3.05, 0.8], [3.5, 0.9]),
  channels: { shaft_deg: roundShaft },
};

function measured(change: Partial<MadeSwing> = {}): Measures {
  const a = analyse(madeRecording({ ...STILL, ...change }), { marks: [ROUND_MARKS] });
  expect(a.swings.length).toBe(1);
  return a.swings[0]!.measures;
}
const value = (m: Measures, id: MeasureId): number => m[id].value as number;
const of = (m: Measures, id: MeasureId): Measure => m[id];

describe('shares', () => {
  it('are the lead foot’s part of the load at each event, and the mean over address', () => {
    const m = measured();
    expect(value(m, 'share.lead.address')).toBeCloseTo(50, 3);
    expect(value(m, 'share.lead.p4')).toBeCloseTo(30, 0);
    expect(value(m, 'share.lead.p6')).toBeCloseTo(70, 0);
    expect(value(m, 'share.lead.p10')).toBeCloseTo(90, 3);
    expect(of(m, 'share.lead.p7').unit).toBe('%');
  });

  it('time the trail maximum by the middle of its plateau, before the top and before impact', () => {
    const m = measured({ share: lines([2, 0.5], [2.4, 0.2], [2.6, 0.2], [3.05, 0.8]) });
    expect(value(m, 'load.trail.max')).toBeCloseTo(80, 1);
    expect(value(m, 'load.trail.max.ms')).toBeCloseTo(300, -1);
    expect(value(m, 'load.p7.ms')).toBeCloseTo(-550, -1);
    expect(value(m, 'load.trail.max.phase')).toBeCloseTo(2 + (2.5 - 2.34) / 0.19, 1);
  });

  it('give back by the top what lies between the maximum and the top, and nothing when the maximum comes later', () => {
    expect(value(measured(), 'recentre.share')).toBeCloseTo(10, 0);
    const late = measured({ share: lines([2, 0.5], [2.9, 0.2], [3.05, 0.8]) });
    expect(value(late, 'recentre.share')).toBe(0);
    expect(value(late, 'load.trail.max.ms')).toBeLessThan(-60);
  });

  it('cross 50% between the top and impact, or say why they do not', () => {
    const m = measured();
    // 30% at 2.8 s, 80% at 3.05 s: 50% is passed at 2.9 s
    expect(value(m, 'cross.ms')).toBeCloseTo(100, -1);
    expect(value(m, 'cross.p7.ms')).toBeCloseTo(-150, -1);
    const stays = measured({ share: lines([1.95, 0.5], [2.5, 0.2], [3.15, 0.45], [3.6, 0.9]) });
    expect(of(stays, 'cross.ms').reason).toContain('still under 50%');
    expect(of(stays, 'cross.p7.ms').basis).toBe('absent');
    const never = measured({ share: lines([1.95, 0.6], [2.5, 0.55], [3.05, 0.8]) });
    expect(of(never, 'cross.ms').reason).toContain('never under 50%');
  });

  it('measure a fall after 50% has been passed', () => {
    expect(value(measured(), 'share.lead.drop')).toBeLessThan(0.5);
    const pushes = measured({
      share: lines([1.95, 0.5], [2.5, 0.2], [2.8, 0.3], [2.93, 0.8], [3.03, 0.7], [3.3, 0.9]),
    });
    expect(value(pushes, 'share.lead.drop')).toBeCloseTo(9, -0.3);
  });

  it('see a forward press and how long the ground moves before the club', () => {
    const m = measured({ share: lines([1.8, 0.5], [1.9, 0.58], [2.05, 0.5], [2.5, 0.2], [2.8, 0.3], [3.05, 0.8]) });
    expect(value(m, 'press.gain')).toBeCloseTo(7.5, 0);
    expect(value(m, 'onset.lead.ms')).toBeGreaterThan(140);
    expect(value(m, 'onset.lead.ms')).toBeLessThan(200);
  });
});

describe('vertical forces', () => {
  const load = lines(
    [2.6, WEIGHT],
    [2.75, 0.8 * WEIGHT],
    [2.85, 0.8 * WEIGHT],
    [2.95, 1.6 * WEIGHT],
    [2.97, 1.6 * WEIGHT],
    [3.15, 0.7 * WEIGHT],
    [3.5, WEIGHT],
  );

  it('are parts of the weighed body weight, with their times to impact', () => {
    const m = measured({ load });
    expect(value(m, 'force.up.peak')).toBeGreaterThan(150);
    expect(value(m, 'force.up.peak')).toBeLessThan(161);
    expect(value(m, 'force.up.peak.ms')).toBeCloseTo(-90, -1.3);
    expect(value(m, 'force.up.min')).toBeCloseTo(80, -0.5);
    expect(value(m, 'force.up.lead.peak')).toBeLessThan(value(m, 'force.up.peak'));
  });

  it('find when the trail foot leaves, or that it never does', () => {
    expect(of(measured({ load }), 'trail.off.ms').reason).toContain('never leaves');
    const lifts = measured({ share: lines([1.95, 0.5], [2.5, 0.2], [2.8, 0.3], [2.98, 1], [4, 1]) });
    expect(value(lifts, 'trail.off.ms')).toBeLessThan(-50);
    expect(value(lifts, 'trail.contact.p7')).toBeCloseTo(0, 0);
    expect(value(lifts, 'foot.lead.load.min')).toBeCloseTo(20, 0);
  });

  it('count the steepest 20 ms of the lead foot', () => {
    const m = measured({ share: () => 0.5, load: lines([2.82, WEIGHT], [2.97, 1.6 * WEIGHT], [3.3, WEIGHT]) });
    // 60 %BW over 150 ms, half of it under the lead foot
    expect(value(m, 'force.up.rate')).toBeCloseTo(200, -1.5);
  });
});

describe('horizontal forces', () => {
  const push = lines([2.5, 0], [2.75, 0.16 * WEIGHT], [3, 0], [3.06, -0.1 * WEIGHT], [3.4, 0]);

  it('peak toward the target, start there and brake after', () => {
    const m = measured({ target: push });
    expect(value(m, 'force.target.peak')).toBeCloseTo(16, -0.3);
    expect(value(m, 'force.target.peak.ms')).toBeCloseTo(-300, -1);
    expect(value(m, 'force.target.braking')).toBeCloseTo(10, -0.3);
    expect(value(m, 'force.target.start.phase')).toBeCloseTo(3, 0);
    expect(value(m, 'force.away.peak')).toBeCloseTo(0, 0);
    expect(value(m, 'force.trail.lean')).toBeCloseTo((Math.atan(0.16) * 180) / Math.PI, -0.3);
  });

  it('compare the lead foot’s push back with the trail foot’s push forward', () => {
    const m = measured({ fore: (t) => (t > 2.8 && t < 3.1 ? [-84, 56] : [0, 0]) });
    expect(value(m, 'foreaft.lead.peak')).toBeCloseTo(12, -0.3);
    expect(value(m, 'foreaft.trail.peak')).toBeCloseTo(8, -0.3);
    expect(value(m, 'foreaft.ratio')).toBeCloseTo(1.5, 1);
    expect(of(measured({ fore: (t) => (t > 2.8 && t < 3.1 ? [-60, 0] : [0, 0]) }), 'foreaft.ratio').reason).toContain(
      'under 1 %BW',
    );
  });

  it('turn the body with a couple of fore–aft forces, per kilogram', () => {
    const m = measured({
      share: () => 0.5,
      fore: (t) => (t > 2.83 && t < 3.0 ? [-80, 80] : t > 2.1 && t < 2.4 ? [40, -40] : [0, 0]),
    });
    const kg = WEIGHT / G;
    expect(value(m, 'torque.turn.peak')).toBeCloseTo((80 * 2 * HALF_STANCE) / kg, 1);
    expect(value(m, 'torque.turn.back')).toBeCloseTo((40 * 2 * HALF_STANCE) / kg, 1);
    expect(value(m, 'torque.turn.zero.phase')).toBeCloseTo(2 + (2.4 - 2.34) / 0.19, 0);
    // 170 ms at the full couple, half of it by each foot
    expect(value(m, 'drive.turn.lead') + value(m, 'drive.turn.trail')).toBeCloseTo(
      (0.17 * 80 * 2 * HALF_STANCE) / kg,
      2,
    );
    expect(value(m, 'drive.turn.lead')).toBeCloseTo(value(m, 'drive.turn.trail'), 2);
  });

  it('put the three peaks in the order they come', () => {
    const m = measured({
      share: () => 0.5,
      target: push,
      fore: (t) => [-90 * Math.exp(-(((t - 2.88) / 0.04) ** 2)), 90 * Math.exp(-(((t - 2.88) / 0.04) ** 2))],
      load: (t) => WEIGHT * (1 + 0.5 * Math.exp(-(((t - 2.98) / 0.04) ** 2))),
    });
    expect(m['sequence.order'].value).toEqual(['lateral', 'turning', 'vertical']);
    expect(value(m, 'sequence.gap.1')).toBeCloseTo(130, -1);
    expect(value(m, 'sequence.gap.2')).toBeCloseTo(100, -1);
  });
});

describe('the path', () => {
  it('has the length, range and width of what was walked', () => {
    const m = measured();
    // between the feet 0.5 m apart: 30 points of share are 150 mm
    // and the filter cuts the corner at the turn
    expect(value(m, 'path.length.back')).toBeGreaterThan(180);
    expect(value(m, 'path.length.back')).toBeLessThan(200);
    expect(value(m, 'path.length.down')).toBeCloseTo(250, -1);
    expect(value(m, 'cop.range')).toBeCloseTo(60, -0.5);
    expect(value(m, 'path.width')).toBeCloseTo(0, 1);
    expect(value(m, 'path.straightness.back')).toBeCloseTo(1, 2);
    expect(value(m, 'path.angle.back')).toBeCloseTo(0, 0);
    expect(m['path.shape'].value).toBe('straight');
  });

  it('points to the trail heel going back and to the lead toe coming down, as its signs say', () => {
    const m = measured({ forward: (t) => [lines([2.8, 0], [2.95, 0.06])(t), lines([2, 0], [2.5, -0.06])(t)] });
    expect(value(m, 'path.angle.back')).toBeGreaterThan(8);
    expect(value(m, 'path.angle.down')).toBeGreaterThan(8);
    expect(['diagonal', 'arc']).toContain(m['path.shape'].value as string);
  });

  it('is reversed when it goes to the lead foot first, still when it hardly moves', () => {
    expect(measured({ share: lines([2, 0.5], [2.6, 0.65], [3.05, 0.8]) })['path.shape'].value).toBe('reversed');
    expect(measured({ share: lines([2, 0.5], [2.5, 0.47], [3.05, 0.55]) })['path.shape'].value).toBe('still');
  });

  it('has a speed: 50 points of share in 250 ms over 0.5 m is 1 m/s', () => {
    expect(value(measured(), 'cop.speed.shift')).toBeCloseTo(1, 1);
    expect(value(measured(), 'cop.speed.load')).toBeCloseTo(0.27, 1);
  });
});

describe('what cannot be had', () => {
  it('is also what would be no finite number, or known to no finite uncertainty', () => {
    const fine: readonly Reading[] = [reading(61, 2), reading('lead', null), { value: null, u: null, reason: 'x' }];
    for (const r of fine) expect(sound(r)).toBe(r);
    for (const [value, u] of [
      [NaN, 2],
      [Infinity, null],
      [61, NaN],
      [61, Infinity],
    ] as const)
      expect(sound({ value, u })).toEqual({
        value: null,
        u: null,
        reason: jasmine.stringContaining('cannot be right'),
      });
  });

  it('is said: a position is not a share, an estimated event gives no number that repeats it', () => {
    const m = measured();
    expect(of(m, 'toe.share.address').reason).toContain('not a share');
    expect(of(m, 'foot.lead.fwd.address')).toEqual(jasmine.objectContaining({ value: 45, basis: 'derived' }));
    const { swings } = analyse(
      madeRecording({
        ...STILL,
        channels: {},
        load: lines([2.85, WEIGHT], [2.97, 1.5 * WEIGHT], [3.1, 0.8 * WEIGHT], [3.4, WEIGHT]),
      }),
    );
    expect(swings[0]!.events.p4!.source).toBe('estimated');
    for (const id of ['tempo.back', 'tempo.down', 'tempo.ratio', 'onset.lead.ms', 'press.gain'] as const)
      expect(swings[0]!.measures[id].reason).withContext(id).toContain('only give back an assumption');
    expect(swings[0]!.measures['club.back'].reason).toContain('no club channel');
  });

  it('is absent at the end of a short recording', () => {
    const m = measured({ seconds: 4.2 });
    expect(of(m, 'balance.settle').reason).toContain('ends before');
  });
});
