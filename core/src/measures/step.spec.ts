import { analyseInDepth } from '../analyse.js';
import { simulate } from '../golfer/simulate.js';
import { mapSeries, timeOf } from '../signal/series.js';
import type { SwingContext } from './context.js';
import { measureRow } from './registry.js';

describe('the steps of an exercise', () => {
  const { contexts } = analyseInDepth(simulate({ device: 'plates', seed: 4 }).recording);
  const c = contexts[0]!;
  const top = c.events.p4!.t;
  const stepOf = (id: 'step.lead.down.ms' | 'step.trail.down.ms', context: SwingContext) => measureRow(id).of(context);
  /**
   * The lead foot is lifted to `least` %BW from 0.5 s before the top and takes load at a constant rate around `down`.
   */
  const lifted = (least: number, down: number) => {
    const { lead } = c.signals.up;
    const load = mapSeries(lead, (v, k) => {
      const t = timeOf(lead, k) - top;
      return t < -0.5 || t > down + 0.1 ? v : Math.max(least, 10 + 200 * (t - down));
    });
    return stepOf('step.lead.down.ms', { ...c, signals: { ...c.signals, up: { ...c.signals.up, lead: load } } });
  };

  it('are timed by the load that comes back, to the top', () => {
    for (const down of [-0.12, -0.03, 0.04]) expect(lifted(0, down).value).toBeCloseTo(1000 * down, 0);
    expect(lifted(0, -0.12).u).toBeGreaterThanOrEqual(1000 * Math.hypot(c.events.p4!.u, 0.005) - 1e-9);
  });
  it('are not seen where the foot never left the ground', () => {
    expect(lifted(2.9, -0.1).value).not.toBeNull();
    expect(lifted(3.1, -0.1).value).toBeNull();
    expect(lifted(4, -0.1)).toEqual({
      value: null,
      u: null,
      reason: 'the lead foot did not leave the ground before impact',
    });
    expect(stepOf('step.trail.down.ms', c).value).toBeNull();
  });
});
