import { and, asc, eq, gt, gte, inArray, isNotNull, isNull, lt, ne, type SQL, sql } from 'drizzle-orm';
import { causesOf } from '../db/causes.js';
import type { Db } from '../db/open.js';
import { untilItStands } from '../db/undone.js';
import { bookings, pupils } from '../db/schema.js';

export type NewBookingRow = typeof bookings.$inferInsert;
/** A booking with the name of whose it is. */
export type BookingRow = typeof bookings.$inferSelect & { readonly pupil: string | null };

/** PostgreSQL's word for what an exclusion constraint keeps out. */
const KEPT_OUT = '23P01';

/** Of what there can be only one at a time. */
export type Single = 'bay' | 'coach' | 'pupil';

/** Of what there are two at a time, by the constraint that keeps it so; null for any other error. */
export function clashOf(e: unknown): Single | null {
  const cause = causesOf(e).find((c) => (c as { code?: unknown }).code === KEPT_OUT);
  const { constraint = cause?.message ?? '' } = (cause ?? {}) as { constraint?: string };
  if (!cause) return null;
  return constraint.includes('a_bay') ? 'bay' : constraint.includes('a_coach') ? 'coach' : 'pupil';
}

/** States in which a booking takes its time. */
const TAKES_TIME = ['booked', 'begun'] as const;

/** Who comes when. */
export function bookingRepository(db: Db) {
  const where = (filter: SQL | undefined): Promise<BookingRow[]> =>
    db
      .select({ b: bookings, pupil: pupils.name })
      .from(bookings)
      .leftJoin(pupils, eq(pupils.id, bookings.pupilId))
      .where(filter)
      .orderBy(asc(bookings.startsAt), asc(bookings.id))
      .then((rows) => rows.map(({ b, pupil }) => ({ ...b, pupil })));
  return {
    /** What begins or goes on between two moments. */
    between: (from: Date, to: Date) => where(and(lt(bookings.startsAt, to), gt(bookings.endsAt, from))),
    one: async (id: string): Promise<BookingRow | null> => (await where(eq(bookings.id, id)))[0] ?? null,
    /** Those of a series that begin at a moment or after it, and are still to come. */
    following: (series: string, from: Date) =>
      where(and(eq(bookings.series, series), gte(bookings.startsAt, from), eq(bookings.state, 'booked'))),
    /** What takes a time that another wants: the others in it, but the one itself. */
    taking: (from: Date, to: Date, but: string) =>
      where(
        and(
          lt(bookings.startsAt, to),
          gt(bookings.endsAt, from),
          ne(bookings.id, but),
          inArray(bookings.state, [...TAKES_TIME]),
        ),
      ),
    /** Lessons that are still to come after a moment, the next first. */
    coming: (after: Date) =>
      where(and(gte(bookings.startsAt, after), eq(bookings.state, 'booked'), isNotNull(bookings.pupilId))),
    /** The booking that a lesson was begun from. */
    ofLesson: async (lessonId: string): Promise<BookingRow | null> =>
      (await where(eq(bookings.lessonId, lessonId)))[0] ?? null,
    /** All that pupils have booked. */
    ofPupils: (ids: readonly string[]) =>
      ids.length ? where(inArray(bookings.pupilId, [...ids])) : Promise.resolve<BookingRow[]>([]),
    /** When coaches are busy with nobody. */
    busy: () => where(isNull(bookings.pupilId)),
    /** Puts one back unless it is there, or its time is taken. */
    putBack: async (row: NewBookingRow): Promise<void> => {
      if ((await where(eq(bookings.id, row.id))).length) return;
      try {
        await db.insert(bookings).values(row);
      } catch (e) {
        if (!clashOf(e)) throw e;
      }
    },
    ofCoach: (coach: string, from: Date) => where(and(eq(bookings.coach, coach), gte(bookings.endsAt, from))),
    /** Ids in other calendars that are known. */
    uids: async (uids: readonly string[]): Promise<Set<string>> => {
      const rows = uids.length
        ? await db
            .select({ uid: bookings.uid })
            .from(bookings)
            .where(inArray(bookings.uid, [...uids]))
        : [];
      return new Set(rows.flatMap((r) => r.uid ?? []));
    },
    /** All of them or none. */
    add: async (rows: readonly NewBookingRow[]): Promise<void> => {
      if (rows.length) await untilItStands(() => db.insert(bookings).values([...rows]));
    },
    /** Changes all of them or none: what is set of each, by its id. */
    change: (changes: readonly { readonly id: string; readonly set: Partial<NewBookingRow> }[]): Promise<void> =>
      untilItStands(() =>
        db.transaction(async (tx) => {
          // a series may move over its own times
          await tx.execute(sql`SET CONSTRAINTS ALL DEFERRED`);
          for (const { id, set } of changes) await tx.update(bookings).set(set).where(eq(bookings.id, id));
        }),
      ),
    move: async (from: string, to: string): Promise<void> => {
      await db.update(bookings).set({ pupilId: to }).where(eq(bookings.pupilId, from));
    },
  };
}

export type BookingRepository = ReturnType<typeof bookingRepository>;
