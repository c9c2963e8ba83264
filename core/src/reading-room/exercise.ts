/** What is practised in the reading room (learning.md §4), in the order in which it is offered. */
export const EXERCISES = [
  'first-cause',
  'say-number',
  'before-trace',
  'which-first',
  'real-or-noise',
  'same-golfer',
  'ball-agrees',
  'choose-drill',
] as const;
export type Exercise = (typeof EXERCISES)[number];

/** What an item is to be like. */
export interface ItemWish {
  readonly seed: number;
  /** Points; null: any. */
  readonly difficulty: number | null;
}

/** What every item says: where one chooses, the options as they are offered and which of them is true. */
export interface Asked {
  readonly seed: number;
  readonly difficulty: number;
  readonly options: readonly string[];
  readonly truth: string;
}

/** Swings that are made until one shows what was wished. */
export const TRIES = 20;
