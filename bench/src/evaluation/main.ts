import { spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Judged } from './judge-case.js';
import type { JudgedLesson } from './judge-lesson.js';
import type { JudgedSet } from './judge-spread.js';
import { evaluationMarkdown } from './tables.js';

/** Simulates, judges and writes docs/evaluation.md; `--tuning` uses the tuning seeds and only prints. */
const option = (name: string): string | undefined =>
  process.argv.find((a) => a.startsWith(`--${name}=`))?.split('=')[1];
const tuning = process.argv.includes('--tuning');
const REPORTING = 21_000_000;
const TUNING = 2_000_000;
const AT_ONCE = 2;
const seed = tuning ? TUNING : REPORTING;
const n = Number(option('n') ?? 6);
const at = (path: string): string => fileURLToPath(new URL(path, import.meta.url));
const file = (k: number): string => at(`../../runs/evaluation-${tuning ? 'tuning' : 'report'}-${k}.json`);

const run = (k: number): Promise<void> =>
  new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', at('./run.ts'), `${seed}`, `${n}`, `${k}`, `${AT_ONCE}`, file(k)],
      { stdio: 'inherit' },
    );
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new Error(`part ${k} ended with ${code}`))));
  });

await Promise.all(Array.from({ length: AT_ONCE }, (_, k) => run(k)));
const parts = Array.from(
  { length: AT_ONCE },
  (_, k) =>
    JSON.parse(readFileSync(file(k), 'utf8')) as { judged: Judged[]; sets: JudgedSet[]; lessons: JudgedLesson[] },
);
const text = evaluationMarkdown(
  {
    judged: parts.flatMap((p) => p.judged),
    sets: parts.flatMap((p) => p.sets),
    lessons: parts.flatMap((p) => p.lessons),
  },
  seed,
);
if (tuning) console.log(text);
else writeFileSync(at('../../../docs/evaluation.md'), text);
