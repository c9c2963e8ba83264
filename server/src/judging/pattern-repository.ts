import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import type { Pattern } from '@vilko/core';
import type { Db } from '../db/open.js';
import { patterns } from '../db/schema.js';

export type PatternRow = typeof patterns.$inferSelect;

/** The house's own patterns, every version kept. */
export function patternRepository(db: Db) {
  const versions = (id: string): Promise<PatternRow[]> =>
    db.select().from(patterns).where(eq(patterns.id, id)).orderBy(desc(patterns.version));
  return {
    versions,
    /** The newest version of each that was not deleted. */
    newest: async (): Promise<PatternRow[]> => {
      const rows = await db
        .select()
        .from(patterns)
        .where(isNull(patterns.deletedAt))
        .orderBy(asc(patterns.id), desc(patterns.version));
      return rows.filter((r, i) => rows[i - 1]?.id !== r.id);
    },
    every: (): Promise<PatternRow[]> => db.select().from(patterns).orderBy(asc(patterns.id), asc(patterns.version)),
    add: async (pattern: Pattern, savedAt = new Date()): Promise<PatternRow> =>
      (
        await db.insert(patterns).values({ id: pattern.id, version: pattern.version, pattern, savedAt }).returning()
      )[0]!,
    putBack: async (row: PatternRow): Promise<void> => {
      await db.insert(patterns).values(row).onConflictDoNothing();
    },
    has: async (id: string, version: number): Promise<boolean> =>
      (
        await db
          .select({ id: patterns.id })
          .from(patterns)
          .where(and(eq(patterns.id, id), eq(patterns.version, version)))
      ).length > 0,
    setDeleted: async (id: string, deleted: boolean): Promise<PatternRow | null> => {
      await db
        .update(patterns)
        .set({ deletedAt: deleted ? new Date() : null })
        .where(eq(patterns.id, id));
      return (await versions(id))[0] ?? null;
    },
  };
}

export type PatternRepository = ReturnType<typeof patternRepository>;
