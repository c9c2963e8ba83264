import type { ClubClass, Handed, Recording } from '../recording/recording.js';
import { type Knot, smoothCurve } from './curves.js';
import { record, type SimulatedDevice } from './devices.js';
import { carryBody, type Motion, stanceWidth, sway } from './motion.js';
import { random } from './random.js';
import { type Build, pointOf, stance } from './sole.js';

/** What somebody on the device can be asked to do besides swinging. */
export const ROUTINES = ['away', 'stand', 'rock lead', 'rock trail', 'all lead', 'all trail', 'middle'] as const;
export type Routine = (typeof ROUTINES)[number];

export interface StandingOptions {
  readonly device: SimulatedDevice;
  readonly seed: number;
  readonly handed: Handed;
  readonly club: ClubClass;
  readonly build: Build;
  readonly does: Routine;
  readonly seconds: number;
  /** How far the rocking goes, 1 = from heel to toe. */
  readonly far?: number;
}

const RATE = 1000;
const SMOOTH = 0.05;
/** Seconds one rocking takes, there and back. */
const ROCK = 2.4;
/** Pressure of somebody who rocks reaches so far to either side of the middle of the foot, % of its length. */
const ROCK_REACH = 43;
const SETTLE = 0.8;
const HALF = 50;
const SHARES: Readonly<Record<Routine, number>> = {
  away: HALF,
  stand: 51,
  'rock lead': 62,
  'rock trail': 38,
  'all lead': 96,
  'all trail': 4,
  middle: HALF,
};
const FORWARD = 52;

/**
 * Somebody who stands, rocks or shifts on a device as asked, or is away from it.
 * @example standing({ device: 'plates', seed: 3, handed: 'left', club: 'iron', build, does: 'rock lead', seconds: 2 })
 */
export function standing(o: StandingOptions): { recording: Recording; motion: Motion } {
  const rng = random(o.seed);
  const n = Math.round(o.seconds * RATE);
  const soles = stance(o.build, stanceWidth(o.build, o.club), [0, 0]);
  const curve = (knots: Knot[], wander: number) => {
    const s = sway(rng, n, RATE, wander);
    return smoothCurve(knots, n, RATE, SMOOTH).map((v, k) => v + s[k]!);
  };
  const share = curve(
    [
      [0, SHARES.stand],
      [SETTLE, SHARES[o.does]],
    ],
    0.3,
  ).map((s) => Math.min(0.985, Math.max(0.015, s / 100)));
  const rocking = (foot: 'lead' | 'trail'): Knot[] =>
    o.does === `rock ${foot}`
      ? Array.from({ length: Math.ceil((4 * o.seconds) / ROCK) + 1 }, (_, i): Knot => [
          i === 0 ? 0 : SETTLE + ((i - 1) * ROCK) / 2,
          i === 0 ? FORWARD : HALF + ROCK_REACH * (o.far ?? 1) * (i % 2 ? 1 : -1),
        ])
      : [[0, FORWARD]];
  const place = (foot: 'lead' | 'trail') => {
    const fwd = curve(rocking(foot), 0.4);
    const x = new Float64Array(n);
    const y = new Float64Array(n);
    for (let k = 0; k < n; k++) [x[k], y[k]] = pointOf(soles[foot], fwd[k]!, 4);
    return { x, y };
  };
  const none = () => new Float64Array(n);
  const moment = { x: none(), y: none(), z: none() };
  const carried = carryBody({
    rate: RATE,
    build: o.build,
    soles,
    share,
    lead: place('lead'),
    trail: place('trail'),
    lift: none(),
    moment,
    plans: [],
    returns: true,
  });
  const body = { ...carried, momentum: moment };
  const motion = o.does === 'away' ? unloaded(body) : body;
  const stated = { stature: o.build.stature, handed: o.handed, club: o.club };
  return { recording: record(motion, o.device, rng, { name: o.does, handed: o.handed, club: true, stated }), motion };
}

/** Nobody there. */
function unloaded(m: Motion): Motion {
  const none = (v: Float64Array) => new Float64Array(v.length);
  const foot = (f: Motion['feet']['lead']) => ({
    ...f,
    fx: none(f.fx),
    fy: none(f.fy),
    fz: none(f.fz),
    tz: none(f.tz),
  });
  return { ...m, feet: { lead: foot(m.feet.lead), trail: foot(m.feet.trail) } };
}
