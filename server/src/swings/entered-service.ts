import { randomUUID } from 'node:crypto';
import type { Entered, EnteredSwing, FilmRead, NewEnteredSwing } from '@vilko/contract';
import { filmScale, keptValues } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { EnteredRepository } from './entered-repository.js';
import type { FilmedSwing } from './filmed-swings.js';
import type { SwingService } from './swing-service.js';

interface EnteredTables {
  readonly pupils: PupilRepository;
  readonly entered: EnteredRepository;
  readonly swings: SwingService;
}

/** What was read by hand from the films of one swing, at its events. */
function readFrom({ row, summary, films }: FilmedSwing, handed: 'right' | 'left'): FilmRead[] {
  return films.flatMap((film) =>
    film.followed.flatMap((line) =>
      keptValues(line, { ...film, handed, scale: filmScale(film) }, summary.read?.events ?? {}).map((kept) => ({
        swingId: row.id,
        lessonId: row.lessonId,
        number: row.number,
        clubName: row.clubName,
        recordedAt: row.recordedAt.toISOString(),
        filmId: film.id,
        side: film.angle,
        of: line.of,
        name: line.name,
        ...kept,
      })),
    ),
  );
}

/** Numbers that were entered instead of measured: kept beside the swings, never among them. */
export function enteredService({ pupils, entered, swings }: EnteredTables) {
  return {
    async ofPupil(pupilId: string): Promise<Entered | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const lessons = await pupils.lessonHeads(pupilId);
      return {
        swings: await entered.ofLessons(lessons.map((l) => l.id)),
        film: (await swings.filmed(pupil)).flatMap((s) => readFrom(s, s.row.handed ?? pupil.handed)),
      };
    },
    async add(lessonId: string, swing: NewEnteredSwing): Promise<EnteredSwing | null> {
      if (!(await pupils.lesson(lessonId))) return null;
      const kept = { ...swing, id: randomUUID(), lessonId };
      await entered.add(kept);
      return kept;
    },
    change: (id: string, to: NewEnteredSwing): Promise<EnteredSwing | null> => entered.change(id, to),
    /** What was deleted stays, so that it can be undone. */
    setDeleted: (id: string, deleted: boolean): Promise<EnteredSwing | null> => entered.setDeleted(id, deleted),
  };
}

export type EnteredService = ReturnType<typeof enteredService>;
