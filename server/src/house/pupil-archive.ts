import type { Erased, HouseSettings, Restored } from '@vilko/contract';
import {
  bookingJson,
  type BundleFiles,
  filesFrom,
  inboxJson,
  lessonJson,
  letterJson,
  loose,
  programmeJson,
  type PupilBundle,
  swingJson,
} from './pupil-bundle.js';
import { putBack, type Shelves } from './put-back.js';
import type { LessonRow } from '../pupils/pupil-repository.js';
import { MARK, SETTINGS } from './settings.js';

/** Files of a house that are read when they are wanted. */
const filesOf = (store: Shelves['store'], kept: readonly Parameters<Shelves['store']['find']>[0][]): BundleFiles => {
  const named = new Map(kept.map((f) => [store.nameOf(f), f]));
  return filesFrom(named.keys(), (name) => store.find(named.get(name)!));
};

/** The house's own drills; off are those that were taken off the shelf. */
const drillsIn = async ({ drills }: Shelves) =>
  (await drills.every()).map(({ drill, media, offAt }) => ({ drill, media, off: offAt !== null }));

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
  const recordingsOf = (ids: readonly string[]): BundleFiles => filesFrom(ids, (id) => swings.bundle(id));
  /** @param wanted which of their lessons; without it all */
  const bundle = async (ids: readonly string[], wanted?: (lesson: LessonRow) => boolean): Promise<PupilBundle> => {
    const { people, lessons, rows, theirFilms, theirShots } = await gather(ids, wanted);
    const log = await practice.logOf(ids);
    return {
      head: {
        vilko: 'pupils',
        version: 1,
        written: new Date().toISOString(),
        pupils: people,
        lessons: lessons.map(lessonJson),
        swings: rows.map(swingJson),
        shots: theirShots,
        films: theirFilms,
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
        missing: [],
      },
      recordings: recordingsOf(rows.map((r) => r.recordingId)),
      films: filesOf(store, [...theirFilms, ...loose(log, lessons)]),
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
      const rows = await drillsIn(shelves);
      const waiting = (await inbox.every()).map(inboxJson);
      const shown = filesOf(
        store,
        rows.flatMap(({ media }) => media ?? []),
      );
      return {
        recordings: recordingsOf([...all.recordings.names, ...waiting.map((s) => s.recordingId)]),
        films: filesFrom([...all.films.names, ...shown.names], (name) =>
          (shown.names.has(name) ? shown : all.films).read(name),
        ),
        head: {
          ...all.head,
          bookings: [...all.head.bookings, ...(await shelves.bookings.busy()).map(bookingJson)],
          patterns: own,
          drills: rows,
          programmes: (await shelves.programmes.every()).map(programmeJson),
          settings: await house.get<HouseSettings>(SETTINGS),
          mark: await house.get<string>(MARK),
          inbox: waiting,
        },
      };
    },
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
