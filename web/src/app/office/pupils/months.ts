import type { LessonHead } from '@vilko/contract/lesson';
import type { LogEntry, PracticePlan } from '@vilko/contract/practice';
import type { DrillEffect } from '@vilko/contract/progress';
import type { ProgrammePast } from '@vilko/contract/programme';
import type { Cue } from '@vilko/contract/pupil';
import { MAY_CHANGE } from '@vilko/contract/time-line-words';
import type { DrillShelf } from '@vilko/core/drills/shelf';
import type { MonthMark } from '../../drawing/months/month-marks';

/** So many days without a lesson or a word of practice are a pause: once a month is none. */
const PAUSE = 42;
const DAY = 86_400_000;

/** What of a pupil lies along the months. */
export interface MonthsFrom {
  readonly lessons: readonly Pick<LessonHead, 'id' | 'startedAt' | 'aim' | 'timeLine' | 'painAfter'>[];
  readonly plans: readonly PracticePlan[];
  readonly log: readonly LogEntry[];
  readonly drills: readonly DrillEffect[];
  readonly programmes: readonly ProgrammePast[];
  readonly shelf: DrillShelf;
  /** The moment it is, ms: what goes on ends there. */
  readonly now: number;
}

const noon = (date: string): string => `${date}T12:00:00.000Z`;

/** Stretches without a lesson or a word of practice. */
function pausesOf(moments: readonly string[]): MonthMark[] {
  const days = moments.map((m) => Date.parse(m)).sort((a, b) => a - b);
  return days.slice(1).flatMap((to, i) => {
    const from = days[i]!;
    const long = Math.round((to - from) / DAY);
    if (long < PAUSE) return [];
    const [a, b] = [from, to].map((t) => new Date(t).toISOString());
    return [{ row: 'pauses' as const, from: a!, until: b!, words: `${long} days without a lesson or practice` }];
  });
}

/** Drills over the time they were worked on; those of the same time stand together. */
function drillsOf(drills: readonly DrillEffect[], end: string, shelf: DrillShelf): MonthMark[] {
  const together = new Map<string, MonthMark>();
  for (const { drill, from, until } of drills) {
    const key = `${from.slice(0, 10)} ${until?.slice(0, 10) ?? ''}`;
    const words = [...(together.has(key) ? [together.get(key)!.words] : []), shelf.nameOf(drill)].join(', ');
    together.set(key, { row: 'drills', from, until: until ?? end, words });
  }
  return [...together.values()];
}

/** Everything that may have moved a pupil, in the order it came. */
export function monthsOf({ lessons, plans, log, drills, programmes, shelf, now }: MonthsFrom): MonthMark[] {
  const end = new Date(now).toISOString();
  const done = plans.flatMap((p) => p.plan.blocks.filter((b) => b.result));
  const practised = [
    ...done.filter((b) => b.result!.did === 'done').map((b) => ({ at: noon(b.date), words: shelf.nameOf(b.drill) })),
    ...log
      .filter((e) => e.kind === 'home' || e.kind === 'trainer')
      .map((e) => ({ at: e.at, words: shelf.nameOf(e.drill) })),
  ];
  const pain = [
    ...lessons.map((l) => ({ at: l.startedAt, pain: l.painAfter, words: 'after the lesson' })),
    ...done.map((b) => ({ at: noon(b.date), pain: b.result!.painAfter, words: 'after practice' })),
    ...log.map((e) => ({ at: e.at, pain: e.painAfter, words: 'after practice' })),
  ];
  const marks: MonthMark[] = [
    ...lessons.map((l): MonthMark => ({ row: 'lessons', from: l.startedAt, until: null, words: l.aim })),
    ...programmes.flatMap((p) =>
      p.steps.map((s): MonthMark => ({
        row: 'programme',
        from: s.from,
        until: s.until ?? end,
        words: `${s.name}${s.word ? `: ${s.word}` : ''}, ${p.name}`,
      })),
    ),
    ...lessons.flatMap((l) =>
      l.timeLine
        .filter((m) => MAY_CHANGE.includes(m.kind))
        .map((m): MonthMark => ({ row: 'cues', from: l.startedAt, until: null, words: `“${m.words}”` })),
    ),
    ...drillsOf(drills, end, shelf),
    ...practised.map((p): MonthMark => ({ row: 'practised', from: p.at, until: null, words: p.words })),
    ...pain.flatMap((p): MonthMark[] =>
      p.pain === null
        ? []
        : [{ row: 'pain', from: p.at, until: null, words: `${p.pain} of 10 ${p.words}`, amount: p.pain }],
    ),
    ...pausesOf([...lessons.map((l) => l.startedAt), ...practised.map((p) => p.at)]),
  ];
  return marks.sort((a, b) => a.from.localeCompare(b.from));
}

/** What has been seen to work with this pupil: cues that did, and drills with which something really changed. */
export function whatWorked(cues: readonly Cue[], drills: readonly DrillEffect[], shelf: DrillShelf): string[] {
  const said = cues.filter((c) => c.did === 'worked').map((c) => `“${c.words}”`);
  const real = drills
    .filter((d) => d.word === 'real change')
    .map((d) => `${shelf.nameOf(d.drill)}: a real change of ${d.words.toLowerCase()} while it was practised`);
  return [...said, ...real];
}
