import type { EventName } from '../events/event.js';
import { type Knot, pchip } from './curves.js';
import type { Random } from './random.js';
import { deliver } from './resolution.js';
import type { SwingPlan } from './swing-plan.js';

const backToAddress = (plan: SwingPlan, goes: boolean, from: number): Knot[] =>
  goes
    ? [
        [plan.times.p10 + 1.9, from],
        [plan.times.p10 + 2.9, 0],
      ]
    : [];

/** Shaft and arm angle over time (°) without noise. */
export function clubAngles(
  plans: readonly SwingPlan[],
  returns = false,
): { shaft: (t: number) => number; arm: (t: number) => number } {
  if (!plans.length) return { shaft: () => 0, arm: () => 0 };
  const shaft = pchip(
    plans.flatMap((plan, i): Knot[] => [
      [plan.clubStarts, 0],
      [plan.times.p2, 90],
      [plan.times.p4, plan.p.topAngle],
      [plan.times.p6, 90],
      [plan.times.p7, 0],
      [plan.times.p8, -90],
      [plan.times.p9, -165],
      [plan.times.p10, -215],
      ...backToAddress(plan, plans[i + 1] !== undefined || returns, -215),
    ]),
  );
  const arm = pchip(
    plans.flatMap((plan, i): Knot[] => [
      [plan.clubStarts, 0],
      [plan.times.p3, 90],
      [plan.times.p4, 128],
      [plan.times.p5, 90],
      [plan.times.p7, 0],
      [plan.times.p9, -90],
      [plan.times.p10, -140],
      ...backToAddress(plan, plans[i + 1] !== undefined || returns, -140),
    ]),
  );
  return { shaft, arm };
}

/** When the club has gone 2° back: the true P1. */
export function trueP1(plan: SwingPlan): number {
  const { shaft } = clubAngles([plan]);
  let a = plan.clubStarts;
  let b = plan.times.p2;
  for (let i = 0; i < 40; i++) {
    const m = (a + b) / 2;
    if (shaft(m) > 2) b = m;
    else a = m;
  }
  return b;
}

/** The true events of a swing, s. */
export const trueEvents = (plan: SwingPlan): Record<EventName, number> => ({ p1: trueP1(plan), ...plan.times });

/** A strike's sound: silence, and a burst that dies away. */
export function strikeSound(plans: readonly SwingPlan[], time: Float64Array, rng: Random): Float64Array {
  return time.map((t) => {
    const since = plans.reduce((s, p) => (t >= p.times.p7 && t - p.times.p7 < 0.1 ? t - p.times.p7 : s), -1);
    const burst = since < 0 ? 0 : Math.exp(-since / 0.012) * (0.8 + 0.2 * Math.cos(since * 2600));
    return 0.01 * rng.normal() + (since < 0 ? 0 : 4 * burst);
  });
}

export function clubChannels(plans: readonly SwingPlan[], time: Float64Array, rng: Random, returns = false) {
  const { shaft, arm } = clubAngles(plans, returns);
  return {
    shaft_deg: deliver(
      time.map((t) => shaft(t) + 0.15 * rng.normal()),
      2,
    ),
    arm_deg: deliver(
      time.map((t) => arm(t) + 0.15 * rng.normal()),
      2,
    ),
    sound: deliver(strikeSound(plans, time, rng), 4),
  };
}
