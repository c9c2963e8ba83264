import { BLANK_ENTRY, type LogEntry, type NewLogEntry, type PracticePlan } from '@vilko/contract';
import type { Plan } from '@vilko/core';
import { asc, desc, eq, inArray, isNull, and } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { logbook, plans } from '../db/schema.js';

const planOf = (r: typeof plans.$inferSelect): PracticePlan => ({
  ...r,
  madeAt: r.madeAt.toISOString(),
  endedAt: r.endedAt?.toISOString() ?? null,
});
const planRow = (p: PracticePlan) => ({
  ...p,
  madeAt: new Date(p.madeAt),
  endedAt: p.endedAt === null ? null : new Date(p.endedAt),
});
export const entryOf = ({ id, pupilId, at, entry }: typeof logbook.$inferSelect): LogEntry => ({
  // entries written before a field was there
  ...BLANK_ENTRY,
  ...entry,
  id,
  pupilId,
  at: at.toISOString(),
});

/** Practice plans and the logbook of what was not measured. */
export function practiceRepository(db: Db) {
  return {
    /** A pupil's plans, the newest first. */
    plansOf: async (pupilIds: readonly string[]): Promise<PracticePlan[]> =>
      pupilIds.length
        ? (
            await db
              .select()
              .from(plans)
              .where(inArray(plans.pupilId, [...pupilIds]))
              .orderBy(desc(plans.madeAt))
          ).map(planOf)
        : [],
    /** The plan that runs, the newest if several did; null where none does. */
    running: async (pupilId: string): Promise<PracticePlan | null> =>
      (
        await db
          .select()
          .from(plans)
          .where(and(eq(plans.pupilId, pupilId), isNull(plans.endedAt)))
          .orderBy(desc(plans.madeAt))
          .limit(1)
      ).map(planOf)[0] ?? null,
    plan: async (id: string): Promise<PracticePlan | null> =>
      (await db.select().from(plans).where(eq(plans.id, id))).map(planOf)[0] ?? null,
    addPlan: async (p: PracticePlan): Promise<void> => {
      await db.insert(plans).values(planRow(p)).onConflictDoNothing();
    },
    changePlan: async (id: string, change: { plan?: Plan; endedAt?: Date | null }): Promise<PracticePlan | null> =>
      (await db.update(plans).set(change).where(eq(plans.id, id)).returning()).map(planOf)[0] ?? null,
    /** The logbook, oldest first; deleted entries only when asked for. */
    logOf: async (pupilIds: readonly string[], deletedToo = false): Promise<LogEntry[]> =>
      pupilIds.length
        ? (
            await db
              .select()
              .from(logbook)
              .where(and(inArray(logbook.pupilId, [...pupilIds]), deletedToo ? undefined : isNull(logbook.deletedAt)))
              .orderBy(asc(logbook.at))
          ).map(entryOf)
        : [],
    addEntry: async ({ id, pupilId, at, ...entry }: LogEntry): Promise<void> => {
      await db
        .insert(logbook)
        .values({ id, pupilId, at: new Date(at), entry })
        .onConflictDoNothing();
    },
    entry: async (id: string): Promise<LogEntry | null> =>
      (await db.select().from(logbook).where(eq(logbook.id, id))).map(entryOf)[0] ?? null,
    changeEntry: async (id: string, entry: Omit<NewLogEntry, 'at'>): Promise<LogEntry | null> =>
      (await db.update(logbook).set({ entry }).where(eq(logbook.id, id)).returning()).map(entryOf)[0] ?? null,
    /** Deleted entries stay, so that it can be undone. */
    setDeleted: async (id: string, deleted: boolean): Promise<LogEntry | null> =>
      (
        await db
          .update(logbook)
          .set({ deletedAt: deleted ? new Date() : null })
          .where(eq(logbook.id, id))
          .returning()
      ).map(entryOf)[0] ?? null,
    /** Gives one pupil's practice to another. */
    move: async (from: string, to: string): Promise<void> => {
      await db.update(plans).set({ pupilId: to }).where(eq(plans.pupilId, from));
      await db.update(logbook).set({ pupilId: to }).where(eq(logbook.pupilId, from));
    },
  };
}

export type PracticeRepository = ReturnType<typeof practiceRepository>;
