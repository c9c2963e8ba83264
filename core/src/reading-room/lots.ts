import type { Random } from '../golfer/random.js';
import type { Handed } from '../recording/recording.js';

/** One of these. */
export const pick = <T>(rng: Random, from: readonly T[]): T => from[Math.floor(rng.uniform() * from.length)]!;

/** Some of these in an order drawn at random. */
export function drawn<T>(rng: Random, from: readonly T[], n: number): T[] {
  const left = [...from];
  const out: T[] = [];
  while (out.length < n && left.length) out.push(...left.splice(Math.floor(rng.uniform() * left.length), 1));
  return out;
}

/** Either hand. */
export const eitherHand = (rng: Random): Handed => (rng.uniform() < 0.5 ? 'right' : 'left');
