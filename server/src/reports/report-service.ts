import type { Report, ReportField, ReportText } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { FilmStore } from '../swings/film-store.js';
import { wordsOver, writtenAgainst } from './frozen.js';
import type { Outbox } from './outbox.js';
import { openPages, type PageShelves } from './pages.js';
import { day, reportPdf } from './pdf.js';
import { reviewService } from './review-service.js';

/** What reports are made of. */
export interface ReportShelves extends PageShelves {
  readonly outbox: Outbox;
  readonly store: FilmStore;
}

/** What the pupil takes home from a lesson. */
export function reportService(shelves: ReportShelves) {
  const { pupils, outbox, store } = shelves;
  const { freshOf, reportOf, freeze, givenAway, of } = openPages(shelves);
  return {
    ...reviewService(pupils, store),
    of,
    /** Freezes the page, where it is not frozen yet; false when there is no such lesson. */
    giveAway: async (lessonId: string): Promise<boolean> => (await givenAway(lessonId)) !== null,
    async pdf(lessonId: string): Promise<Uint8Array | null> {
      const page = await givenAway(lessonId);
      return page && reportPdf(page);
    },
    /** Freezes all figures anew, together, as the lesson stands now. */
    async renew(lessonId: string): Promise<Report | null> {
      const found = await pupils.lesson(lessonId);
      if (!found) return null;
      const fresh = await freshOf(found);
      await freeze(lessonId, fresh);
      return reportOf(lessonId, fresh);
    },
    /**
     * Chooses the drill that is the one thing to do; null leaves it to homework, plan and finding. On a frozen page
     * the choice alone is made anew: it is no figure of the swings.
     * @throws VilkoError for a drill that is not there
     */
    async choose(lessonId: string, drill: string | null): Promise<Report | null> {
      if (drill !== null && !(await shelves.shelf()).one(drill))
        throw new VilkoError('bad-option', `there is no drill "${drill}"`);
      await pupils.changeLesson(lessonId, { task: drill });
      const found = await pupils.lesson(lessonId);
      if (!found) return null;
      const fresh = await freshOf(found);
      const { page } = await pupils.report(lessonId);
      if (page)
        await pupils.keepReport(lessonId, {
          page: {
            ...page,
            draft: { ...page.draft, task: fresh.draft.task },
            figures: { ...page.figures, drill: fresh.figures.drill },
          },
        });
      return reportOf(lessonId, fresh);
    },
    /**
     * Puts the report as an e-mail with the PDF into the outbox; the address is kept nowhere else.
     * @param link the pupil's page, where one is open to other machines
     */
    async send(lessonId: string, to: string, link: string | null): Promise<{ file: string } | null> {
      const page = await givenAway(lessonId);
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
    /**
     * Keeps the instructor's words; null goes back to the draft. With the first of them the figures are frozen.
     * @param stands fields that hold, though their figures have moved
     */
    async keep(lessonId: string, text: ReportText | null, stands: readonly ReportField[]): Promise<Report | null> {
      if (text === null) {
        await pupils.keepReport(lessonId, { text: null, against: null });
        return of(lessonId);
      }
      const page = await givenAway(lessonId);
      if (!page) return null;
      const { draft } = page.report;
      const kept = { text, against: writtenAgainst(await pupils.report(lessonId), text, draft, stands) };
      await pupils.keepReport(lessonId, kept);
      return { ...page.report, ...wordsOver(kept, draft) };
    },
  };
}

export type ReportService = ReturnType<typeof reportService>;
