import { mean } from '../compare/statistics.js';
import { compareSets, type SetChange } from '../compare/sets.js';
import { answerOf, type PracticeBand } from './attempts.js';

export const SUCCESS_WORDS = ['met', 'partly', 'not yet', 'worse'] as const;
export type SuccessWord = (typeof SUCCESS_WORDS)[number];

/** Whether what was agreed has come, on the measure that was agreed before. */
export interface Success {
  readonly word: SuccessWord;
  /** Swings after it inside the band, of so many. */
  readonly inside: number;
  readonly of: number;
  /** Part of the way from before to the band, 0–1 (below 0: farther off); null where it was inside before. */
  readonly way: number | null;
  readonly change: SetChange | null;
}

/** This part of the swings must lie inside. */
const MOST_INSIDE = 2 / 3;
/** Fewer swings after it are no verdict. */
export const FEWEST_AFTER = 3;

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
