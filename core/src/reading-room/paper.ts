import * as z from 'zod';
import { VilkoError } from '../error.js';
import { random } from '../golfer/random.js';
import { type Exercise, EXERCISES, type ItemWish } from './exercise.js';

/** A paper: so many items of one exercise that everybody who sits it sees alike, within so many minutes. */
export const Paper = z.object({
  exercise: z.enum(EXERCISES),
  items: z.int().min(5).max(60),
  minutes: z.int().min(5).max(90),
  seed: z.int().min(0).max(999_999),
});
export type Paper = z.infer<typeof Paper>;

/** Items of papers are no items of practice: their seeds begin here, each paper has a range of its own. */
const FIRST_SEED = 3_000_000_000;
const RANGE = 100;
/** A paper goes from easy to hard, points. */
const EASIEST = 1200;
const HARDEST = 1800;

const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
/** A letter that changes when any one digit does, or two beside each other change places. */
function checkLetter(numbers: readonly number[]): string {
  const digits = numbers.flatMap((n) => [...`${n} `].map((d) => (d === ' ' ? 10 : Number(d))));
  return LETTERS[digits.reduce((s, d, i) => (s + (i + 2) * (d + 1)) % 23, 0)]!;
}

/**
 * What a paper is called: exercise, items, minutes, seed and a letter that finds slips of the pen.
 * @example paperCode({ exercise: 'first-cause', items: 20, minutes: 15, seed: 4711 }) // '1-20-15-4711-C'
 */
export function paperCode({ exercise, items, minutes, seed }: Paper): string {
  const numbers = [EXERCISES.indexOf(exercise) + 1, items, minutes, seed];
  return [...numbers, checkLetter(numbers)].join('-');
}

/** The paper of a code. @throws VilkoError saying what is wrong with it */
export function readPaper(code: string): Paper {
  const parts = code
    .trim()
    .toUpperCase()
    .split(/[\s-]+/);
  const numbers = parts.slice(0, 4).map(Number);
  if (parts.length !== 5 || numbers.some((n) => !Number.isInteger(n)))
    throw new VilkoError(
      'bad-option',
      `“${code.trim()}” is no code of a paper: it has four numbers and a letter, as 1-20-15-4711-C`,
    );
  if (checkLetter(numbers) !== parts[4])
    throw new VilkoError('bad-option', `there is a slip in “${code.trim()}”: its letter does not go with its numbers`);
  const [exercise, items, minutes, seed] = numbers;
  const paper = Paper.safeParse({ exercise: EXERCISES[exercise! - 1], items, minutes, seed });
  if (!paper.success) throw new VilkoError('bad-option', `there is no paper “${code.trim()}”`);
  return paper.data;
}

/**
 * The i-th item of a paper, counted from 0: easy ones first, the same for everybody.
 * @param attempt where nothing could be made of the first wish, the next one is the same for everybody too
 */
export const paperItem = ({ seed, items }: Paper, i: number, attempt = 0): ItemWish => ({
  seed: FIRST_SEED + RANGE * (1_000_000 * attempt + seed) + i,
  difficulty: EASIEST + ((HARDEST - EASIEST) * i) / Math.max(1, items - 1),
});

/** A new paper of an exercise. @param draw what its seed is drawn from */
export const newPaper = (exercise: Exercise, items: number, minutes: number, draw: number): Paper =>
  Paper.parse({ exercise, items, minutes, seed: Math.floor(random(draw).uniform() * 1_000_000) });
