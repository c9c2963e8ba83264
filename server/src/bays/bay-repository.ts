import type { BayHead } from '@vilko/contract';
import { asc } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { bays } from '../db/schema.js';

/** The one bay of a house that has not named any. */
const FIRST: BayHead = { id: 'bay-3', name: 'Bay 3' };

/** The bays of the house, in the order they were added. */
export function bayRepository(db: Db) {
  const all = (): Promise<BayHead[]> =>
    db.select({ id: bays.id, name: bays.name }).from(bays).orderBy(asc(bays.addedAt), asc(bays.id));
  return {
    /** Every bay; a house always has one. */
    async all(): Promise<BayHead[]> {
      const there = await all();
      if (there.length) return there;
      await db.insert(bays).values(FIRST).onConflictDoNothing();
      return all();
    },
    add: async (bay: BayHead): Promise<BayHead> => {
      await db.insert(bays).values(bay);
      return bay;
    },
  };
}

export type BayRepository = ReturnType<typeof bayRepository>;
