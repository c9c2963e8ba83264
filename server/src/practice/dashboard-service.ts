import { alike, leadingFinding, leadingSet, type LessonHead, type Pupil, type PupilDashboard } from '@vilko/contract';
import { showsWords } from '@vilko/core';
import { grouped } from '../db/grouped.js';
import { lessonFindings } from '../judging/lesson-findings.js';
import { setsOf, type StandardOf, type SwingSet } from '../judging/swing-sets.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { SummarisedSwing, SwingService } from '../swings/swing-service.js';
import { dashboardOf } from './dashboard.js';
import type { PracticeRepository } from './practice-repository.js';

/** A lesson of a pupil's with its sets of swings, the largest first. */
export interface LessonSets {
  readonly lesson: LessonHead;
  readonly sets: readonly SwingSet<SummarisedSwing>[];
}

/** The same with the set that speaks for it first, and what it works on. */
export interface JudgedLesson extends LessonSets {
  /** The same finding, of the same swings, that the lesson's own pages speak of; null where no set speaks. */
  readonly finding: PupilDashboard['findings'][number] | null;
}

/** Every lesson of a pupil's with its sets of swings. */
export function lessonSets(
  lessons: readonly LessonHead[],
  swings: readonly SummarisedSwing[],
  standardOf: StandardOf,
): LessonSets[] {
  const known = new Map(lessons.map((l) => [l.id, l]));
  const sets = setsOf(swings, standardOf, (id) => known.get(id));
  sets.sort((a, b) => b.swings.length - a.swings.length);
  const theirs = grouped(sets, (s) => s.lessonId);
  return lessons.map((lesson) => ({ lesson, sets: theirs.get(lesson.id) ?? [] }));
}

/** What each lesson works on. */
export const judgedLessons = (pupil: Pupil, lessons: readonly LessonSets[], standardOf: StandardOf): JudgedLesson[] =>
  lessons.map(({ lesson, sets }) => {
    const set = leadingSet(lessonFindings(pupil, sets, standardOf));
    if (!set) return { lesson, sets, finding: null };
    const found = leadingFinding(set, lesson.measure);
    return {
      lesson,
      sets: [...sets].sort((a, b) => Number(alike(b, set)) - Number(alike(a, set))),
      finding: { lessonId: lesson.id, fault: found?.fault ?? null, shows: found ? showsWords(found) : '', of: set.n },
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
    return dashboardOf(judgedLessons(pupil, lessonSets(lessons, all, standardOf), standardOf), all, log);
  };

export type DashboardService = ReturnType<typeof dashboardService>;
