import { randomUUID } from 'node:crypto';
import type { Imported, Pupil, SwingHead, SwingKind } from '@vilko/contract';
import { type ClubClass, type FileReading, type Recording, VilkoError } from '@vilko/core';
import { prepare } from './prepare.js';
import type { PreparedSwing } from './prepare-swing.js';
import { summaryKey, whoIs } from './read-swing.js';
import type { SwingReadings, SwingTables } from './swing-readings.js';
import type { SwingRow } from './swing-repository.js';

/** How a swing comes into a lesson. */
export interface Arrival extends Partial<Pick<SwingRow, 'kind' | 'tag' | 'intent' | 'felt' | 'task'>> {
  readonly lessonId: string;
  readonly club: ClubClass;
  readonly clubName: string;
  readonly source: 'bay' | 'file';
  readonly file: string | null;
  readonly recordedAt: Date;
  /** Given by whoever may have to ask again: what was stored under it is not stored twice. */
  readonly recordingId?: string;
}

/** What is said about a file that comes into a lesson. */
export interface ImportHow extends Pick<FileReading, 'axes' | 'mapping'> {
  readonly club: ClubClass;
  readonly clubName: string;
  readonly kind?: SwingKind;
  readonly packed?: boolean;
}

/** A recording that comes as a file. */
export interface FileImport {
  readonly bytes: Uint8Array;
  readonly file: string;
  readonly lessonId: string;
  readonly how: ImportHow;
  /** Aborted when nobody waits for the answer any more: then nothing is stored either. */
  readonly gone?: AbortSignal;
}

/** How swings come into the house: from a bay, or as files; each is read in a thread of its own. */
export function swingArrivals({ pupils, swings }: Pick<SwingTables, 'pupils' | 'swings'>, { headsOf }: SwingReadings) {
  const lessonOf = async (lessonId: string) => {
    const found = await pupils.lesson(lessonId);
    if (!found) throw new VilkoError('bad-option', 'this lesson does not exist any more');
    return found;
  };
  /** Stores a prepared recording and its swings. */
  const put = async (
    prepared: PreparedSwing,
    pupil: Pupil,
    a: Arrival & Partial<Pick<SwingRow, 'sure'>>,
  ): Promise<SwingHead[]> => {
    if (!prepared.parts.length) return [];
    const { recordingId = randomUUID() } = a;
    const news = prepared.parts.map((_, part) => ({
      ...a,
      id: randomUUID(),
      recordingId,
      part,
      device: prepared.device,
    }));
    const rows = await swings.store({ id: recordingId, bundle: prepared.bundle }, news);
    for (const row of rows)
      await swings.keep(row.id, summaryKey({ pupil, club: row.club, kind: row.kind }, {}), prepared.parts[row.part]!);
    return headsOf(rows, pupil);
  };

  return {
    put,
    /** Stores a recording from the bay; null when it holds no swing of the kind waited for. */
    async store(rec: Recording, a: Arrival): Promise<SwingHead | null> {
      const { head, pupil } = await lessonOf(a.lessonId);
      const about = { pupil: whoIs(pupil), club: a.club, kind: a.kind ?? 'full' };
      // who practises alone has said who it is, and nobody is there to be asked
      const arrived = { ...a, sure: head.alone === true };
      return (await put(await prepare({ from: 'bay', recording: rec, about }), pupil, arrived))[0] ?? null;
    },
    /**
     * Reads a file into a lesson, in a thread of its own; a file without a swing is refused, nothing is stored.
     */
    async importFile({ bytes, file, lessonId, how, gone }: FileImport): Promise<Imported> {
      const { club, clubName, kind = 'full', packed = false } = how;
      const { pupil } = await lessonOf(lessonId);
      const reading = { axes: how.axes, mapping: how.mapping };
      const about = { pupil: whoIs(pupil), club, kind };
      const name = packed ? `${file}.vilko` : file;
      const prepared = await prepare({ from: 'file', bytes, name, reading, about }, gone);
      const what = kind === 'full' ? 'swing' : `${kind} swing`;
      if (!prepared.parts.length)
        throw new VilkoError(
          'unreadable',
          `${file} was read (${prepared.device}, ${prepared.rate.toFixed(0)} Hz), but no ${what} was found in it`,
        );
      const heads = await put(prepared, pupil, {
        lessonId,
        club,
        clubName,
        kind,
        source: 'file',
        file,
        recordedAt: new Date(),
      });
      return { file, device: prepared.device, swings: heads, warnings: [...prepared.warnings] };
    },
  };
}
