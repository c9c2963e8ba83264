import type { ChangeWithin, DrillEffect, LessonSet, LogEntry, PracticePlan, SteadinessRow } from '@vilko/contract';
import {
  compareSets,
  type DrillShelf,
  mean,
  type MeasureId,
  type QuantityId,
  quantityOf,
  standardDeviation,
  steadinessOf,
  worthOf,
} from '@vilko/core';
import { lastRun, type SwingSet } from '../judging/swing-sets.js';
import type { ReadSwing, TrainedSwing } from '../swings/swing-service.js';
import { valuesIn } from '../swings/values-in.js';
import type { LessonSets } from './dashboard-service.js';

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

const unitOf = (measure: QuantityId) => {
  const { words, unit } = quantityOf(measure);
  return { measure, words, unit };
};

function setOf(swings: readonly ReadSwing[], v: readonly number[], lessons: readonly LessonSets[]): LessonSet | null {
  const lesson = lessons.find((l) => l.lesson.id === swings[0]?.row.lessonId)?.lesson;
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
 * A pupil's ordinary swings lesson by lesson, with one club on one kind of device for one wanted shot: those of the
 * most lessons, of equals of the most swings.
 * @param lessons oldest first
 */
function leadingSets(lessons: readonly LessonSets[]): SwingSet[] {
  const groups = new Map<string, SwingSet[]>();
  for (const set of lessons.flatMap((l) => l.sets)) {
    const key = `${set.clubName}|${set.device}|${set.intent}`;
    groups.set(key, [...(groups.get(key) ?? []), set]);
  }
  const swings = (g: readonly SwingSet[]): number => g.reduce((n, s) => n + s.swings.length, 0);
  return [...groups.values()].sort((a, b) => b.length - a.length || swings(b) - swings(a))[0] ?? [];
}

/** How the golfer swung as the last lesson of a stretch of time ended. */
function lastIn(sets: readonly SwingSet[], from: string, until: string): readonly ReadSwing[] {
  const within = ({ row }: ReadSwing): boolean =>
    row.recordedAt.toISOString() >= from && row.recordedAt.toISOString() < until;
  const run = sets.flatMap((s) => s.runs).findLast((r) => r.some(within));
  return run?.filter(within) ?? [];
}

const EVER = '9999';

/**
 * What each drill did: ordinary swings of the last lesson before it against those of the last lesson before the next
 * drill came, each as that lesson ended, on the measure its test names where ordinary swings have it, else on the
 * agreed one; and what else moved.
 * @param lessons oldest first; sets of swings that were not done for a drill
 */
export function drillEffects(
  begun: readonly Begun[],
  lessons: readonly LessonSets[],
  shelf: DrillShelf,
): DrillEffect[] {
  const sets = leadingSets(lessons);
  const agreed: QuantityId | null = lessons.findLast((l) => l.lesson.measure !== null)?.lesson.measure ?? null;
  return begun.map(({ drill, at }) => {
    // drills begun together share their time
    const until = begun.find((b) => b.at > at)?.at ?? null;
    const [before, after] = [lastIn(sets, '', at), lastIn(sets, at, until ?? EVER)];
    // a step or a lift of its test is not in ordinary swings: there the agreed measure tells
    const seen = (m: QuantityId | undefined): m is QuantityId =>
      m !== undefined && valuesIn([...before, ...after], m).length > 0;
    const own = shelf.one(drill)?.test?.measure;
    const measure: QuantityId = seen(own) ? own : (agreed ?? 'share.lead.p7');
    const ids = [measure, ...WATCHED.filter((m) => m !== measure)].filter((m) => quantityOf(m).worth !== null);
    const changes = compareSets(
      ids.map((m) => ({ before: valuesIn(before, m), after: valuesIn(after, m), worth: quantityOf(m).worth! })),
    );
    const [meant, ...others] = changes;
    return {
      ...unitOf(measure),
      drill,
      from: at,
      until,
      before: setOf(before, valuesIn(before, measure), lessons),
      after: setOf(after, valuesIn(after, measure), lessons),
      clubName: sets[0]?.clubName ?? null,
      word: meant?.word ?? null,
      beside: others.flatMap((c, k) =>
        c?.word === 'real change' ? [{ ...unitOf(ids[k + 1]!), difference: c.difference }] : [],
      ),
    };
  });
}

/** A last run that is shorter does not tell a spread by itself. */
const LEAST_FOR_SPREAD = 5;

/**
 * A set's values for its spread: of the last run, or, where that is short, of all runs moved onto it, so that a change
 * within the lesson is no spread.
 */
function scattered({ runs }: SwingSet, measure: MeasureId): number[] {
  const own = runs.map((r) => valuesIn(r, measure)).filter((v) => v.length > 0);
  const last = own.at(-1) ?? [];
  return last.length >= LEAST_FOR_SPREAD ? last : own.flatMap((v) => v.map((x) => x - mean(v) + mean(last)));
}

/** Whether the watched measures scatter less than they did in the first lesson with the same club and device. */
export function steadinessRows(lessons: readonly LessonSets[]): SteadinessRow[] {
  const sets = leadingSets(lessons);
  const [first, last] = [sets[0], sets.at(-1)];
  if (!first || !last || first === last) return [];
  const { clubName, device } = last;
  return WATCHED.flatMap((measure): SteadinessRow[] => {
    const worth = worthOf(measure);
    const [a, b] = [scattered(first, measure), scattered(last, measure)];
    const [before, after] = [setOf(first.swings, a, lessons), setOf(last.swings, b, lessons)];
    if (worth === null || !before || !after) return [];
    const { word } = steadinessOf(a, b, worth);
    return [{ ...unitOf(measure), clubName, device, first: before, last: after, word }];
  });
}

/** Where the pupil changed within a lesson, the newest lesson first. */
export const changesWithin = (lessons: readonly LessonSets[]): ChangeWithin[] =>
  [...lessons].reverse().flatMap(({ lesson, sets }) =>
    sets
      .filter((s) => s.steps.length || s.drifted)
      .map((s) => ({
        lessonId: lesson.id,
        startedAt: lesson.startedAt,
        clubName: s.clubName,
        device: s.device,
        n: lastRun(s).length,
        of: s.swings.length,
        steps: [...s.steps],
        drifted: s.drifted,
      })),
  );
