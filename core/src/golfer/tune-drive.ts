import { G } from '../recording/units.js';
import type { FeetPair } from '../ground/foot-outline.js';
import { type Drive, driven, type FootAction, type Moved, moveMass, plannedCourse, shareOut } from './motion.js';
import type { Build } from './sole.js';
import type { SwingPlan } from './swing-plan.js';

const RATE = 250;
const ROUNDS = 10;
const STEP = 0.02;
const MOST = { tiltBack: 2.4, tiltDown: 2, pitchDown: 1.2 };
/** Coming down the body tilts toward the target, never away from it. */
const LEAST = { tiltBack: -MOST.tiltBack, tiltDown: 0, pitchDown: -MOST.pitchDown };
const KEYS = ['tiltBack', 'tiltDown', 'pitchDown'] as const;

type Outcome = readonly [massBack: number, forcePeak: number, foreAft: number];

/** The samples of a swing that its outcome is read from. */
interface Window {
  readonly address: number;
  readonly club: number;
  readonly p2: number;
  readonly top: number;
  readonly impact: number;
}

/** What of the plan the drives decide: mass back (mm), sideways peak (%BW), fore–aft ratio. */
function outcome(
  { mass, acceleration }: Moved,
  feet: FeetPair<FootAction>,
  { address, club, p2, top, impact }: Window,
  weight: number,
): Outcome {
  let back = 0;
  let push = 0;
  let lead = 0;
  let trail = 0;
  for (let k = club; k <= impact; k++) {
    back = Math.max(back, mass.y[address]! - mass.y[k]!);
    if (k >= p2) push = Math.max(push, acceleration.y[k]!);
    if (k >= top) {
      lead = Math.max(lead, -feet.lead.fx[k]!);
      trail = Math.max(trail, feet.trail.fx[k]!);
    }
  }
  return [1000 * back, (100 * push) / G, lead / Math.max(0.01 * weight, trail)];
}

/** Solves a swing's tilting and pitching so that mass back, sideways peak and fore–aft ratio come out as planned. */
export function tuneDrive(build: Build, plan: SwingPlan): Drive {
  const shift = plan.clubStarts - 1;
  const early: SwingPlan = {
    ...plan,
    clubStarts: 1,
    times: Object.fromEntries(Object.entries(plan.times).map(([k, t]) => [k, t - shift])) as SwingPlan['times'],
  };
  const wanted: Outcome = [plan.p.massBack, plan.p.forcePeak, plan.p.foreAft];
  const scale: Outcome = [10, 2, 0.2];
  const tried = trials(build, early);
  const run = (d: Drive): number[] => tried(d).map((v, i) => (v - wanted[i]!) / scale[i]!);
  let best: Solved = { drive: STARTS[0]!, off: Infinity };
  for (const start of STARTS) {
    const solved = newton(run, start);
    if (solved.off < best.off) best = solved;
    if (best.off < NEAR) break;
  }
  return best.drive;
}

const NONE: Drive = { tiltBack: 0, tiltDown: 0, pitchDown: 0 };

/**
 * What comes out of any drive. The path of the mass is linear in the drives: it is solved without any and once with
 * each, and every trial is a sum of those.
 */
function trials(build: Build, plan: SwingPlan): (d: Drive) => Outcome {
  const course = plannedCourse(build, [plan], { duration: plan.times.p10 + 1.2, rate: RATE, rng: null });
  const at = (t: number): number => Math.round(t * RATE);
  const { clubStarts, times } = plan;
  const club = at(clubStarts);
  const impact = at(times.p7);
  const window: Window = { address: Math.max(0, club - 100), club, p2: at(times.p2), top: at(times.p4), impact };
  const still = moveMass(driven(course, [NONE]));
  const by = KEYS.map((key) => moveMass(driven(course, [{ ...NONE, [key]: 1 }])));
  const combined = (d: Drive, of: (m: Moved) => Float64Array): Float64Array => {
    const none = of(still);
    const out = new Float64Array(impact + 1);
    for (let k = window.address; k <= impact; k++) out[k] = none[k]!;
    KEYS.forEach((key, j) => {
      const one = of(by[j]!);
      const size = d[key];
      for (let k = window.address; k <= impact; k++) out[k]! += size * (one[k]! - none[k]!);
    });
    return out;
  };
  return (d) => {
    const moved: Moved = {
      ...still,
      mass: { ...still.mass, x: combined(d, (m) => m.mass.x), y: combined(d, (m) => m.mass.y) },
      acceleration: {
        ...still.acceleration,
        x: combined(d, (m) => m.acceleration.x),
        y: combined(d, (m) => m.acceleration.y),
      },
    };
    return outcome(moved, shareOut(course, moved, [window.top, impact + 1]), window, build.mass * G);
  };
}

interface Solved {
  readonly drive: Drive;
  /** How far what comes out is from what was wanted. */
  readonly off: number;
}

/** The outcome is a greatest value of curves: from one start it may stick on the wrong hill. */
const STARTS: readonly Drive[] = [
  { tiltBack: -0.4, tiltDown: 0.5, pitchDown: 0.2 },
  { tiltBack: -0.1, tiltDown: 1, pitchDown: 0.2 },
  { tiltBack: -1.1, tiltDown: 0.9, pitchDown: 0.1 },
];
const NEAR = 0.3;

/** Newton's method with step halving. */
function newton(run: (d: Drive) => number[], start: Drive): Solved {
  const size = (r: readonly number[]) => Math.hypot(...r);
  let drive = start;
  let r = run(drive);
  for (let round = 0; round < ROUNDS && Math.max(...r.map(Math.abs)) >= 0.03; round++) {
    const jacobian = KEYS.map((key) => run({ ...drive, [key]: drive[key] + STEP }).map((v, i) => (v - r[i]!) / STEP));
    const step = solve3(jacobian, r);
    const moved = (part: number) =>
      Object.fromEntries(
        KEYS.map((key, j) => [key, Math.max(LEAST[key], Math.min(MOST[key], drive[key] - part * step[j]!))]),
      ) as unknown as Drive;
    let [part, next] = [1, run(moved(1))];
    while (size(next) > 0.98 * size(r) && part > 0.05) next = run(moved((part /= 2)));
    if (size(next) >= size(r)) break;
    drive = moved(part);
    r = next;
  }
  return { drive, off: size(r) };
}

/** Solves Σ_j columns[j][i]·x[j] = r[i] with a little damping, so that an outcome that cannot be had does no harm. */
function solve3(columns: readonly (readonly number[])[], r: readonly number[]): number[] {
  const a = [0, 1, 2].map((i) =>
    [0, 1, 2].map((j) => columns[i]!.reduce((s, v, q) => s + v * columns[j]![q]!, 0) + (i === j ? 1e-3 : 0)),
  );
  const b = [0, 1, 2].map((i) => columns[i]!.reduce((s, v, q) => s + v * r[q]!, 0));
  for (let i = 0; i < 3; i++)
    for (let q = i + 1; q < 3; q++) {
      const f = a[q]![i]! / a[i]![i]!;
      for (let j = i; j < 3; j++) a[q]![j]! -= f * a[i]![j]!;
      b[q]! -= f * b[i]!;
    }
  const x = [0, 0, 0];
  for (let i = 2; i >= 0; i--) {
    let s = b[i]!;
    for (let j = i + 1; j < 3; j++) s -= a[i]![j]! * x[j]!;
    x[i] = s / a[i]![i]!;
  }
  return x;
}
