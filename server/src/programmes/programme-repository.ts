import type { FollowEnd, StepDone } from '@vilko/contract';
import type { Programme } from '@vilko/core';
import { and, asc, desc, eq, inArray, isNull, type SQL } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { followers, programmes, pupils } from '../db/schema.js';

export type ProgrammeRow = typeof programmes.$inferSelect;
export type FollowerRow = typeof followers.$inferSelect;
export type KnownFollower = FollowerRow & { readonly name: string };

/** Programmes of the house's own, and who follows which. */
export function programmeRepository(db: Db) {
  const known = async (filter: SQL | undefined): Promise<KnownFollower[]> =>
    (
      await db
        .select({ f: followers, name: pupils.name })
        .from(followers)
        .innerJoin(pupils, eq(pupils.id, followers.pupilId))
        .where(filter)
        .orderBy(asc(pupils.name), desc(followers.since))
    ).map(({ f, name }) => ({ ...f, name }));
  return {
    every: (): Promise<ProgrammeRow[]> => db.select().from(programmes).orderBy(asc(programmes.addedAt)),
    save: async (programme: Programme): Promise<void> => {
      await db
        .insert(programmes)
        .values({ id: programme.id, programme, addedAt: new Date() })
        .onConflictDoUpdate({ target: programmes.id, set: { programme } });
    },
    putBack: async (row: ProgrammeRow): Promise<void> => {
      await db.insert(programmes).values(row).onConflictDoNothing();
    },
    /** Takes one off the shelf or puts it back; it is kept first, where it comes with the application. */
    setOff: async (programme: Programme, off: boolean): Promise<void> => {
      const offAt = off ? new Date() : null;
      await db
        .insert(programmes)
        .values({ id: programme.id, programme, addedAt: new Date(), offAt })
        .onConflictDoUpdate({ target: programmes.id, set: { offAt } });
    },
    /** Everybody who follows one, or did, whoever is still taught. */
    followers: () => known(isNull(pupils.archivedAt)),
    follower: async (id: string): Promise<KnownFollower | null> => (await known(eq(followers.id, id)))[0] ?? null,
    /** The programme a pupil follows now. */
    now: async (pupilId: string): Promise<KnownFollower | null> =>
      (await known(and(eq(followers.pupilId, pupilId), isNull(followers.ended))))[0] ?? null,
    ofPupils: (ids: readonly string[]): Promise<FollowerRow[]> =>
      ids.length
        ? db
            .select()
            .from(followers)
            .where(inArray(followers.pupilId, [...ids]))
        : Promise.resolve([]),
    /** Begins; false where the pupil follows one already. */
    begin: async (row: typeof followers.$inferInsert): Promise<boolean> =>
      (await db.insert(followers).values(row).onConflictDoNothing().returning({ id: followers.id })).length > 0,
    change: async (
      id: string,
      set: {
        readonly step?: number;
        readonly since?: Date;
        readonly ended?: FollowEnd | null;
        readonly done?: StepDone[];
      },
    ): Promise<void> => {
      await db.update(followers).set(set).where(eq(followers.id, id));
    },
    /** What one pupil follows is another's from now on; of two that run, the other's own goes on. */
    move: async (from: string, to: string): Promise<void> => {
      const running = (pupilId: string) => and(eq(followers.pupilId, pupilId), isNull(followers.ended));
      const theirs = await db.select({ id: followers.id }).from(followers).where(running(to));
      if (theirs.length) await db.update(followers).set({ ended: 'left' }).where(running(from));
      await db.update(followers).set({ pupilId: to }).where(eq(followers.pupilId, from));
    },
  };
}

export type ProgrammeRepository = ReturnType<typeof programmeRepository>;
