import { clubAngles } from './club-channels.js';
import type { Motion } from './motion.js';

/** A point in golfer's directions, m: X toward the ball, Y toward the target, Z up from the ground. */
export type Joint = readonly [x: number, y: number, z: number];

/** A stick figure at one moment. */
export interface Figure {
  readonly head: Joint;
  readonly neck: Joint;
  readonly shoulders: { readonly lead: Joint; readonly trail: Joint };
  readonly hips: { readonly lead: Joint; readonly trail: Joint };
  readonly knees: { readonly lead: Joint; readonly trail: Joint };
  readonly ankles: { readonly lead: Joint; readonly trail: Joint };
  readonly toes: { readonly lead: Joint; readonly trail: Joint };
  readonly hands: Joint;
  readonly clubHead: Joint;
}

/** Lengths as parts of stature. */
const PART = {
  hipHeight: 0.5,
  spine: 0.3,
  shoulderHalf: 0.115,
  hipHalf: 0.085,
  arm: 0.36,
  club: 0.5,
  neck: 0.1,
  ankle: 0.045,
};
/** The plane the club swings in leans this much from level. */
const PLANE = (55 * Math.PI) / 180;
/** The spine bends forward at the hips. */
const BEND = (32 * Math.PI) / 180;
/** The spine leans away from the target, and more so when the mass stays back. */
const LEAN = (5 * Math.PI) / 180;
const RAD = Math.PI / 180;
/** Shoulders turn with the arm, hips half as far. */
const SHOULDERS_AT_TOP = 88;
const HIPS_AT_TOP = 42;
const ARM_AT_TOP = 128;

const add = (a: Joint, b: Joint): Joint => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const middle = (a: Joint, b: Joint): Joint => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];

/**
 * Draws the simulated golfer as a stick figure: the hips go where the mass goes, the arm and the shaft have the
 * angles of the club channels, the feet stand where the soles are. A picture to look at, not a model of joints.
 * @returns the figure at time t, s
 */
export function figureAt(motion: Motion): (t: number) => Figure {
  const { shaft, arm } = clubAngles(motion.plans, motion.returns);
  const s = motion.build.stature;
  const at = (v: Float64Array, t: number): number =>
    v[Math.max(0, Math.min(v.length - 1, Math.round(t * motion.rate)))]!;
  const rest = { x: motion.mass.x[0]!, y: motion.mass.y[0]!, z: motion.mass.z[0]! };
  return (t) => {
    const moved = { y: at(motion.mass.y, t) - rest.y, z: at(motion.mass.z, t) - rest.z };
    const centreY = (motion.soles.lead.heel[1] + motion.soles.trail.heel[1]) / 2 + moved.y;
    const a = arm(t);
    const turnShoulders = -SHOULDERS_AT_TOP * (a / ARM_AT_TOP) * RAD;
    const turnHips = -HIPS_AT_TOP * (a / ARM_AT_TOP) * RAD;
    const hip: Joint = [-0.06 * s, centreY, PART.hipHeight * s + moved.z];
    const neck = add(hip, [
      Math.sin(BEND) * PART.spine * s,
      -Math.sin(LEAN) * PART.spine * s - 0.3 * moved.y,
      Math.cos(BEND) * PART.spine * s,
    ]);
    const across = (c: Joint, half: number, turn: number, side: 1 | -1): Joint =>
      add(c, [-side * half * s * Math.sin(turn), side * half * s * Math.cos(turn), 0]);
    const shoulders = {
      lead: across(neck, PART.shoulderHalf, turnShoulders, 1),
      trail: across(neck, PART.shoulderHalf, turnShoulders, -1),
    };
    const hips = { lead: across(hip, PART.hipHalf, turnHips, 1), trail: across(hip, PART.hipHalf, turnHips, -1) };
    const inPlane = (angle: number, length: number): Joint => [
      Math.cos(angle * RAD) * Math.cos(PLANE) * length,
      -Math.sin(angle * RAD) * length,
      -Math.cos(angle * RAD) * Math.sin(PLANE) * length,
    ];
    const hands = add(shoulders.lead, inPlane(a, PART.arm * s));
    const foot = (f: 'lead' | 'trail') => {
      const { heel, axis, length } = motion.soles[f];
      return {
        ankle: [heel[0] + 0.25 * length * axis[0], heel[1] + 0.25 * length * axis[1], PART.ankle * s] as Joint,
        toe: [heel[0] + length * axis[0], heel[1] + length * axis[1], 0.01] as Joint,
      };
    };
    const [lead, trail] = [foot('lead'), foot('trail')];
    const knee = (h: Joint, k: Joint): Joint => add(middle(h, k), [0.05 * s, 0, 0]);
    return {
      head: add(neck, [0.5 * PART.neck * s, 0, PART.neck * s]),
      neck,
      shoulders,
      hips,
      knees: { lead: knee(hips.lead, lead.ankle), trail: knee(hips.trail, trail.ankle) },
      ankles: { lead: lead.ankle, trail: trail.ankle },
      toes: { lead: lead.toe, trail: trail.toe },
      hands,
      clubHead: add(hands, inPlane(shaft(t), PART.club * s)),
    };
  };
}
