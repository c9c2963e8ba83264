import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';
import type { Asked } from '@vilko/contract';
import { type ClubClass, type Handed, type Recording } from '@vilko/core';
import {
  type Build,
  random,
  shotOf,
  SIMULATED_FAULTS,
  simulate,
  type SimulatedDevice,
  type SimulatedShot,
  standing,
} from '@vilko/core/golfer';
import { answerTo, questionsTo } from '../threads/questions.js';

/** What the simulated golfer is asked for. */
export interface MotionRequest {
  readonly seed: number;
  readonly handed: Handed;
  readonly club: ClubClass;
  /** Seconds of standing before the swing. */
  readonly before: number;
  readonly does: Asked;
  readonly build: Build | null;
  readonly device: SimulatedDevice;
}

/** A piece of stream, and what the ball did in it. */
export interface MadeMotion {
  readonly recording: Recording;
  /** Time of impact on the recording's clock, s, and the ball; null without a swing. */
  readonly shot: { readonly at: number; readonly ball: SimulatedShot } | null;
}

const SOMEBODY: Build = { stature: 1.72, mass: 70 };
const ROUTINE_SECONDS = 10;

/** Standing, a swing, back to address; or what the set-up asks for. */
export function makeMotion(r: MotionRequest): MadeMotion {
  const who = { device: r.device, seed: r.seed, handed: r.handed, club: r.club, build: r.build ?? SOMEBODY };
  if (r.does !== 'swing')
    return { recording: standing({ ...who, does: r.does, seconds: ROUTINE_SECONDS }).recording, shot: null };
  const faults = Object.keys(SIMULATED_FAULTS).filter((f) => (SIMULATED_FAULTS[f]!.club ?? r.club) === r.club);
  // every third swing is a good one, so that a lesson has both
  const fault = r.seed % 3 === 0 ? undefined : faults[r.seed % 2 ? 0 : 1];
  const { recording, motion } = simulate({
    ...who,
    fault,
    strength: 'strong',
    before: r.before,
    returns: true,
    style: { spread: 0.4 },
  });
  const plan = motion.plans[0]!;
  return { recording, shot: { at: plan.times.p7, ball: shotOf(plan, random(r.seed)) } };
}

/** Makes motions in a thread of its own, so that the stream never stalls. */
export function motionMaker(): { next: (r: MotionRequest) => Promise<MadeMotion> } {
  const worker = new Worker(fileURLToPath(import.meta.url));
  const { ask } = questionsTo<MotionRequest>(worker, 'the thread that makes motions has ended');
  return {
    // one after the other, in the order they were asked for
    next: (r) => ask(r) as Promise<MadeMotion>,
  };
}

if (!isMainThread) answerTo<MotionRequest>(parentPort!, (r) => Promise.resolve(makeMotion(r)));
