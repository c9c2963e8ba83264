import type { LessonHead, LogEntry, PupilDashboard, TrendPoint } from '@vilko/contract';
import { compareSets, mean, type MeasureId, measureRow, standardDeviation, unjudgedWords, worthOf } from '@vilko/core';
import type { z } from 'zod';
import type { SwingRow } from '../swings/swing-repository.js';
import { summaryNumber } from '../swings/read-swing.js';
import type { SummarisedSwing } from '../swings/swing-service.js';

/** Swings that may stand beside each other in a trend: whole ones, no exercises. */
export const countsInTrends = ({ row, doubt }: SummarisedSwing): boolean => unjudgedWords({ ...row, doubt }) === null;

const sd = (v: readonly number[]): number | null => (v.length < 2 ? null : standardDeviation(v));

/** The club class most of the swings were made with. */
function mostUsed(swings: readonly SummarisedSwing[]): SwingRow['club'] | null {
  const counts = new Map<SwingRow['club'], number>();
  for (const { row } of swings) counts.set(row.club, (counts.get(row.club) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}

/** What a pupil works on, whether it changed, and what comes next, from lessons oldest first. */
export function dashboardOf(
  lessons: readonly LessonHead[],
  swings: readonly SummarisedSwing[],
  log: readonly LogEntry[] = [],
  findings: PupilDashboard['findings'] = [],
): PupilDashboard {
  const last = lessons.at(-1);
  const measure = lessons.findLast((l) => l.measure !== null)?.measure ?? null;
  const counted = swings.filter(countsInTrends);
  const club = mostUsed(counted);
  return {
    measure,
    unit: (measure && measureRow(measure)?.unit) ?? '',
    club,
    trend: measure
      ? trendOf(
          measure,
          lessons,
          counted.filter((s) => s.row.club === club),
        )
      : [],
    felt: swings.flatMap(({ row, summary }) => {
      const of = row.feltOf ?? 'share.lead.p7';
      const measured = summaryNumber(summary, of);
      if (row.felt === null || measured === null) return [];
      const { id: swingId, lessonId, recordedAt, felt } = row;
      return [{ swingId, lessonId, recordedAt: recordedAt.toISOString(), of, felt, measured }];
    }),
    findings,
    nextVisit: last?.nextVisit ?? null,
    homework: last?.homework ?? '',
    came: log.filter((e) => e.from === 'pupil' && e.at > (last?.startedAt ?? '')),
  };
}

type Point = z.infer<typeof TrendPoint>;

/** Lesson by lesson; a change is judged against the last lesson on the same kind of device. */
function trendOf(measure: MeasureId, lessons: readonly LessonHead[], swings: readonly SummarisedSwing[]): Point[] {
  const worth = worthOf(measure) ?? Infinity;
  const before = new Map<string, readonly number[]>();
  const points: Point[] = [];
  for (const l of lessons) {
    const own = swings.filter((s) => s.row.lessonId === l.id);
    for (const device of new Set(own.map((s) => s.row.device))) {
      const values = own.filter((s) => s.row.device === device).flatMap((s) => summaryNumber(s.summary, measure) ?? []);
      if (!values.length) continue;
      const earlier = before.get(device);
      points.push({
        lessonId: l.id,
        startedAt: l.startedAt,
        footwear: l.footwear,
        device,
        n: values.length,
        mean: mean(values),
        sd: sd(values),
        change: earlier
          ? (compareSets([{ before: earlier, after: values, worth }])[0]?.word ?? 'too few swings to tell')
          : null,
      });
      before.set(device, values);
    }
  }
  return points;
}
