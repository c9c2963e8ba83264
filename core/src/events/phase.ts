import { EVENT_NAMES, type Events } from './event.js';

/** Time to phase number and back; `slope` is phase per second at a time. */
export interface PhaseAxis {
  readonly of: (t: number) => number;
  readonly timeAt: (phase: number) => number;
  readonly slope: (t: number) => number;
  /** False when marks are out of order: then no phase is given. */
  readonly ordered: boolean;
}

/**
 * Piecewise-linear phase number between the events found; before the first the first segment is extended, not
 * below 0; after the last event its number stands. Out of order: NaN everywhere.
 */
export function phaseAxis(events: { readonly [K in keyof Events]?: { readonly t: number } | null }): PhaseAxis {
  const knots = EVENT_NAMES.flatMap((name, i) => {
    const e = events[name];
    return e ? [{ t: e.t, p: i + 1 }] : [];
  });
  const ordered = knots.every((k, i) => i === 0 || k.t > knots[i - 1]!.t);
  const usable = ordered && knots.length >= 2;
  const segment = (t: number) => {
    let i = 0;
    while (i + 2 < knots.length && t > knots[i + 1]!.t) i++;
    const a = knots[i]!;
    const b = knots[i + 1]!;
    return { a, slope: (b.p - a.p) / (b.t - a.t) };
  };
  return {
    ordered,
    of: (t) => {
      if (!usable) return NaN;
      const last = knots.at(-1)!;
      if (t >= last.t) return last.p;
      const { a, slope } = segment(t);
      return Math.max(0, a.p + slope * (t - a.t));
    },
    timeAt: (phase) => {
      if (!usable) return NaN;
      let i = 0;
      while (i + 2 < knots.length && phase > knots[i + 1]!.p) i++;
      const a = knots[i]!;
      const b = knots[i + 1]!;
      return Math.min(knots.at(-1)!.t, a.t + ((phase - a.p) * (b.t - a.t)) / (b.p - a.p));
    },
    slope: (t) => (usable && t < knots.at(-1)!.t ? segment(t).slope : 0),
  };
}
