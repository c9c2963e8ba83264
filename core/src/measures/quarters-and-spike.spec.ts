import fc from 'fast-check';
import { analyse, analyseInDepth } from '../analyse.js';
import { simulate, SIMULATED_DEVICES } from '../golfer/index.js';
import { capability, type MeasureId } from './registry.js';
import type { Measures } from './measure.js';
import { QUARTERS, quartersAt } from './quarters.js';
import { mostProminent } from './spike.js';

const series = (v: readonly number[]) => ({ t0: 0, rate: 1000, v: Float64Array.from(v) });
const value = (m: Measures, id: MeasureId): number => m[id].value as number;
const swingOn = (device: (typeof SIMULATED_DEVICES)[number], seed = 3) =>
  analyseInDepth(simulate({ device, seed, build: { stature: 1.75, mass: 76 } }).recording);

describe('the most prominent peak', () => {
  it('stands over the higher of its two feet, is as wide as at half of that, and lies in the middle of a level top', () => {
    // a small one before it, and a foot that is higher on the right
    const v = [0, 1, 2, 1, 0, 5, 10, 10, 10, 7, 4, 4];
    const p = mostProminent(series(v), 0, 0.011)!;
    expect([1000 * p.t, p.prominence]).toEqual([7, 6]);
    // over 7 from between 0 and 5 … 10 (at 5.4) to 9
    expect(1000 * p.from).toBeCloseTo(5.4, 9);
    expect(1000 * p.to).toBeCloseTo(9, 9);
  });
  it('is none where the load only rises or falls, or is greatest at the edge', () => {
    for (const v of [
      [1, 2, 3, 4],
      [4, 3, 2, 1],
      [3, 1, 3],
      [2, 2, 2],
    ])
      expect(mostProminent(series(v), 0, (v.length - 1) / 1000))
        .withContext(v.join())
        .toBeNull();
  });
  it('never stands out by more than the whole range, is the same turned around in time, and is highest where it is', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 3, maxLength: 40 }), (v) => {
        const end = (v.length - 1) / 1000;
        const [p, back] = [mostProminent(series(v), 0, end), mostProminent(series([...v].reverse()), 0, end)];
        expect(p === null).toBe(back === null);
        if (!p || !back) return;
        expect(p.prominence).toBe(back.prominence);
        expect(p.prominence).toBeLessThanOrEqual(Math.max(...v) - Math.min(...v));
        expect(p.prominence).toBeGreaterThan(0);
        expect(p.from).toBeLessThanOrEqual(p.t);
        expect(p.to).toBeGreaterThanOrEqual(p.t);
      }),
    );
  });
});

describe('the quarters of the feet', () => {
  it('are parts of one whole on every device that tells the feet apart, and the greatest is named', () => {
    for (const device of SIMULATED_DEVICES) {
      const { swings, contexts } = swingOn(device);
      const { measures, events } = swings[0]!;
      const said = capability(device, 'quad.p4').basis;
      expect(measures['quad.p4'].basis).withContext(device).toBe(said);
      if (said === 'absent') {
        expect(measures['quad.p4'].value).toBeNull();
        continue;
      }
      const shares = quartersAt(contexts[0]!, events.p4!.t)!;
      const total = QUARTERS.reduce((sum, q) => sum + shares[q], 0);
      expect(total).withContext(device).toBeCloseTo(100, 6);
      for (const q of QUARTERS) {
        expect(shares[q]).withContext(`${device} ${q}`).toBeGreaterThanOrEqual(0);
        expect(shares[q]).toBeLessThanOrEqual(shares[measures['quad.p4'].value as 'lead toe']);
      }
      // both halves of a foot are that foot's share
      const lead = shares['lead toe'] + shares['lead heel'];
      expect(lead).withContext(device).toBeCloseTo(value(measures, 'share.lead.p4'), -0.5);
    }
  });
  it('rest on the cells of a mat: the toes hold what the toe shares say', () => {
    const { swings, contexts } = swingOn('mat');
    const { measures, events } = swings[0]!;
    const s = quartersAt(contexts[0]!, events.p7!.t)!;
    const toes = (100 * s['lead toe']) / (s['lead toe'] + s['lead heel']);
    expect(toes).toBeCloseTo(value(measures, 'foot.lead.toe.p7'), 0);
    expect(measures['quad.p7'].basis).toBe('measured');
  });
  it('say nothing of time before the recording', () => {
    expect(quartersAt(swingOn('mat').contexts[0]!, -5)).toBeNull();
  });
});

describe('what the second edition adds', () => {
  it('is measured in a simulated swing where it can be, and says why not elsewhere', () => {
    const ids = ['load.trail.leave.ms', 'load.trail.leave.phase', 'trail.contact.p8', 'trail.contact.p9'] as const;
    for (const device of SIMULATED_DEVICES) {
      const [swing] = analyse(simulate({ device, seed: 8, build: { stature: 1.75, mass: 76 } }).recording).swings;
      const m = swing!.measures;
      for (const id of ids)
        if (capability(device, id).basis === 'absent') expect(m[id].reason).withContext(`${device} ${id}`).toBeTruthy();
        else expect(m[id].u).withContext(`${device} ${id}`).toBeGreaterThan(0);
      if (m['load.trail.leave.phase'].value === null) continue;
      expect(value(m, 'load.trail.leave.phase')).toBeGreaterThanOrEqual(value(m, 'load.trail.max.phase'));
      expect(value(m, 'load.trail.leave.ms')).toBeGreaterThanOrEqual(value(m, 'load.p7.ms'));
    }
  });
  it('takes the push back apart: its parts make its speed, and never go both to the heels and to the toes', () => {
    for (const seed of [2, 5, 9]) {
      const m = analyse(simulate({ device: 'plates', seed }).recording).swings[0]!.measures;
      const [away, heels, toes] = (['away', 'heels', 'toes'] as const).map((p) => value(m, `cop.speed.push.${p}`));
      expect(Math.hypot(away!, heels!)).toBeCloseTo(value(m, 'cop.speed.push'), 6);
      expect(Math.min(heels!, toes!)).toBe(0);
    }
  });
});
