import { analyse } from '../analyse.js';
import { lines, type MadeSwing, madeRecording, roundShaft } from '../testing/made-recording.js';

const WEIGHT = 700;
const swing = lines([2.6, WEIGHT], [2.75, 0.85 * WEIGHT], [2.97, 1.5 * WEIGHT], [3.15, 0.8 * WEIGHT], [3.5, WEIGHT]);
const share = lines([1.95, 0.5], [2.5, 0.25], [2.8, 0.32], [3.05, 0.78], [3.5, 0.9]);
const BASE: MadeSwing = { seconds: 6, rate: 500, load: swing, share };
const found = (change: Partial<MadeSwing>) => analyse(madeRecording({ ...BASE, ...change })).swings;

describe('finding swings', () => {
  it('finds one by the shaft and by the load alone', () => {
    expect(found({ channels: { shaft_deg: roundShaft } }).length).toBe(1);
    expect(found({}).length).toBe(1);
  });

  it('takes a shaft of 120° back for a whole swing, no less', () => {
    const back = (top: number) => lines([2, 0], [2.8, top], [3.05, 0], [3.3, -200]);
    expect(found({ channels: { shaft_deg: back(124) } }).length).toBe(1);
    expect(found({ channels: { shaft_deg: back(116) } }).length).toBe(0);
  });

  it('does not take a waggle, a practice stop or a step off the plate for a swing', () => {
    const waggle = (t: number) => 25 * Math.max(0, Math.sin(4 * t));
    expect(found({ channels: { shaft_deg: waggle } }).length).toBe(0);
    const stops = lines([2, 0], [2.8, 240], [4.5, 240], [5.5, 0]);
    expect(found({ channels: { shaft_deg: stops } }).length).toBe(0);
    const stepsOff = lines([1.9, WEIGHT], [2, 0], [2.5, 0], [2.6, 1.3 * WEIGHT], [2.7, WEIGHT]);
    expect(found({ load: stepsOff }).length).toBe(0);
    expect(found({ load: () => WEIGHT }).length).toBe(0);
    expect(
      found({ load: (t) => (t > 1.5 && t < 2.4 ? 40 : swing(t)), channels: { shaft_deg: roundShaft } }).length,
    ).toBe(0);
  });

  it('does not find a swing that starts before the file does', () => {
    const early = (f: (t: number) => number) => (t: number) => f(t + 2.4);
    expect(found({ load: early(swing), share: early(share) }).length).toBe(0);
  });
});

describe('events', () => {
  it('take impact from the trigger, then the sound, then the shaft, then the loads', () => {
    const shaft_deg = roundShaft;
    const trigger = (t: number) => (t >= 3.049 ? 5 : 0);
    const sound = (t: number) => (t >= 3.053 && t < 3.1 ? 4 : 0.001 * Math.sin(900 * t));
    const p7 = (channels: MadeSwing['channels']) => found({ channels })[0]!.events.p7!;
    expect(p7({ shaft_deg, trigger, sound })).toEqual(
      jasmine.objectContaining({ source: 'trigger', t: jasmine.any(Number) }),
    );
    // an edge lies between two samples: half a sample early, ± 1/√12 of one
    expect(p7({ shaft_deg, trigger, sound }).t).toBeCloseTo(3.05 - 0.5 / 500, 9);
    expect(p7({ shaft_deg, trigger, sound }).u).toBeCloseTo(0.29 / 500, 9);
    expect(p7({ shaft_deg, sound }).u).toBe(0.002);
    expect(p7({ shaft_deg, sound }).source).toBe('sound');
    expect(p7({ shaft_deg, sound }).t).toBeCloseTo(3.053, 2);
    expect(p7({ shaft_deg }).source).toBe('club');
    expect(p7({ shaft_deg }).t).toBeCloseTo(3.05, 2);
    expect(p7({}).source).toBe('estimated');
    expect(Math.abs(p7({}).t - 3.05)).toBeLessThan(0.07);
  });

  it('put what nothing shows at its usual part of the swing, with a wide uncertainty', () => {
    const { events } = found({})[0]!;
    const at = (p: 'p1' | 'p2' | 'p4' | 'p6' | 'p7' | 'p9') => events[p]!.t;
    expect(at('p4')).toBeCloseTo(at('p1') + 0.75 * (at('p7') - at('p1')), 9);
    expect(at('p2')).toBeCloseTo(at('p1') + 0.42 * (at('p4') - at('p1')), 9);
    expect(at('p6')).toBeCloseTo(at('p4') + 0.82 * (at('p7') - at('p4')), 9);
    expect(at('p9')).toBeCloseTo(at('p7') + 0.13, 9);
    expect([events.p1!.u, events.p4!.u, events.p6!.u]).toEqual([0.08, 0.05, 0.035]);
    // the share falls by 45 points a second from 1.95 s on and is out of its band of two after 46 ms; P1 is 40 ms later
    expect(at('p1')).toBeCloseTo(1.95 + 0.046 + 0.04, 2);
  });

  it('put P1 1.08 s before impact where the pressure shows nothing, and say how unsure that is', () => {
    const { p1, p7 } = found({ share: () => 0.5 })[0]!.events;
    expect(p7!.t - p1!.t).toBeCloseTo(1.08, 6);
    expect([p1!.source, p1!.u]).toEqual(['estimated', 0.15]);
  });

  it('begin after a forward press where the share comes back through its address mean', () => {
    const pressed = lines([1.95, 0.5], [2.1, 0.58], [2.2, 0.58], [2.6, 0.26], [2.8, 0.32], [3.05, 0.78], [3.5, 0.9]);
    // down by 80 points a second from 2.2 s on: through 50% after 0.1 s, and 40 ms
    expect(found({ share: pressed })[0]!.events.p1!.t).toBeCloseTo(2.3 + 0.04, 2);
  });

  it('find the passages of the shaft, and the arm where there is one', () => {
    const arm_deg = lines([2, 0], [2.53, 90], [2.8, 130], [2.93, 90], [3.05, 0], [3.2, -90], [3.4, -140]);
    const { events } = found({ channels: { shaft_deg: roundShaft, arm_deg } })[0]!;
    expect(events.p2!.t).toBeCloseTo(2.34, 2);
    expect(events.p3!.t).toBeCloseTo(2.53, 2);
    expect(events.p4!.t).toBeCloseTo(2.8, 1);
    expect(events.p5!.t).toBeCloseTo(2.93, 2);
    expect(events.p6!.t).toBeCloseTo(3.0, 1);
    expect(events.p8!.t).toBeCloseTo(3.1, 1);
    expect(events.p9!.t).toBeCloseTo(3.2, 2);
    expect(Object.values(events).filter((e) => e?.source === 'club').length).toBe(9);
  });

  it('start from a quiet address and end in a held finish, or say that none was held', () => {
    const s = found({ channels: { shaft_deg: roundShaft } })[0]!;
    expect(s.start).toBeLessThan(1.95);
    expect(s.events.p10!.t).toBeGreaterThan(3.3);
    expect(s.end).toBeCloseTo(s.events.p10!.t + 0.5, 6);
    const restless = found({
      channels: { shaft_deg: roundShaft },
      load: (t) => swing(t) + (t > 3.2 ? 60 * Math.sin(20 * t) : 0),
    })[0]!;
    expect(restless.events.p10).toBeNull();
    expect(restless.end).toBeCloseTo(restless.events.p9!.t + 0.3, 6);
    expect(restless.measures['share.lead.p10'].reason).toBe('P10 was not found');
  });
});
