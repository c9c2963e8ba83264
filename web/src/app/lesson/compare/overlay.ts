import { standardDeviation } from '@vilko/core/compare/statistics';
import { EVENT_NAMES, type EventName } from '@vilko/core/events/event';
import { phaseAxis } from '@vilko/core/events/phase';
import { median } from '@vilko/core/signal/series';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { traceAt } from '../../drawing/trace';
import type { StaveId, Trace } from '@vilko/core/traces/swing-traces';

export type Align = 'impact' | 'phase';

/** Around impact the axis is linear within about this, s; farther out it closes up, as on the Score. */
const EASE = 0.19;
const FROM = -1.35;
const TO = 0.62;
const POINTS = 260;
const PHASES = [0.6, 10] as const;

/** An axis that several swings share: drawing coordinate of a swing's time and back. */
export interface SharedAxis {
  readonly from: number;
  readonly to: number;
  readonly timeAt: (v: SwingTraces, x: number) => number;
  readonly at: (v: SwingTraces, t: number) => number;
  readonly ticks: readonly { readonly x: number; readonly label: string }[];
}

const impactOf = (v: SwingTraces): number => v.events.p7?.t ?? v.end;

const MAIN = [-1000, -600, -300, -200, -100, 0, 100, 200, 400];

export function sharedAxis(align: Align): SharedAxis {
  if (align === 'phase')
    return {
      from: PHASES[0],
      to: PHASES[1],
      timeAt: (v, x) => phaseAxis(v.events).timeAt(x),
      at: (v, t) => phaseAxis(v.events).of(t),
      ticks: EVENT_NAMES.map((_, i) => ({ x: i + 1, label: `P${i + 1}` })),
    };
  const x = (s: number) => Math.asinh(s / EASE);
  return {
    from: x(FROM),
    to: x(TO),
    timeAt: (v, y) => impactOf(v) + EASE * Math.sinh(y),
    at: (v, t) => x(t - impactOf(v)),
    ticks: MAIN.map((ms) => ({ x: x(ms / 1000), label: ms === 0 ? '0' : `${ms < 0 ? '−' : '+'}${Math.abs(ms)}` })),
  };
}

/** A set's middle and spread along an axis; NaN where fewer than half of the swings have a value. */
export interface Band {
  readonly x: Float64Array;
  readonly median: Float64Array;
  readonly lo: Float64Array;
  readonly hi: Float64Array;
}

const SPREAD = 2;

/** Median and ± 2 SD of a value that each swing of a set gives at each place of the axis. */
export function bandOf<V>(
  set: readonly V[],
  { from, to }: Pick<SharedAxis, 'from' | 'to'>,
  value: (v: V, x: number) => number,
  points = POINTS,
): Band {
  const x = Float64Array.from({ length: points }, (_, i) => from + ((to - from) * i) / (points - 1));
  const [centre, lo, hi] = [new Float64Array(points), new Float64Array(points), new Float64Array(points)];
  for (let i = 0; i < points; i++) {
    const v = set.map((s) => value(s, x[i]!)).filter(Number.isFinite);
    const enough = v.length > 0 && v.length >= set.length / 2;
    centre[i] = enough ? median(v) : NaN;
    const sd = v.length > 1 ? standardDeviation(v) : NaN;
    lo[i] = centre[i]! - SPREAD * sd;
    hi[i] = centre[i]! + SPREAD * sd;
  }
  return { x, median: centre, lo, hi };
}

/** Several swings' traces of one kind as a band on the shared axis. */
export function traceBand(set: readonly SwingTraces[], trace: StaveId, axis: SharedAxis): Band {
  return bandOf(set, axis, (v, x) => {
    const s: Trace | undefined = v.staves[trace];
    const t = axis.timeAt(v, x);
    return s && Number.isFinite(t) ? traceAt(s, t) : NaN;
  });
}

/** Where an event lies on the axis, over all swings; NaN where none has it. */
export function eventAt(all: readonly SwingTraces[], name: EventName, axis: SharedAxis): number {
  const xs = all.flatMap((v) => (v.events[name] ? [axis.at(v, v.events[name].t)] : [])).filter(Number.isFinite);
  return xs.length ? median(xs) : NaN;
}

/** A route as points: trail foot centre 0, lead foot centre 100 along the stance line; across in the same measure. */
export type Route = readonly (readonly [number, number])[];

const ROUTE_FROM = 1;
const ROUTE_TOP = 4;
const ROUTE_TO = 9;
const STEPS = 40;

/** One swing's route between two phases, normalised by the distance between the foot centres. */
export function routeOf(v: SwingTraces, from: number, to: number): Route {
  const p = v.path;
  if (!p) return [];
  const axis = phaseAxis(v.events);
  return Array.from({ length: STEPS + 1 }, (_, i): [number, number] => {
    const t = axis.timeAt(from + ((to - from) * i) / STEPS);
    return [50 + (100 * traceAt(p.along, t)) / p.apart, (100 * traceAt(p.across, t)) / p.apart];
  }).filter(([a, c]) => Number.isFinite(a) && Number.isFinite(c));
}

/** A set's middle route, back and down, over the phases. */
export function middleRoute(set: readonly SwingTraces[]): {
  readonly back: Route;
  readonly down: Route;
  readonly at: (phase: number) => readonly [number, number] | null;
} {
  const told = set.filter((v) => v.path);
  const at = (phase: number): [number, number] | null => {
    const points = told.flatMap((v) => {
      const t = phaseAxis(v.events).timeAt(phase);
      const [a, c] = [traceAt(v.path!.along, t), traceAt(v.path!.across, t)];
      return Number.isFinite(a) && Number.isFinite(c)
        ? [[50 + (100 * a) / v.path!.apart, (100 * c) / v.path!.apart] as const]
        : [];
    });
    return points.length ? [median(points.map((p) => p[0])), median(points.map((p) => p[1]))] : null;
  };
  const stretch = (from: number, to: number): Route =>
    Array.from({ length: STEPS + 1 }, (_, i) => at(from + ((to - from) * i) / STEPS)).filter((p) => p !== null);
  return { back: stretch(ROUTE_FROM, ROUTE_TOP), down: stretch(ROUTE_TOP, ROUTE_TO), at };
}
export const ROUTE_PHASES = [ROUTE_FROM, ROUTE_TO] as const;
