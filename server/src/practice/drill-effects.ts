import type { DrillEffect, LessonHead, LessonSet, LogEntry, PracticePlan, SteadinessRow } from '@vilko/contract';
import {
  compareSets,
  DRILLS,
  mean,
  type MeasureId,
  measureRow,
  standardDeviation,
  steadinessOf,
  worthOf,
} from '@vilko/core';
import { summaryNumber } from '../swings/read-swing.js';
import type { SummarisedSwing, TrainedSwing } from '../swings/swing-service.js';
import { countsInTrends } from './dashboard.js';

/** Measures looked at beside the one that was meant, and for steadiness: what teachers agree on. */
export const WATCHED: readonly MeasureId[] = [
  'share.lead.address',
  'share.lead.p4',
  'share.lead.p7',
  'share.lead.p10',
  'load.trail.max',
  'cross.p7.ms',
  'force.target.peak',
  'force.up.lead.peak',
  'mass.back',
  'club.back',
  'tempo.ratio',
] as const;

/** A drill as it was begun. */
interface Begun {
  readonly drill: string;
  readonly at: string;
}

/** When each drill was first planned, trained or written down, the oldest first. */
export function begunDrills(
  plans: readonly PracticePlan[],
  log: readonly LogEntry[],
  trained: readonly TrainedSwing[],
): Begun[] {
  const seen = [
    ...plans.flatMap((p) => p.plan.wish.drills.map((drill) => ({ drill, at: p.madeAt }))),
    ...log.flatMap((e) => (e.drill === null ? [] : [{ drill: e.drill, at: e.at }])),
    ...trained.flatMap((t) => (t.task.drill === null ? [] : [{ drill: t.task.drill, at: t.recordedAt.toISOString() }])),
  ].sort((a, b) => a.at.localeCompare(b.at));
  return seen.filter((s, i) => seen.findIndex((x) => x.drill === s.drill) === i);
}

const values = (swings: readonly SummarisedSwing[], measure: MeasureId): number[] =>
  swings.flatMap((s) => summaryNumber(s.summary, measure) ?? []);
const unitOf = (measure: MeasureId) => ({
  measure,
  words: measureRow(measure)?.words ?? measure,
  unit: measureRow(measure)?.unit ?? '',
});

function setOf(
  swings: readonly SummarisedSwing[],
  measure: MeasureId,
  lessons: readonly LessonHead[],
): LessonSet | null {
  const v = values(swings, measure);
  const lesson = lessons.find((l) => l.id === swings[0]?.row.lessonId);
  return lesson && v.length
    ? {
        lessonId: lesson.id,
        startedAt: lesson.startedAt,
        n: v.length,
        mean: mean(v),
        sd: v.length < 2 ? null : standardDeviation(v),
      }
    : null;
}

/**
 * Ordinary swings, not done for a drill, with one club on one kind of device: the pair with the most lessons, of
 * equals the most swings.
 */
function leadingSwings(swings: readonly SummarisedSwing[]): SummarisedSwing[] {
  const groups = new Map<string, SummarisedSwing[]>();
  for (const s of swings.filter((x) => countsInTrends(x) && x.row.task === null && x.summary.read !== null)) {
    const key = `${s.row.clubName}|${s.row.device}`;
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  const lessons = (g: readonly SummarisedSwing[]): number => new Set(g.map((s) => s.row.lessonId)).size;
  return [...groups.values()].sort((a, b) => lessons(b) - lessons(a) || b.length - a.length)[0] ?? [];
}

/** The swings of a group's last lesson in a stretch of time. */
function lastLesson(group: readonly SummarisedSwing[], from: string, until: string): SummarisedSwing[] {
  const within = group.filter(
    ({ row }) => row.recordedAt.toISOString() >= from && row.recordedAt.toISOString() < until,
  );
  const lesson = within.at(-1)?.row.lessonId;
  return within.filter((s) => s.row.lessonId === lesson);
}

const EVER = '9999';

/**
 * What each drill did: ordinary swings of the last lesson before it against those of the last lesson before the next
 * drill came, on the measure its test names where ordinary swings have it, else on the agreed one; and what else moved.
 */
export function drillEffects(
  begun: readonly Begun[],
  agreed: MeasureId | null,
  lessons: readonly LessonHead[],
  swings: readonly SummarisedSwing[],
): DrillEffect[] {
  const group = leadingSwings(swings);
  return begun.map(({ drill, at }) => {
    // drills begun together share their time
    const until = begun.find((b) => b.at > at)?.at ?? null;
    const [before, after] = [lastLesson(group, '', at), lastLesson(group, at, until ?? EVER)];
    // a step or a lift of its test is not in ordinary swings: there the agreed measure tells
    const seen = (m: MeasureId | undefined): m is MeasureId =>
      m !== undefined && values([...before, ...after], m).length > 0;
    const own = DRILLS.find((d) => d.id === drill)?.test?.measure;
    const measure: MeasureId = seen(own) ? own : (agreed ?? 'share.lead.p7');
    const ids = [measure, ...WATCHED.filter((m) => m !== measure)].filter((m) => worthOf(m) !== null);
    const changes = compareSets(
      ids.map((m) => ({ before: values(before, m), after: values(after, m), worth: worthOf(m)! })),
    );
    const [meant, ...others] = changes;
    return {
      ...unitOf(measure),
      drill,
      from: at,
      until,
      before: setOf(before, measure, lessons),
      after: setOf(after, measure, lessons),
      clubName: group[0]?.row.clubName ?? null,
      word: meant?.word ?? null,
      beside: others.flatMap((c, k) =>
        c?.word === 'real change' ? [{ ...unitOf(ids[k + 1]!), difference: c.difference }] : [],
      ),
    };
  });
}

/** Whether the watched measures scatter less than they did in the first lesson with the same club and device. */
export function steadinessRows(lessons: readonly LessonHead[], swings: readonly SummarisedSwing[]): SteadinessRow[] {
  const group = leadingSwings(swings);
  const [firstId, lastId] = [group[0]?.row.lessonId, group.at(-1)?.row.lessonId];
  if (!firstId || firstId === lastId) return [];
  const of = (id: string | undefined): SummarisedSwing[] => group.filter((s) => s.row.lessonId === id);
  return WATCHED.flatMap((measure): SteadinessRow[] => {
    const worth = worthOf(measure);
    const [first, last] = [setOf(of(firstId), measure, lessons), setOf(of(lastId), measure, lessons)];
    if (worth === null || !first || !last) return [];
    const { word } = steadinessOf(values(of(firstId), measure), values(of(lastId), measure), worth);
    return [{ ...unitOf(measure), clubName: group[0]!.row.clubName, device: group[0]!.row.device, first, last, word }];
  });
}
