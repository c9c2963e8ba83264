import type { FeetPair } from '../ground/foot-outline.js';
import { MASS_HEIGHT_PART } from '../measures/centre-of-mass.js';
import { G } from '../recording/units.js';
import type { ClubClass } from '../recording/recording.js';
import { heightPath, massPath } from './body.js';
import { type Bump, type Knot, sampleBumps, sampleIntegrals, smoothCurve } from './curves.js';
import type { Random } from './random.js';
import { type Build, pointOf, type Sole, stance, withinSole } from './sole.js';
import { forwardKnots, insideKnots, noticed, shareKnots, STANCE, type SwingPlan } from './swing-plan.js';

/** What the ground does to one foot: force on the golfer (N), its place (m) and the free moment (N·m), each [n]. */
export interface FootAction {
  readonly fx: Float64Array;
  readonly fy: Float64Array;
  readonly fz: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly tz: Float64Array;
}

export type Axes = Readonly<Record<'x' | 'y' | 'z', Float64Array>>;

/** A golfer's motion over a plane, right-handed lab directions, sampled at `rate` from t = 0. */
export interface Motion {
  readonly rate: number;
  readonly n: number;
  readonly build: Build;
  readonly soles: FeetPair<Sole>;
  readonly feet: FeetPair<FootAction>;
  /** Centre of mass, m, and its acceleration, m/s². */
  readonly mass: Axes;
  readonly acceleration: Axes;
  /** Angular momentum about the centre of mass, N·m·s, as stated, and its rate of change. */
  readonly momentum: Axes;
  readonly moment: Axes;
  readonly plans: readonly SwingPlan[];
  /** The golfer goes back to address after the last finish. */
  readonly returns: boolean;
}

/** Amplitudes (N·m/kg) of a swing's tilting and pitching, solved so that mass and forces come out as planned. */
export interface Drive {
  readonly tiltBack: number;
  readonly tiltDown: number;
  readonly pitchDown: number;
}

const SMOOTH = 0.012;
/** How a golfer squeezes the ground between the feet, part of weight. */
const SQUEEZE = 0.025;
/** Horizontal force of a foot as a part of its load that a sole holds with some to spare. */
const GRIP = 0.85;
/** When (s after impact), for how long (half, s) and how hard (N·m/kg per mm) a mass that runs on is caught. */
const CATCH_AT = 0.16;
const CATCH_FOR = 0.15;
const RUNS = 0.08;
/** Half duration (s) of tipping before impact; a bump's area is this of its height and half duration. */
const TIPS_FOR = 0.07;
const BUMP = 32 / 35;
const HOLD_AFTER = 1.9;
const RETURN = 1.2;

/** Distance between the foot centres, m. */
export const stanceWidth = (build: Build, club: ClubClass): number => (STANCE[club] * build.stature) / 1.75;

interface Bumps {
  readonly tilt: Bump[];
  readonly pitch: Bump[];
  readonly turn: Bump[];
  readonly lift: Bump[];
}

/** Moments per kg and vertical acceleration in g, as bumps that leave no momentum behind. */
function bumpsOf(plan: SwingPlan, d: Drive): Bumps {
  const { p, times, clubStarts } = plan;
  const i = times.p7;
  const balance = (bumps: Bump[], c: number, w: number): Bump[] => [
    ...bumps,
    { c, w, a: -bumps.reduce((s, b) => s + b.a * b.w, 0) / w },
  ];
  const tilt = balance(
    [
      { c: clubStarts + 0.72 * (times.p4 - clubStarts), w: 0.44, a: d.tiltBack },
      { c: times.p4 - 0.02, w: 0.26, a: d.tiltDown },
      // the ground tips the golfer between the arm level and impact
      { c: i - TIPS_FOR, w: TIPS_FOR, a: p.tips / (BUMP * TIPS_FOR) },
    ],
    i + 0.4,
    0.36,
  );
  // a mass that runs on is caught only after impact
  const caught = RUNS * noticed(p, 'massRuns');
  tilt.push({ c: i + CATCH_AT, w: CATCH_FOR, a: -caught }, { c: i + 0.8, w: 0.4, a: (caught * CATCH_FOR) / 0.4 });
  const pitch = balance([{ c: i - 0.14, w: 0.26, a: d.pitchDown }], i + 0.36, 0.34);
  const turn = balance(
    [
      {
        c: clubStarts + (0.3 + p.twistsOn) * (times.p4 - clubStarts),
        w: 0.32 * (times.p4 - clubStarts),
        a: -p.turnBack,
      },
      { c: i + p.turnPeakTime, w: 0.27, a: p.turnPeak },
    ],
    i + 0.31,
    0.36,
  );
  return { tilt, pitch, turn, lift: liftBumps(plan) };
}

/** Vertical acceleration in g: unweighting, the push, and two bumps that bring speed to 0 and the height to +15 mm. */
function liftBumps({ p, times, clubStarts }: SwingPlan): Bump[] {
  const i = times.p7;
  const down: Bump = { c: times.p4 - 0.03, w: 0.17, a: p.upMin - 1 };
  const push: Bump = { c: i + p.upPeakTime, w: 0.125, a: p.upPeak - 1 };
  // a trail leg that pushes up as the club starts lifts the body; by the top it is where it was
  const up = noticed(p, 'pushUp');
  const w = 0.5 * (times.p2 - clubStarts);
  const lifted = times.p2 - 0.4 * w;
  const earlyLift: Bump[] =
    up > 0
      ? [
          { c: lifted, w, a: up },
          { c: lifted + 1.5 * w, w: 1.5 * w, a: (-2 / 1.5) * up },
          { c: lifted + 3 * w, w: 1.5 * w, a: up / 1.5 },
        ]
      : [];
  const [w4, w5] = [0.26, 0.3];
  const [c4, c5] = [i + 0.2, i + 0.56];
  const sum = down.a * down.w + push.a * push.w;
  const first = down.a * down.w * (down.c - i) + push.a * push.w * (push.c - i);
  const rise = -0.015 / (G * (32 / 35));
  // x4 + x5 = −sum and x4·(c4 − i) + x5·(c5 − i) = rise − first
  const x4 = (rise - first + sum * (c5 - i)) / (c4 - c5);
  const x5 = -sum - x4;
  return [down, push, ...earlyLift, { c: c4, w: w4, a: x4 / w4 }, { c: c5, w: w5, a: x5 / w5 }];
}

/** Several swings' knots on one clock: after each finish the golfer goes back to address. */
function chained(plans: readonly SwingPlan[], returns: boolean, of: (p: SwingPlan) => Knot[]): Knot[] {
  return plans.flatMap((plan, i) => {
    const knots = of(plan);
    const next = plans[i + 1] ?? (returns ? plan : undefined);
    if (!next) return knots;
    const leave = plan.times.p10 + HOLD_AFTER;
    return [...knots, [leave, knots.at(-1)![1]] as Knot, [leave + RETURN, of(next)[0]![1]] as Knot];
  });
}

/** Slow wandering of somebody who stands still. */
export function sway(rng: Random, n: number, rate: number, size: number): Float64Array {
  const parts = [0.19, 0.37, 0.71].map((f) => ({
    f: f * (0.8 + 0.4 * rng.uniform()),
    a: size * rng.normal() * 0.6,
    ph: 2 * Math.PI * rng.uniform(),
  }));
  const out = new Float64Array(n);
  for (const q of parts) {
    // a sine goes on by turning: one rotation a sample instead of one call
    const cos = Math.cos((2 * Math.PI * q.f) / rate);
    const sin = Math.sin((2 * Math.PI * q.f) / rate);
    let s = q.a * Math.sin(q.ph);
    let c = q.a * Math.cos(q.ph);
    for (let k = 0; k < n; k++) {
      out[k]! += s;
      const turned = s * cos + c * sin;
      c = c * cos - s * sin;
      s = turned;
    }
  }
  return out;
}

export interface MoveOptions {
  readonly duration: number;
  readonly rate: number;
  readonly rng: Random | null;
  readonly returns?: boolean;
}

/**
 * Moves a body so that the ground's forces and moments are exactly those of its mass and stated angular momentum:
 * the pressure under the feet and the angular momentum are given, the path of the mass follows.
 * @param swings what is planned, and the drive of each plan
 * @param o.duration s, at `rate` samples a second
 * @param o.rng null: nothing wanders
 * @param o.returns whether the golfer goes back to address after the last finish
 * @example moveBody(build, { plans: [plan], drives: [tuneDrive(build, plan)] }, { duration: 6, rate: 1000, rng })
 */
export const moveBody = (
  build: Build,
  { plans, drives }: { readonly plans: readonly SwingPlan[]; readonly drives: readonly Drive[] },
  o: MoveOptions,
): Motion => {
  const course = plannedCourse(build, plans, o);
  return { ...carryBody(driven(course, drives)), momentum: momentumOf(course, drives) };
};

/** What the plans alone decide: the shares, and where the pressure lies under each foot. */
export type Course = Omit<Carried, 'lift' | 'moment'>;

/**
 * The course of the body through its planned swings.
 * @example plannedCourse(build, plans, { duration: 9, rate: 1000, rng: random(3) })
 */
export function plannedCourse(
  build: Build,
  plans: readonly SwingPlan[],
  { duration, rate, rng, returns = false }: MoveOptions,
): Course {
  const n = Math.round(duration * rate);
  const club = plans[0]!.club;
  const soles = stance(build, stanceWidth(build, club), [0, 0]);
  const curve = (of: (p: SwingPlan) => Knot[], wander: number) => {
    const c = smoothCurve(chained(plans, returns, of), n, rate, SMOOTH);
    if (!rng) return c;
    const s = sway(rng, n, rate, wander);
    for (let k = 0; k < n; k++) c[k]! += s[k]!;
    return c;
  };
  const settling = finishWander(plans, n, rate);
  const share = curve(shareKnots, 0.3);
  const settles = 0.6 / stanceWidth(build, club);
  for (let k = 0; k < n; k++)
    share[k] = Math.min(0.985, Math.max(0.015, share[k]! / 100 + (settling[k]! / 1000) * settles));
  const wander = backWander(plans, n, rate);
  const place = (foot: 'lead' | 'trail') => {
    const toPercent = 0.1 / soles[foot].length;
    const forward = curve((p) => forwardKnots(p)[foot], 0.5);
    const inside = curve((p) => insideKnots(p)[foot], 1);
    const x = new Float64Array(n);
    const y = new Float64Array(n);
    for (let k = 0; k < n; k++) {
      const f = Math.min(97, Math.max(3, forward[k]! + toPercent * (wander[k]! + settling[k]!)));
      const at = pointOf(soles[foot], f, withinSole(f, inside[k]!));
      x[k] = at[0];
      y[k] = at[1];
    }
    return { x, y };
  };
  const lead = place('lead');
  const trail = place('trail');
  return { rate, build, soles, share, lead, trail, plans, returns };
}

/** The bumps of all plans. */
const bumpsOfAll = ({ plans }: Course, drives: readonly Drive[]): ((key: keyof Bumps) => Bump[]) => {
  const bumps = plans.map((p, i) => bumpsOf(p, drives[i]!));
  return (key) => bumps.flatMap((b) => b[key]);
};

/** The body along a planned course, by the drive of each plan. */
export function driven(course: Course, drives: readonly Drive[]): Carried {
  const { rate, build, share } = course;
  const all = bumpsOfAll(course, drives);
  const m = build.mass;
  const sample = (key: keyof Bumps, scale: number) => sampleBumps(all(key), share.length, rate, scale);
  return {
    ...course,
    lift: sample('lift', G),
    moment: { x: sample('tilt', m), y: sample('pitch', m), z: sample('turn', m) },
  };
}

/** The angular momentum of such a motion. */
function momentumOf(course: Course, drives: readonly Drive[]): Axes {
  const { rate, build, share } = course;
  const all = bumpsOfAll(course, drives);
  const sum = (key: keyof Bumps) => sampleIntegrals(all(key), share.length, rate, build.mass);
  return { x: sum('tilt'), y: sum('pitch'), z: sum('turn') };
}

const WANDERS = 3;
const SETTLES = 1.7;

/** How the pressure wanders across the stance going back, mm. */
function backWander(plans: readonly SwingPlan[], n: number, rate: number): Float64Array {
  const out = new Float64Array(n);
  for (const { p, clubStarts, times } of plans)
    for (let k = Math.ceil(clubStarts * rate); k < Math.min(n, times.p4 * rate); k++) {
      const part = (k / rate - clubStarts) / (times.p4 - clubStarts);
      out[k] = Math.max(0, p.wander) * Math.sin(Math.PI * part) * Math.sin(2 * Math.PI * WANDERS * part);
    }
  return out;
}

/** How a finish that is not held wanders, mm; its SD is the plan's. */
function finishWander(plans: readonly SwingPlan[], n: number, rate: number): Float64Array {
  const out = new Float64Array(n);
  for (const { p, times } of plans)
    for (let k = Math.ceil((times.p7 + 0.4) * rate); k < Math.min(n, (times.p10 + HOLD_AFTER) * rate); k++) {
      const since = k / rate - times.p7 - 0.4;
      out[k] =
        Math.SQRT2 * Math.max(0, p.finishSway) * Math.min(1, since / 0.3) * Math.sin(2 * Math.PI * SETTLES * since);
    }
  return out;
}

/** A path over the ground, m. */
export interface Place {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** What is given about a moving body; the rest follows from mechanics. */
export interface Carried extends Pick<Motion, 'rate' | 'build' | 'soles' | 'moment' | 'plans' | 'returns'> {
  /** Lead share of the load, 0–1. */
  readonly share: Float64Array;
  /** Where the pressure lies under each foot. */
  readonly lead: Place;
  readonly trail: Place;
  /** Vertical acceleration of the mass, m/s². */
  readonly lift: Float64Array;
}

/** Lets a body follow the pressure under its feet, and shares its force out between them. */
export function carryBody(body: Carried): Omit<Motion, 'momentum'> {
  const { lift: _, ...given } = body;
  const moved = moveMass(body);
  return { ...given, n: given.share.length, ...moved, feet: shareOut(given, moved) };
}

/** Where the mass is and how it is accelerated: it follows the pressure, linear in the moments. */
export function moveMass({ build, rate, lift, share, lead, trail, moment }: Carried): Moved {
  const m = build.mass;
  const n = share.length;
  const z = heightPath(lift, MASS_HEIGHT_PART * build.stature, rate);
  const copX = new Float64Array(n);
  const copY = new Float64Array(n);
  const w = new Float64Array(n);
  const qx = new Float64Array(n);
  const qy = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    const s = share[k]!;
    copX[k] = s * lead.x[k]! + (1 - s) * trail.x[k]!;
    copY[k] = s * lead.y[k]! + (1 - s) * trail.y[k]!;
    w[k] = (G + lift[k]!) / z[k]!;
    qx[k] = -moment.y[k]! / (m * z[k]!);
    qy[k] = moment.x[k]! / (m * z[k]!);
  }
  const y = massPath(copY, w, qy, rate);
  const x = massPath(copX, w, qx, rate);
  return { mass: { x: x.p, y: y.p, z }, acceleration: { x: x.a, y: y.a, z: lift }, moment };
}

/** How a mass moves, and the moments that go with it. */
export type Moved = Pick<Motion, 'mass' | 'acceleration' | 'moment'>;

/** How much of a push up is missing sideways, and around when (s, half). */
const SPARED = 0.27;
const SPARED_FOR = 0.3;

/** A trail leg that pushes up pushes less toward the target: the lead leg pulls instead. */
function sparedPush({ plans, rate }: Pick<Carried, 'plans' | 'rate'>, n: number): Float64Array {
  const bumps = plans.flatMap((plan): Bump[] => {
    const up = noticed(plan.p, 'pushUp');
    return up > 0 ? [{ c: plan.times.p4, w: SPARED_FOR, a: SPARED * up }] : [];
  });
  return sampleBumps(bumps, n, rate, 1);
}

/**
 * Splits the whole force and turning moment between the feet: a couple of fore–aft forces and free moments. Only the
 * samples `from` to before `to`, where they are given.
 */
export function shareOut(
  course: Pick<Carried, 'rate' | 'build' | 'plans' | 'share' | 'lead' | 'trail'>,
  { mass, acceleration, moment }: Moved,
  [from, to]: readonly [number, number] = [0, course.share.length],
): FeetPair<FootAction> {
  const { share } = course;
  const n = share.length;
  const m = course.build.mass;
  const spared = sparedPush(course, n);
  const foot = ({ x, y }: Place) => ({
    fx: new Float64Array(n),
    fy: new Float64Array(n),
    fz: new Float64Array(n),
    x,
    y,
    tz: new Float64Array(n),
  });
  const lead = foot(course.lead);
  const trail = foot(course.trail);
  for (let k = from; k < to; k++) {
    const s = share[k]!;
    const fx = m * acceleration.x[k]!;
    const fy = m * acceleration.y[k]!;
    const total = m * (G + acceleration.z[k]!);
    const squeeze = (SQUEEZE - spared[k]!) * m * G * 4 * s * (1 - s);
    lead.fz[k] = s * total;
    trail.fz[k] = (1 - s) * total;
    lead.fy[k] = s * fy - squeeze;
    trail.fy[k] = (1 - s) * fy + squeeze;
    const X = mass.x[k]!;
    const Y = mass.y[k]!;
    const own =
      (lead.x[k]! - X) * lead.fy[k]! -
      (lead.y[k]! - Y) * s * fx +
      (trail.x[k]! - X) * trail.fy[k]! -
      (trail.y[k]! - Y) * (1 - s) * fx;
    const rest = moment.z[k]! - own;
    const least = Math.min(s, 1 - s);
    const part = (0.82 * least) / (least + 0.03);
    const distance = lead.y[k]! - trail.y[k]!;
    // what the soles cannot hold by friction is left to the free moments
    const roomLead = Math.sqrt(Math.max(0, (GRIP * lead.fz[k]!) ** 2 - lead.fy[k]! ** 2));
    const roomTrail = Math.sqrt(Math.max(0, (GRIP * trail.fz[k]!) ** 2 - trail.fy[k]! ** 2));
    const fewest = Math.max(s * fx - roomLead, -(1 - s) * fx - roomTrail);
    const most = Math.min(s * fx + roomLead, -(1 - s) * fx + roomTrail);
    const couple = Math.max(fewest, Math.min(most, (part * rest) / distance));
    lead.fx[k] = s * fx - couple;
    trail.fx[k] = (1 - s) * fx + couple;
    lead.tz[k] = (rest - couple * distance) * s;
    trail.tz[k] = (rest - couple * distance) * (1 - s);
  }
  return { lead, trail };
}
