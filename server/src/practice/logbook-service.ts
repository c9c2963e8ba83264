import { randomUUID } from 'node:crypto';
import { BLANK_ENTRY, type LogEntry, type LogFilm, type NewLogEntry } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import { filmMime } from '../swings/film-service.js';
import type { FilmStore } from '../swings/film-store.js';
import type { PracticeRepository } from './practice-repository.js';

/** The logbook of a pupil: what was practised, and films of swings that no device measured. */
export function logbookService(pupils: PupilRepository, practice: PracticeRepository, store: FilmStore) {
  /** Keeps a film without a swing; refused when it is none. */
  const keepFilm = async (bytes: Uint8Array): Promise<LogFilm> => {
    const mime = filmMime(bytes);
    if (!mime) throw new VilkoError('unsupported', 'this file is neither WebM nor MP4: no film was stored');
    const film = { id: randomUUID(), mime, size: bytes.byteLength, marks: {} };
    await store.put(film, bytes);
    return film;
  };
  const addEntry = async (pupilId: string, entry: NewLogEntry, id: string = randomUUID()): Promise<LogEntry | null> => {
    if (!(await pupils.one(pupilId))) return null;
    if (entry.film && !store.has(entry.film))
      throw new VilkoError('bad-option', 'the film of this entry is not there: the film comes first, then the entry');
    const made = { ...entry, id, pupilId };
    await practice.addEntry(made);
    return made;
  };
  return {
    keepFilm,
    addEntry,
    /** A film of a swing that no device measured, in the logbook. */
    async addFilm(pupilId: string, bytes: Uint8Array, note: string): Promise<LogEntry | null> {
      if (!(await pupils.one(pupilId))) return null;
      return addEntry(pupilId, {
        ...BLANK_ENTRY,
        at: new Date().toISOString(),
        kind: 'film',
        note,
        film: await keepFilm(bytes),
      });
    },
    /** An entry's film. */
    filmOf: async (id: string): Promise<LogFilm | null> => (await practice.entry(id))?.film ?? null,
    toSend: store.toSend,
    /** Marks of the eye on an entry's film. */
    async mark(id: string, marks: LogFilm['marks']): Promise<LogEntry | null> {
      const found = await practice.entry(id);
      if (!found?.film) return null;
      const { id: _, pupilId: __, at: ___, ...entry } = found;
      return practice.changeEntry(id, { ...entry, film: { ...found.film, marks } });
    },
    /**
     * Answers what a pupil sent, on whose page it stands from then on; an empty text takes the answer back.
     * @throws VilkoError for an entry that no pupil sent
     */
    async reply(id: string, text: string): Promise<LogEntry | null> {
      const found = await practice.entry(id);
      if (!found) return null;
      if (found.from !== 'pupil')
        throw new VilkoError('bad-option', 'no pupil sent this entry: nobody reads an answer');
      const { id: _, pupilId: __, at: ___, ...entry } = found;
      return practice.changeEntry(id, { ...entry, reply: text ? { text, at: new Date().toISOString() } : null });
    },
    setDeleted: (id: string, deleted: boolean): Promise<LogEntry | null> => practice.setDeleted(id, deleted),
  };
}
