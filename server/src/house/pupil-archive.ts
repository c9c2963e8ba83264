import type { Erased, Film, LogEntry, Restored } from '@vilko/contract';
import type { ExperimentRepository } from '../practice/experiment-repository.js';
import type { FilmRepository } from '../swings/film-repository.js';
import type { PatternRepository } from '../judging/pattern-repository.js';
import type { PracticeRepository } from '../practice/practice-repository.js';
import type { LessonRow, PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from '../swings/shot-repository.js';
import type { SwingRepository } from '../swings/swing-repository.js';
import type { FilmStore } from '../swings/film-store.js';
import type { Outbox } from '../reports/outbox.js';
import { lessonJson, packPupils, type PupilBundle, swingJson, swingRow } from './pupil-bundle.js';

/** The tables and files pupils are spread over. */
export interface Shelves {
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
  readonly shots: ShotRepository;
  readonly films: FilmRepository;
  readonly patterns: PatternRepository;
  readonly practice: PracticeRepository;
  readonly experiments: ExperimentRepository;
  readonly store: FilmStore;
  readonly outbox: Outbox;
  /** Makes deleted rows leave no bytes behind. */
  readonly scrub: () => Promise<void>;
}

/** Takes pupils out whole, puts them back, erases them. */
export function pupilArchive({
  pupils,
  swings,
  shots,
  films,
  patterns,
  practice,
  experiments,
  store,
  outbox,
  scrub,
}: Shelves) {
  const gather = async (ids: readonly string[]) => {
    const people = (await Promise.all(ids.map((id) => pupils.one(id)))).filter((p) => p !== null);
    const lessons = (await Promise.all(people.map((p) => pupils.lessonsOf(p.id)))).flat();
    const lessonIds = lessons.map((l) => l.id);
    const rows = await swings.everOf(lessonIds);
    const theirFilms = await films.ofSwings(
      rows.map((s) => s.id),
      true,
    );
    return { people, lessons, rows, theirFilms, theirShots: await shots.ofLessons(lessonIds) };
  };
  /** Films without a swing: in the logbook, and spoken reviews. */
  const loose = (log: readonly LogEntry[], lessons: readonly Pick<LessonRow, 'review'>[]) => [
    ...log.flatMap((e) => e.film ?? []),
    ...lessons.flatMap((l) => l.review ?? []),
  ];
  const bundle = async (ids: readonly string[]): Promise<PupilBundle> => {
    const { people, lessons, rows, theirFilms, theirShots } = await gather(ids);
    const log = await practice.logOf(ids);
    const recordings = new Map<string, Uint8Array>();
    for (const id of new Set(rows.map((r) => r.recordingId))) recordings.set(id, (await swings.bundle(id))!);
    const files = new Map<string, Uint8Array>();
    for (const f of [...theirFilms, ...loose(log, lessons)]) files.set(store.nameOf(f), await store.get(f));
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
        plans: await practice.plansOf(ids),
        log,
        experiments: await experiments.ofLessons(lessons.map((l) => l.id)),
        patterns: [],
      },
      recordings,
      films: files,
    };
  };
  return {
    bundle,
    /** Every pupil and what belongs to the house itself. */
    whole: async (): Promise<PupilBundle> => {
      const all = await bundle((await pupils.all()).map((p) => p.id));
      const own = (await patterns.every()).map((r) => ({
        version: r.version,
        savedAt: r.savedAt.toISOString(),
        pattern: r.pattern,
      }));
      return { ...all, head: { ...all.head, patterns: own } };
    },
    pack: async (ids: readonly string[]): Promise<Uint8Array> => packPupils(await bundle(ids)),
    /** Puts back what is not there; what is there stays as it is. */
    async putBack({ head, recordings, films: files }: PupilBundle): Promise<Restored> {
      const came = { pupils: 0, lessons: 0, swings: 0, films: 0, there: 0 };
      const fresh = async (
        there: Promise<unknown>,
        put: () => Promise<unknown>,
        key: 'pupils' | 'lessons' | 'swings' | 'films',
      ): Promise<void> => {
        if (await there) came.there++;
        else {
          await put();
          came[key]++;
        }
      };
      for (const p of head.pupils) await fresh(pupils.one(p.id), () => pupils.add(p), 'pupils');
      for (const l of head.lessons)
        await fresh(pupils.lesson(l.id), () => pupils.addLesson({ ...l, startedAt: new Date(l.startedAt) }), 'lessons');
      for (const s of head.swings)
        await fresh(
          swings.one(s.id),
          () => swings.putBack({ id: s.recordingId, bundle: recordings.get(s.recordingId)! }, [swingRow(s)]),
          'swings',
        );
      for (const p of head.plans) await practice.addPlan(p);
      for (const e of head.log) await practice.addEntry(e);
      for (const e of head.experiments) await experiments.add(e);
      for (const f of loose(head.log, head.lessons)) {
        const bytes = files.get(store.nameOf(f));
        if (bytes) await store.put(f, bytes);
      }
      for (const s of head.shots) if (!(await shots.one(s.id))) await shots.add({ ...s, at: new Date(s.at) });
      for (const p of head.patterns)
        await patterns.putBack({
          id: p.pattern.id,
          version: p.version,
          pattern: p.pattern,
          savedAt: new Date(p.savedAt),
          deletedAt: null,
        });
      for (const f of head.films) await fresh(films.one(f.id), () => putFilm(f, files.get(store.nameOf(f))), 'films');
      return came;
    },
    /** Erases a pupil for good: rows, recordings, film files, and the bytes the database would have kept. */
    async erase(id: string): Promise<Omit<Erased, 'backups'> | null> {
      const { people, lessons, rows, theirFilms } = await gather([id]);
      const [pupil] = people;
      if (!pupil) return null;
      for (const f of [...theirFilms, ...loose(await practice.logOf([id], true), lessons)]) await store.remove(f);
      await outbox.removeOf(lessons.map((l) => l.id));
      await pupils.remove(id);
      await swings.dropOrphans();
      await scrub();
      return { name: pupil.name, lessons: lessons.length, swings: rows.length, films: theirFilms.length };
    },
  };
  async function putFilm(f: Film, bytes: Uint8Array | undefined): Promise<void> {
    if (!bytes) return;
    await store.put(f, bytes);
    await films.add(f);
  }
}

export type PupilArchive = ReturnType<typeof pupilArchive>;
