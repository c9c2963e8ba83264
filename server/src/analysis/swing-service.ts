import { randomUUID } from 'node:crypto';
import type {
  Film,
  Imported,
  Lesson,
  LessonFindings,
  Pupil,
  Shot,
  SwingChange,
  SwingHead,
  SwingKind,
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
import type { FilmRepository } from '../db/films.js';
import type { PupilRepository } from '../db/pupils.js';
import type { ShotRepository } from '../db/shots.js';
import type { SwingRepository, SwingRow } from '../db/swings.js';
import type { SummarisedSwing } from '../pupils/dashboard.js';
import { prepareFile } from './prepare-file.js';
import { type PreparedSwing, prepareSwing } from './prepare-swing.js';
import { lessonFindings } from '../judging/lesson-findings.js';
import type { TrainedSwing } from '../practice/progress.js';
import { taskOf } from '../practice/task.js';
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

/** A pupil's usual half swing is told from this many. */
const USUAL_FROM = 3;

const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)]!;

/** Everything that is done with swings: stored, read, summarised, changed. */
export function swingService({ pupils, swings, shots, films, standards }: SwingTables) {
  const headOf = (
    row: SwingRow,
    summary: SwingSummary,
    verdict: Verdict,
    shot: Shot | null,
    ownFilms: readonly Film[],
    usualHalf: number | null,
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

  const summaryOf = async (row: SwingRow, pupil: Pupil): Promise<SwingSummary> => {
    const about = aboutOf(row, pupil);
    const key = summaryKey(about, row.marks);
    const kept = await swings.cached<SwingSummary>(row.id, key);
    if (kept) return kept;
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
    const heads: SwingHead[] = [];
    for (const row of rows) {
      const s = await summaryOf(row, pupil);
      heads.push(
        headOf(
          row,
          s,
          judge.verdict(row, s),
          theirShots.findLast((x) => x.swingId === row.id) ?? null,
          theirFilms.filter((f) => f.swingId === row.id),
          usual,
        ),
      );
    }
    return heads;
  };

  /** Every swing of a pupil that was not deleted, oldest first. */
  const rowsOf = async (pupil: Pupil): Promise<SwingRow[]> => {
    const lessons = await pupils.lessonsOf(pupil.id);
    return (await swings.everOf(lessons.map((l) => l.id))).filter((r) => r.deletedAt === null);
  };

  /** How far a pupil usually takes the club back in a half swing, °; null until there are enough. */
  const usualHalf = async (pupil: Pupil): Promise<number | null> => {
    const rows = (await rowsOf(pupil)).filter((r) => r.kind === 'half');
    const back: number[] = [];
    for (const row of rows) back.push(summaryNumber(await summaryOf(row, pupil), 'club.back') ?? NaN);
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
      return (await put(prepareSwing(rec, { pupil, club: a.club, kind: a.kind ?? 'full' }), pupil, a))[0] ?? null;
    },
    put,
    /**
     * Reads a file into a lesson, in a thread of its own; a file without a swing is refused, nothing is stored.
     * @param packed the bytes are a recording bundle that was made from the file elsewhere
     * @param gone aborted when nobody waits for the answer any more: then nothing is stored either
     */
    async importFile(
      bytes: Uint8Array,
      file: string,
      lessonId: string,
      how: ImportHow,
      gone?: AbortSignal,
    ): Promise<Imported> {
      const { club, clubName, kind = 'full', packed = false } = how;
      const { pupil } = await lessonOrRefuse(lessonId);
      const { handed, stature, mass } = pupil;
      const reading = { axes: how.axes, mapping: how.mapping };
      const prepared = await prepareFile(
        {
          bytes,
          name: packed ? `${file}.vilko` : file,
          reading,
          about: { pupil: { handed, stature, mass }, club, kind },
        },
        gone,
      );
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
      const out: SummarisedSwing[] = [];
      for (const row of rows) {
        const summary = await summaryOf(row, pupil);
        out.push({ row, summary, verdict: judge.verdict(row, summary) });
      }
      return out;
    },
    /** Swings a pupil did with the trainer, oldest first. */
    async trained(pupil: Pupil): Promise<TrainedSwing[]> {
      const out: TrainedSwing[] = [];
      for (const row of (await rowsOf(pupil)).filter((r) => r.task !== null))
        out.push({
          lessonId: row.lessonId,
          recordedAt: row.recordedAt,
          task: taskOf(row.task!, await summaryOf(row, pupil)),
        });
      return out;
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
      const out: SwingValue[] = [];
      for (const row of await rowsOf(pupil))
        out.push({ swingId: row.id, value: summaryNumber(await summaryOf(row, pupil), measure) });
      return out;
    },
    /** What a pupil's swings are judged by, club by club and intent by intent. */
    standards: async (pupil: Pupil): Promise<(club: ClubClass, intent: string) => Standard> =>
      (await judging(pupil)).standardOf,
    /** What is found in a lesson's sets of swings. */
    async findings(lessonId: string): Promise<LessonFindings | null> {
      const found = await pupils.lesson(lessonId);
      if (!found) return null;
      const { standardOf } = await judging(found.pupil);
      const rows = await swings.ofLesson(lessonId);
      const read: { row: SwingRow; summary: SwingSummary }[] = [];
      for (const row of rows) read.push({ row, summary: await summaryOf(row, found.pupil) });
      return lessonFindings(found.pupil, read, standardOf);
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
