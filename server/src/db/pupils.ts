import type { LessonHead, Pupil, PupilWithLessons } from '@vilko/contract';
import { and, asc, count, desc, eq, isNull } from 'drizzle-orm';
import type { Db } from './open.js';
import { lessons, pupils, swings } from './schema.js';

const headOf = (l: typeof lessons.$inferSelect, n: number): LessonHead => ({
  id: l.id,
  pupilId: l.pupilId,
  startedAt: l.startedAt.toISOString(),
  bay: l.bay,
  aim: l.aim,
  swings: n,
});

/** Pupils and their lessons. */
export function pupilRepository(db: Db) {
  const swingCount = async (lessonId: string): Promise<number> => {
    const [row] = await db
      .select({ n: count() })
      .from(swings)
      .where(and(eq(swings.lessonId, lessonId), isNull(swings.deletedAt)));
    return row?.n ?? 0;
  };
  return {
    add: async (pupil: Pupil): Promise<void> => {
      await db.insert(pupils).values(pupil);
    },
    addLesson: async (l: { id: string; pupilId: string; startedAt: Date; bay: string; aim: string }): Promise<void> => {
      await db.insert(lessons).values(l);
    },
    all: async (): Promise<PupilWithLessons[]> => {
      const rows = await db.select().from(pupils).orderBy(asc(pupils.name));
      const heads = await db
        .select({ l: lessons, n: count(swings.id) })
        .from(lessons)
        .leftJoin(swings, and(eq(swings.lessonId, lessons.id), isNull(swings.deletedAt)))
        .groupBy(lessons.id)
        .orderBy(desc(lessons.startedAt));
      return rows.map((p) => ({ ...p, lessons: heads.filter((h) => h.l.pupilId === p.id).map((h) => headOf(h.l, h.n)) }));
    },
    one: async (id: string): Promise<Pupil | null> => (await db.select().from(pupils).where(eq(pupils.id, id)))[0] ?? null,
    lesson: async (id: string): Promise<{ head: LessonHead; pupil: Pupil } | null> => {
      const [row] = await db.select().from(lessons).innerJoin(pupils, eq(pupils.id, lessons.pupilId)).where(eq(lessons.id, id));
      return row ? { head: headOf(row.lessons, await swingCount(id)), pupil: row.pupils } : null;
    },
  };
}

export type PupilRepository = ReturnType<typeof pupilRepository>;
