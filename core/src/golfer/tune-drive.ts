import { G } from '../recording/units.js';
import { type Drive, driven, type Motion, plannedCourse } from './motion.js';
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

/** What of the plan the drives decide: mass back (mm), sideways peak (%BW), fore–aft ratio. */
function outcome({ mass, acceleration, feet, build, rate }: Omit<Motion, 'momentum'>, plan: SwingPlan): Outcome {
  const from = Math.round(plan.clubStarts * rate);
  const top = Math.round(plan.times.p4 * rate);
  const p2 = Math.round(plan.times.p2 * rate);
  const impact = Math.round(plan.times.p7 * rate);
  const weight = build.mass * G;
  let back = 0;
  let push = 0;
  let lead = 0;
  let trail = 0;
  for (let k = from; k <= impact; k++) {
    back = Math.max(back, mass.y[from - 100 > 0 ? from - 100 : 0]! - mass.y[k]!);
    if (k >= p2) push = Math.max(push, acceleration.y[k]! / G);
    if (k >= top) {
      lead = Math.max(lead, -feet.lead.fx[k]! / weight);
      trail = Math.max(trail, feet.trail.fx[k]! / weight);
    }
  }
  return [1000 * back, 100 * push, lead / Math.max(0.01, trail)];
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
  const course = plannedCourse(build, [early], { duration: early.times.p10 + 1.2, rate: RATE, rng: null });
  const run = (d: Drive): number[] => outcome(driven(course, [d]), early).map((v, i) => (v - wanted[i]!) / scale[i]!);
  let best: Solved = { drive: STARTS[0]!, off: Infinity };
  for (const start of STARTS) {
    const solved = newton(run, start);
    if (solved.off < best.off) best = solved;
    if (best.off < NEAR) break;
  }
  return best.drive;
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
