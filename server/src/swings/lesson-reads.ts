import { alike, type Cuts, type Pupil, type Standard, type TimeLine } from '@vilko/contract';
import type { ClubClass, QuantityId } from '@vilko/core';
import type { SwingReadings, SwingTables } from './swing-readings.js';
import type { SwingRow } from './swing-repository.js';
import type { ReadSwing } from './swing-service.js';

/** A lesson's swings, read. */
export interface LessonRead {
  readonly pupil: Pupil;
  /** What the lesson is judged by, once it is agreed. */
  readonly measure: QuantityId | null;
  /** Where the instructor lets its runs begin. */
  readonly cuts: Cuts;
  /** What was said and done in it. */
  readonly timeLine: TimeLine;
  readonly swings: readonly ReadSwing[];
  readonly standardOf: (club: ClubClass, intent: string) => Standard;
}

/** Swings lesson by lesson, with what was measured in them. */
export const lessonReads = (
  { pupils, swings }: SwingTables,
  { rowsOf, readRows, shotsOf, standardsOf }: SwingReadings,
) => ({
  /** A lesson's swings with what was measured in them, and what its pupil is judged by. */
  async readLesson(lessonId: string): Promise<LessonRead | null> {
    const found = await pupils.lesson(lessonId);
    if (!found) return null;
    const standardOf = await standardsOf(found.pupil);
    const rows = await swings.ofLesson(lessonId);
    const [asked, theirShots] = await Promise.all([readRows(rows, found.pupil), shotsOf(rows)]);
    const read = asked.map(({ row, reading: { summary }, doubt }) => ({
      row,
      summary,
      ball: theirShots.get(row.id)?.values ?? null,
      doubt,
    }));
    const { measure, cuts, timeLine } = found.head;
    return { pupil: found.pupil, measure, cuts, timeLine, swings: read, standardOf };
  },
  /** Earlier lessons of a pupil with swings like this one: same club, device and wanted shot; the newest first. */
  async lessonsBefore(pupil: Pupil, like: SwingRow): Promise<string[]> {
    const rows = (await rowsOf(pupil)).filter(
      (r) => r.recordedAt < like.recordedAt && r.lessonId !== like.lessonId && alike(r, like),
    );
    return [...new Set(rows.map((r) => r.lessonId).reverse())];
  },
});
