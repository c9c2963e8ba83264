import * as z from 'zod';
import { VilkoError } from '../error.js';
import { random } from '../golfer/random.js';
import { type Exercise, EXERCISES, type ItemWish } from './exercise.js';

/** Least and most items and minutes of a paper. */
export const PAPER_ITEMS = [5, 60] as const;
export const PAPER_MINUTES = [5, 90] as const;
const SEEDS = 1_000_000;

/** A paper: so many items of one exercise that everybody who sits it sees alike, within so many minutes. */
export const Paper = z.object({
  exercise: z.enum(EXERCISES),
  items: z.int().min(PAPER_ITEMS[0]).max(PAPER_ITEMS[1]),
  minutes: z.int().min(PAPER_MINUTES[0]).max(PAPER_MINUTES[1]),
  seed: z
    .int()
    .min(0)
    .max(SEEDS - 1),
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

const partsOf = (code: string): string[] =>
  code
    .trim()
    .toUpperCase()
    .split(/[\s-]+/);

/** The paper of a code. @throws VilkoError saying what is wrong with it */
export function readPaper(code: string): Paper {
  const parts = partsOf(code);
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
  seed: FIRST_SEED + RANGE * (SEEDS * attempt + seed) + i,
  difficulty: EASIEST + ((HARDEST - EASIEST) * i) / Math.max(1, items - 1),
});

/** A new paper of an exercise. @param draw what its seed is drawn from */
export const newPaper = (exercise: Exercise, items: number, minutes: number, draw: number): Paper =>
  Paper.parse({ exercise, items, minutes, seed: Math.floor(random(draw).uniform() * SEEDS) });

/** Items and minutes of each paper of a course. */
export const COURSE = { items: 10, minutes: 10 } as const;
/** The papers of a course lie so far apart: no swing of one is shown in another. */
const APART = 1009;
const COURSE_LETTER = 'C';

/** The papers of a course: one of every exercise, in the order in which a reader learns them. */
export const coursePapers = (seed: number): Paper[] =>
  EXERCISES.map((exercise, i) => ({ exercise, ...COURSE, seed: (seed + APART * i) % SEEDS }));

/**
 * What a course is called: C, its seed and a letter that finds slips of the pen.
 * @example courseCode(4711) // 'C-4711-M'
 */
export const courseCode = (seed: number): string => [COURSE_LETTER, seed, checkLetter([seed])].join('-');

/** A new course. @param draw what its seed is drawn from */
export const newCourse = (draw: number): string => courseCode(Math.floor(random(draw).uniform() * SEEDS));

/** The papers of a code, those of a course in their order. @throws VilkoError saying what is wrong with the code */
export function papersOf(code: string): readonly Paper[] {
  const [first, number, letter, ...more] = partsOf(code);
  if (first !== COURSE_LETTER) return [readPaper(code)];
  const seed = Number(number);
  if (!Number.isInteger(seed) || seed < 0 || seed >= SEEDS || letter === undefined || more.length)
    throw new VilkoError('bad-option', `“${code.trim()}” is no code of a course: it is C, a number and a letter`);
  if (courseCode(seed) !== `${COURSE_LETTER}-${seed}-${letter}`)
    throw new VilkoError('bad-option', `there is a slip in “${code.trim()}”: its letter does not go with its number`);
  return coursePapers(seed);
}
