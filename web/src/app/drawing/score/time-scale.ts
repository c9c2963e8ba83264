import { EVENT_NAMES, type Events } from '@vilko/core/events/event';
import { phaseAxis } from '@vilko/core/events/phase';

/** How time runs along the Score: eased around impact, as the clock, or by phase. */
export type TimeAxis = 'eased' | 'linear' | 'phase';

/** A tick of the ruler: where, and its words when it is a main one. */
export interface Tick {
  readonly x: number;
  readonly label: string | null;
}

/** Time (s) to a drawing coordinate and back. */
export interface TimeScale {
  readonly x: (t: number) => number;
  readonly t: (x: number) => number;
  readonly ticks: readonly Tick[];
  readonly unit: string;
}

/** Around impact the eased scale is linear within about this, s; farther out it closes up. */
const EASE = 0.19;
const MAIN_EASED = [-1.5, -1, -0.6, -0.3, -0.2, -0.1, 0, 0.1, 0.2, 0.4, 0.8, 1.5];
const MAIN_LINEAR = [-2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5];

const milliseconds = (s: number): string => (s === 0 ? '0' : `${s < 0 ? '−' : '+'}${Math.round(Math.abs(s) * 1000)}`);

/** The score's time axis: eased around impact, truly linear, or by phase number. */
export function timeScale(axis: TimeAxis, events: Events, start: number, end: number): TimeScale {
  const impact = events.p7?.t ?? end;
  if (axis === 'phase') {
    const phase = phaseAxis(events);
    if (phase.ordered && EVENT_NAMES.filter((n) => events[n]).length >= 2) {
      const ticks = EVENT_NAMES.flatMap((n, i) => (events[n] ? [{ x: i + 1, label: `P${i + 1}` }] : []));
      return { x: phase.of, t: phase.timeAt, ticks, unit: 'phase' };
    }
  }
  const x = axis === 'linear' ? (t: number) => t - impact : (t: number) => Math.asinh((t - impact) / EASE);
  const t = axis === 'linear' ? (v: number) => v + impact : (v: number) => impact + EASE * Math.sinh(v);
  const inside = (s: number) => impact + s >= start && impact + s <= end;
  const main = (axis === 'linear' ? MAIN_LINEAR : MAIN_EASED).filter(inside);
  const minor: number[] = [];
  for (let s = -0.4; s <= 0.4001; s += 0.02) if (inside(s) && !main.some((m) => Math.abs(m - s) < 1e-3)) minor.push(s);
  return {
    x,
    t,
    ticks: [
      ...main.map((s) => ({ x: x(impact + s), label: milliseconds(s) })),
      ...minor.map((s) => ({ x: x(impact + s), label: null })),
    ],
    unit: 'ms to impact',
  };
}
