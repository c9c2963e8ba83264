import type { LetterState } from '@vilko/contract';
import { and, desc, eq, inArray, lt, ne, or, type SQL } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { lessons, letters, pupils } from '../db/schema.js';

export type LetterRow = typeof letters.$inferSelect;
/** A letter with whose lesson it is about, and of which day. */
export type KnownLetter = LetterRow & Readonly<Record<'pupilId' | 'name', string>> & { readonly startedAt: Date };

/** So many letters are listed. */
const MOST_LISTED = 300;

/** Letters that were written. */
export function letterRepository(db: Db) {
  const where = async (filter?: SQL): Promise<KnownLetter[]> =>
    (
      await db
        .select({ l: letters, pupilId: pupils.id, name: pupils.name, startedAt: lessons.startedAt })
        .from(letters)
        .innerJoin(lessons, eq(lessons.id, letters.lessonId))
        .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
        .where(filter)
        .orderBy(desc(letters.madeAt), desc(letters.id))
        .limit(MOST_LISTED)
    ).map(({ l, ...of }) => ({ ...l, ...of }));
  return {
    all: () => where(),
    ofLesson: (lessonId: string) => where(eq(letters.lessonId, lessonId)),
    one: async (id: string): Promise<KnownLetter | null> => (await where(eq(letters.id, id)))[0] ?? null,
    /** Those that have not gone: written, failed, or on their way. */
    unsent: () => where(inArray(letters.state, ['written', 'failed', 'sending'])),
    add: async (row: typeof letters.$inferInsert): Promise<void> => {
      await db.insert(letters).values(row).onConflictDoNothing();
    },
    /**
     * Takes a letter to send it: nobody else does meanwhile, unless they began before a moment and were interrupted.
     * False where somebody is at it, or there is no such letter.
     */
    take: async (id: string, { to, now, before }: { to: string; now: Date; before: Date }): Promise<boolean> => {
      const free = or(ne(letters.state, 'sending'), lt(letters.stateAt, before));
      const taken = await db
        .update(letters)
        .set({ to, state: 'sending', stateAt: now, why: null })
        .where(and(eq(letters.id, id), free))
        .returning({ id: letters.id });
      return taken.length > 0;
    },
    change: async (
      id: string,
      set: {
        readonly state: LetterState;
        readonly stateAt: Date;
        readonly why: string | null;
        readonly tries?: number;
      },
    ): Promise<void> => {
      await db.update(letters).set(set).where(eq(letters.id, id));
    },
    remove: async (id: string): Promise<void> => {
      await db.delete(letters).where(eq(letters.id, id));
    },
    ofLessons: (ids: readonly string[]): Promise<LetterRow[]> =>
      ids.length
        ? db
            .select()
            .from(letters)
            .where(inArray(letters.lessonId, [...ids]))
            .orderBy(letters.madeAt)
        : Promise.resolve([]),
  };
}

export type LetterRepository = ReturnType<typeof letterRepository>;
