import { randomUUID } from 'node:crypto';
import type {
  Film,
  Imported,
  Lesson,
  Pupil,
  Shot,
  SwingChange,
  SwingHead,
  SwingKind,
  SwingTask,
  SwingValue,
} from '@vilko/contract';
import { type Standard, standardFor, type StandardSources } from '@vilko/contract';
import {
  type ClubClass,
  type FileReading,
  type MeasureId,
  readBundle,
  type Recording,
  VilkoError,
  worthOf,
} from '@vilko/core';
import type { FilmRepository } from './film-repository.js';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { ShotRepository } from './shot-repository.js';
import type { SwingRepository, SwingRow } from './swing-repository.js';
import { prepare } from './prepare.js';
import type { PreparedSwing } from './prepare-swing.js';
import { taskOf } from './task.js';
import {
  type AboutSwing,
  analyseFor,
  summarise,
  summaryKey,
  summaryNumber,
  type SwingSummary,
  UNJUDGED,
  type Verdict,
  verdictOf,
} from './read-swing.js';

/** How a swing comes into a lesson. */
export interface Arrival extends Partial<Pick<SwingRow, 'kind' | 'tag' | 'intent' | 'felt' | 'task'>> {
  readonly lessonId: string;
  readonly club: ClubClass;
  readonly clubName: string;
  readonly source: 'bay' | 'file';
  readonly file: string | null;
  readonly recordedAt: Date;
}

/** What is said about a file that comes into a lesson. */
export interface ImportHow extends Pick<FileReading, 'axes' | 'mapping'> {
  readonly club: ClubClass;
  readonly clubName: string;
  readonly kind?: SwingKind;
  readonly packed?: boolean;
}

/** The tables swings are read from. */
export interface SwingTables {
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
  readonly shots: ShotRepository;
  readonly films: FilmRepository;
  /** What the house judges by: its settings and its own patterns. */
  readonly standards: () => Promise<Omit<StandardSources, 'profile'>>;
}

/** A swing with what was measured in it. */
export interface ReadSwing {
  readonly row: SwingRow;
  readonly summary: SwingSummary;
}
/** The same with what it is said to be. */
export interface SummarisedSwing extends ReadSwing {
  readonly verdict: Verdict;
}
/** A trainer's swing, as far as the ladder asks. */
export interface TrainedSwing {
  readonly lessonId: string;
  readonly recordedAt: Date;
  readonly task: SwingTask;
}
/** A lesson's swings, read. */
export interface LessonRead {
  readonly pupil: Pupil;
  readonly swings: readonly ReadSwing[];
  readonly standardOf: (club: ClubClass, intent: string) => Standard;
}

/** What crosses into a thread about a pupil: no more than the analysis needs. */
const whoIs = ({ handed, stature, mass }: Pupil): AboutSwing['pupil'] => ({ handed, stature, mass });

/** What lies beside a swing. */
interface Beside {
  readonly verdict: Verdict;
  readonly shot: Shot | null;
  readonly films: readonly Film[];
  /** How far the pupil usually takes the club back in a half swing, °. */
  readonly usualHalf: number | null;
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

/** A pupil's usual half swing is told from this many. */
const USUAL_FROM = 3;

const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)]!;

/** Everything that is done with swings: stored, read, summarised, changed. */
export function swingService({ pupils, swings, shots, films, standards }: SwingTables) {
  const headOf = (
    row: SwingRow,
    summary: SwingSummary,
    { verdict, shot, films: ownFilms, usualHalf }: Beside,
  ): SwingHead => {
    const { recordingId, part, deletedAt, recordedAt, ...kept } = row;
    const back = summaryNumber(summary, 'club.back') ?? 0;
    const grown = row.kind === 'half' && usualHalf !== null && back > usualHalf + worthOf('club.back')!;
    return {
      ...kept,
      device: row.device as SwingHead['device'],
      recordedAt: recordedAt.toISOString(),
      shot,
      films: [...ownFilms],
      ...verdict,
      task: row.task && taskOf(row.task, summary),
      leadAtImpact: summaryNumber(summary, 'share.lead.p7'),
      thumbnail: summary.thumbnail,
      warnings: [
        ...summary.warnings,
        ...(grown ? [`this half swing has grown: ${back.toFixed(0)}° back, usually ${usualHalf.toFixed(0)}°`] : []),
      ],
    };
  };

  const aboutOf = (row: SwingRow, pupil: Pupil): AboutSwing => ({ pupil, club: row.club, kind: row.kind });

  /** Summaries of rows of one pupil, in their order: one query for all that are kept, the rest made anew. */
  const summariesOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingSummary[]> => {
    const keys = new Map(rows.map((row) => [row.id, summaryKey(aboutOf(row, pupil), row.marks)]));
    const kept = await swings.cached<SwingSummary>(keys);
    const out: SwingSummary[] = [];
    for (const row of rows) out.push(kept.get(row.id) ?? (await summariseAnew(row, pupil, keys.get(row.id)!)));
    return out;
  };
  const summariseAnew = async (row: SwingRow, pupil: Pupil, key: string): Promise<SwingSummary> => {
    const about = aboutOf(row, pupil);
    const bundle = await swings.bundle(row.recordingId);
    if (!bundle) throw new Error(`recording ${row.recordingId} is missing`);
    const rec = readBundle(bundle, row.id);
    const made = summarise(analyseFor(rec, about, row.part, row.marks), row.part);
    await swings.keep(row.id, key, made);
    return made;
  };

  /** Verdicts on one pupil's swings, by what holds now. */
  const judging = async (pupil: Pupil) => {
    const house = await standards();
    const standardOf = (club: ClubClass, intent: string) =>
      standardFor({ ...house, profile: pupil.profile }, club, intent);
    return {
      standardOf,
      verdict: (row: SwingRow, s: SwingSummary): Verdict =>
        row.tag === 'exercise'
          ? UNJUDGED
          : verdictOf(s, aboutOf(row, pupil), standardOf(row.club, row.intent), row.overruled),
    };
  };

  /** Heads of rows of one pupil with what lies beside them. */
  const headsOf = async (rows: readonly SwingRow[], pupil: Pupil): Promise<SwingHead[]> => {
    const [theirShots, theirFilms, usual, judge] = await Promise.all([
      shots.ofLessons([...new Set(rows.map((r) => r.lessonId))]),
      films.ofSwings(rows.map((r) => r.id)),
      rows.some((r) => r.kind === 'half') ? usualHalf(pupil) : null,
      judging(pupil),
    ]);
    const summaries = await summariesOf(rows, pupil);
    return rows.map((row, i) =>
      headOf(row, summaries[i]!, {
        verdict: judge.verdict(row, summaries[i]!),
        shot: theirShots.findLast((x) => x.swingId === row.id) ?? null,
        films: theirFilms.filter((f) => f.swingId === row.id),
        usualHalf: usual,
      }),
    );
  };

  /** Every swing of a pupil that was not deleted, oldest first. */
  const rowsOf = async (pupil: Pupil): Promise<SwingRow[]> => {
    const lessons = await pupils.lessonsOf(pupil.id);
    return (await swings.everOf(lessons.map((l) => l.id))).filter((r) => r.deletedAt === null);
  };

  /** How far a pupil usually takes the club back in a half swing, °; null until there are enough. */
  const usualHalf = async (pupil: Pupil): Promise<number | null> => {
    const rows = (await rowsOf(pupil)).filter((r) => r.kind === 'half');
    const back = (await summariesOf(rows, pupil)).map((s) => summaryNumber(s, 'club.back') ?? NaN);
    const known = back.filter((x) => x === x);
    return known.length >= USUAL_FROM ? median(known) : null;
  };

  /** Stores a prepared recording and its swings. */
  const put = async (prepared: PreparedSwing, pupil: Pupil, a: Arrival): Promise<SwingHead[]> => {
    if (!prepared.summaries.length) return [];
    const recordingId = randomUUID();
    const news = prepared.summaries.map((_, part) => ({
      ...a,
      id: randomUUID(),
      recordingId,
      part,
      device: prepared.device,
    }));
    const rows = await swings.store({ id: recordingId, bundle: prepared.bundle }, news);
    for (const row of rows)
      await swings.keep(
        row.id,
        summaryKey({ pupil, club: row.club, kind: row.kind }, {}),
        prepared.summaries[row.part]!,
      );
    return headsOf(rows, pupil);
  };

  const lessonOrRefuse = async (id: string) => {
    const found = await pupils.lesson(id);
    if (!found) throw new VilkoError('bad-option', 'this lesson does not exist any more');
    return found;
  };

  const headOfRow = async (row: SwingRow | null): Promise<SwingHead | null> =>
    row && (await headsOf([row], (await lessonOrRefuse(row.lessonId)).pupil))[0]!;

  return {
    /** Stores a recording from the bay; null when it holds no swing of the kind waited for. */
    async store(rec: Recording, a: Arrival): Promise<SwingHead | null> {
      const { pupil } = await lessonOrRefuse(a.lessonId);
      const about = { pupil: whoIs(pupil), club: a.club, kind: a.kind ?? 'full' };
      return (await put(await prepare({ from: 'bay', recording: rec, about }), pupil, a))[0] ?? null;
    },
    put,
    /**
     * Reads a file into a lesson, in a thread of its own; a file without a swing is refused, nothing is stored.
     */
    async importFile({ bytes, file, lessonId, how, gone }: FileImport): Promise<Imported> {
      const { club, clubName, kind = 'full', packed = false } = how;
      const { pupil } = await lessonOrRefuse(lessonId);
      const reading = { axes: how.axes, mapping: how.mapping };
      const about = { pupil: whoIs(pupil), club, kind };
      const name = packed ? `${file}.vilko` : file;
      const prepared = await prepare({ from: 'file', bytes, name, reading, about }, gone);
      const what = kind === 'full' ? 'swing' : `${kind} swing`;
      if (!prepared.summaries.length)
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
    async lesson(id: string): Promise<Lesson | null> {
      const found = await pupils.lesson(id);
      if (!found) return null;
      return { ...found.head, pupil: found.pupil, rack: await headsOf(await swings.ofLesson(id), found.pupil) };
    },
    /** Every swing of a pupil that was not deleted, with its numbers, oldest first. */
    async summarised(pupil: Pupil): Promise<SummarisedSwing[]> {
      const rows = await rowsOf(pupil);
      const judge = await judging(pupil);
      const summaries = await summariesOf(rows, pupil);
      return rows.map((row, i) => ({ row, summary: summaries[i]!, verdict: judge.verdict(row, summaries[i]!) }));
    },
    /** Swings a pupil did with the trainer, oldest first. */
    async trained(pupil: Pupil): Promise<TrainedSwing[]> {
      const rows = (await rowsOf(pupil)).filter((r) => r.task !== null);
      const summaries = await summariesOf(rows, pupil);
      return rows.map((row, i) => ({
        lessonId: row.lessonId,
        recordedAt: row.recordedAt,
        task: taskOf(row.task!, summaries[i]!),
      }));
    },
    /** Heads of every swing of a pupil that was not deleted, oldest first. */
    async ofPupil(pupilId: string): Promise<SwingHead[] | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      return headsOf(await rowsOf(pupil), pupil);
    },
    /** One measure of every swing of a pupil that was not deleted; null where it could not be had. */
    async valuesOf(pupilId: string, measure: MeasureId): Promise<SwingValue[] | null> {
      const pupil = await pupils.one(pupilId);
      if (!pupil) return null;
      const rows = await rowsOf(pupil);
      const summaries = await summariesOf(rows, pupil);
      return rows.map((row, i) => ({ swingId: row.id, value: summaryNumber(summaries[i]!, measure) }));
    },
    /** What a pupil's swings are judged by, club by club and intent by intent. */
    standards: async (pupil: Pupil): Promise<(club: ClubClass, intent: string) => Standard> =>
      (await judging(pupil)).standardOf,
    /** A lesson's swings with what was measured in them, and what its pupil is judged by. */
    async readLesson(lessonId: string): Promise<LessonRead | null> {
      const found = await pupils.lesson(lessonId);
      if (!found) return null;
      const { standardOf } = await judging(found.pupil);
      const rows = await swings.ofLesson(lessonId);
      const summaries = await summariesOf(rows, found.pupil);
      return { pupil: found.pupil, swings: rows.map((row, i) => ({ row, summary: summaries[i]! })), standardOf };
    },
    async head(swingId: string): Promise<SwingHead | null> {
      return headOfRow(await swings.one(swingId));
    },
    async recording(swingId: string): Promise<Uint8Array | null> {
      const row = await swings.one(swingId);
      return row ? swings.bundle(row.recordingId) : null;
    },
    async part(swingId: string): Promise<number | null> {
      return (await swings.one(swingId))?.part ?? null;
    },
    async change(swingId: string, change: SwingChange): Promise<SwingHead | null> {
      return headOfRow(await swings.change(swingId, change));
    },
    async setDeleted(swingId: string, deleted: boolean): Promise<SwingHead | null> {
      return headOfRow(await swings.setDeleted(swingId, deleted));
    },
  };
}

export type SwingService = ReturnType<typeof swingService>;
