import { compareSets } from '../compare/sets.js';
import { analyse } from '../analyse.js';
import { VilkoError } from '../error.js';
import { HEALTHY, random, simulate } from '../golfer/index.js';
import { numberOf } from '../measures/measure.js';
import { worthOf } from '../measures/registry.js';
import { DIFFICULTY, nearest } from './difficulty.js';
import type { Asked, ItemWish } from './exercise.js';
import { pick } from './lots.js';
import type { Choice } from './score.js';

/** The measure that two sets are compared by, and its unit. */
export const NOISE_MEASURE = 'share.lead.p7';
/** How many worths it may have changed by, as they are offered. */
export const CHANGES = [0, 1, 2, 4] as const;
const nameOf = (worths: number): string => `${worths}`;

/** Two sets of a golfer's swings, in one measure. */
export interface RealOrNoiseItem extends Asked {
  readonly measure: typeof NOISE_MEASURE;
  /** Smallest difference that matters, points. */
  readonly worth: number;
  readonly before: readonly number[];
  readonly after: readonly number[];
}

/** A golfer's own swings differ by this part of what golfers differ by. */
const OWN = 0.3;
const BOTH_WAYS = 0.5;

/**
 * An item of *Real or noise*: two sets of n swings of one golfer, who changed between them by none, one, two or four
 * worths of the lead share at impact. The same wish gives the same item.
 * @throws VilkoError when a swing is not found
 */
export function realOrNoiseItem({ seed, difficulty: wished }: ItemWish): RealOrNoiseItem {
  const rng = random(seed);
  // first what is true, then how hard: how many swings there are tells nothing
  const worths = pick(rng, CHANGES);
  const ways = DIFFICULTY.noise.filter((w) => w.worths === worths);
  const { swings, points } = pick(rng, [nearest(rng, ways, wished), pick(rng, ways)]);
  const worth = worthOf(NOISE_MEASURE)!;
  const { sd } = HEALTHY.leadP7;
  const perSd = typeof sd === 'number' ? sd : sd.down;
  const way = rng.uniform() < BOTH_WAYS ? 1 : -1;
  const middle = 0.5 * rng.normal();
  const setOf = (points: number, from: number): number[] =>
    Array.from({ length: swings }, (_, i) => {
      const tendencies = { leadP7: middle + points / perSd };
      const o = { device: 'boards', club: 'iron', style: { spread: OWN, tendencies } } as const;
      const { recording } = simulate({
        ...o,
        seed: 1000 * (seed % 1_000_000) + from + i,
        build: { stature: 1.76, mass: 78 },
      });
      const value = numberOf(analyse(recording).swings[0]?.measures[NOISE_MEASURE]);
      if (value === null) throw new VilkoError('bad-option', `a swing of seed ${seed} was not found`);
      return value;
    });
  const half = (way * worths * worth) / 2;
  return {
    ...{ seed, difficulty: points, options: CHANGES.map(nameOf), truth: nameOf(worths), measure: NOISE_MEASURE, worth },
    ...{ before: setOf(-half, 0), after: setOf(half, 500) },
  };
}

const SURE = 0.85;
const UNSURE = 0.5;

/** What the comparison of judging.md §2 says: nothing, unless the change is real; then the nearest of the sizes. */
export function vilkoCompares({ before, after, worth }: RealOrNoiseItem): Choice {
  const change = compareSets([{ before, after, worth }])[0]!;
  if (change.word !== 'real change')
    return { said: nameOf(0), sure: change.word === 'too few swings to tell' ? UNSURE : SURE };
  const size = Math.abs(change.difference) / worth;
  const nearestSize = [...CHANGES].slice(1).sort((a, b) => Math.abs(a - size) - Math.abs(b - size))[0]!;
  return { said: nameOf(nearestSize), sure: SURE };
}
