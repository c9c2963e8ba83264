import { type LessonFindings, type Report, type ReportText } from '@vilko/contract';
import { DRILLS, drillsFor } from '@vilko/core';
import type { SwingService } from '../analysis/swing-service.js';
import type { PracticeRepository } from '../db/practice.js';
import type { PupilRepository } from '../db/pupils.js';
import { draftOf } from './draft.js';
import { figuresOf, standsFor } from './figures.js';

const NOTHING: LessonFindings = { clubs: [], oneSwingForAll: false };

/** What the pupil takes home from a lesson. */
export function reportService(pupils: PupilRepository, practice: PracticeRepository, swings: SwingService) {
  return {
    async of(lessonId: string): Promise<Report | null> {
      const found = await pupils.lesson(lessonId);
      if (!found) return null;
      const { head, pupil } = found;
      const [findings, all, standardOf, plans] = await Promise.all([
        swings.findings(lessonId),
        swings.summarised(pupil),
        swings.standards(pupil),
        practice.plansOf([pupil.id]),
      ]);
      const end = all.findLast((s) => s.row.lessonId === lessonId)?.row.recordedAt;
      const upToHere = end ? all.filter((s) => s.row.recordedAt <= end) : [];
      const figures = figuresOf(lessonId, head.measure, findings ?? NOTHING, upToHere, (club) => standardOf(club, 'stock'));
      const { set, fault, measure, success } = figures;
      const planned = plans.find((p) => p.lessonId === lessonId)?.plan.wish.drills[0];
      const offered =
        set && fault
          ? drillsFor({
              fault,
              club: set.club,
              found: set.findings.map((f) => f.fault),
              injuries: pupil.profile.injuries,
              school: standardOf(set.club, 'stock').pattern.id,
            }).offered[0]
          : undefined;
      const drill = DRILLS.find((d) => d.id === planned) ?? offered ?? null;
      return {
        draft: draftOf(head, figures, drill),
        text: await pupils.report(lessonId),
        club: set?.club ?? null,
        measure,
        success: success && { word: success.word, inside: success.inside, of: success.of, way: success.way },
        before: standsFor(figures.before, measure?.id ?? null),
        after: standsFor(figures.after, measure?.id ?? null),
        drill: drill?.id ?? null,
        nextVisit: head.nextVisit,
      };
    },
    /** Keeps the instructor's words; null goes back to the draft. */
    async keep(lessonId: string, text: ReportText | null): Promise<boolean> {
      return pupils.keepReport(lessonId, text);
    },
  };
}

export type ReportService = ReturnType<typeof reportService>;
