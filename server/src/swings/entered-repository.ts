import type { EnteredSwing, NewEnteredSwing } from '@vilko/contract';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { enteredSwings } from '../db/schema.js';

const enteredOf = ({ deletedAt, at, ...r }: typeof enteredSwings.$inferSelect): EnteredSwing => ({
  ...r,
  at: at.toISOString(),
});

/** Swings of which only numbers are known. */
export function enteredRepository(db: Db) {
  const changed = async (id: string, set: Partial<typeof enteredSwings.$inferInsert>): Promise<EnteredSwing | null> =>
    (await db.update(enteredSwings).set(set).where(eq(enteredSwings.id, id)).returning()).map(enteredOf)[0] ?? null;
  return {
    /** Keeps one; one that is there already stays as it is. */
    add: async (s: EnteredSwing): Promise<void> => {
      await db
        .insert(enteredSwings)
        .values({ ...s, at: new Date(s.at) })
        .onConflictDoNothing();
    },
    /** Of some lessons, the oldest first. */
    ofLessons: async (lessonIds: readonly string[]): Promise<EnteredSwing[]> =>
      lessonIds.length
        ? (
            await db
              .select()
              .from(enteredSwings)
              .where(and(inArray(enteredSwings.lessonId, [...lessonIds]), isNull(enteredSwings.deletedAt)))
              .orderBy(asc(enteredSwings.at), asc(enteredSwings.id))
          ).map(enteredOf)
        : [],
    change: (id: string, { at, ...to }: NewEnteredSwing): Promise<EnteredSwing | null> =>
      changed(id, { ...to, at: new Date(at) }),
    setDeleted: (id: string, deleted: boolean): Promise<EnteredSwing | null> =>
      changed(id, { deletedAt: deleted ? new Date() : null }),
  };
}

export type EnteredRepository = ReturnType<typeof enteredRepository>;
