import { and, asc, desc, eq, inArray, isNull, max, notExists, sql } from 'drizzle-orm';
import type { SwingChange, SwingPlace } from '@vilko/contract';
import type { Db } from '../db/open.js';
import { inbox, type KeptVerdict, lessons, recordings, results, shots, swings } from '../db/schema.js';
import { labelledSwings } from './labelled-swings.js';
import { packSummary, type PackedSummary, unpackSummary } from './packed-summary.js';
import type { PreparedPart } from './prepare-swing.js';
import { READ_NOW, type SwingSummary } from './read-swing.js';

type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

export type SwingRow = typeof swings.$inferSelect;
export type NewSwing = Omit<typeof swings.$inferInsert, 'number' | 'deletedAt' | 'marks'>;
export type WholeSwing = typeof swings.$inferInsert;
/** What is changed of a row; the hand null where it is the pupil's own. */
export type StoredChange = Omit<SwingChange, 'handed'> & Partial<Pick<SwingRow, 'handed'>>;

/** The last number given in a lesson; nobody else gives one before this transaction ends. */
async function lastNumber(tx: Db | Tx, lessonId: string): Promise<number> {
  await tx.select({ id: lessons.id }).from(lessons).where(eq(lessons.id, lessonId)).for('update');
  const [last] = await tx
    .select({ n: max(swings.number) })
    .from(swings)
    .where(eq(swings.lessonId, lessonId));
  return last?.n ?? 0;
}

/** Puts swings into their lessons, each with the next number. */
async function numbered(tx: Tx, news: readonly NewSwing[]) {
  const stored: SwingRow[] = [];
  for (const n of news) {
    const number = (await lastNumber(tx, n.lessonId)) + 1;
    // one that stood in a lesson before it came to the inbox keeps its note, its films and its shot
    const { id, lessonId, club, clubName, kind, tag } = n;
    const again = { lessonId, number, club, clubName, kind, tag, deletedAt: null, sure: true };
    const [back] = await tx.update(swings).set(again).where(eq(swings.id, id)).returning();
    if (back) await tx.update(shots).set({ lessonId }).where(eq(shots.swingId, id));
    const [row] = back
      ? [back]
      : await tx
          .insert(swings)
          .values({ ...n, number })
          .returning();
    stored.push(row!);
  }
  return stored;
}

interface Bundled {
  readonly id: string;
  readonly bundle: Uint8Array;
}

/** Puts swings and a recording back as they were. */
async function putBack(tx: Tx, recording: Bundled, rows: readonly WholeSwing[]): Promise<void> {
  await tx.insert(recordings).values(recording).onConflictDoNothing();
  for (const row of rows) {
    const [there] = await tx.select({ id: swings.id }).from(swings).where(eq(swings.id, row.id));
    if (there) continue;
    const last = await lastNumber(tx, row.lessonId);
    // its number went to another swing since
    const taken = await isTaken(tx, row.lessonId, row.number);
    await tx.insert(swings).values(taken ? { ...row, number: last + 1 } : row);
  }
}

/** Whether another swing of a lesson has a number. */
const isTaken = async (tx: Tx, lessonId: string, number: number) =>
  (
    await tx
      .select({ id: swings.id })
      .from(swings)
      .where(and(eq(swings.lessonId, lessonId), eq(swings.number, number)))
  ).length > 0;

/** A swing that is to stand in another lesson, if it may under a number it wants. */
type Moving = Pick<SwingPlace, 'id'> & Partial<Pick<SwingPlace, 'number'>>;

/** Moves swings with their shots, in the order given; says where each stood. */
async function move(tx: Tx, lessonId: string, moving: readonly Moving[]): Promise<SwingPlace[]> {
  const before: SwingPlace[] = [];
  for (const { id, number } of moving) {
    const [row] = await tx
      .select({ id: swings.id, lessonId: swings.lessonId, number: swings.number })
      .from(swings)
      .where(and(eq(swings.id, id), isNull(swings.deletedAt)));
    if (!row || row.lessonId === lessonId) continue;
    const last = await lastNumber(tx, lessonId);
    const free = number !== undefined && !(await isTaken(tx, lessonId, number));
    await tx
      .update(swings)
      .set({ lessonId, number: free ? number : last + 1 })
      .where(eq(swings.id, id));
    await tx.update(shots).set({ lessonId }).where(eq(shots.swingId, id));
    before.push(row);
  }
  return before;
}

/** A kept result as it is read: what the swing says, and what it was last judged to be. */
export interface KeptResult {
  readonly summary: SwingSummary;
  readonly verdict: KeptVerdict | null;
}

/** Rows written by one statement. */
const AT_ONCE = 500;

/** What was made of swings once, under the key of what it was made from. */
const keptResults = (db: Db) => ({
  /** What these swings were found to say, each under its key, in one query. */
  cached: async (keys: ReadonlyMap<string, string>): Promise<Map<string, KeptResult>> => {
    if (keys.size === 0) return new Map();
    const { swingId, key, result, verdict } = results;
    const rows = await db
      .select({ swingId, key, result, verdict })
      .from(results)
      .where(inArray(swingId, [...keys.keys()]));
    return new Map(
      rows.flatMap((r) =>
        keys.get(r.swingId) === r.key
          ? [[r.swingId, { summary: unpackSummary(r.result as PackedSummary), verdict: r.verdict }]]
          : [],
      ),
    );
  },
  /** Keeps what swings are said to be beside what they say; where that was read anew meanwhile, nothing. */
  keepVerdicts: async (
    judged: readonly { readonly swingId: string; readonly key: string; readonly verdict: KeptVerdict }[],
  ): Promise<void> => {
    for (let i = 0; i < judged.length; i += AT_ONCE) {
      const rows = judged
        .slice(i, i + AT_ONCE)
        .map(({ swingId, key, verdict }) => sql`(${swingId}, ${key}, ${JSON.stringify(verdict)})`);
      await db.execute(sql`UPDATE ${results} SET verdict = new.verdict::json
        FROM (VALUES ${sql.join(rows, sql`, `)}) AS new (swing_id, key, verdict)
        WHERE ${results}.swing_id = new.swing_id AND ${results}.key = new.key`);
    }
  },
  /** What is drawn of a swing; null where nothing is kept under this key. */
  traces: async (swingId: string, key: string): Promise<Uint8Array | null> => {
    const [row] = await db
      .select({ base64: sql<string | null>`encode(${results.traces}, 'base64')` })
      .from(results)
      .where(and(eq(results.swingId, swingId), eq(results.key, key)));
    return row?.base64 ? new Uint8Array(Buffer.from(row.base64, 'base64')) : null;
  },
  keep: async (swingId: string, key: string, { summary, traces }: PreparedPart): Promise<void> => {
    await db.transaction(async (tx) => {
      await tx.delete(results).where(eq(results.swingId, swingId));
      // two who ask at once make the same
      await tx
        .insert(results)
        .values({ swingId, key, result: packSummary(summary), traces })
        .onConflictDoNothing();
    });
  },
});

/** Swings that were last read by another version of the core, or never; not those in the bin. */
function outdatedSwings(db: Db) {
  const readNow = db
    .select({ one: sql`1` })
    .from(results)
    .where(and(eq(results.swingId, swings.id), sql`starts_with(${results.key}, ${READ_NOW})`));
  const outdated = and(isNull(swings.deletedAt), notExists(readNow));
  return {
    countOutdated: (): Promise<number> => db.$count(swings, outdated),
    /** The newest of them, or those that come after one of them. */
    outdated: (limit: number, after: Pick<SwingRow, 'recordedAt' | 'id'> | null): Promise<SwingRow[]> =>
      db
        .select()
        .from(swings)
        .where(
          and(
            outdated,
            after
              ? sql`(${swings.recordedAt}, ${swings.id}) < (${after.recordedAt.toISOString()}::timestamptz, ${after.id})`
              : undefined,
          ),
        )
        .orderBy(desc(swings.recordedAt), desc(swings.id))
        .limit(limit),
  };
}

/** Swings, the recordings they lie in, and kept results. */
export function swingRepository(db: Db) {
  return {
    ...outdatedSwings(db),
    labelled: labelledSwings(db),
    /** Stores a recording and its swings in one transaction; returns the swings with their numbers. */
    store: (recording: Bundled, news: readonly NewSwing[]): Promise<SwingRow[]> =>
      db.transaction(async (tx) => {
        const fresh = await tx
          .insert(recordings)
          .values(recording)
          .onConflictDoNothing()
          .returning({ id: recordings.id });
        if (fresh.length) return numbered(tx, news);
        return tx.select().from(swings).where(eq(swings.recordingId, recording.id)).orderBy(asc(swings.part));
      }),
    /** Files swings whose recordings are there already; returns them with their numbers. */
    file: (news: readonly NewSwing[]): Promise<SwingRow[]> => db.transaction((tx) => numbered(tx, news)),
    ofLesson: (lessonId: string): Promise<SwingRow[]> =>
      db
        .select()
        .from(swings)
        .where(and(eq(swings.lessonId, lessonId), isNull(swings.deletedAt)))
        .orderBy(asc(swings.number)),
    /** Every swing of these lessons, the deleted ones too. */
    everOf: async (lessonIds: readonly string[]): Promise<SwingRow[]> =>
      lessonIds.length
        ? db
            .select()
            .from(swings)
            .where(inArray(swings.lessonId, [...lessonIds]))
            .orderBy(asc(swings.recordedAt))
        : [],
    putBack: (recording: Bundled, rows: readonly WholeSwing[]): Promise<void> =>
      db.transaction((tx) => putBack(tx, recording, rows)),
    /** Deletes recordings that no swing lies in any more, filed or in the inbox. */
    /** Bytes of all recordings. */
    size: async (): Promise<number> => {
      const [row] = await db
        .select({ size: sql<string>`coalesce(sum(octet_length(${recordings.bundle})), 0)` })
        .from(recordings);
      return Number(row?.size ?? 0);
    },
    dropOrphans: async (): Promise<void> => {
      const noneIn = (table: typeof swings | typeof inbox) =>
        notExists(
          db
            .select({ one: sql`1` })
            .from(table)
            .where(eq(table.recordingId, recordings.id)),
        );
      await db.delete(recordings).where(and(noneIn(swings), noneIn(inbox)));
    },
    /** Those of these that were not deleted, in no order. */
    some: (ids: readonly string[]): Promise<SwingRow[]> =>
      db
        .select()
        .from(swings)
        .where(and(inArray(swings.id, [...ids]), isNull(swings.deletedAt))),
    move: (lessonId: string, moving: readonly Moving[]): Promise<SwingPlace[]> =>
      db.transaction((tx) => move(tx, lessonId, moving)),
    one: async (id: string): Promise<SwingRow | null> =>
      (await db.select().from(swings).where(eq(swings.id, id)))[0] ?? null,
    change: async (id: string, change: StoredChange): Promise<SwingRow | null> =>
      (await db.update(swings).set(change).where(eq(swings.id, id)).returning())[0] ?? null,
    /** Deleted swings lie in the bin, so that it can be undone; the rows in no order. */
    setDeleted: (ids: readonly string[], deleted: boolean): Promise<SwingRow[]> =>
      db
        .update(swings)
        .set({ deletedAt: deleted ? new Date() : null })
        .where(inArray(swings.id, [...ids]))
        .returning(),
    bundle: async (recordingId: string): Promise<Uint8Array | null> => {
      const [row] = await db
        .select({ base64: sql<string>`encode(${recordings.bundle}, 'base64')` })
        .from(recordings)
        .where(eq(recordings.id, recordingId));
      return row ? new Uint8Array(Buffer.from(row.base64, 'base64')) : null;
    },
    ...keptResults(db),
  };
}

export type SwingRepository = ReturnType<typeof swingRepository>;
