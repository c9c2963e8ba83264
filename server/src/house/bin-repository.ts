import type { BinEntry, BinPick } from '@vilko/contract';
import { and, desc, eq, isNotNull, isNull, lt, notExists, sql } from 'drizzle-orm';
import type { Db } from '../db/open.js';
import { enteredSwings, films, inbox, lessons, logbook, patterns, pupils, swings } from '../db/schema.js';

type Kind = BinPick['kind'];
type Lying = Omit<BinEntry, 'kind' | 'lessonAt' | 'deletedAt'> & { lessonAt: Date | null; deletedAt: Date | null };

/** The tables that deleted things stay in. What lies under something deleted comes and goes with it. */
const TABLES = {
  lesson: lessons,
  swing: swings,
  film: films,
  pattern: patterns,
  'logbook entry': logbook,
  'inbox swing': inbox,
  'entered swing': enteredSwings,
} as const;

const lessonsIn = (db: Db): Promise<Lying[]> =>
  db
    .select({
      id: lessons.id,
      what: lessons.aim,
      pupil: pupils.name,
      lessonAt: lessons.startedAt,
      deletedAt: lessons.deletedAt,
    })
    .from(lessons)
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .where(isNotNull(lessons.deletedAt));

/** A swing that waits in the inbox for its owner is not one that was deleted. */
const notInInbox = (db: Db) =>
  notExists(
    db
      .select({ one: sql`1` })
      .from(inbox)
      .where(eq(inbox.id, swings.id)),
  );

async function swingsIn(db: Db): Promise<Lying[]> {
  const rows = await db
    .select({
      id: swings.id,
      number: swings.number,
      club: swings.clubName,
      pupil: pupils.name,
      lessonAt: lessons.startedAt,
      deletedAt: swings.deletedAt,
    })
    .from(swings)
    .innerJoin(lessons, eq(lessons.id, swings.lessonId))
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .where(and(isNotNull(swings.deletedAt), isNull(lessons.deletedAt), notInInbox(db)));
  return rows.map(({ number, club, ...r }) => ({ ...r, what: `${number}, ${club}` }));
}

async function filmsIn(db: Db): Promise<Lying[]> {
  const rows = await db
    .select({
      id: films.id,
      angle: films.angle,
      number: swings.number,
      pupil: pupils.name,
      lessonAt: lessons.startedAt,
      deletedAt: films.deletedAt,
    })
    .from(films)
    .innerJoin(swings, eq(swings.id, films.swingId))
    .innerJoin(lessons, eq(lessons.id, swings.lessonId))
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .where(and(isNotNull(films.deletedAt), isNull(swings.deletedAt), isNull(lessons.deletedAt)));
  return rows.map(({ angle, number, ...r }) => ({ ...r, what: `${angle}, of swing ${number}` }));
}

/** The newest version of each speaks for it. */
async function patternsIn(db: Db): Promise<Lying[]> {
  const rows = await db
    .select()
    .from(patterns)
    .where(isNotNull(patterns.deletedAt))
    .orderBy(patterns.id, desc(patterns.version));
  return rows
    .filter((r, i) => rows[i - 1]?.id !== r.id)
    .map(({ id, pattern, deletedAt }) => ({ id, what: pattern.name, pupil: null, lessonAt: null, deletedAt }));
}

async function logIn(db: Db): Promise<Lying[]> {
  const rows = await db
    .select({
      id: logbook.id,
      entry: logbook.entry,
      lessonAt: logbook.at,
      pupil: pupils.name,
      deletedAt: logbook.deletedAt,
    })
    .from(logbook)
    .innerJoin(pupils, eq(pupils.id, logbook.pupilId))
    .where(isNotNull(logbook.deletedAt));
  return rows.map(({ entry, ...r }) => ({ ...r, what: [entry.kind, entry.note].filter(Boolean).join(': ') }));
}

const inboxIn = (db: Db): Promise<Lying[]> =>
  db
    .select({
      id: inbox.id,
      what: inbox.clubName,
      pupil: pupils.name,
      lessonAt: inbox.recordedAt,
      deletedAt: inbox.deletedAt,
    })
    .from(inbox)
    .innerJoin(lessons, eq(lessons.id, inbox.lessonId))
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .where(isNotNull(inbox.deletedAt));

async function enteredIn(db: Db): Promise<Lying[]> {
  const rows = await db
    .select({
      id: enteredSwings.id,
      club: enteredSwings.clubName,
      source: enteredSwings.source,
      pupil: pupils.name,
      lessonAt: lessons.startedAt,
      deletedAt: enteredSwings.deletedAt,
    })
    .from(enteredSwings)
    .innerJoin(lessons, eq(lessons.id, enteredSwings.lessonId))
    .innerJoin(pupils, eq(pupils.id, lessons.pupilId))
    .where(and(isNotNull(enteredSwings.deletedAt), isNull(lessons.deletedAt)));
  return rows.map(({ club, source, ...r }) => ({ ...r, what: `${club}, from ${source}` }));
}

const LISTS: Readonly<Record<Kind, (db: Db) => Promise<Lying[]>>> = {
  lesson: lessonsIn,
  swing: swingsIn,
  film: filmsIn,
  pattern: patternsIn,
  'logbook entry': logIn,
  'inbox swing': inboxIn,
  'entered swing': enteredIn,
};

/** Everything that was deleted and is still kept, over all the tables it lies in. */
export function binRepository(db: Db) {
  return {
    /** Everything in the bin, the newest first. */
    async all(): Promise<BinEntry[]> {
      const found: BinEntry[] = [];
      for (const [kind, list] of Object.entries(LISTS) as [Kind, (typeof LISTS)[Kind]][])
        for (const r of await list(db))
          found.push({
            ...r,
            kind,
            lessonAt: r.lessonAt?.toISOString() ?? null,
            deletedAt: r.deletedAt!.toISOString(),
          });
      return found.sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
    },
    /** Whether one lies in the bin. */
    holds: async ({ kind, id }: BinPick): Promise<boolean> => {
      const t = TABLES[kind];
      const there = await db
        .select({ id: t.id })
        .from(t)
        .where(and(eq(t.id, id), isNotNull(t.deletedAt)));
      return there.length > 0;
    },
    /** Takes one out of the bin; false where it does not lie there. */
    restore: async ({ kind, id }: BinPick): Promise<boolean> => {
      const t = TABLES[kind];
      const back = await db
        .update(t)
        .set({ deletedAt: null })
        .where(and(eq(t.id, id), isNotNull(t.deletedAt)))
        .returning({ id: t.id });
      return back.length > 0;
    },
    /** Deletes one row for good, with all that hangs on it; false where it does not lie in the bin. */
    remove: async ({ kind, id }: BinPick): Promise<boolean> => {
      const t = TABLES[kind];
      // what waits in the inbox may have stood in a lesson before
      if (kind === 'inbox swing') await db.delete(swings).where(and(eq(swings.id, id), isNotNull(swings.deletedAt)));
      const gone = await db
        .delete(t)
        .where(and(eq(t.id, id), isNotNull(t.deletedAt)))
        .returning({ id: t.id });
      return gone.length > 0;
    },
    /** What was deleted before then, also where it lies under something deleted. */
    async olderThan(then: Date): Promise<BinPick[]> {
      const found: BinPick[] = [];
      for (const [kind, t] of Object.entries(TABLES) as [Kind, (typeof TABLES)[Kind]][]) {
        const waiting = t === swings ? notInInbox(db) : undefined;
        const rows = await db
          .selectDistinct({ id: t.id })
          .from(t)
          .where(and(lt(t.deletedAt, then), waiting));
        found.push(...rows.map(({ id }) => ({ kind, id })));
      }
      return found;
    },
  };
}

export type BinRepository = ReturnType<typeof binRepository>;
