import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Paired } from './paired.js';

/** One line of docs/speed.md. */
export interface SpeedRow {
  readonly what: string;
  /** What it is compared with. */
  readonly against: string;
  readonly ratio: number;
  /** Least and greatest of the pairs, where there were pairs. */
  readonly spread?: readonly [number, number];
  /** The ratio it is to stay under; null where nobody has said one. */
  readonly aim: number | null;
  /** Anything worth knowing beside it: an absolute figure of this machine. */
  readonly note: string;
}

export const rowOf = (
  what: string,
  against: string,
  { ratio, low, high, ours }: Paired,
  aim: number | null,
): SpeedRow => ({ what, against, ratio, spread: [low, high], aim, note: `${ours.toFixed(1)} ms here` });

/** A ratio this much greater than the last one kept is said to have become slower. */
const SLOWER = 1.2;

const path = fileURLToPath(new URL('../../docs/speed.md', import.meta.url));
const digits = (v: number): string => (v >= 10 ? v.toFixed(0) : v >= 1 ? v.toFixed(1) : v.toFixed(2));

/** The ratios that the table on the disk holds, by what and against what. */
function lastRatios(): Map<string, number> {
  if (!existsSync(path)) return new Map();
  const rows = readFileSync(path, 'utf8')
    .split('\n')
    .filter((l) => l.startsWith('| '));
  return new Map(
    rows.flatMap((l) => {
      const [what, against, ratio] = l
        .split('|')
        .slice(1)
        .map((c) => c.trim());
      const value = Number.parseFloat(ratio ?? '');
      return Number.isFinite(value) ? [[`${what}|${against}`, value] as const] : [];
    }),
  );
}

/** What a person has written below the table: it stays. */
function writtenBelow(): string {
  const text = existsSync(path) ? readFileSync(path, 'utf8') : '';
  const at = text.indexOf('\n## ');
  return at < 0 ? '' : text.slice(at);
}

/** Prints the rows, and writes them as docs/speed.md with what became slower since the table before. */
export function keepTable(rows: readonly SpeedRow[]): void {
  const last = lastRatios();
  const lines = rows.map(({ what, against, ratio, spread, aim, note }) => {
    const before = last.get(`${what}|${against}`);
    const since =
      before === undefined ? 'new' : ratio > SLOWER * before ? `slower (${digits(before)})` : digits(before);
    const range = spread ? ` (${digits(spread[0])}–${digits(spread[1])})` : '';
    const held = aim === null ? '–' : `${digits(aim)}, ${ratio <= aim ? 'held' : 'not held'}`;
    return `| ${what} | ${against} | ${digits(ratio)}${range} | ${held} | ${since} | ${note} |`;
  });
  const text = `# Speed and memory

Written by \`npm run bench table\`: every figure is a ratio to something bare or well known, of processor time in the
same run (seven pairs by turns, both warmed alike), with the least and greatest pair beside. Less is better. What this
machine took is said for a feeling only; it is never compared.

| what | against | × | aim | the table before | |
| --- | --- | --- | --- | --- | --- |
${lines.join('\n')}
${writtenBelow()}`;
  writeFileSync(path, text);
  console.log(lines.join('\n'));
}
