import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';
import { type ClubClass, type Handed, type Recording } from '@vilko/core';
import { SIMULATED_FAULTS, simulate } from '@vilko/core/golfer';

/** What the simulated golfer is asked for. */
export interface MotionRequest {
  readonly seed: number;
  readonly handed: Handed;
  readonly club: ClubClass;
  /** Seconds of standing before the swing. */
  readonly before: number;
}

/** A piece of stream: standing, a swing, back to address. */
export function makeMotion(r: MotionRequest): Recording {
  const faults = Object.keys(SIMULATED_FAULTS).filter((f) => (SIMULATED_FAULTS[f]!.club ?? r.club) === r.club);
  // every third swing is a good one, so that a lesson has both
  const fault = r.seed % 3 === 0 ? undefined : faults[r.seed % 2 ? 0 : 1];
  return simulate({
    device: 'mat-plates',
    seed: r.seed,
    handed: r.handed,
    club: r.club,
    fault,
    strength: 'strong',
    before: r.before,
    returns: true,
    build: { stature: 1.72, mass: 70 },
    style: { spread: 0.4 },
  }).recording;
}

/** Makes motions in a thread of its own, so that the stream never stalls. */
export function motionMaker(): { next: (r: MotionRequest) => Promise<Recording>; close: () => void } {
  const worker = new Worker(fileURLToPath(import.meta.url));
  return {
    next: (r) =>
      new Promise((resolve, reject) => {
        worker.once('message', resolve);
        worker.once('error', reject);
        worker.postMessage(r);
      }),
    close: () => void worker.terminate(),
  };
}

if (!isMainThread) parentPort?.on('message', (r: MotionRequest) => parentPort!.postMessage(makeMotion(r)));
