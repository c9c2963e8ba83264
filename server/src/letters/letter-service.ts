import { randomUUID } from 'node:crypto';
import type { Letter, LetterDraft, LetterToWrite } from '@vilko/contract';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { day } from '../reports/pdf.js';
import { type GivingShelves, letterDesk } from './give-letter.js';
import { addressesOf, letterText, type NextTime } from './letter-text.js';

export interface LetterShelves extends GivingShelves {
  readonly pupils: PupilRepository;
  /** The pupil's page of a lesson, where one is open to other machines. */
  readonly linkOf: (lessonId: string) => Promise<string | null>;
  /** When a pupil comes next. */
  readonly nextOf: (pupilId: string) => Promise<NextTime | null>;
}

/** Letters about lessons: written here, given to a mail server or handed over. */
export function letterService(shelves: LetterShelves) {
  const { letters, pupils, reports, outbox, mail, linkOf, nextOf } = shelves;
  const { shown, one, fileOf, give, now } = letterDesk(shelves);
  return {
    all: async (): Promise<Letter[]> => (await letters.all()).map(shown),
    async draft(lessonId: string): Promise<LetterDraft | null> {
      const found = await pupils.lesson(lessonId);
      const report = found && (await reports.of(lessonId));
      if (!found || !report) return null;
      const { pupil, head } = found;
      const booked = await nextOf(pupil.id);
      const next = booked ?? (head.nextVisit === null ? null : { date: head.nextVisit, from: null });
      return {
        to: addressesOf(pupil),
        subject: `The lesson of ${day(head.startedAt)}`,
        text: letterText({
          pupil,
          lesson: head,
          words: report.text ?? report.draft,
          next,
          link: await linkOf(lessonId),
          by: report.by,
          day,
        }),
        mail: (await mail.server()) !== null,
        before: (await letters.ofLesson(lessonId)).map(shown),
      };
    },
    /** Writes a letter; the page is frozen with it. It is sent at once where that can be. */
    async write(lessonId: string, { to, subject, text, send }: LetterToWrite): Promise<Letter | null> {
      const pdf = await reports.pdf(lessonId);
      if (!pdf) return null;
      const at = now();
      const row = { id: randomUUID(), lessonId, to, subject, text, madeAt: at, stateAt: at };
      await outbox.put(row, pdf);
      await letters.add(row);
      return send && (await mail.server()) ? give(row.id) : one(row.id);
    },
    give,
    async handOver(id: string): Promise<Letter | null> {
      if (!(await letters.one(id))) return null;
      await letters.change(id, { state: 'handed over', stateAt: now(), why: null });
      return one(id);
    },
    async file(id: string): Promise<Uint8Array | null> {
      const row = await letters.one(id);
      return row && fileOf(row, row.to, (await mail.server())?.from ?? '');
    },
    async remove(id: string): Promise<Letter | null> {
      const row = await letters.one(id);
      if (!row) return null;
      await outbox.remove(row);
      await letters.remove(id);
      return shown(row);
    },
    /** Letters that have not gone, the oldest first. */
    unsent: async (): Promise<Letter[]> => (await letters.unsent()).map(shown).reverse(),
  };
}

export type LetterService = ReturnType<typeof letterService>;
