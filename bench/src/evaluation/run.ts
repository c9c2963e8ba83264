import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { casesOf } from './cases.js';
import { judgeCase } from './judge-case.js';
import { judgeLesson, LESSONS } from './judge-lesson.js';
import { judgeSpread } from './judge-spread.js';

/** Judges every `of`-th case of an evaluation; one process of its own. */
const [seed, n, part, of, out] = process.argv.slice(2);
const mine = <T>(all: readonly T[]): T[] => all.filter((_, i) => i % Number(of) === Number(part));
const judged = mine(casesOf(Number(seed), Number(n))).map((c) => judgeCase(c));
const sets = mine(Array.from({ length: 4 * Number(n) }, (_, i) => Number(seed) + 500_000 + i)).flatMap((s) =>
  judgeSpread(s),
);
const lessons = mine(
  LESSONS.flatMap((kind, k) =>
    Array.from({ length: 30 * Number(n) }, (_, i) => ({ kind, seed: Number(seed) + 600_000 + 10_000 * k + i })),
  ),
).map((l) => judgeLesson(l.seed, l.kind));
mkdirSync(dirname(out!), { recursive: true });
writeFileSync(out!, JSON.stringify({ judged, sets, lessons }));
