import type { Lesson, Pupil, ShotValues, SwingHead, SwingTask, SwingValue } from '@vilko/contract';
import { type MeasureId, VilkoError } from '@vilko/core';
import { filmedSwings } from './filmed-swings.js';
import { lessonReads } from './lesson-reads.js';
import { summaryNumber, type SwingSummary, type Verdict } from './read-swing.js';
import { renewal } from './renewal.js';
import { swingArrivals } from './swing-arrivals.js';
import { swingChanges } from './swing-changes.js';
import type { Doubted } from './swing-doubts.js';
import { swingReadings, type SwingTables } from './swing-readings.js';
import type { SwingRow } from './swing-repository.js';
import { taskOf } from './task.js';

/** A swing with what was measured in it. */
export interface ReadSwing {
  readonly row: SwingRow;
  readonly summary: SwingSummary;
  /** What the ball did; null where nobody said. */
  readonly ball: ShotValues | null;
  /** What is to be asked about who it was before it counts. */
  readonly doubt: Doubted | null;
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

/** Everything that is done with swings: stored, read, summarised, changed. */
export function swingService(tables: SwingTables) {
  const { pupils, swings } = tables;
  const readings = swingReadings(tables);
  const { rowsOf, summariesOf, shotsOf, tracesOf, standardsOf, judgedOf, headsOf } = readings;

  return {
    ...swingArrivals(tables, readings),
    ...swingChanges(tables, readings),
    ...lessonReads(tables, readings),
    ...filmedSwings(tables, readings),
    renew: renewal(pupils, swings, readings),
    async lesson(id: string): Promise<Lesson | null> {
      const found = await pupils.lesson(id);
      if (!found) return null;
      return {
        ...found.head,
        pupil: found.pupil,
        rack: await headsOf(await swings.ofLesson(id), found.pupil),
        entered: await tables.entered.ofLessons([id]),
      };
    },
    /** Every swing of a pupil that was not deleted, with its numbers, oldest first. */
    async summarised(pupil: Pupil): Promise<SummarisedSwing[]> {
      const rows = await rowsOf(pupil);
      const [judged, theirShots] = await Promise.all([judgedOf(rows, pupil), shotsOf(rows)]);
      return judged.map((s) => ({ ...s, ball: theirShots.get(s.row.id)?.values ?? null }));
    },
    /** Swings a pupil did with the trainer, oldest first. */
    async trained(pupil: Pupil): Promise<TrainedSwing[]> {
      const rows = (await rowsOf(pupil, true)).filter((r) => r.task !== null);
      const summaries = await summariesOf(rows, pupil);
      const [theirShots, drills] = await Promise.all([shotsOf(rows), tables.shelf()]);
      return rows.map((row, i) => ({
        lessonId: row.lessonId,
        recordedAt: row.recordedAt,
        task: taskOf(row.task!, { summary: summaries[i]!, ball: theirShots.get(row.id)?.values ?? null }, drills),
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
    standards: standardsOf,
    /** Those of which somebody has said what they show. */
    labelled: swings.labelled,
    async head(swingId: string): Promise<SwingHead | null> {
      return readings.headOfRow(await swings.one(swingId));
    },
    /** What is drawn of a swing, packed; null where there is no such swing. */
    async traces(swingId: string): Promise<Uint8Array | null> {
      const row = await swings.one(swingId);
      const found = row && (await pupils.lesson(row.lessonId));
      if (!found) return null;
      const traces = await tracesOf(row, found.pupil);
      if (!traces) throw new VilkoError('unreadable', 'no swing is found in this recording any more');
      return traces;
    },
    async recording(swingId: string): Promise<Uint8Array | null> {
      const row = await swings.one(swingId);
      return row ? swings.bundle(row.recordingId) : null;
    },
    async part(swingId: string): Promise<number | null> {
      return (await swings.one(swingId))?.part ?? null;
    },
  };
}

export type SwingService = ReturnType<typeof swingService>;
