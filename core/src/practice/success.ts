import { mean } from '../compare/statistics.js';
import { compareSets, type SetChange } from '../compare/sets.js';
import { answerOf, type PracticeBand } from './attempts.js';
import { fromMedian, spreadOf } from './steadiness.js';
import { FEWEST_FOR_SPREAD } from './fewest.js';
import { FEWEST_AFTER } from './fewest.js';
import type { SuccessWord } from './success-words.js';

/** Whether what was agreed has come, on the quantity that was agreed before. */
export interface Success {
  readonly word: SuccessWord;
  /** Swings after it inside the band, of so many. */
  readonly inside: number;
  readonly of: number;
  /** Part of the way from before to the band, 0–1 (below 0: farther off); null where it was inside before. */
  readonly way: number | null;
  readonly change: SetChange | null;
  /** Where a spread was agreed: the standard deviation before and after, null of fewer than two swings. */
  readonly spread?: readonly [number | null, number | null];
}

/** This part of the swings must lie inside. */
const MOST_INSIDE = 2 / 3;

const distance = (v: number, [lo, hi]: PracticeBand): number =>
  Math.max(0, lo === null ? 0 : lo - v, hi === null ? 0 : v - hi);

/**
 * Met: the mean after lies in the band and so do two thirds of the swings. Partly: in the band on the whole but not so
 * often, or a real change toward it. Worse: farther from the band than before by more than the worth. Else not yet;
 * never on another measure than the agreed one (judging.md §4).
 * @param worth the smallest difference that matters
 */
export function successOf(
  before: readonly number[],
  after: readonly number[],
  band: PracticeBand,
  worth: number,
): Success {
  const change = compareSets([{ before, after, worth }])[0]!;
  const inside = after.filter((v) => answerOf(v, band) === 'in').length;
  const [from, to] = [
    before.length ? distance(mean(before), band) : NaN,
    after.length ? distance(mean(after), band) : NaN,
  ];
  const way = from > 0 && Number.isFinite(to) ? 1 - to / from : null;
  const often = after.length >= FEWEST_AFTER && inside >= MOST_INSIDE * after.length;
  const there = after.length >= FEWEST_AFTER && to === 0;
  const farther = after.length >= FEWEST_AFTER && to - from > worth;
  const nearer = change?.word === 'real change' && way !== null && way > 0;
  return {
    word: there && often ? 'met' : there || nearer ? 'partly' : farther ? 'worse' : 'not yet',
    inside,
    of: after.length,
    way,
    change,
  };
}

/**
 * Whether the swings scatter as little as was agreed. Met: the spread after is under it. Partly: really less than
 * before. Worse: farther over it by more than the worth. Two spreads are compared by the distances from the middle
 * value (Brown and Forsythe, 1974). `inside` counts swings nearer to the middle than twice the agreed spread.
 * @param most standard deviation to stay under, in the unit of the values
 */
export function successOfSpread(
  before: readonly number[],
  after: readonly number[],
  most: number,
  worth: number,
): Success {
  const change = compareSets([{ before: fromMedian(before), after: fromMedian(after), worth: 0 }])[0]!;
  const [from, to] = [spreadOf(before), spreadOf(after)];
  const enough = after.length >= FEWEST_FOR_SPREAD;
  const over = (sd: number): number => Math.max(0, sd - most);
  const way = from !== null && to !== null && over(from) > 0 ? 1 - over(to) / over(from) : null;
  const less = enough && change !== null && change.word === 'real change' && change.difference < 0;
  const farther = enough && from !== null && to !== null && over(to) - over(from) > worth;
  return {
    word: enough && to !== null && to <= most ? 'met' : less ? 'partly' : farther ? 'worse' : 'not yet',
    inside: fromMedian(after).filter((d) => d <= 2 * most).length,
    of: after.length,
    way,
    change,
    spread: [from, to],
  };
}
