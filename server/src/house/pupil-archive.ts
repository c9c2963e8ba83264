import type { Erased, HouseSettings, Restored } from '@vilko/contract';
import {
  bookingJson,
  inboxJson,
  lessonJson,
  letterJson,
  loose,
  packPupils,
  programmeJson,
  type PupilBundle,
  swingJson,
} from './pupil-bundle.js';
import { putBack, type Shelves } from './put-back.js';
import type { LessonRow } from '../pupils/pupil-repository.js';
import { MARK, SETTINGS } from './settings.js';

/** Files by name, and the names of those that are not there any more. */
async function filesOf(store: Shelves['store'], kept: readonly Parameters<Shelves['store']['find']>[0][]) {
  const files = new Map<string, Uint8Array>();
  const missing: string[] = [];
  for (const f of kept) {
    const bytes = await store.find(f);
    if (bytes) files.set(store.nameOf(f), bytes);
    else missing.push(`films/${store.nameOf(f)}`);
  }
  return { files, missing };
}

/** The house's own drills, with the photographs and films that show them. */
async function drillsIn({ drills, store }: Shelves) {
  const rows = (await drills.every()).map(({ drill, media, offAt }) => ({ drill, media, off: offAt !== null }));
  return {
    rows,
    ...(await filesOf(
      store,
      rows.flatMap(({ media }) => media ?? []),
    )),
  };
}

/** Takes pupils out, with everything that is theirs. */
function taking(shelves: Shelves) {
  const { pupils, swings, shots, films, entered, practice, experiments, store } = shelves;
  const gather = async (ids: readonly string[], wanted: (lesson: LessonRow) => boolean = () => true) => {
    const people = (await Promise.all(ids.map((id) => pupils.one(id)))).filter((p) => p !== null);
    const lessons = (await Promise.all(people.map((p) => pupils.lessonsOf(p.id)))).flat().filter(wanted);
    const lessonIds = lessons.map((l) => l.id);
    const rows = await swings.everOf(lessonIds);
    const theirFilms = await films.ofSwings(
      rows.map((s) => s.id),
      true,
    );
    return { people, lessons, rows, theirFilms, theirShots: await shots.ofLessons(lessonIds) };
  };
  /** Recordings by id, and the files that they would be of those that are not there any more. */
  const recordingsOf = async (ids: readonly string[]) => {
    const recordings = new Map<string, Uint8Array>();
    const missing: string[] = [];
    for (const id of new Set(ids)) {
      const bytes = await swings.bundle(id);
      if (bytes) recordings.set(id, bytes);
      else missing.push(`recordings/${id}.vilko`);
    }
    return { recordings, missing };
  };
  /** @param wanted which of their lessons; without it all */
  const bundle = async (ids: readonly string[], wanted?: (lesson: LessonRow) => boolean): Promise<PupilBundle> => {
    const { people, lessons, rows, theirFilms, theirShots } = await gather(ids, wanted);
    const log = await practice.logOf(ids);
    const { recordings, missing: lost } = await recordingsOf(rows.map((r) => r.recordingId));
    const { files, missing } = await filesOf(store, [...theirFilms, ...loose(log, lessons)]);
    // a swing is nothing without its recording
    const whole = rows.filter((r) => recordings.has(r.recordingId));
    const here = new Set(whole.map((r) => r.id));
    return {
      head: {
        vilko: 'pupils',
        version: 1,
        written: new Date().toISOString(),
        pupils: people,
        lessons: lessons.map(lessonJson),
        swings: whole.map(swingJson),
        shots: theirShots.map((s) => (s.swingId === null || here.has(s.swingId) ? s : { ...s, swingId: null })),
        films: theirFilms.filter((f) => here.has(f.swingId)),
        entered: await entered.ofLessons(lessons.map((l) => l.id)),
        plans: await practice.plansOf(ids),
        log,
        experiments: await experiments.ofLessons(lessons.map((l) => l.id)),
        bookings: (await shelves.bookings.ofPupils(ids)).map(bookingJson),
        letters: (await shelves.letters.ofLessons(lessons.map((l) => l.id))).map(letterJson),
        followers: (await shelves.programmes.ofPupils(ids)).map((f) => ({ ...f, since: f.since.toISOString() })),
        patterns: [],
        drills: [],
        programmes: [],
        settings: null,
        mark: null,
        inbox: [],
        missing: [...lost, ...missing],
      },
      recordings,
      films: files,
    };
  };
  return { gather, recordingsOf, bundle };
}

/** Takes pupils out whole, puts them back, erases them. */
export function pupilArchive(shelves: Shelves) {
  const { pupils, swings, patterns, practice, inbox, house, store, outbox, bytes } = shelves;
  const { gather, recordingsOf, bundle } = taking(shelves);
  return {
    bundle,
    /** Every pupil and what belongs to the house itself. */
    whole: async (): Promise<PupilBundle> => {
      const all = await bundle(await pupils.ids());
      const own = (await patterns.every()).map((r) => ({
        version: r.version,
        savedAt: r.savedAt.toISOString(),
        pattern: r.pattern,
      }));
      const { rows, files, missing } = await drillsIn(shelves);
      const waiting = (await inbox.every()).map(inboxJson);
      const more = await recordingsOf(waiting.map((s) => s.recordingId).filter((id) => !all.recordings.has(id)));
      const recordings = new Map([...all.recordings, ...more.recordings]);
      const settings = await house.get<HouseSettings>(SETTINGS);
      return {
        recordings,
        films: new Map([...all.films, ...files]),
        head: {
          ...all.head,
          bookings: [...all.head.bookings, ...(await shelves.bookings.busy()).map(bookingJson)],
          patterns: own,
          drills: rows,
          programmes: (await shelves.programmes.every()).map(programmeJson),
          settings,
          mark: await house.get<string>(MARK),
          inbox: waiting.filter((s) => recordings.has(s.recordingId)),
          missing: [...all.head.missing, ...more.missing, ...missing],
        },
      };
    },
    pack: async (ids: readonly string[]): Promise<Uint8Array> => packPupils(await bundle(ids)),
    putBack: (bundle: PupilBundle): Promise<Restored> => putBack(shelves, bundle),
    /** Erases a pupil for good: rows, recordings, film files, and the bytes the database would have kept. */
    async erase(id: string): Promise<Omit<Erased, 'backups'> | null> {
      const { people, lessons, rows, theirFilms } = await gather([id]);
      const [pupil] = people;
      if (!pupil) return null;
      for (const f of [...theirFilms, ...loose(await practice.logOf([id], true), lessons)]) await store.remove(f);
      await bytes.due();
      await outbox.removeOf(lessons.map((l) => l.id));
      await pupils.remove(id);
      await swings.dropOrphans();
      return {
        name: pupil.name,
        lessons: lessons.length,
        swings: rows.length,
        films: theirFilms.length,
        bytes: await bytes.afterErasing(),
      };
    },
  };
}

export type PupilArchive = ReturnType<typeof pupilArchive>;
