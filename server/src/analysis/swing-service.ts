import { randomUUID } from 'node:crypto';
import type { Imported, Lesson, Pupil, SwingChange, SwingHead } from '@vilko/contract';
import { type ClubClass, type DeepAnalysis, readBundle, readRecording, type Recording, VilkoError, writeBundle } from '@vilko/core';
import type { PupilRepository } from '../db/pupils.js';
import type { SwingRepository, SwingRow } from '../db/swings.js';
import { analyseFor, summarise, summaryKey, type SwingSummary } from './read-swing.js';

/** How a swing comes into a lesson. */
export interface Arrival {
  readonly lessonId: string;
  readonly club: ClubClass;
  readonly clubName: string;
  readonly source: 'bay' | 'file';
  readonly file: string | null;
  readonly recordedAt: Date;
}

/** Quick compression: a bay must be ready for the next swing. */
const QUICK = 1;

/** Everything that is done with swings: stored, read, summarised, changed. */
export function swingService(pupils: PupilRepository, swings: SwingRepository) {
  const headOf = (row: SwingRow, s: SwingSummary): SwingHead => ({
    id: row.id,
    lessonId: row.lessonId,
    number: row.number,
    club: row.club,
    clubName: row.clubName,
    device: row.device as SwingHead['device'],
    recordedAt: row.recordedAt.toISOString(),
    starred: row.starred,
    note: row.note,
    source: row.source,
    file: row.file,
    marks: row.marks,
    ...s,
    warnings: [...s.warnings],
  });

  const summaryOf = async (row: SwingRow, pupil: Pupil): Promise<SwingSummary> => {
    const key = summaryKey(row.club, row.marks);
    const kept = await swings.cached<SwingSummary>(row.id, key);
    if (kept) return kept;
    const bundle = await swings.bundle(row.recordingId);
    if (!bundle) throw new Error(`recording ${row.recordingId} is missing`);
    const rec = readBundle(bundle, row.id);
    const made = summarise(analyseFor(rec, pupil, row.club, row.part, row.marks), rec, row.part, row.club, pupil.stature !== null);
    await swings.keep(row.id, key, made);
    return made;
  };

  const put = async (rec: Recording, deep: DeepAnalysis, pupil: Pupil, a: Arrival): Promise<SwingHead[]> => {
    const recordingId = randomUUID();
    const news = deep.swings.map((_, part) => ({
      id: randomUUID(),
      lessonId: a.lessonId,
      recordingId,
      part,
      club: a.club,
      clubName: a.clubName,
      device: rec.device,
      recordedAt: a.recordedAt,
      source: a.source,
      file: a.file,
    }));
    const rows = await swings.store({ id: recordingId, bundle: writeBundle(rec, QUICK) }, news);
    const heads: SwingHead[] = [];
    for (const row of rows) {
      const s = summarise(deep, rec, row.part, row.club, pupil.stature !== null);
      await swings.keep(row.id, summaryKey(row.club, {}), s);
      heads.push(headOf(row, s));
    }
    return heads;
  };

  const lessonOrRefuse = async (id: string) => {
    const found = await pupils.lesson(id);
    if (!found) throw new VilkoError('bad-option', 'this lesson does not exist any more');
    return found;
  };

  return {
    /** Stores a recording from the bay; null when it holds no swing. */
    async store(rec: Recording, a: Arrival): Promise<SwingHead | null> {
      const { pupil } = await lessonOrRefuse(a.lessonId);
      const deep = analyseFor(rec, pupil, a.club);
      return deep.swings.length ? (await put(rec, deep, pupil, a))[0]! : null;
    },
    /** Reads a file into a lesson; a file without a swing is refused, nothing is stored. */
    async importFile(bytes: Uint8Array, file: string, lessonId: string, club: ClubClass, clubName: string, axes?: string): Promise<Imported> {
      const { pupil } = await lessonOrRefuse(lessonId);
      const rec = readRecording(bytes, file, axes);
      const deep = analyseFor(rec, pupil, club);
      if (!deep.swings.length) throw new VilkoError('unreadable', `${file} was read (${rec.device}, ${deep.rate.toFixed(0)} Hz), but no swing was found in it`);
      const heads = await put(rec, deep, pupil, { lessonId, club, clubName, source: 'file', file, recordedAt: new Date() });
      return { file, device: rec.device, swings: heads, warnings: [...deep.warnings] };
    },
    async lesson(id: string): Promise<Lesson | null> {
      const found = await pupils.lesson(id);
      if (!found) return null;
      const rack: SwingHead[] = [];
      for (const row of await swings.ofLesson(id)) rack.push(headOf(row, await summaryOf(row, found.pupil)));
      return { ...found.head, pupil: found.pupil, rack };
    },
    async recording(swingId: string): Promise<Uint8Array | null> {
      const row = await swings.one(swingId);
      return row ? swings.bundle(row.recordingId) : null;
    },
    async part(swingId: string): Promise<number | null> {
      return (await swings.one(swingId))?.part ?? null;
    },
    async change(swingId: string, change: SwingChange): Promise<SwingHead | null> {
      const row = await swings.change(swingId, change);
      if (!row) return null;
      const { pupil } = await lessonOrRefuse(row.lessonId);
      return headOf(row, await summaryOf(row, pupil));
    },
    async setDeleted(swingId: string, deleted: boolean): Promise<SwingHead | null> {
      const row = await swings.setDeleted(swingId, deleted);
      if (!row) return null;
      const { pupil } = await lessonOrRefuse(row.lessonId);
      return headOf(row, await summaryOf(row, pupil));
    },
  };
}

export type SwingService = ReturnType<typeof swingService>;
