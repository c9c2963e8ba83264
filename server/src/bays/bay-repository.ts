import type { BayHead, BayPlace } from '@vilko/contract';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { bays } from '../db/schema.js';

/** A bay with what stood there when it was last said. */
export interface KeptBay extends BayHead {
  readonly place: BayPlace | null;
}

/** The one bay of a house that has not named any. */
const FIRST: BayHead = { id: 'bay-3', name: 'Bay 3' };

/** The bays of the house, in the order they were added. */
export function bayRepository(db: Db) {
  const all = (): Promise<KeptBay[]> =>
    db.select({ id: bays.id, name: bays.name, place: bays.place }).from(bays).orderBy(asc(bays.addedAt), asc(bays.id));
  return {
    /** Every bay; a house always has one. */
    async all(): Promise<KeptBay[]> {
      const there = await all();
      if (there.length) return there;
      await db.insert(bays).values(FIRST).onConflictDoNothing();
      return all();
    },
    keepPlace: async (id: string, place: BayPlace | null): Promise<void> => {
      await db.update(bays).set({ place }).where(eq(bays.id, id));
    },
    add: async (bay: BayHead): Promise<BayHead> => {
      await db.insert(bays).values(bay);
      return bay;
    },
  };
}

export type BayRepository = ReturnType<typeof bayRepository>;
