import type { LogEntry } from '@vilko/contract/practice';
import { SELF_CHECKS } from '@vilko/contract/self-checks';
import type { DrillShelf } from '@vilko/core/drills/shelf';
import { counted } from '@vilko/core/words/amounts';

const filmMarks = (marks: Readonly<Record<string, number>>): string => {
  const n = Object.keys(marks).length;
  return n ? ` with ${counted(n, 'mark')}` : '';
};

/** What an entry of the logbook says, in a sentence. */
export function entryWords(e: LogEntry, shelf: DrillShelf): string {
  const checks = SELF_CHECKS.filter((c) => e.checks[c.id]).map((c) =>
    e.checks[c.id] === c.good ? c.means : `${c.asks} ${e.checks[c.id]}`,
  );
  const drill =
    e.drill === null ? [] : [`${shelf.nameOf(e.drill)}, rung ${(e.rung ?? 0) + 1}${e.passed ? ', passed by eye' : ''}`];
  const felt = e.felt === null ? [] : [`felt ${e.felt}% on the lead foot at impact`];
  const pain =
    e.painBefore === null ? [] : [`pain ${e.painBefore} before${e.painAfter === null ? '' : `, ${e.painAfter} after`}`];
  const film = e.film ? [`Film${filmMarks(e.film.marks)}`] : [];
  return `${[...film, ...drill, ...checks, ...felt, ...pain, ...(e.note ? [e.note.replace(/\.$/, '')] : [])].join('; ')}.`;
}
