import { alike, leadingFinding, leadingSet, type LessonHead, type Pupil, type PupilDashboard } from '@vilko/contract';
import { showsWords } from '@vilko/core';
import { lessonFindings } from '../judging/lesson-findings.js';
import { setsOf, type StandardOf, type SwingSet } from '../judging/swing-sets.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SummarisedSwing, SwingService } from '../swings/swing-service.js';
import { dashboardOf } from './dashboard.js';
import type { PracticeRepository } from './practice-repository.js';

/** A lesson of a pupil's: its sets, the one that speaks for it first, and what it works on. */
export interface LessonSets {
  readonly lesson: LessonHead;
  readonly sets: readonly SwingSet<SummarisedSwing>[];
  /** The same finding, of the same swings, that the lesson's own pages speak of; null where no set speaks. */
  readonly finding: PupilDashboard['findings'][number] | null;
}

/** Every lesson of a pupil's with its sets of swings. */
export const lessonSets = (
  pupil: Pupil,
  lessons: readonly LessonHead[],
  swings: readonly SummarisedSwing[],
  standardOf: StandardOf,
): LessonSets[] =>
  lessons.map((lesson) => {
    const { id: lessonId, measure } = lesson;
    const sets = setsOf(
      swings.filter((s) => s.row.lessonId === lessonId),
      standardOf,
      () => measure,
    ).sort((a, b) => b.swings.length - a.swings.length);
    const set = leadingSet(lessonFindings(pupil, sets, standardOf));
    if (!set) return { lesson, sets, finding: null };
    const found = leadingFinding(set, measure);
    return {
      lesson,
      sets: [...sets].sort((a, b) => Number(alike(b, set)) - Number(alike(a, set))),
      finding: { lessonId, fault: found?.fault ?? null, shows: found ? showsWords(found) : '', of: set.n },
    };
  });

/** What a pupil works on and whether it changed; null where there is no such pupil. */
export const dashboardService =
  (pupils: PupilRepository, swings: SwingService, practice: PracticeRepository) =>
  async (pupilId: string): Promise<PupilDashboard | null> => {
    const pupil = await pupils.one(pupilId);
    if (!pupil) return null;
    const [lessons, all, log, standardOf] = await Promise.all([
      pupils.lessonHeads(pupilId),
      swings.summarised(pupil),
      practice.logOf([pupilId]),
      swings.standards(pupil),
    ]);
    return dashboardOf(lessonSets(pupil, lessons, all, standardOf), all, log);
  };

export type DashboardService = ReturnType<typeof dashboardService>;
