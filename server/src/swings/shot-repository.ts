import type { Shot } from '@vilko/contract';
import { asc, eq, inArray } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { shots } from '../db/schema.js';

const shotOf = ({ at, ...s }: typeof shots.$inferSelect): Shot => ({ ...s, at: at.toISOString() });

/** What the ball did, beside the swings. */
export function shotRepository(db: Db) {
  return {
    add: async (s: Omit<Shot, 'at'> & { at: Date }): Promise<Shot> =>
      shotOf((await db.insert(shots).values(s).returning())[0]!),
    one: async (id: string): Promise<Shot | null> => {
      const [row] = await db.select().from(shots).where(eq(shots.id, id));
      return row ? shotOf(row) : null;
    },
    ofLessons: async (lessonIds: readonly string[]): Promise<Shot[]> =>
      lessonIds.length
        ? (
            await db
              .select()
              .from(shots)
              .where(inArray(shots.lessonId, [...lessonIds]))
              .orderBy(asc(shots.at))
          ).map(shotOf)
        : [],
    change: async (id: string, change: Partial<Pick<Shot, 'values' | 'swingId'>>): Promise<Shot | null> => {
      const [row] = await db.update(shots).set(change).where(eq(shots.id, id)).returning();
      return row ? shotOf(row) : null;
    },
    remove: async (id: string): Promise<void> => {
      await db.delete(shots).where(eq(shots.id, id));
    },
  };
}

export type ShotRepository = ReturnType<typeof shotRepository>;
