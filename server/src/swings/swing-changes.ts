import type { SwingChange, SwingHead, SwingMove, SwingsMoved } from '@vilko/contract';
import type { SwingReadings, SwingTables } from './swing-readings.js';
import type { StoredChange, SwingRow } from './swing-repository.js';

/** What a person changes about stored swings: one or many, where they stand, whether they lie in the bin. */
export function swingChanges(
  { pupils, swings }: Pick<SwingTables, 'pupils' | 'swings'>,
  { headOfRow, headsOfRows }: SwingReadings,
) {
  /** What of a change is stored: the pupil's own hand as none. */
  const stored = async (row: SwingRow, { handed, ...change }: SwingChange): Promise<StoredChange> => {
    if (!handed) return change;
    const own = (await pupils.lesson(row.lessonId))?.pupil.handed;
    return { ...change, handed: handed === own ? null : handed };
  };
  const changeRow = async (row: SwingRow, change: SwingChange): Promise<SwingRow | null> => {
    const set = await stored(row, change);
    return Object.keys(set).length ? swings.change(row.id, set) : row;
  };

  return {
    async change(swingId: string, change: SwingChange): Promise<SwingHead | null> {
      const row = await swings.one(swingId);
      return row && headOfRow(await changeRow(row, change));
    },
    /** The same change to many; those that are gone are left out. */
    async changeMany(ids: readonly string[], change: SwingChange): Promise<SwingHead[]> {
      const rows: SwingRow[] = [];
      for (const row of await swings.some(ids)) rows.push((await changeRow(row, change)) ?? row);
      return headsOfRows(rows);
    },
    /** Moves swings into a lesson, where they are judged as its pupil's; null where there is no such lesson. */
    async move({ lessonId, swings: moving }: SwingMove): Promise<SwingsMoved | null> {
      if (!(await pupils.lesson(lessonId))) return null;
      const before = await swings.move(lessonId, moving);
      return { before, swings: await headsOfRows(await swings.some(before.map((b) => b.id))) };
    },
    async setDeleted(swingId: string, deleted: boolean): Promise<SwingHead | null> {
      return headOfRow((await swings.setDeleted([swingId], deleted))[0] ?? null);
    },
    async setManyDeleted(ids: readonly string[], deleted: boolean): Promise<SwingHead[]> {
      return headsOfRows(await swings.setDeleted(ids, deleted));
    },
  };
}
