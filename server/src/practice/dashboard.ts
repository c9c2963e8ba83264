import type { LogEntry, PupilDashboard, TrendPoint } from '@vilko/contract';
import { type ClubClass, compareSets, mean, type QuantityId, quantityOf, standardDeviation } from '@vilko/core';
import type * as z from 'zod';
import { lastRun, type SwingSet } from '../judging/swing-sets.js';
import { quantityIn } from '../swings/read-swing.js';
import { valuesIn } from '../swings/values-in.js';
import type { SummarisedSwing } from '../swings/swing-service.js';
import type { JudgedLesson, LessonSets } from './dashboard-service.js';
import { loftQuestions } from './loft-question.js';

const NOTHING_AGREED = { measure: null, target: null };

/** The club class most of the swings were made with. */
function mostUsed(sets: readonly SwingSet[]): ClubClass | null {
  const counts = new Map<ClubClass, number>();
  for (const { club, swings } of sets) counts.set(club, (counts.get(club) ?? 0) + swings.length);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/**
 * What a pupil works on, whether it changed, and what comes next.
 * @param lessons oldest first
 */
export function dashboardOf(
  lessons: readonly JudgedLesson[],
  swings: readonly SummarisedSwing[],
  log: readonly LogEntry[] = [],
): PupilDashboard {
  const last = lessons.at(-1)?.lesson;
  const { measure, target } = lessons.findLast((l) => l.lesson.measure !== null)?.lesson ?? NOTHING_AGREED;
  // the club the newest lesson speaks of, as its report does
  const speaks = lessons.findLast((l) => l.finding !== null);
  const club = speaks?.sets[0]?.club ?? mostUsed(lessons.flatMap((l) => l.sets));
  return {
    measure,
    target,
    unit: measure ? quantityOf(measure).unit : '',
    club,
    trend: measure ? trendOf(measure, lessons, club) : [],
    felt: swings.flatMap((swing) => {
      const { row } = swing;
      const of = row.feltOf ?? 'share.lead.p7';
      const measured = quantityIn(swing, of);
      if (row.felt === null || measured === null) return [];
      const { id: swingId, lessonId, recordedAt, felt } = row;
      return [{ swingId, lessonId, recordedAt: recordedAt.toISOString(), of, felt, measured }];
    }),
    findings: lessons.flatMap((l) => l.finding ?? []),
    loft: loftQuestions(lessons),
    nextVisit: last?.nextVisit ?? null,
    homework: last?.homework ?? '',
    came: log.filter((e) => e.from === 'pupil' && e.at > (last?.startedAt ?? '')),
  };
}

type Point = z.infer<typeof TrendPoint>;

/** What a trend tells of a lesson and a device: the set that speaks for it, its last run and the one before. */
function pointOf(sets: readonly SwingSet[], measure: QuantityId) {
  const set = sets.find((s) => valuesIn(lastRun(s), measure).length > 0);
  if (!set) return null;
  const before = valuesIn(set.runs.at(-2) ?? [], measure);
  return {
    clubName: set.clubName,
    values: valuesIn(lastRun(set), measure),
    earlier: before.length ? { n: before.length, mean: mean(before) } : null,
  };
}

/** Lesson by lesson; a change is judged against the last lesson on the same kind of device. */
function trendOf(measure: QuantityId, lessons: readonly LessonSets[], club: ClubClass | null): Point[] {
  const worth = quantityOf(measure).worth ?? Infinity;
  const before = new Map<string, readonly number[]>();
  return lessons.flatMap(({ lesson, sets }) => {
    const own = sets.filter((s) => s.club === club);
    return [...new Set(own.map((s) => s.device))].flatMap((device): Point[] => {
      const point = pointOf(
        own.filter((s) => s.device === device),
        measure,
      );
      if (!point) return [];
      const { values, clubName, earlier } = point;
      const last = before.get(device);
      before.set(device, values);
      return [
        {
          lessonId: lesson.id,
          startedAt: lesson.startedAt,
          footwear: lesson.footwear,
          device,
          clubName,
          n: values.length,
          mean: mean(values),
          sd: values.length < 2 ? null : standardDeviation(values),
          earlier,
          change: last
            ? (compareSets([{ before: last, after: values, worth }])[0]?.word ?? 'too few swings to tell')
            : null,
        },
      ];
    });
  });
}
