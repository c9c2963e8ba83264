import type { Events, EventName, TimedEvent } from '../events/event.js';
import type { SwingEvents } from '../events/events.js';
import type { PhaseAxis } from '../events/phase.js';
import type { FeetPair, FootOutline, StanceLine } from '../ground/foot-outline.js';
import type { Ground } from '../ground/ground.js';
import type { FootCheck } from '../recording/foot-check.js';
import type { ClubClass, DeviceKind } from '../recording/recording.js';
import { at, momentsBetween, type Series } from '../signal/series.js';
import type { CentreOfMass } from './centre-of-mass.js';
import { numeric, type Reading } from './measure.js';

/** Where the load lies in one foot through the swing. */
export interface FootTrack {
  /** Forward position, % of foot length. */
  readonly fwd: Series;
  /** Inside position, −100 … +100. */
  readonly inside: Series;
  /** Load forward of the middle of the foot and of the whole foot; null without a mat. */
  readonly toe: { readonly forward: Series; readonly load: Series } | null;
}

/** Loads of a swing in the units the measures speak: %BW, N·m/kg, %. */
export interface SwingSignals {
  /** Lead share of the total vertical load, %. */
  readonly share: Series;
  readonly trailShare: Series;
  /** Vertical, %BW. */
  readonly up: FeetPair<Series> & { readonly total: Series };
  /** Toward the target, %BW; null without horizontal forces, as all below. */
  readonly target: (FeetPair<Series> & { readonly total: Series }) | null;
  /** Toward the ball, %BW. */
  readonly fore: (FeetPair<Series> & { readonly total: Series }) | null;
  /** About the centre of mass, N·m/kg; positive turns toward the target. */
  readonly turning: (FeetPair<Series> & { readonly total: Series }) | null;
  /** N·m/kg; positive lifts the target side. */
  readonly tilting: (FeetPair<Series> & { readonly total: Series }) | null;
  /** N·m/kg; positive bends the golfer toward the ball. */
  readonly pitching: (FeetPair<Series> & { readonly total: Series }) | null;
}

/** Everything a family of measures may look at. */
export interface SwingContext {
  readonly device: DeviceKind;
  readonly club: ClubClass;
  readonly ground: Ground;
  readonly swing: SwingEvents;
  readonly events: Events;
  readonly phase: PhaseAxis;
  readonly signals: SwingSignals;
  readonly shaft: Series | null;
  readonly outlines: FeetPair<FootOutline> | null;
  /** What the outlines of plates and boards rest on; null with a mat, or when they are assumed. */
  readonly footCheck: FootCheck | null;
  readonly line: StanceLine | null;
  readonly foot: FeetPair<FootTrack> | null;
  readonly mass: CentreOfMass | null;
  /** Time of the trail maximum in P1–P7 (middle of the stretch within 1 point of it) and its share. */
  readonly trailMax: { readonly t: number; readonly v: number } | null;
}

/** Floors of one standard uncertainty (measuring.md §6). */
export const FLOOR = {
  share: 0.3,
  vertical: 0.3,
  verticalMat: 1,
  lateral: 0.2,
  mass: 3,
  pathLength: 10,
  straightness: 0.05,
  copSpeed: 0.05,
  upRate: 20,
  driveTurn: 0.005,
  driveTilt: 0.02,
  balance: 1,
  clubBack: 0.5,
  assumedFoot: 2,
  peakTime: 0.015,
  passage: 0.005,
} as const;

const SLOPE_REACH = 0.005;

export const hypot = (...x: number[]): number => Math.hypot(...x);

/** SD of a series over the address window, at least `floor`. */
export function addressSd(c: SwingContext, s: Series, floor = 0): number {
  const { sd } = momentsBetween(s, c.swing.address.start, c.swing.address.end - 0.5 / s.rate);
  return Math.max(floor, Number.isFinite(sd) ? sd : 0);
}

/** Mean over the address window. */
export const addressMean = (c: SwingContext, s: Series): number =>
  momentsBetween(s, c.swing.address.start, c.swing.address.end - 0.5 / s.rate).mean;

/** Value of a series at an event with its uncertainty: SD over address and slope over ±5 ms × u(event). */
export function valueAt(c: SwingContext, s: Series, name: EventName, floor = 0): Reading {
  const e = c.events[name];
  if (!e) return { value: null, u: null, reason: `${name.toUpperCase()} was not found` };
  const slope = (at(s, e.t + SLOPE_REACH) - at(s, e.t - SLOPE_REACH)) / (2 * SLOPE_REACH);
  const u = hypot(addressSd(c, s, floor), Number.isFinite(slope) ? slope * e.u : 0);
  return numeric(at(s, e.t), u, `undefined at ${name.toUpperCase()}: too little load`);
}

/** Uncertainty of a time relative to an event, ms. */
export const timeU = (e: TimedEvent | null, own: number): number => 1000 * hypot(e?.u ?? 0, own);

/** Phase of a time, its u from the nearest event's and the time's own. */
export function phaseAt(c: SwingContext, t: number, own: number): Reading {
  if (!c.phase.ordered) return { value: null, u: null, reason: 'the marked events are out of order' };
  let nearest: TimedEvent | null = null;
  for (const e of Object.values(c.events))
    if (e && (!nearest || Math.abs(e.t - t) < Math.abs(nearest.t - t))) nearest = e;
  return numeric(c.phase.of(t), c.phase.slope(t) * hypot(nearest?.u ?? 0, own), 'no phase without two events');
}

/** Time t as ms relative to an event. */
export const msFrom = (c: SwingContext, t: number, name: EventName, own: number): Reading => {
  const e = c.events[name];
  return e
    ? { value: 1000 * (t - e.t), u: timeU(e, own) }
    : { value: null, u: null, reason: `${name.toUpperCase()} was not found` };
};

/** Time of an event; NaN when it was not found. */
export const timeOfEvent = (c: SwingContext, name: EventName): number => c.events[name]?.t ?? NaN;

/** Times of the events a quantity rests on. */
export type Times = Readonly<Partial<Record<EventName, number>>>;

/**
 * How far a quantity moves when each event it rests on moves by its own uncertainty: half the difference between both
 * sides, summed in squares. A window's edge carries the timing of its event into everything taken from the window.
 */
export function timingU(c: SwingContext, names: readonly EventName[], f: (t: Times) => number): number {
  const times = Object.fromEntries(names.map((n) => [n, timeOfEvent(c, n)])) as Record<EventName, number>;
  const here = f(times);
  let sum = 0;
  for (const n of names) {
    const u = c.events[n]?.u ?? 0;
    if (u === 0) continue;
    const [before, after] = [-u, u].map((d) => f({ ...times, [n]: times[n] + d })) as [number, number];
    const moved =
      Number.isFinite(before) && Number.isFinite(after)
        ? (after - before) / 2
        : Number.isFinite(after)
          ? after - here
          : before - here;
    if (Number.isFinite(moved)) sum += moved * moved;
  }
  return Math.sqrt(sum);
}
