import { computed, Injectable, signal } from '@angular/core';
import type { Choice } from '@vilko/core/reading-room/score';
import { calibration, lean } from '@vilko/core/reading-room/calibration';
import { confusedPairs, pairName } from '@vilko/core/reading-room/confusion';
import { CANNOT_TELL, HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { likelyRight, ratingOf } from '@vilko/core/reading-room/rating';
import { logScore } from '@vilko/core/reading-room/score';
import { type Spaced, spacedAfter } from '@vilko/core/reading-room/spacing';

/** An item that was read, and how. */
export interface ItemRead {
  /** ISO 8601 */
  readonly at: string;
  /** Calendar day where it was read. */
  readonly day: string;
  readonly seed: number;
  readonly truth: string;
  /** Null: "I do not know". */
  readonly answer: Choice | null;
  readonly vilko: string;
  readonly options: number;
  readonly difficulty: number;
  /** The pair it was shown for, if it came back. */
  readonly pair: string | null;
}

const KEY = 'vilko.reading-room';
/** So many are kept: half a year of ten minutes a day. */
const MOST = 4000;

const isFault = (name: string): boolean => name !== HEALTHY_SWING && name !== CANNOT_TELL;
export const isRight = (r: ItemRead): boolean => r.answer?.said === r.truth;
export const bitsOf = (r: ItemRead): number => logScore(r.answer, r.truth, r.options);

/** The pairs that are practised, after all that was read, oldest first. */
export function spacedOver(reads: readonly ItemRead[]): Spaced[] {
  const kept = new Map<string, Spaced>();
  for (const r of reads) {
    const { said } = r.answer ?? {};
    if (said !== undefined && said !== r.truth && isFault(said) && isFault(r.truth)) {
      const pair = pairName(said, r.truth);
      kept.set(pair, spacedAfter(kept.get(pair) ?? null, pair, false, r.day));
    } else if (r.pair !== null && isRight(r))
      kept.set(r.pair, spacedAfter(kept.get(r.pair) ?? null, r.pair, true, r.day));
  }
  return [...kept.values()];
}

function stored(): ItemRead[] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '[]') as ItemRead[];
  } catch {
    return [];
  }
}

/** What this reader has read, kept in this browser, and what it says of them. */
@Injectable({ providedIn: 'root' })
export class Answers {
  private readonly list = signal<readonly ItemRead[]>(stored());
  readonly reads = this.list.asReadonly();
  readonly rating = computed(() =>
    ratingOf(this.reads().map((r) => ({ difficulty: r.difficulty, chance: 1 / r.options, right: isRight(r) }))),
  );
  readonly spaced = computed(() => spacedOver(this.reads()));
  private readonly sure = computed(() =>
    this.reads().flatMap((r) => (r.answer ? [{ sure: r.answer.sure, right: isRight(r) }] : [])),
  );
  readonly calibration = computed(() => calibration(this.sure()));
  readonly lean = computed(() => lean(this.sure()));
  readonly confused = computed(() =>
    confusedPairs(this.reads().flatMap((r) => (r.answer ? [{ truth: r.truth, said: r.answer.said }] : []))),
  );
  /** How often each of the two was right where the other was not. */
  readonly beside = computed(() => {
    const mine = this.reads().filter((r) => isRight(r) && r.vilko !== r.truth).length;
    const vilkos = this.reads().filter((r) => !isRight(r) && r.vilko === r.truth).length;
    return { mine, vilkos };
  });

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

/** How many of a session's items were right, its bits, and what would be expected of such a reader. */
export function sessionOf(reads: readonly ItemRead[], points: number) {
  const right = reads.filter(isRight).length;
  const expected = reads.reduce(
    (s, r) => s + likelyRight(points, { difficulty: r.difficulty, chance: 1 / r.options }),
    0,
  );
  const bits = reads.reduce((s, r) => s + bitsOf(r), 0);
  return { n: reads.length, right, expected, bits };
}
