import {
  type FrozenPage,
  type LessonChange,
  type LessonHead,
  type Pupil,
  type PupilChange,
  PupilProfile,
  type PupilWithLessons,
  type ReportText,
  type SetUpRecord,
  type SpokenReview,
  withShelf,
} from '@vilko/contract';
import { and, asc, eq, getTableColumns, isNull, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { rowsOf } from '../db/rows-of.js';
import { lessons, pupils, swingCounts } from '../db/schema.js';

export type NewLessonRow = Pick<typeof lessons.$inferInsert, 'id' | 'pupilId' | 'startedAt' | 'bay' | 'aim'> &
  Partial<typeof lessons.$inferInsert>;
export type LessonRow = typeof lessons.$inferSelect;

/** What lists need of a lesson: the words and figures of its report stay where they are. */
const { report: _report, against: _against, page: _page, review: _review, ...LISTED } = getTableColumns(lessons);
/** Lessons that were given, and do not lie in the bin. */
const TAUGHT = and(isNull(lessons.deletedAt), eq(lessons.alone, false));
export type PupilRow = typeof pupils.$inferSelect;

const headOf = <L extends Pick<LessonRow, 'startedAt' | 'deletedAt'>>(
  { startedAt, deletedAt: _, ...l }: L,
  swings: number,
) => ({ ...l, startedAt: startedAt.toISOString(), swings });

/** A report as it is kept. */
export interface KeptReport {
  /** The instructor's words; null where the draft stands. */
  readonly text: ReportText | null;
  /** The draft that each of its fields was written against. */
  readonly against: ReportText | null;
  /** The figures, where they are frozen. */
  readonly page: FrozenPage | null;
}

const pupilOf = ({ archivedAt, profile, ...p }: PupilRow): Pupil => ({
  ...p,
  profile: PupilProfile.parse(withShelf(profile)),
  archived: archivedAt !== null,
});

/** What the instructor said of a lesson, in writing and aloud. */
const lessonWords = (db: Db) => ({
  report: async (lessonId: string): Promise<KeptReport> =>
    (
      await db
        .select({ text: lessons.report, against: lessons.against, page: lessons.page })
        .from(lessons)
        .where(eq(lessons.id, lessonId))
    )[0] ?? { text: null, against: null, page: null },
  keepReport: async (lessonId: string, { text: report, ...kept }: Partial<KeptReport>): Promise<boolean> => {
    const set = { ...kept, ...(report === undefined ? {} : { report }) };
    const rows = await db.update(lessons).set(set).where(eq(lessons.id, lessonId)).returning({ id: lessons.id });
    return rows.length > 0;
  },
  review: async (lessonId: string): Promise<SpokenReview | null> =>
    (await db.select({ review: lessons.review }).from(lessons).where(eq(lessons.id, lessonId)))[0]?.review ?? null,
  keepReview: async (lessonId: string, review: SpokenReview | null): Promise<boolean> =>
    (await db.update(lessons).set({ review }).where(eq(lessons.id, lessonId)).returning({ id: lessons.id })).length > 0,
});

/** Lessons, whether they lie in the bin or not. */
const lessonsInBin = (db: Db, swingCount: (lessonId: string) => Promise<number>) => ({
  /** Whole lessons of one pupil, oldest first. */
  lessonsOf: (pupilId: string): Promise<LessonRow[]> =>
    db.select().from(lessons).where(eq(lessons.pupilId, pupilId)).orderBy(asc(lessons.startedAt)),
  /** The same with no more of them than their swings need: their reports stay where they are. */
  lessonsBriefly: (pupilId: string): Promise<Pick<LessonRow, 'id' | 'measure' | 'alone' | 'deletedAt'>[]> =>
    db
      .select({ id: lessons.id, measure: lessons.measure, alone: lessons.alone, deletedAt: lessons.deletedAt })
      .from(lessons)
      .where(eq(lessons.pupilId, pupilId))
      .orderBy(asc(lessons.startedAt)),
  /** How many swings of a pupil were practised alone. */
  swingsAlone: async (pupilId: string): Promise<number> => {
    const [row] = await db
      .select({ n: sql<number>`coalesce(sum(${swingCounts.swings}), 0)::int` })
      .from(lessons)
      .innerJoin(swingCounts, eq(swingCounts.lessonId, lessons.id))
      .where(and(eq(lessons.pupilId, pupilId), eq(lessons.alone, true)));
    return row!.n;
  },
  /** Whether a lesson is there, in the bin or not. */
  hasLesson: async (id: string): Promise<boolean> =>
    (await db.select({ id: lessons.id }).from(lessons).where(eq(lessons.id, id))).length > 0,
  /** Puts a lesson into the bin or takes it out. */
  setLessonDeleted: async (id: string, deleted: boolean): Promise<LessonHead | null> => {
    const [row] = await db
      .update(lessons)
      .set({ deletedAt: deleted ? new Date() : null })
      .where(eq(lessons.id, id))
      .returning(LISTED);
    return row ? headOf(row, await swingCount(id)) : null;
  },
});

/** The key of a JSON object that a column is written under. */
const as = (key: string): SQL => sql`as ${sql.identifier(key)}`;

/**
 * Every pupil by name, each with the lessons that do not lie in the bin, newest first: the reply to `pupils` as text.
 * The database writes it whole, row by row would take ten times as long; and joins lines of text, as it reads every
 * object again that is put into another, which takes twice as long.
 */
async function listedPupils(db: Db): Promise<string> {
  const lesson = sql`
    select ${lessons.id}, ${lessons.pupilId} ${as('pupilId')}, ${lessons.bay}, ${lessons.aim},
      to_char(${lessons.startedAt} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') ${as('startedAt')},
      ${lessons.measure}, ${lessons.footwear}, ${lessons.nextVisit} ${as('nextVisit')},
      coalesce(${swingCounts.swings}, 0) ${as('swings')}
    from ${lessons} left join ${swingCounts} on ${swingCounts.lessonId} = ${lessons.id}
    where ${TAUGHT}`;
  const kept = (key: 'injuries' | 'otherSports' | 'badShot' | 'clubs', none: '[]' | '""'): SQL =>
    sql`coalesce(${pupils.profile} -> ${sql.raw(`'${key}'`)}, ${sql.raw(`'${none}'`)}) ${as(key)}`;
  const profile = sql`
    (select row_to_json(kept) from (select ${kept('injuries', '[]')}, ${kept('otherSports', '""')},
      ${kept('badShot', '""')}, ${kept('clubs', '[]')}) kept)`;
  const pupil = sql`
    select ${pupils.id}, ${pupils.name}, ${pupils.about}, ${pupils.handed}, ${pupils.stature}, ${pupils.mass},
      ${pupils.story}, ${pupils.archivedAt} is not null ${as('archived')}, ${profile} ${as('profile')}
    from ${pupils}`;
  const theirs = sql`
    select l."pupilId", string_agg(row_to_json(l)::text, ',' order by l."startedAt" collate "C" desc) list
    from (${lesson}) l group by l."pupilId"`;
  // the lessons go in before the brace that ends the pupil
  const [row] = await rowsOf<{ list: string }>(
    db,
    sql`
    select '[' || coalesce(string_agg(
      left(row_to_json(p)::text, -1) || ',"lessons":[' || coalesce(theirs.list, '') || ']}', ',' order by p.name
    ), '') || ']' list
    from (${pupil}) p left join (${theirs}) theirs on theirs."pupilId" = p.id`,
  );
  return row!.list;
}

/** Pupils and their lessons. */
export function pupilRepository(db: Db) {
  const swingCount = async (lessonId: string): Promise<number> => {
    const [row] = await db
      .select({ n: swingCounts.swings })
      .from(swingCounts)
      .where(eq(swingCounts.lessonId, lessonId));
    return row?.n ?? 0;
  };
  const headsWhere = async (where: SQL | undefined): Promise<LessonHead[]> => {
    const heads = await db
      .select({ l: LISTED, n: swingCounts.swings })
      .from(lessons)
      .leftJoin(swingCounts, eq(swingCounts.lessonId, lessons.id))
      .where(where)
      .orderBy(asc(lessons.startedAt));
    return heads.map((h) => headOf(h.l, h.n ?? 0));
  };
  return {
    add: async ({ archived, ...pupil }: Pupil): Promise<void> => {
      await db.insert(pupils).values({ ...pupil, archivedAt: archived ? new Date() : null });
    },
    change: async (id: string, { archived, ...change }: PupilChange): Promise<Pupil | null> => {
      const set = { ...change, ...(archived === undefined ? {} : { archivedAt: archived ? new Date() : null }) };
      const [row] = Object.keys(set).length
        ? await db.update(pupils).set(set).where(eq(pupils.id, id)).returning()
        : await db.select().from(pupils).where(eq(pupils.id, id));
      return row ? pupilOf(row) : null;
    },
    addLesson: async (l: NewLessonRow): Promise<LessonHead> =>
      headOf((await db.insert(lessons).values(l).returning(LISTED))[0]!, 0),
    changeLesson: async (
      id: string,
      change: LessonChange & { setUp?: SetUpRecord | null; task?: string | null },
    ): Promise<LessonHead | null> => {
      const its = eq(lessons.id, id);
      const [row] = Object.keys(change).length
        ? await db.update(lessons).set(change).where(its).returning(LISTED)
        : await db.select(LISTED).from(lessons).where(its);
      return row ? headOf(row, await swingCount(id)) : null;
    },
    listed: () => listedPupils(db),
    all: async (): Promise<PupilWithLessons[]> => JSON.parse(await listedPupils(db)) as PupilWithLessons[],
    /** Everybody who comes, by name and no more. */
    names: (): Promise<Pick<Pupil, 'id' | 'name' | 'handed'>[]> =>
      db
        .select({ id: pupils.id, name: pupils.name, handed: pupils.handed })
        .from(pupils)
        .where(isNull(pupils.archivedAt))
        .orderBy(asc(pupils.name)),
    ids: async (): Promise<string[]> => (await db.select({ id: pupils.id }).from(pupils)).map((p) => p.id),
    /** Lessons of one pupil with the number of their swings, oldest first. */
    lessonHeads: (pupilId: string): Promise<LessonHead[]> => headsWhere(and(eq(lessons.pupilId, pupilId), TAUGHT)),
    /** The same of what the pupil practised alone. */
    practisedAlone: (pupilId: string): Promise<LessonHead[]> =>
      headsWhere(and(eq(lessons.pupilId, pupilId), isNull(lessons.deletedAt), eq(lessons.alone, true))),
    one: async (id: string): Promise<Pupil | null> => {
      const [row] = await db.select().from(pupils).where(eq(pupils.id, id));
      return row ? pupilOf(row) : null;
    },
    /** A lesson with its pupil; null where there is none, or it lies in the bin. */
    lesson: async (id: string): Promise<{ head: LessonHead; pupil: Pupil } | null> => {
      const [row] = await db
        .select({ lessons: LISTED, pupils })
        .from(lessons)
        .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
        .where(and(eq(lessons.id, id), isNull(lessons.deletedAt)));
      return row ? { head: headOf(row.lessons, await swingCount(id)), pupil: pupilOf(row.pupils) } : null;
    },
    ...lessonsInBin(db, swingCount),
    ...lessonWords(db),
    /** Gives every lesson of one pupil to another. */
    moveLessons: async (from: string, to: string): Promise<number> =>
      (await db.update(lessons).set({ pupilId: to }).where(eq(lessons.pupilId, from)).returning({ id: lessons.id }))
        .length,
    remove: async (id: string): Promise<void> => {
      await db.delete(pupils).where(eq(pupils.id, id));
    },
  };
}

export type PupilRepository = ReturnType<typeof pupilRepository>;
