import { and, asc, count, desc, eq, gte, isNull, lt } from 'drizzle-orm';
import type { LogEntry } from '@vilko/contract';
import type { Plan } from '@vilko/core';
import type { Db } from '../db/open.js';
import { inbox, lessons, logbook, plans, pupils, swings } from '../db/schema.js';
import { entryOf } from '../practice/practice-repository.js';

/** Somebody's newest lesson. */
export interface LastLesson {
  readonly pupilId: string;
  readonly name: string;
  readonly lessonId: string;
  readonly startedAt: Date;
  readonly nextVisit: string | null;
}

/** What of all that is kept tells how a day begins. */
export function dayRepository(db: Db) {
  const taught = and(isNull(pupils.archivedAt), isNull(lessons.deletedAt), eq(lessons.alone, false));
  return {
    pupils: async (): Promise<number> => (await db.select({ n: count() }).from(pupils))[0]!.n,
    /** The newest lesson of everybody who comes. */
    lastLessons: (): Promise<LastLesson[]> =>
      db
        .selectDistinctOn([lessons.pupilId], {
          pupilId: lessons.pupilId,
          name: pupils.name,
          lessonId: lessons.id,
          startedAt: lessons.startedAt,
          nextVisit: lessons.nextVisit,
        })
        .from(lessons)
        .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
        .where(taught)
        .orderBy(asc(lessons.pupilId), desc(lessons.startedAt)),
    /** Plans that run, of everybody. */
    runningPlans: (): Promise<{ pupilId: string; plan: Plan }[]> =>
      db.select({ pupilId: plans.pupilId, plan: plans.plan }).from(plans).where(isNull(plans.endedAt)),
    /** What pupils have sent since a moment, the oldest first. */
    sentSince: async (from: Date): Promise<LogEntry[]> =>
      (
        await db
          .select()
          .from(logbook)
          .where(and(gte(logbook.at, from), isNull(logbook.deletedAt)))
          .orderBy(asc(logbook.at))
      )
        .map(entryOf)
        .filter((e) => e.from === 'pupil'),
    waiting: async (): Promise<number> =>
      (await db.select({ n: count() }).from(inbox).where(isNull(inbox.deletedAt)))[0]!.n,
    /** Swings of lessons that were stored between two moments. */
    swings: async (from: Date, to: Date): Promise<number> =>
      (
        await db
          .select({ n: count() })
          .from(swings)
          .innerJoin(lessons, eq(lessons.id, swings.lessonId))
          .where(
            and(
              gte(swings.recordedAt, from),
              lt(swings.recordedAt, to),
              isNull(swings.deletedAt),
              eq(lessons.alone, false),
            ),
          )
      )[0]!.n,
  };
}

export type DayRepository = ReturnType<typeof dayRepository>;
