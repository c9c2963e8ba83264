import { compareSets } from '../compare/sets.js';
import { standardDeviation } from '../compare/statistics.js';
import { median } from '../signal/series.js';
import { FEWEST_FOR_SPREAD } from './fewest.js';

export type SteadinessWord = 'steadier' | 'more scattered' | 'no change that matters' | 'too few swings to tell';

/** Whether swings have come closer together. */
export interface Steadiness {
  readonly n: readonly [number, number];
  /** Standard deviations, in the unit of the measure; null under two swings. */
  readonly sd: readonly [number | null, number | null];
  readonly word: SteadinessWord;
}
/** A spread that changed by less than this part of what a teacher would act on does not matter. */
const PART = 0.5;

/** How far each value lies from the middle one. */
export const fromMedian = (v: readonly number[]): number[] => {
  const m = median(v);
  return v.map((x) => Math.abs(x - m));
};

/** Standard deviation; null of fewer than two values. */
export const spreadOf = (v: readonly number[]): number | null => (v.length < 2 ? null : standardDeviation(v));

/**
 * Compares the spread of two sets: Brown and Forsythe's absolute deviations from the median, compared by Welch's t, so
 * that one wild swing does not decide.
 * @param worth the smallest difference of the measure itself that matters
 */
export function steadinessOf(before: readonly number[], after: readonly number[], worth: number): Steadiness {
  const few = before.length < FEWEST_FOR_SPREAD || after.length < FEWEST_FOR_SPREAD;
  const change = few
    ? null
    : compareSets([{ before: fromMedian(before), after: fromMedian(after), worth: PART * worth }])[0]!;
  const word = ((): SteadinessWord => {
    if (!change || change.word === 'too few swings to tell') return 'too few swings to tell';
    if (change.word === 'no change that matters') return change.word;
    return change.difference < 0 ? 'steadier' : 'more scattered';
  })();
  return { n: [before.length, after.length], sd: [spreadOf(before), spreadOf(after)], word };
}
