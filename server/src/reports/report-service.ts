import type { Report, ReportField, ReportText } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { FilmStore } from '../swings/film-store.js';
import type { Agreed } from './figures.js';
import { wordsOver, writtenAgainst } from './frozen.js';
import { openPages, type PageShelves } from './pages.js';
import { reportPdf } from './pdf.js';
import { reviewService } from './review-service.js';

/** What reports are made of. */
export interface ReportShelves extends PageShelves {
  readonly store: FilmStore;
}

/** What the pupil takes home from a lesson. */
export function reportService(shelves: ReportShelves) {
  const { pupils, store } = shelves;
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
    /** How a lesson stands by something else than it was agreed to be judged by; null where there is no such lesson. */
    async judgedBy(lessonId: string, agreed: Agreed): Promise<Pick<Report, 'measure' | 'success'> | null> {
      const found = await pupils.lesson(lessonId);
      return found && (await freshOf({ ...found, head: { ...found.head, ...agreed } })).figures;
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
