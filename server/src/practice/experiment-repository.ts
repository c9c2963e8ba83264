import type { KeptExperiment } from '@vilko/contract';
import { asc, eq, inArray } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { experiments } from '../db/schema.js';

const experimentOf = (r: typeof experiments.$inferSelect): KeptExperiment => ({
  ...r,
  madeAt: r.madeAt.toISOString(),
  endedAt: r.endedAt?.toISOString() ?? null,
});

/** Experiments of lessons. */
export function experimentRepository(db: Db) {
  return {
    add: async (e: KeptExperiment): Promise<void> => {
      await db
        .insert(experiments)
        .values({ ...e, madeAt: new Date(e.madeAt), endedAt: e.endedAt === null ? null : new Date(e.endedAt) })
        .onConflictDoNothing();
    },
    one: async (id: string): Promise<KeptExperiment | null> =>
      (await db.select().from(experiments).where(eq(experiments.id, id))).map(experimentOf)[0] ?? null,
    /** Of some lessons, the oldest first. */
    ofLessons: async (lessonIds: readonly string[]): Promise<KeptExperiment[]> =>
      lessonIds.length
        ? (
            await db
              .select()
              .from(experiments)
              .where(inArray(experiments.lessonId, [...lessonIds]))
              .orderBy(asc(experiments.madeAt))
          ).map(experimentOf)
        : [],
    change: async (
      id: string,
      change: { trials?: KeptExperiment['trials']; endedAt?: Date | null },
    ): Promise<KeptExperiment | null> =>
      (await db.update(experiments).set(change).where(eq(experiments.id, id)).returning()).map(experimentOf)[0] ?? null,
  };
}

export type ExperimentRepository = ReturnType<typeof experimentRepository>;
