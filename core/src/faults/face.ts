import type { ClubClass } from '../recording/recording.js';
import type { BallReadings } from './ball.js';
import numbers from './face.json';

/** Where the face pointed against the path, and what that says before the feet are asked. */
export interface FaceReading {
  /** °, + to the right of a right-hander's target, by hand. */
  readonly face: number;
  readonly path: number;
  /** Face less path, °: the ball curves to the side of its sign. */
  readonly toPath: number;
  readonly basis: 'measured' | 'derived';
  /** The path lies in the wanted window and the face does not go with it: face and grip come before the feet. */
  readonly faceFirst: boolean;
  /** The ball curved to the other side: it was not struck off the middle. */
  readonly offTheMiddle: boolean;
  /** The way a path outside the window has to turn; null inside it. */
  readonly turn: 'in-to-out' | 'out-to-in' | null;
}

/** Wanted window of the path, °, from and to. */
export const PATH_WINDOW = numbers.window as readonly number[] as readonly [number, number];

const numberAt = (ball: BallReadings | null, key: string): number | null => {
  const value = ball?.[key];
  return typeof value === 'number' ? value : null;
};

/**
 * Face and path of a ball; null where the path, or both face and start, were not read. A measured face wins; else
 * face = start + (start − path)·(1 − k)/k with k the part of the start that the face makes (judging.md §3).
 * @example readFace({ path: 0, start: 4 }, 'driver')!.face // 4.7, derived
 */
export function readFace(ball: BallReadings | null, club: ClubClass, window = PATH_WINDOW): FaceReading | null {
  const path = numberAt(ball, 'path');
  const start = numberAt(ball, 'start');
  const measured = numberAt(ball, 'face');
  if (path === null || (measured === null && start === null)) return null;
  const k = club === 'driver' || club === 'wood' ? numbers.startIsFace.driver : numbers.startIsFace.iron;
  const face = measured ?? start! + ((start! - path) * (1 - k)) / k;
  const toPath = face - path;
  const inWindow = path >= window[0] && path <= window[1];
  const curve = numberAt(ball, 'curve');
  return {
    face,
    path,
    toPath,
    basis: measured === null ? 'derived' : 'measured',
    faceFirst: inWindow && Math.abs(toPath) >= numbers.mismatch,
    offTheMiddle:
      curve !== null &&
      Math.abs(curve) >= numbers.seen.curve &&
      Math.abs(toPath) >= numbers.seen.toPath &&
      Math.sign(curve) !== Math.sign(toPath),
    turn: inWindow ? null : path < window[0] ? 'in-to-out' : 'out-to-in',
  };
}

/** Loft at impact and the spin loft it makes with the attack, °. */
export interface LoftReading {
  readonly dynamicLoft: number;
  readonly spinLoft: number;
  /** Whether the loft was measured, or comes of launch and attack. */
  readonly basis: 'measured' | 'derived';
}

/**
 * Spin loft = dynamic loft − attack; a measured loft wins, else dynamic loft = (launch − 0.2·attack)/0.8. Null without
 * an attack, or without both loft and launch.
 */
export function readLoft(ball: BallReadings | null): LoftReading | null {
  const launch = numberAt(ball, 'launch');
  const attack = numberAt(ball, 'attack');
  const measured = numberAt(ball, 'dynamicLoft');
  if (attack === null || (measured === null && launch === null)) return null;
  const dynamicLoft = measured ?? (launch! - numbers.launchOfAttack * attack) / (1 - numbers.launchOfAttack);
  return { dynamicLoft, spinLoft: dynamicLoft - attack, basis: measured === null ? 'derived' : 'measured' };
}
