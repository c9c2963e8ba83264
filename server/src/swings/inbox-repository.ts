import { and, asc, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { inbox, lessons, pupils, recordings, swings } from '../db/schema.js';

export type InboxRow = typeof inbox.$inferSelect;
export type NewInboxRow = Omit<typeof inbox.$inferInsert, 'deletedAt'>;

/** Swings that nobody is surely the owner of. */
export function inboxRepository(db: Db) {
  return {
    /** Stores a recording and its swings in one transaction; nothing where it is there already. */
    put: (recording: { id: string; bundle: Uint8Array }, rows: readonly NewInboxRow[]): Promise<void> =>
      db.transaction(async (tx) => {
        const fresh = await tx
          .insert(recordings)
          .values(recording)
          .onConflictDoNothing()
          .returning({ id: recordings.id });
        if (fresh.length) await tx.insert(inbox).values([...rows]);
      }),
    /**
     * Takes a filed swing out of its lesson into the inbox; the row of the swing stays, in the bin's way, with its
     * films and its note for when it is filed again.
     */
    take: (row: NewInboxRow): Promise<void> =>
      db.transaction(async (tx) => {
        await tx.insert(inbox).values(row).onConflictDoNothing();
        await tx.update(swings).set({ deletedAt: new Date() }).where(eq(swings.id, row.id));
      }),
    /** Every row, the deleted ones too. */
    every: (): Promise<InboxRow[]> => db.select().from(inbox).orderBy(asc(inbox.recordedAt)),
    has: async (id: string): Promise<boolean> =>
      (await db.select({ id: inbox.id }).from(inbox).where(eq(inbox.id, id))).length > 0,
    /** Puts a swing and its recording back as they were. */
    putBack: (recording: { id: string; bundle: Uint8Array }, row: InboxRow): Promise<void> =>
      db.transaction(async (tx) => {
        await tx.insert(recordings).values(recording).onConflictDoNothing();
        await tx.insert(inbox).values(row).onConflictDoNothing();
      }),
    /** The newest first, each with the pupil whose lesson stood on the bay. */
    all: async (): Promise<{ row: InboxRow; pupil: string; handed: 'right' | 'left' }[]> =>
      db
        .select({ row: inbox, pupil: pupils.name, handed: pupils.handed })
        .from(inbox)
        .innerJoin(lessons, eq(lessons.id, inbox.lessonId))
        .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
        .where(isNull(inbox.deletedAt))
        .orderBy(desc(inbox.recordedAt)),
    /** Those of these that lie there, in the order they were made. */
    some: (ids: readonly string[]): Promise<InboxRow[]> =>
      db
        .select()
        .from(inbox)
        .where(and(inArray(inbox.id, [...ids]), isNull(inbox.deletedAt)))
        .orderBy(asc(inbox.recordedAt)),
    takeOut: async (ids: readonly string[]): Promise<void> => {
      await db.delete(inbox).where(inArray(inbox.id, [...ids]));
    },
    /** Marks them deleted, or not; says how many that concerned. */
    setDeleted: async (ids: readonly string[], deleted: boolean): Promise<number> =>
      (
        await db
          .update(inbox)
          .set({ deletedAt: deleted ? new Date() : null })
          .where(and(inArray(inbox.id, [...ids]), deleted ? isNull(inbox.deletedAt) : isNotNull(inbox.deletedAt)))
          .returning({ id: inbox.id })
      ).length,
  };
}

export type InboxRepository = ReturnType<typeof inboxRepository>;
