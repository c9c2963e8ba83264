import * as z from 'zod';
import { shipped } from '../shipped.js';
import numbers from './rating.json';

const Numbers = z.object({
  /** What is held likely of a reader before the first answer, points. */
  mean: z.number(),
  sd: z.number(),
  /** Ratings that are thought of. */
  from: z.number(),
  to: z.number(),
  step: z.number(),
  /** What each further answer leaves of an older one's weight: a reader learns. */
  keeps: z.number(),
  /** Points that make the odds of a right answer ten times as good. */
  points: z.number(),
});
const R = shipped(Numbers, numbers);

/** An answer to an item of a difficulty, where so many of guesses are right. */
export interface Rated {
  /** Points: who has as many is as often right as half-way between chance and always. */
  readonly difficulty: number;
  /** Part of guesses that are right. */
  readonly chance: number;
  readonly right: boolean;
}

/** How well somebody reads, in points, and how well that is known (standard deviation). */
export interface Rating {
  readonly points: number;
  readonly sd: number;
}

/** How likely a reader of so many points is right: chance + (1 − chance) / (1 + 10^((difficulty − points)/400)). */
export const likelyRight = (points: number, { difficulty, chance }: Omit<Rated, 'right'>): number =>
  chance + (1 - chance) / (1 + 10 ** ((difficulty - points) / R.points));

/** What all answers so far say of each rating: log likelihoods over the grid. */
export type Belief = Float64Array;

const POINTS = Math.round((R.to - R.from) / R.step) + 1;
const GRID = Float64Array.from({ length: POINTS }, (_, i) => R.from + i * R.step);

/** Before the first answer. */
export const noBelief = (): Belief => new Float64Array(POINTS);

/** After one more answer; the older ones weigh a little less from now on. */
export const believing = (before: Belief, a: Rated): Belief =>
  before.map((log, i) => {
    const p = likelyRight(GRID[i]!, a);
    return R.keeps * log + Math.log(a.right ? p : 1 - p);
  });

/** The rating of which that is believed: mean and SD of prior times likelihood. */
export function ratingIn(belief: Belief): Rating {
  const log = belief.map((l, i) => l - 0.5 * ((GRID[i]! - R.mean) / R.sd) ** 2);
  const most = Math.max(...log);
  let [sum, first, second] = [0, 0, 0];
  for (let i = 0; i < POINTS; i++) {
    const w = Math.exp(log[i]! - most);
    sum += w;
    first += w * GRID[i]!;
    second += w * GRID[i]! ** 2;
  }
  const points = first / sum;
  return { points, sd: Math.sqrt(Math.max(0, second / sum - points * points)) };
}

/**
 * A one-parameter rating (Rasch, 1960, with guessing; the scale is Elo's): the mean of what is held likely of the
 * reader after all answers, from a normal prior, over a grid; older answers weigh a little less than newer ones.
 * @param answers oldest first
 */
export const ratingOf = (answers: readonly Rated[]): Rating => ratingIn(answers.reduce(believing, noBelief()));

/**
 * The difficulty of which an answer tells most about a reader of so many points: somewhat below them where guesses can
 * be right (Birnbaum, 1968): points − 400/ln 10 · ln((1 + √(1 + 8·chance)) / 2).
 */
export const tellingDifficulty = (points: number, chance: number): number =>
  points - (R.points / Math.LN10) * Math.log((1 + Math.sqrt(1 + 8 * chance)) / 2);
