import type { Events } from '../events/event.js';
import type { FootLoads } from '../ground/foot-loads.js';
import { FEET, type FeetPair } from '../ground/foot-outline.js';
import type { Ground } from '../ground/ground.js';
import { mirrorSign } from '../ground/platforms.js';
import {
  blankPlatform,
  type Board,
  type ExtraChannel,
  type Mat,
  type Platform,
  type Recording,
} from '../recording/recording.js';
import { Course } from './course.js';
import type { WhatIf } from './what-if.js';

/** The swing a change is worked on. */
export interface AlteredSwing {
  readonly start: number;
  readonly end: number;
  readonly events: Events;
}

/** The altered recording, or in words which condition fails. */
export type AlterAnswer = { readonly recording: Recording } | { readonly stopped: string };

/** Horizontal force of a foot is at most this part of its load: more, and the shoe slips. */
const GRIP = 0.9;
/** Mean vertical force and the mass's speed are put right after impact by at most this part of the weight. */
const MOST_LIFT_REPAIR = 0.12;
const MOST_PUSH_REPAIR = 0.08;
/** A share beyond its ends by less than this is the noise of an empty plate. */
const NOISE = 0.012;
/** A foot that carries less than this part of the weight may slip: it hardly stands. */
const STANDS = 0.08;

/**
 * Alters one swing of a recording: size and timing of pressure shift, lateral push, turning and vertical push, by a
 * time warp and a scale of the feet's wrenches between address and finish. Kept are: load ≥ 0, each foot's pressure
 * where it was within the foot, horizontal ≤ 0.9 × load, mean vertical = weight, the mass at rest at the finish.
 * A calculation, not a prediction: joints, club and ball are not in it.
 * @returns the recording on the ground's grid, or which condition fails and when
 */
export function alterSwing(rec: Recording, ground: Ground, swing: AlteredSwing, change: WhatIf): AlterAnswer {
  const course = new Course(ground, swing);
  const { n } = ground.base;
  const weight = course.weight;
  const share = course.alter(course.share, course.quietShare, change.shift);
  const up = course.alter(course.total, weight, change.lift);
  const slip = course.repair(up, course.total, MOST_LIFT_REPAIR * weight);
  if (slip) return { stopped: `the mean vertical force would not be the weight any more: ${slip}` };
  for (let k = 0; k < n; k++) {
    const s = share[k]!;
    if (!(up[k]! >= 0)) return { stopped: `the feet would have to pull the ground${course.when(k)}` };
    if (course.inside(k) && (s < -NOISE || s > 1 + NOISE))
      return { stopped: `the ${s < 0 ? 'lead' : 'trail'} foot would carry less than nothing${course.when(k)}` };
    share[k] = Math.min(1, Math.max(0, s));
  }
  const loads = { lead: up.map((f, k) => f * share[k]!), trail: up.map((f, k) => f * (1 - share[k]!)) };
  const horizontal = hasForces(ground) ? course.horizontal(change, share, MOST_PUSH_REPAIR * weight) : null;
  if (horizontal && 'stopped' in horizontal) return horizontal;
  const feet = Object.fromEntries(
    FEET.map((f) => [f, course.footLoads(f, loads[f], horizontal?.[f] ?? null)]),
  ) as unknown as FeetPair<FootLoads>;
  if (horizontal)
    for (const f of FEET) {
      const { fx, fy, fz } = feet[f];
      for (let k = 0; k < n; k++)
        if (
          course.inside(k) &&
          fz[k]! > STANDS * weight &&
          Math.hypot(fx![k]!, fy![k]!) > Math.max(GRIP * fz[k]!, course.gripWas(f, k))
        )
          return {
            stopped: `the ${f} foot would slip: it would push sideways with over ${GRIP} of its load${course.when(k)}`,
          };
    }
  return { recording: written(rec, ground, feet, course) };
}

const hasForces = (g: Ground): boolean => g.raw.lead.fx !== null;

/** The altered feet as a recording of the same device, on the ground's grid and in the file's own directions. */
function written(rec: Recording, ground: Ground, feet: FeetPair<FootLoads>, course: Course): Recording {
  const { base, handed } = ground;
  const sign = mirrorSign(handed);
  const time = Float64Array.from({ length: base.n }, (_, k) => base.t0 + k / base.rate);
  const channels = Object.fromEntries(
    Object.entries(rec.channels).map(([name, v]) => [
      name as ExtraChannel,
      rec.device === 'mat' && v.length !== rec.time.length ? v : base.bring(v),
    ]),
  );
  const mat = rec.mat && ground.mat?.told ? alteredMat(rec.mat, ground.mat.told.owner, course, feet) : rec.mat;
  if (rec.device === 'mat') return { ...rec, mat };
  return {
    ...rec,
    time,
    channels,
    mat,
    platforms: rec.platforms.length ? FEET.map((f) => platformOf(feet[f], sign)) : [],
    boards: rec.boards.length ? FEET.map((f) => boardOf(feet[f], nearestBoard(rec.boards, feet[f], sign), sign)) : [],
  };
}

/** A foot's loads about the lab's origin as a platform whose centre lies there. */
function platformOf({ fx, fy, fz, fzx, fzy, mz }: FootLoads, sign: 1 | -1): Platform {
  const n = fz.length;
  return {
    ...blankPlatform(n, [0, 0]),
    fx: fx!,
    fy: fy!.map((v) => sign * v),
    fz,
    mx: fzy.map((v) => sign * v),
    my: fzx.map((v) => -v),
    mz: mz!.map((v) => sign * v),
  };
}

function nearestBoard(boards: readonly Board[], { fz, fzy }: FootLoads, sign: 1 | -1): Board {
  const total = fz.reduce((a, b) => a + b, 0);
  const y = (sign * fzy.reduce((a, b) => a + b, 0)) / total;
  return [...boards].sort((a, b) => Math.abs(a.centre[1] - y) - Math.abs(b.centre[1] - y))[0]!;
}

function boardOf({ fz, fzx, fzy }: FootLoads, b: Board, sign: 1 | -1): Board {
  const cell = (sx: 1 | -1, sy: 1 | -1) =>
    fz.map(
      (f, k) => (f + (sx * (fzx[k]! - b.centre[0] * f)) / b.hx + (sy * (sign * fzy[k]! - b.centre[1] * f)) / b.hy) / 4,
    );
  return { ...b, cells: [cell(1, 1), cell(-1, 1), cell(-1, -1), cell(1, -1)] };
}

/** Cells of each foot times what its load has become. */
function alteredMat(mat: Mat, owner: Uint8Array, course: Course, feet: FeetPair<FootLoads>): Mat {
  const cells = mat.rows * mat.cols;
  const frames = new Float32Array(mat.frames.length);
  for (let k = 0; k < mat.time.length; k++) {
    const gain = FEET.map((f) => course.gainAt(f, feet[f].fz, mat.time[k]!));
    for (let c = 0; c < cells; c++) frames[k * cells + c] = mat.frames[k * cells + c]! * gain[owner[c]!]!;
  }
  return { ...mat, frames };
}
