import type { Share } from '@vilko/contract';
import { desc, eq } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { shares } from '../db/schema.js';

const shareOf = (r: typeof shares.$inferSelect): Share => ({
  token: r.token,
  lessonId: r.lessonId,
  madeAt: r.madeAt.toISOString(),
  expiresAt: r.expiresAt.toISOString(),
  revokedAt: r.revokedAt?.toISOString() ?? null,
  lastOpenedAt: r.lastOpenedAt?.toISOString() ?? null,
});

/** Links to reports. */
export function shareRepository(db: Db) {
  return {
    add: async (s: { token: string; lessonId: string; madeAt: Date; expiresAt: Date }): Promise<Share> =>
      shareOf((await db.insert(shares).values(s).returning())[0]!),
    one: async (token: string): Promise<Share | null> =>
      (await db.select().from(shares).where(eq(shares.token, token))).map(shareOf)[0] ?? null,
    /** A lesson's links, the newest first. */
    ofLesson: async (lessonId: string): Promise<Share[]> =>
      (await db.select().from(shares).where(eq(shares.lessonId, lessonId)).orderBy(desc(shares.madeAt))).map(shareOf),
    change: async (token: string, change: { revokedAt?: Date; lastOpenedAt?: Date }): Promise<Share | null> =>
      (await db.update(shares).set(change).where(eq(shares.token, token)).returning()).map(shareOf)[0] ?? null,
  };
}

export type ShareRepository = ReturnType<typeof shareRepository>;
