import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { Confirmed, LabelledSwing } from '@vilko/contract';
import type { Db } from '../db/open.js';
import { lessons, pupils, shots, swings } from '../db/schema.js';

/** So many are enough to read for weeks; the newest swings. */
const MOST = 2000;

/** What was said last of a swing holds. */
const lastOf = (confirmed: readonly Confirmed[]): Confirmed =>
  confirmed.reduce((last, c) => (c.at >= last.at ? c : last));

/**
 * Swings of which somebody who teaches has said what they show (learning.md §2), newest label first, without the
 * names of those who made them.
 */
export const labelledSwings = (db: Db) => async (): Promise<LabelledSwing[]> => {
  const { id, club, handed, device, marks, kind, tag, confirmed } = swings;
  const rows = await db
    .select({
      ...{ id, club, handed, device, marks, kind, tag, confirmed },
      ...{ own: pupils.handed, stature: pupils.stature, ball: shots.values },
    })
    .from(swings)
    .innerJoin(lessons, eq(lessons.id, swings.lessonId))
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .leftJoin(shots, eq(shots.swingId, swings.id))
    .where(
      and(
        isNull(swings.deletedAt),
        isNull(lessons.deletedAt),
        eq(swings.kind, 'full'),
        sql`jsonb_array_length(${swings.confirmed}) > 0`,
      ),
    )
    .orderBy(desc(swings.recordedAt), desc(swings.id))
    .limit(MOST);
  return rows
    .map(({ own, handed: said, confirmed: all, device: on, ...row }) => ({
      ...row,
      device: on as LabelledSwing['device'],
      handed: said ?? own,
      label: lastOf(all),
    }))
    .sort((a, b) => b.label.at.localeCompare(a.label.at));
};
