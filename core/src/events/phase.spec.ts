import fc from 'fast-check';
import { testJson } from '../testing/test-files.js';
import type { EventName } from './event.js';
import { phaseAxis } from './phase.js';

interface PhaseVectors {
  cases: { events: Partial<Record<EventName, number>>; t: number[]; phase: number[] }[];
}

const dressed = (events: Partial<Record<EventName, number>>) =>
  Object.fromEntries(Object.entries(events).map(([k, t]) => [k, { t }]));

describe('phaseAxis', () => {
  it('agrees with the reference, outside the events and with events missing too', async () => {
    const { cases } = await testJson<PhaseVectors>('phase.json');
    for (const c of cases) {
      const axis = phaseAxis(dressed(c.events));
      c.t.forEach((t, i) => expect(axis.of(t)).toBeCloseTo(c.phase[i]!, 9));
    }
  });

  it('never runs backward, and timeAt undoes it between the events', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.02, max: 0.6, noNaN: true }), { minLength: 10, maxLength: 10 }),
        fc.double({ min: 1, max: 10, noNaN: true }),
        (gaps, phase) => {
          let t = 0;
          const events = Object.fromEntries(gaps.map((g, i) => [`p${i + 1}`, (t += g)]));
          const axis = phaseAxis(dressed(events));
          expect(axis.of(axis.timeAt(phase))).toBeCloseTo(phase, 6);
          expect(axis.of(1)).toBeLessThanOrEqual(axis.of(1.01) + 1e-12);
        },
      ),
    );
  });

  it('undoes itself where events were not found too', () => {
    const axis = phaseAxis(dressed({ p1: 1, p4: 2.2, p7: 2.6, p10: 4 }));
    for (const phase of [1, 2, 3.5, 4, 5, 6.9, 7, 8, 9.9]) expect(axis.of(axis.timeAt(phase))).toBeCloseTo(phase, 9);
    expect(axis.timeAt(5)).toBeCloseTo(2.2 + 0.4 / 3, 9);
    expect(axis.slope(2.4)).toBeCloseTo(7.5, 9);
    expect(axis.slope(5)).toBe(0);
  });

  it('gives no phase when marks are out of order', () => {
    const axis = phaseAxis(dressed({ p1: 2, p4: 1 }));
    expect(axis.ordered).toBeFalse();
    expect(axis.of(1.5)).toBeNaN();
  });
});
