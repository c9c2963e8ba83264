import type { LessonFindings, Report, ReportText } from '@vilko/contract';
import { DRILLS, drillsFor } from '@vilko/core';
import type { FindingsService } from '../judging/findings-service.js';
import type { SwingService } from '../swings/swing-service.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { FilmStore } from '../swings/film-store.js';
import { draftOf } from './draft.js';
import { figuresOf, standsFor } from './figures.js';
import type { Outbox } from './outbox.js';
import { day, type Page, reportPdf } from './pdf.js';
import { reviewService } from './review-service.js';

const NOTHING: LessonFindings = { clubs: [], oneSwingForAll: false };

/** What reports are made of. */
export interface ReportShelves {
  readonly pupils: PupilRepository;
  readonly practice: PracticeRepository;
  readonly swings: SwingService;
  readonly findings: FindingsService;
  readonly outbox: Outbox;
  readonly store: FilmStore;
}

/** What the pupil takes home from a lesson. */
export function reportService({ pupils, practice, swings, findings: findingsOf, outbox, store }: ReportShelves) {
  const pageOf = async (lessonId: string): Promise<Page | null> => {
    const found = await pupils.lesson(lessonId);
    return found && { pupil: found.pupil, lesson: found.head, report: await reportOf(found) };
  };
  const reportOf = async ({
    head,
    pupil,
  }: NonNullable<Awaited<ReturnType<PupilRepository['lesson']>>>): Promise<Report> => {
    const lessonId = head.id;
    const [findings, all, standardOf, plans] = await Promise.all([
      findingsOf(lessonId),
      swings.summarised(pupil),
      swings.standards(pupil),
      practice.plansOf([pupil.id]),
    ]);
    const end = all.findLast((s) => s.row.lessonId === lessonId)?.row.recordedAt;
    const upToHere = end ? all.filter((s) => s.row.recordedAt <= end) : [];
    const figures = figuresOf(head, findings ?? NOTHING, upToHere, (club) => standardOf(club, 'stock'));
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
    // a drill the homework names leads, then the planned one, then what suits the finding
    const named = DRILLS.find((d) => head.homework.toLowerCase().includes(d.name.toLowerCase()));
    const drill = named ?? DRILLS.find((d) => d.id === planned) ?? offered ?? null;
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
      review: await pupils.review(lessonId),
    };
  };
  return {
    ...reviewService(pupils, store),
    of: async (lessonId: string): Promise<Report | null> => (await pageOf(lessonId))?.report ?? null,
    async pdf(lessonId: string): Promise<Uint8Array | null> {
      const page = await pageOf(lessonId);
      return page && reportPdf(page);
    },
    /**
     * Puts the report as an e-mail with the PDF into the outbox; the address is kept nowhere else.
     * @param link the pupil's page, where one is open to other machines
     */
    async send(lessonId: string, to: string, link: string | null): Promise<{ file: string } | null> {
      const page = await pageOf(lessonId);
      if (!page) return null;
      const { aim, task } = page.report.text ?? page.report.draft;
      const text = [
        `Hello ${page.pupil.name},`,
        aim && `Your aim: ${aim}`,
        task && `One thing to do: ${task}`,
        'The page of your lesson is attached.',
        link && `To answer, tick your days of practice or send a film: ${link}`,
      ]
        .filter(Boolean)
        .join('\n\n');
      return {
        file: await outbox.put({
          lessonId,
          to,
          subject: `Your lesson of ${day(page.lesson.startedAt)}`,
          text,
          pdf: await reportPdf(page),
        }),
      };
    },
    /** Keeps the instructor's words; null goes back to the draft. */
    keep: (lessonId: string, text: ReportText | null): Promise<boolean> => pupils.keepReport(lessonId, text),
  };
}

export type ReportService = ReturnType<typeof reportService>;
