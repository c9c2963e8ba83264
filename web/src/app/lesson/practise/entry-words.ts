import type { BallBlock, LogEntry } from '@vilko/contract/practice';
import { answerMeans, SELF_CHECKS, selfCheck } from '@vilko/core/practice/self-checks';
import type { DrillShelf } from '@vilko/core/drills/shelf';
import { counted } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';

const filmMarks = (marks: Readonly<Record<string, number>>): string => {
  const n = Object.keys(marks).length;
  return n ? ` with ${counted(n, 'mark')}` : '';
};

/** The answers of self-checks, each by what it means. */
export const checkWords = (checks: LogEntry['checks']): string[] =>
  SELF_CHECKS.flatMap((c) => (checks[c.id] ? [`${c.name}: ${answerMeans(c, checks[c.id]!)}`] : []));

const JUDGES: Readonly<Record<string, string>> = { measured: 'measured', ball: 'by the ball' };

/** How many balls were as wanted by each judge: "finish tap 7 of 10", "by the ball 4 of 10". */
export function ballWords(blocks: readonly BallBlock[]): string[] {
  const sums = new Map<string, { hits: number; of: number }>();
  for (const { by, check, hits, of } of blocks) {
    const name = JUDGES[by] ?? selfCheck(check ?? '')?.name.toLowerCase() ?? 'a check';
    const sum = sums.get(name) ?? { hits: 0, of: 0 };
    sums.set(name, { hits: sum.hits + hits, of: sum.of + of });
  }
  return [...sums].map(([name, { hits, of }]) => `${name} ${hits} of ${of}`);
}

/** What an entry of the logbook says, in a sentence. */
export function entryWords(e: LogEntry, shelf: DrillShelf): string {
  const rung = e.rung === null ? '' : `, rung ${e.rung + 1}`;
  const drill = e.drill === null ? [] : [`${shelf.nameOf(e.drill)}${rung}${e.passed ? ', passed by eye' : ''}`];
  const felt = e.felt === null ? [] : [`felt ${e.felt}% on the lead foot at impact`];
  const pain =
    e.painBefore === null ? [] : [`pain ${e.painBefore} before${e.painAfter === null ? '' : `, ${e.painAfter} after`}`];
  const film = e.film ? [`Film${filmMarks(e.film.marks)}`] : [];
  const note = e.note ? [e.note.replace(/\.$/, '')] : [];
  const parts = [...film, ...drill, ...ballWords(e.blocks), ...checkWords(e.checks), ...felt, ...pain, ...note];
  return `${capital(parts.join('; '))}.`;
}
