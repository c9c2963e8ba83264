/** How sure a reader may say to be, as parts of one: from a toss-up to nearly certain. */
export const LEAST_SURE = 0.5;
export const MOST_SURE = 0.99;

/** An answer among several: what was said, and how sure; null: "I do not know". */
export interface Choice<T extends string = string> {
  readonly said: T;
  readonly sure: number;
}

/**
 * What an answer holds likely of each option: the sureness on what was said, the rest evenly on the others; evenly on
 * all where nothing was said.
 * @param n how many options there were
 */
export const heldLikely = (answer: Choice | null, option: string, n: number): number =>
  answer === null ? 1 / n : option === answer.said ? answer.sure : (1 - answer.sure) / (n - 1);

/**
 * The logarithmic score of an answer, in bits more than who knows nothing: log₂(n·p(truth)). Proper: no other sureness
 * than one's own scores better in the long run (Good, 1952). 0 for "I do not know".
 */
export const logScore = (answer: Choice | null, truth: string, n: number): number =>
  Math.log2(n * heldLikely(answer, truth, n));

/** A number that was said with the interval it is thought to lie in, four times of five. */
export interface SaidNumber {
  readonly value: number;
  readonly half: number;
}

/** The part of intervals that is to cover. */
export const COVERS = 0.8;

/**
 * The interval score of a number in worths, less is better: the interval's width, and for a truth outside it 2/α times
 * how far outside (Gneiting and Raftery, 2007, eq. 43; α = 1 − 0.8). Proper for the interval's ends.
 * @param worth smallest difference of the measure that matters
 */
export function intervalScore({ value, half }: SaidNumber, truth: number, worth: number): number {
  const outside = Math.max(0, Math.abs(truth - value) - half);
  return (2 * half + (2 / (1 - COVERS)) * outside) / worth;
}

/** Whether the interval covers the truth. */
export const covers = ({ value, half }: SaidNumber, truth: number): boolean => Math.abs(truth - value) <= half;
