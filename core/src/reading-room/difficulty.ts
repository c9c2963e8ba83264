import * as z from 'zod';
import type { Random } from '../golfer/random.js';
import { shipped } from '../shipped.js';
import numbers from './difficulty.json';
import { pick } from './lots.js';

/** Devices that swings are shown on. */
export const READ_DEVICES = ['plates', 'mat-plates', 'mat', 'boards'] as const;
export type ReadDevice = (typeof READ_DEVICES)[number];

const Numbers = z.object({
  /** Points of a fault so strong, of a healthy swing, of one that cannot be told; what makes it harder adds to it. */
  strength: z.record(z.enum(['strong', 'medium', 'weak']), z.number()),
  healthy: z.number(),
  cannot: z.number(),
  device: z.record(z.enum(READ_DEVICES), z.number()),
  noClub: z.number(),
  driver: z.number(),
  /** A number that is said; a path foretold; of two faults the first. */
  number: z.number(),
  foretold: z.number(),
  whichFirst: z.number(),
  /** Two sets of so many swings that differ by so many worths. */
  noise: z.array(z.object({ swings: z.int(), worths: z.number(), points: z.number() })),
  /** Golfers so far apart, in SD of the field. */
  golfers: z.array(z.object({ apart: z.number(), points: z.number() })),
  ball: z.number(),
  /** A drill among others that so many reasons speak against. */
  drill: z.array(z.object({ reasons: z.int(), points: z.number() })),
});
/** Where items are thought to lie before anybody has read them. */
export const DIFFICULTY = shipped(Numbers, numbers);

/** Ways that are drawn among: those nearest to what is wished. */
const NEAR = 4;

/** Of all ways one near the wished difficulty; any where none is wished. */
export function nearest<W extends { readonly points: number }>(
  rng: Random,
  ways: readonly W[],
  wished: number | null,
): W {
  if (wished === null) return pick(rng, ways);
  const near = [...ways].sort((a, b) => Math.abs(a.points - wished) - Math.abs(b.points - wished));
  return pick(rng, near.slice(0, NEAR));
}

/** Every device with and without a club channel, and what it adds. */
export const SHOWN_ON = READ_DEVICES.flatMap((device) =>
  [true, false].map((clubChannels) => ({
    ...{ device, clubChannels },
    points: DIFFICULTY.device[device] + (clubChannels ? 0 : DIFFICULTY.noClub),
  })),
);
