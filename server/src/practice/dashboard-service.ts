import { leadingFinding, leadingSet, type LessonHead, type Pupil, type PupilDashboard } from '@vilko/contract';
import { showsWords } from '@vilko/core';
import { lessonFindings, type StandardOf } from '../judging/lesson-findings.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SummarisedSwing, SwingService } from '../swings/swing-service.js';
import { dashboardOf } from './dashboard.js';
import type { PracticeRepository } from './practice-repository.js';

/** What each lesson works on: the same finding, of the same swings, that the lesson's own pages speak of. */
export function lessonFindingsOf(
  pupil: Pupil,
  lessons: readonly LessonHead[],
  swings: readonly SummarisedSwing[],
  standardOf: StandardOf,
): PupilDashboard['findings'] {
  return lessons.flatMap((l) => {
    const own = swings.filter((s) => s.row.lessonId === l.id);
    const agreed = l.measure;
    const set = leadingSet(lessonFindings(pupil, own, standardOf, agreed));
    if (!set) return [];
    const finding = leadingFinding(set, agreed);
    return [{ lessonId: l.id, fault: finding?.fault ?? null, shows: finding ? showsWords(finding) : '', of: set.n }];
  });
}

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
    return dashboardOf(lessons, all, log, lessonFindingsOf(pupil, lessons, all, standardOf));
  };

export type DashboardService = ReturnType<typeof dashboardService>;
