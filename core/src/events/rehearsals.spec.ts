import { analyse } from '../analyse.js';
import { simulate } from '../golfer/index.js';
import type { SimulateOptions } from '../golfer/simulate.js';
import { lines, madeRecording } from '../testing/made-recording.js';

/** Half the arc in twice the time: tendencies in SD of the healthy spread. */
const rehearsal = (o: Partial<SimulateOptions>, topAngle: number) =>
  simulate({ device: 'plates', seed: 3, ...o, style: { spread: 0, tendencies: { topAngle, back: 2, down: 3 } } })
    .recording;

describe('rehearsals', () => {
  it('are found by the shaft where a whole swing is not, with events only where they were seen', () => {
    const half = rehearsal({}, -20);
    expect(Math.max(...half.channels.shaft_deg!)).toBeLessThan(118);
    expect(analyse(half).swings.length).toBe(0);
    const [swing, ...more] = analyse(half, { kind: 'half' }).swings;
    expect(more.length).toBe(0);
    expect(swing!.events.p4!.source).toBe('club');
    expect(swing!.events.p7!.source).toBe('sound');
    expect(
      Object.values(swing!.events).every((e) => !e || e.source !== 'estimated' || e === swing!.events.p10),
    ).toBeTrue();
    expect(swing!.measures['club.back'].value).toBeLessThan(118);
    expect(swing!.measures['share.lead.p4'].value).toEqual(jasmine.any(Number));
  });

  it('go at least 45° back, and come down within 2.5 s', () => {
    const ground = { load: () => 700, share: () => 0.5, seconds: 8, rate: 200 };
    const count = (shaft_deg: (t: number) => number) =>
      analyse(madeRecording({ ...ground, channels: { shaft_deg } }), { kind: 'half' }).swings.length;
    expect(count(lines([2, 0], [2.8, 48], [3.4, 0], [3.6, -60]))).toBe(1);
    expect(count(lines([2, 0], [2.8, 42], [3.4, 0], [3.6, -60]))).toBe(0);
    expect(count(lines([2, 0], [2.8, 80], [5.2, 0], [5.6, -60]))).toBe(1);
    expect(count(lines([2, 0], [2.8, 80], [5.4, 0], [5.8, -60]))).toBe(0);
  });

  it('are found by the feet without a club; what would rest on fixed times is absent and says so', () => {
    const { swings } = analyse(rehearsal({ clubChannels: false }, -20), { kind: 'slow' });
    expect(swings.length).toBe(1);
    expect(swings[0]!.events.p4).toBeNull();
    expect(swings[0]!.events.p7).toBeNull();
    expect(swings[0]!.measures['share.lead.p7'].basis).toBe('absent');
    expect(swings[0]!.measures['share.lead.p7'].reason).toContain('P7 was not found');
    expect(swings[0]!.measures['share.lead.address'].value).toBeGreaterThan(40);
  });

  it('are also what a whole swing looks like when half swings are asked for: the person says which', () => {
    const whole = simulate({ device: 'mat', seed: 5 }).recording;
    expect(analyse(whole, { kind: 'half' }).swings.length).toBe(1);
  });

  it('are not made of standing still', () => {
    const { recording } = simulate({ device: 'boards', seed: 5, before: 4 });
    const n = recording.time.findIndex((t) => t > 3);
    const still = {
      ...recording,
      time: recording.time.slice(0, n),
      boards: recording.boards.map((b) => ({
        ...b,
        cells: b.cells.map((c) => c.slice(0, n)) as unknown as typeof b.cells,
      })),
      channels: Object.fromEntries(Object.entries(recording.channels).map(([k, v]) => [k, v.slice(0, n)])),
    };
    expect(analyse(still, { kind: 'half' }).swings).toEqual([]);
    expect(analyse({ ...still, channels: {} }, { kind: 'slow' }).swings).toEqual([]);
  });
});
