import type { QuantityId } from '../measures/quantity.js';
import { isMeasureId, measureRow } from '../measures/registry.js';

/** Open ends are null. */
export type PracticeBand = readonly [lo: number | null, hi: number | null];
export type Answer = 'in' | 'under' | 'over';

/** Which of so many swings must lie in the band. */
export interface PracticeTest {
  readonly k: number;
  readonly n: number;
}

/** How a test stands. */
export interface TestState {
  /** Of the last n swings that had a number. */
  readonly hits: number;
  readonly tried: number;
  readonly passed: boolean;
  /** Hits still wanted. */
  readonly wanted: number;
}

export function answerOf(value: number, [lo, hi]: PracticeBand): Answer {
  if (lo !== null && value < lo) return 'under';
  return hi !== null && value > hi ? 'over' : 'in';
}

/** A test is passed as soon as k of the last n hit; swings without a number are not counted. */
export function testState(answers: readonly (Answer | null)[], { k, n }: PracticeTest): TestState {
  const known = answers.filter((a) => a !== null);
  const passed = known.some((_, i) => known.slice(Math.max(0, i + 1 - n), i + 1).filter((a) => a === 'in').length >= k);
  const last = known.slice(-n);
  const hits = last.filter((a) => a === 'in').length;
  return { hits, tried: last.length, passed, wanted: Math.max(0, k - hits) };
}

/** What an answer means in words: too early and too late for times, too little and too much for sizes. */
export function answerWords(
  measure: QuantityId,
  answer: Answer,
): 'in the band' | 'too early' | 'too late' | 'too little' | 'too much' {
  if (answer === 'in') return 'in the band';
  const time = isMeasureId(measure) ? measureRow(measure).time : undefined;
  if (!time) return answer === 'under' ? 'too little' : 'too much';
  return (answer === 'under') === (time === 'more is later') ? 'too early' : 'too late';
}
