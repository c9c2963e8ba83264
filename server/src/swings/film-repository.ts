import { bySide, type Film, type FilmChange } from '@vilko/contract';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { films } from '../db/schema.js';

const filmOf = ({ deletedAt, ...f }: typeof films.$inferSelect): Film => f;

/** Films of swings; their pictures lie as files beside the database. */
export function filmRepository(db: Db) {
  const changed = async (id: string, set: Partial<typeof films.$inferInsert>): Promise<Film | null> => {
    const those = eq(films.id, id);
    // a change of nothing is none
    const [row] = Object.values(set).some((v) => v !== undefined)
      ? await db.update(films).set(set).where(those).returning()
      : await db.select().from(films).where(those);
    return row ? filmOf(row) : null;
  };
  return {
    add: async (film: Film): Promise<void> => {
      await db.insert(films).values(film);
    },
    one: async (id: string): Promise<Film | null> => {
      const [row] = await db.select().from(films).where(eq(films.id, id));
      return row ? filmOf(row) : null;
    },
    /** Films of these swings; with `ever` the deleted ones too. */
    ofSwings: async (swingIds: readonly string[], ever = false): Promise<Film[]> => {
      if (!swingIds.length) return [];
      const theirs = inArray(films.swingId, [...swingIds]);
      const rows = await db
        .select()
        .from(films)
        .where(ever ? theirs : and(theirs, isNull(films.deletedAt)));
      return rows.map(filmOf).sort(bySide);
    },
    change: (id: string, change: FilmChange): Promise<Film | null> => changed(id, change),
    setDeleted: (id: string, deleted: boolean): Promise<Film | null> =>
      changed(id, { deletedAt: deleted ? new Date() : null }),
  };
}

export type FilmRepository = ReturnType<typeof filmRepository>;
