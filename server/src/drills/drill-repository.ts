import { asc, eq } from 'drizzle-orm';
import type { Drill, DrillMedia } from '@vilko/core';
import type { Db } from '../db/open.js';
import { drills } from '../db/schema.js';

export type DrillRow = typeof drills.$inferSelect;

/** Drills that the house wrote or changed; none is ever forgotten while a plan may name it. */
export function drillRepository(db: Db) {
  const one = async (id: string): Promise<DrillRow | null> =>
    (await db.select().from(drills).where(eq(drills.id, id)))[0] ?? null;
  return {
    one,
    every: (): Promise<DrillRow[]> => db.select().from(drills).orderBy(asc(drills.addedAt), asc(drills.id)),
    /** Adds it, or puts it in the place of what was there; its photograph or film stays. */
    save: async (drill: Drill): Promise<DrillRow> =>
      (
        await db
          .insert(drills)
          .values({ id: drill.id, drill, addedAt: new Date() })
          .onConflictDoUpdate({ target: drills.id, set: { drill, offAt: null } })
          .returning()
      )[0]!,
    change: async (id: string, change: Partial<Pick<DrillRow, 'offAt' | 'media' | 'mediaBefore'>>) =>
      (await db.update(drills).set(change).where(eq(drills.id, id)).returning())[0] ?? null,
    putBack: async (row: { readonly drill: Drill; readonly media: DrillMedia | null; readonly offAt: Date | null }) => {
      await db
        .insert(drills)
        .values({ ...row, id: row.drill.id, addedAt: new Date() })
        .onConflictDoNothing();
    },
  };
}

export type DrillRepository = ReturnType<typeof drillRepository>;
