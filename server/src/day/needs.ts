import { type Letter, type LogEntry, type Need, NEEDS } from '@vilko/contract';
import { daysBetween, painRose, type Plan } from '@vilko/core';
import type { LastLesson } from './day-repository.js';

/** Pain of so much, 0–10, is spoken of before anything else, whatever it was before. */
const MUCH_PAIN = 4;
/** So many days of a plan that went by without a word are asked about. */
const DAYS_WITHOUT_A_WORD = 3;

/** What is known on a day about everybody who comes. */
export interface Known {
  readonly today: string;
  /** The day of a moment by the house's clock. */
  readonly dayOf: (moment: Date) => string;
  readonly lessons: readonly LastLesson[];
  readonly plans: readonly { readonly pupilId: string; readonly plan: Plan }[];
  /** What pupils have sent. */
  readonly sent: readonly LogEntry[];
  /** Pupils who have booked, with the day of their next time. */
  readonly booked: ReadonlyMap<string, string>;
  /** Letters that have not gone. */
  readonly unsent: readonly Letter[];
  /** Swings of the inbox. */
  readonly waiting: number;
}

/** Pain during practice that is much, or that rose by as much as stops it. */
export const hurts = ({ painBefore, painAfter }: Pick<LogEntry, 'painBefore' | 'painAfter'>): boolean =>
  (painAfter !== null && painAfter >= MUCH_PAIN) || painRose(painBefore, painAfter);

const painWords = ({ painBefore, painAfter }: Pick<LogEntry, 'painBefore' | 'painAfter'>): string =>
  painBefore === null
    ? `Pain ${painAfter} of 10 after practice.`
    : `Pain ${painBefore} before, ${painAfter} after practice.`;

/** Days of a plan that are over without anybody having said whether they were practised. */
export const silentDays = (plan: Plan, today: string): string[] =>
  plan.blocks.filter((b) => b.result === null && b.date < today).map((b) => b.date);

/** What waits for a person on a day: what costs most to leave first, and of one kind the oldest. */
export function needsOf({ today, dayOf, lessons, plans, sent, booked, waiting, unsent }: Known): Need[] {
  const needs: Need[] = [];
  const planOf = new Map(plans.map((p) => [p.pupilId, p.plan]));
  for (const { pupilId, name, lessonId, startedAt, nextVisit } of lessons) {
    const say = (kind: Need['kind'], since: string | null, words: string, of: string | null = null): void => {
      needs.push({ kind, pupilId, name, words, lessonId: of ?? lessonId, since });
    };
    const visited = dayOf(startedAt);
    const since = sent.filter((e) => e.pupilId === pupilId && new Date(e.at) > startedAt);
    const plan = planOf.get(pupilId);
    const hurt = since.find(hurts);
    if (hurt) say('pain', dayOf(new Date(hurt.at)), painWords(hurt));
    const hurtDay = plan?.blocks.find((b) => b.date >= visited && b.result && hurts(b.result));
    if (!hurt && hurtDay) say('pain', hurtDay.date, painWords(hurtDay.result!));
    const open = since.filter((e) => e.reply === null);
    const answer = open.findLast((e) => e.kind === 'answer' || e.kind === 'film');
    if (answer) {
      const what = answer.kind === 'film' ? 'A film came.' : `“${answer.note}”`;
      const words = open.length > 1 ? `${what} ${open.length} entries in all.` : what;
      say('answer', dayOf(new Date(answer.at)), words, answer.lessonId);
    }
    const next = booked.get(pupilId);
    const retest = plan?.wish.retest?.on;
    if (retest && retest <= today && visited < retest && next === undefined)
      say('retest', retest, `A retest was due ${agoWords(retest, today)}, and none is booked.`);
    else if (nextVisit !== null && nextVisit > visited && nextVisit <= today && next === undefined)
      say('visit', nextVisit, `Was to come ${agoWords(nextVisit, today)}, and has not booked.`);
    const silent = plan ? silentDays(plan, today) : [];
    if (silent.length >= DAYS_WITHOUT_A_WORD)
      say('practice', silent[0]!, `${silent.length} days of the plan went by without a word.`);
  }
  for (const l of unsent)
    if (l.state !== 'sending')
      needs.push({
        kind: 'letter',
        pupilId: l.pupilId,
        name: l.name,
        words: l.why === null ? 'A letter is written and has not gone.' : `A letter did not go: ${l.why}.`,
        lessonId: l.lessonId,
        since: dayOf(new Date(l.stateAt)),
      });
  if (waiting) {
    const words =
      waiting === 1 ? 'A swing waits to be given to somebody.' : `${waiting} swings wait to be given to somebody.`;
    needs.push({ kind: 'inbox', pupilId: null, name: 'Inbox', words, lessonId: null, since: null });
  }
  const rank = (n: Need): number => NEEDS.indexOf(n.kind);
  return needs.sort((a, b) => rank(a) - rank(b) || (a.since ?? '').localeCompare(b.since ?? ''));
}

function agoWords(day: string, today: string): string {
  const n = daysBetween(day, today);
  return n === 0 ? 'today' : n === 1 ? 'yesterday' : `${n} days ago`;
}
