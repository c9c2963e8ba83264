import { computed, Injectable, signal } from '@angular/core';
import { calibration, lean } from '@vilko/core/reading-room/calibration';
import { confusedPairs, pairName } from '@vilko/core/reading-room/confusion';
import type { Exercise } from '@vilko/core/reading-room/exercise';
import { CANNOT_TELL, HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { likelyRight, ratingOf } from '@vilko/core/reading-room/rating';
import { NEAR_ENOUGH } from '@vilko/core/reading-room/number-options';
import { type Choice, covers, intervalScore, logScore, type SaidNumber } from '@vilko/core/reading-room/score';
import { type Spaced, spacedAfter } from '@vilko/core/reading-room/spacing';

/** A number that was said, and what it was. */
export interface NumberRead extends SaidNumber {
  readonly truth: number;
  /** Smallest difference that matters, in the same unit. */
  readonly worth: number;
  readonly unit?: string;
}

/** An item that was read, and how. */
export interface ItemRead {
  /** ISO 8601 */
  readonly at: string;
  /** Calendar day where it was read. */
  readonly day: string;
  readonly exercise: Exercise;
  readonly seed: number;
  /** Empty where a number was asked. */
  readonly truth: string;
  /** Null: "I do not know", or a number was asked. */
  readonly answer: Choice | null;
  readonly number: NumberRead | null;
  /** Null where Vilko had nothing to go by. */
  readonly vilko: string | null;
  readonly options: number;
  /** Part of guesses that are right. */
  readonly chance: number;
  /** Points; null: of a swing of the house, of which nobody knows. */
  readonly difficulty: number | null;
  /** The swing of the house that it was; none: a simulated golfer made it. */
  readonly own?: string | undefined;
  /** The pair it was shown for, if it came back. */
  readonly pair: string | null;
}

const KEY = 'vilko.reading-room';
/** So many are kept: half a year of ten minutes a day. */
const MOST = 4000;

const isFault = (name: string): boolean => name !== HEALTHY_SWING && name !== CANNOT_TELL;
export const isRight = (r: ItemRead): boolean =>
  r.number
    ? Math.abs(r.number.value - r.number.truth) <= NEAR_ENOUGH * r.number.worth
    : r.answer?.said === r.truth && r.truth !== '';
/** Bits of a choice; a number has none. */
export const bitsOf = (r: ItemRead): number => (r.options ? logScore(r.answer, r.truth, r.options) : 0);

/** The pairs that are practised, after all that was read of *First cause*, oldest first. */
export function spacedOver(reads: readonly ItemRead[]): Spaced[] {
  const kept = new Map<string, Spaced>();
  for (const r of reads.filter((x) => x.exercise === 'first-cause')) {
    const { said } = r.answer ?? {};
    if (said !== undefined && said !== r.truth && isFault(said) && isFault(r.truth)) {
      const pair = pairName(said, r.truth);
      kept.set(pair, spacedAfter(kept.get(pair) ?? null, pair, false, r.day));
    } else if (r.pair !== null && isRight(r))
      kept.set(r.pair, spacedAfter(kept.get(r.pair) ?? null, r.pair, true, r.day));
  }
  return [...kept.values()];
}

/** What was kept before there was more than one exercise lacks what the others need. */
type Kept = Omit<ItemRead, 'exercise' | 'number' | 'chance'> & Partial<ItemRead>;

function stored(): ItemRead[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]') as Kept[];
    return kept.map((r) => ({ exercise: 'first-cause', number: null, chance: 1 / r.options, ...r }));
  } catch {
    return [];
  }
}

/** What all answers to an exercise say of a reader. */
export function readerOf(reads: readonly ItemRead[]) {
  const rated = reads.flatMap(({ difficulty, ...r }) => (difficulty === null ? [] : [{ ...r, difficulty }]));
  const sure = reads.flatMap((r) => (r.answer ? [{ sure: r.answer.sure, right: isRight(r) }] : []));
  const numbers = reads.flatMap((r) => r.number ?? []);
  return {
    n: reads.length,
    /** Items whose difficulty is known: the rating stands on them. */
    rated: rated.length,
    rating: ratingOf(rated.map((r) => ({ difficulty: r.difficulty, chance: r.chance, right: isRight(r) }))),
    calibration: calibration(sure),
    lean: lean(sure),
    confused: confusedPairs(reads.flatMap((r) => (r.answer ? [{ truth: r.truth, said: r.answer.said }] : []))),
    /** How often each of the two was right where the other was not. */
    mine: reads.filter((r) => r.vilko !== null && isRight(r) && r.vilko !== r.truth).length,
    vilkos: reads.filter((r) => r.vilko !== null && !isRight(r) && r.vilko === r.truth).length,
    covered: numbers.filter((x) => covers(x, x.truth)).length,
    numbers: numbers.length,
  };
}

/** What this reader has read, kept in this browser, and what it says of them. */
@Injectable({ providedIn: 'root' })
export class Answers {
  private readonly list = signal<readonly ItemRead[]>(stored());
  readonly reads = this.list.asReadonly();
  readonly spaced = computed(() => spacedOver(this.reads()));

  of(exercise: Exercise): readonly ItemRead[] {
    return this.reads().filter((r) => r.exercise === exercise);
  }
  /** Points in an exercise so far. */
  points(exercise: Exercise): number {
    return readerOf(this.of(exercise)).rating.points;
  }
  add(read: ItemRead): void {
    this.list.update((all) => [...all, read].slice(-MOST));
    try {
      localStorage.setItem(KEY, JSON.stringify(this.list()));
    } catch {
      // a browser that may keep nothing: it is known as long as the page is open
    }
  }
  /** Begins anew, as if nothing had been read. */
  forget(): void {
    this.list.set([]);
    localStorage.removeItem(KEY);
  }
}

/** How many of a session's items were right, its scores, and what would be expected of such a reader. */
export function sessionOf(reads: readonly ItemRead[], points: number) {
  const right = reads.filter(isRight).length;
  // nobody knows how hard a swing of the house is
  const expected = reads.reduce<number | null>(
    (s, { difficulty, chance }) =>
      s === null || difficulty === null ? null : s + likelyRight(points, { difficulty, chance }),
    0,
  );
  const bits = reads.reduce((s, r) => s + bitsOf(r), 0);
  const numbers = reads.flatMap((r) => r.number ?? []);
  const worths = numbers.reduce((s, x) => s + intervalScore(x, x.truth, x.worth), 0) / Math.max(1, numbers.length);
  const covered = numbers.filter((x) => covers(x, x.truth)).length;
  return { exercise: reads[0]?.exercise ?? 'first-cause', n: reads.length, right, expected, bits, worths, covered };
}
