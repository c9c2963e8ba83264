import { type Pupil, type Shot, standardFor, type StandardSources, type SwingHead } from '@vilko/contract';
import { type ClubClass, type DrillShelf, SHIPPED_SHELF, unjudgedWords } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { EnteredRepository } from './entered-repository.js';
import type { FilmRepository } from './film-repository.js';
import { prepare } from './prepare.js';
import type { PreparedPart } from './prepare-swing.js';
import {
  type AboutSwing,
  summaryKey,
  summaryNumber,
  type SwingSummary,
  UNJUDGED,
  type Verdict,
  verdictOf,
  whoIs,
} from './read-swing.js';
import type { ShotRepository } from './shot-repository.js';
import { type Doubted, swingDoubts } from './swing-doubts.js';
import { headOf } from './swing-head.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';

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

/** What stored swings say: kept summaries, verdicts by what holds now, heads. */
export function swingReadings({ pupils, swings, shots, films, standards, shelf }: SwingTables) {
  const aboutOf = (row: SwingRow, pupil: Pupil): AboutSwing => ({
    pupil: { ...whoIs(pupil), handed: row.handed ?? pupil.handed },
    club: row.club,
    kind: row.kind,
  });

  /** Summaries of rows of one pupil, in their order: one query for all that are kept, the rest made anew. */
  const summariesOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingSummary[]> => {
    const keys = new Map(rows.map((row) => [row.id, summaryKey(aboutOf(row, pupil), row.marks)]));
    const kept = await swings.cached<SwingSummary>(keys);
    const out: SwingSummary[] = [];
    for (const row of rows) out.push(kept.get(row.id) ?? (await readAnew(row, pupil, keys.get(row.id)!)).summary);
    return out;
  };
  /** Reads a stored swing anew, in a thread, and keeps what comes of it. */
  const readAnew = async (row: SwingRow, pupil: Pupil, key: string): Promise<PreparedPart> => {
    const about = aboutOf(row, pupil);
    const bundle = await swings.bundle(row.recordingId);
    if (!bundle) throw new Error(`recording ${row.recordingId} is missing`);
    const made = await prepare({ from: 'store', bundle, about, part: row.part, marks: row.marks });
    await swings.keep(row.id, key, made);
    return made;
  };

  /** What is drawn of a swing, packed; null where no swing is found in its recording any more. */
  const tracesOf = async (row: SwingRow, pupil: Pupil): Promise<Uint8Array | null> => {
    const key = summaryKey(aboutOf(row, pupil), row.marks);
    return (await swings.traces(row.id, key)) ?? (await readAnew(row, pupil, key)).traces;
  };

  /** The shots of swings, by swing; the last that was said of each. */
  const shotsOf = async (rows: readonly SwingRow[]): Promise<ReadonlyMap<string, Shot>> => {
    const theirs = await shots.ofLessons([...new Set(rows.map((r) => r.lessonId))]);
    return new Map(theirs.flatMap((s) => (s.swingId ? [[s.swingId, s] as const] : [])));
  };

  const doubtsOf = swingDoubts(swings, summariesOf);

  /** Verdicts on one pupil's swings, by what holds now. */
  const judging = async (pupil: Pupil) => {
    const house = await standards();
    const standardOf = (club: ClubClass, intent: string) =>
      standardFor({ ...house, profile: pupil.profile, handed: pupil.handed }, club, intent);
    return {
      standardOf,
      verdict: (row: SwingRow, s: SwingSummary, doubt: Doubted | null): Verdict =>
        unjudgedWords({ ...row, doubt })
          ? UNJUDGED
          : verdictOf(s, aboutOf(row, pupil), standardOf(row.club, row.intent), row.overruled),
    };
  };

  /** Heads of rows of one pupil with what lies beside them. */
  const headsOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingHead[]> => {
    const [theirShots, theirFilms, usual, judge, doubts, lessons, drills] = await Promise.all([
      shotsOf(rows),
      films.ofSwings(rows.map((r) => r.id)),
      rows.some((r) => r.kind === 'half') ? usualHalf(pupil) : null,
      judging(pupil),
      doubtsOf(rows, pupil),
      pupils.lessonsBriefly(pupil.id),
      // only what was trained by a drill asks what that falsifies
      rows.some((r) => r.task?.drill) ? shelf() : SHIPPED_SHELF,
    ]);
    const summaries = await summariesOf(rows, pupil);
    return rows.map((row, i) =>
      headOf(row, summaries[i]!, {
        verdict: judge.verdict(row, summaries[i]!, doubts.get(row.id) ?? null),
        doubt: doubts.get(row.id) ?? null,
        shot: theirShots.get(row.id) ?? null,
        films: theirFilms.filter((f) => f.swingId === row.id),
        usualHalf: usual,
        pupil,
        drills,
        measure: lessons.find((l) => l.id === row.lessonId)?.measure ?? null,
      }),
    );
  };

  /** Every swing of a pupil that was not deleted, oldest first. */
  const rowsOf = async (pupil: Pupil): Promise<SwingRow[]> => {
    const lessons = (await pupils.lessonsBriefly(pupil.id)).filter((l) => l.deletedAt === null);
    return (await swings.everOf(lessons.map((l) => l.id))).filter((r) => r.deletedAt === null);
  };

  /** How far a pupil usually takes the club back in a half swing, °; null until there are enough. */
  const usualHalf = async (pupil: Pupil): Promise<number | null> => {
    const rows = (await rowsOf(pupil)).filter((r) => r.kind === 'half');
    const back = (await summariesOf(rows, pupil)).map((s) => summaryNumber(s, 'club.back') ?? NaN);
    const known = back.filter((x) => x === x);
    return known.length >= USUAL_FROM ? median(known) : null;
  };

  return { rowsOf, summariesOf, shotsOf, tracesOf, judging, doubtsOf, headsOf, ...headsByLesson(pupils, headsOf) };
}

export type SwingReadings = ReturnType<typeof swingReadings>;
