import type { Marks } from '../events/event.js';
import type { Recording } from '../recording/recording.js';

/** A swing written by hand: everything as a function of time, s; lead foot at +Y. */
export interface MadeSwing {
  readonly seconds: number;
  readonly rate: number;
  /** Total vertical force, N. */
  readonly load: (t: number) => number;
  /** Lead share, 0–1. */
  readonly share: (t: number) => number;
  /** Force toward the target, N, split as the load. */
  readonly target?: (t: number) => number;
  /** Forces toward the ball under the lead and the trail foot, N. */
  readonly fore?: (t: number) => readonly [number, number];
  /** Place of the pressure in the lead and the trail foot along X, m. */
  readonly forward?: (t: number) => readonly [number, number];
  readonly channels?: Partial<Record<'sound' | 'trigger' | 'shaft_deg' | 'arm_deg', (t: number) => number>>;
}

export const HALF_STANCE = 0.25;

/** Two plates under the feet at ±0.25 m that measure a swing written by hand, without noise. */
export function madeRecording(s: MadeSwing): Recording {
  const n = Math.round(s.seconds * s.rate) + 1;
  const time = Float64Array.from({ length: n }, (_, k) => k / s.rate);
  const plate = (i: 0 | 1) => {
    const part = (t: number) => (i === 0 ? s.share(t) : 1 - s.share(t));
    const fz = time.map((t) => part(t) * s.load(t));
    const x = time.map((t) => s.forward?.(t)[i] ?? 0);
    return {
      centre: [0, i === 0 ? HALF_STANCE : -HALF_STANCE] as [number, number],
      fx: time.map((t) => s.fore?.(t)[i] ?? 0),
      fy: time.map((t) => part(t) * (s.target?.(t) ?? 0)),
      fz,
      mx: new Float64Array(n),
      my: fz.map((f, k) => -x[k]! * f),
      mz: new Float64Array(n),
    };
  };
  const channels = Object.fromEntries(Object.entries(s.channels ?? {}).map(([name, f]) => [name, time.map(f)]));
  return {
    name: 'made',
    device: 'plates',
    time,
    platforms: [plate(0), plate(1)],
    boards: [],
    mat: null,
    channels,
    stated: {},
    warnings: [],
  };
}

/** Straight lines through knots, held beyond both ends. */
export const lines =
  (...knots: (readonly [t: number, v: number])[]) =>
  (t: number): number => {
    if (t <= knots[0]![0]) return knots[0]![1];
    for (let i = 1; i < knots.length; i++) {
      const [t0, v0] = knots[i - 1]!;
      const [t1, v1] = knots[i]!;
      if (t <= t1) return v0 + ((v1 - v0) * (t - t0)) / (t1 - t0);
    }
    return knots.at(-1)![1];
  };

/** Marks of a swing of round numbers: P1 at 2.0 s, the top at 2.8 s, impact at 3.05 s. */
export const ROUND_MARKS: Marks = {
  p1: 2,
  p2: 2.34,
  p3: 2.53,
  p4: 2.8,
  p5: 2.93,
  p6: 3,
  p7: 3.05,
  p8: 3.1,
  p9: 3.2,
  p10: 3.8,
};

/** A shaft that makes the finder see one swing with its top and impact at ROUND_MARKS. */
export const roundShaft = lines([2, 0], [2.34, 90], [2.8, 240], [3, 90], [3.05, 0], [3.1, -90], [3.3, -200]);
