import type { Pupil, Shot, StandardSources, SwingHead } from '@vilko/contract';
import { type DrillShelf, SHIPPED_SHELF } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { EnteredRepository } from './entered-repository.js';
import type { FilmRepository } from './film-repository.js';
import { grouped } from '../db/grouped.js';
import { prepare } from './prepare.js';
import type { PreparedPart } from './prepare-swing.js';
import { summaryKey, summaryNumber, type SwingSummary } from './read-swing.js';
import type { ShotRepository } from './shot-repository.js';
import { swingDoubts } from './swing-doubts.js';
import { headOf } from './swing-head.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';
import { aboutOf, type Reading, type ReadRow, swingVerdicts } from './swing-verdicts.js';
import { whereItCan } from '../db/room.js';

/** The tables swings are read from. */
export interface SwingTables {
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
  readonly shots: ShotRepository;
  readonly films: FilmRepository;
  readonly entered: EnteredRepository;
  /** What the house judges by: its settings and its own patterns. */
  readonly standards: () => Promise<Omit<StandardSources, 'profile' | 'handed'>>;
  /** The house's drills. */
  readonly shelf: () => Promise<DrillShelf>;
}

/** A pupil's usual half swing is told from this many. */
const USUAL_FROM = 3;

const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)]!;

/** Heads of swings wherever they stand. */
function headsByLesson(
  pupils: PupilRepository,
  headsOf: (rows: readonly SwingRow[], pupil: Pupil) => Promise<SwingHead[]>,
) {
  const headOfRow = async (row: SwingRow | null): Promise<SwingHead | null> =>
    row ? ((await headsOfRows([row]))[0] ?? null) : null;
  /** Heads of rows of any lessons, lesson by lesson in the order of their numbers. */
  const headsOfRows = async (rows: readonly SwingRow[]): Promise<SwingHead[]> => {
    const heads: SwingHead[] = [];
    for (const lessonId of new Set(rows.map((r) => r.lessonId))) {
      const found = await pupils.lesson(lessonId);
      const own = rows.filter((r) => r.lessonId === lessonId).sort((a, b) => a.number - b.number);
      if (found) heads.push(...(await headsOf(own, found.pupil)));
    }
    return heads;
  };
  return { headOfRow, headsOfRows };
}

/** What stored swings were found to say: kept once, and read anew where that does not hold any more. */
function keptReadings(swings: SwingRepository) {
  /** Rows of one pupil, read, in their order: one query for all that are kept, the rest made anew. */
  const readingsOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<Reading[]> => {
    const keys = new Map(rows.map((row) => [row.id, summaryKey(aboutOf(row, pupil), row.marks)]));
    const kept = await swings.cached(keys);
    const out: Reading[] = [];
    for (const row of rows) {
      const [key, known] = [keys.get(row.id)!, kept.get(row.id)];
      const summary = known?.summary ?? (await readAnew(row, pupil)).summary;
      out.push({ key, summary, judged: known?.verdict ?? null });
    }
    return out;
  };
  const summariesOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingSummary[]> =>
    (await readingsOf(rows, pupil)).map((r) => r.summary);
  /** Reads stored swings of one recording anew that are read alike, in a thread, and keeps what comes of them. */
  const allAnew = async (
    rows: readonly SwingRow[],
    pupil: Pupil,
    waits: 'store' | 'renewal' = 'store',
  ): Promise<PreparedPart[]> => {
    const { recordingId } = rows[0]!;
    const about = aboutOf(rows[0]!, pupil);
    const bundle = await swings.bundle(recordingId);
    if (!bundle) throw new Error(`recording ${recordingId} is missing`);
    const made = await prepare(
      { from: 'store', bundle, about, parts: rows.map(({ part, marks }) => ({ part, marks })) },
      undefined,
      waits,
    );
    for (const [i, row] of rows.entries())
      await whereItCan(swings.keep(row.id, summaryKey(about, row.marks), made[i]!));
    return made;
  };
  const readAnew = async (row: SwingRow, pupil: Pupil): Promise<PreparedPart> => (await allAnew([row], pupil))[0]!;

  /** What is drawn of a swing, compressed; null where no swing is found in its recording any more. */
  const tracesOf = async (row: SwingRow, pupil: Pupil): Promise<Uint8Array | null> => {
    const key = summaryKey(aboutOf(row, pupil), row.marks);
    return (await swings.traces(row.id, key)) ?? (await readAnew(row, pupil)).traces;
  };
  /** Reads swings of one recording anew that nobody waits for, those that nobody has read meanwhile. */
  const renew = async (rows: readonly SwingRow[], pupil: Pupil): Promise<void> => {
    const keys = new Map(rows.map((row) => [row.id, summaryKey(aboutOf(row, pupil), row.marks)]));
    const read = await swings.cached(keys);
    const left = rows.filter((row) => !read.has(row.id));
    if (left.length) await allAnew(left, pupil, 'renewal');
  };
  return { readingsOf, summariesOf, tracesOf, renew };
}

/** What stored swings say: kept summaries, verdicts by what holds now, heads. */
export function swingReadings({ pupils, swings, shots, films, standards, shelf }: SwingTables) {
  const { readingsOf, summariesOf, tracesOf, renew } = keptReadings(swings);

  /** The shots of swings, by swing; the last that was said of each. */
  const shotsOf = async (rows: readonly SwingRow[]): Promise<ReadonlyMap<string, Shot>> => {
    const theirs = await shots.ofLessons([...new Set(rows.map((r) => r.lessonId))]);
    return new Map(theirs.flatMap((s) => (s.swingId ? [[s.swingId, s] as const] : [])));
  };

  const doubtsOf = swingDoubts(swings, summariesOf);

  const { standardsOf, verdictsOf } = swingVerdicts({ swings, standards });

  /** Rows of one pupil with what they say, and what is first to be asked of them. */
  const readRows = async (rows: readonly SwingRow[], pupil: Pupil): Promise<ReadRow[]> => {
    const read = await readingsOf(rows, pupil);
    const doubts = await doubtsOf(rows, pupil, new Map(rows.map((r, i) => [r.id, read[i]!.summary])));
    return rows.map((row, i) => ({ row, reading: read[i]!, doubt: doubts.get(row.id) ?? null }));
  };
  /** The same with what they are said to be. */
  const judgedOf = async (rows: readonly SwingRow[], pupil: Pupil) => {
    const read = await readRows(rows, pupil);
    const verdicts = await verdictsOf(read, pupil);
    return read.map(({ row, reading, doubt }, i) => ({
      row,
      summary: reading.summary,
      doubt,
      verdict: verdicts[i]!,
    }));
  };

  /** Heads of rows of one pupil with what lies beside them. */
  const headsOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingHead[]> => {
    const [theirShots, theirFilms, usual, judged, lessons, drills] = await Promise.all([
      shotsOf(rows),
      films.ofSwings(rows.map((r) => r.id)),
      rows.some((r) => r.kind === 'half') ? usualHalf(pupil) : null,
      judgedOf(rows, pupil),
      pupils.lessonsBriefly(pupil.id),
      // only what was trained by a drill asks what that falsifies
      rows.some((r) => r.task?.drill) ? shelf() : SHIPPED_SHELF,
    ]);
    const agreed = new Map(lessons.map((l) => [l.id, l.measure]));
    const filmsOf = grouped(theirFilms, (f) => f.swingId);
    return judged.map(({ row, summary, verdict, doubt }) =>
      headOf(row, summary, {
        verdict,
        doubt,
        shot: theirShots.get(row.id) ?? null,
        films: filmsOf.get(row.id) ?? [],
        usualHalf: usual,
        pupil,
        drills,
        measure: agreed.get(row.lessonId) ?? null,
      }),
    );
  };

  /**
   * Every swing of a pupil that was not deleted, oldest first.
   * @param alone also those that were made in practice alone, which no lesson is held against
   */
  const rowsOf = async (pupil: Pupil, alone = false): Promise<SwingRow[]> => {
    const lessons = (await pupils.lessonsBriefly(pupil.id)).filter((l) => l.deletedAt === null && (alone || !l.alone));
    return (await swings.everOf(lessons.map((l) => l.id))).filter((r) => r.deletedAt === null);
  };

  /** How far a pupil usually takes the club back in a half swing, °; null until there are enough. */
  const usualHalf = async (pupil: Pupil): Promise<number | null> => {
    const rows = (await rowsOf(pupil)).filter((r) => r.kind === 'half');
    const back = (await summariesOf(rows, pupil)).map((s) => summaryNumber(s, 'club.back') ?? NaN);
    const known = back.filter((x) => x === x);
    return known.length >= USUAL_FROM ? median(known) : null;
  };

  return {
    rowsOf,
    summariesOf,
    shotsOf,
    tracesOf,
    renew,
    standardsOf,
    readRows,
    judgedOf,
    headsOf,
    ...headsByLesson(pupils, headsOf),
  };
}

export type SwingReadings = ReturnType<typeof swingReadings>;
