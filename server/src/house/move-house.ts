import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { getTableName, sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { filmStore } from '../swings/film-store.js';
import type { Db, OpenDatabase } from '../db/open.js';
import { rowsOf } from '../db/rows-of.js';
import * as schema from '../db/schema.js';

/** Every table, each behind those it refers to. */
const IN_ORDER: readonly PgTable[] = [
  schema.house,
  schema.bays,
  schema.devices,
  schema.patterns,
  schema.drills,
  schema.pupils,
  schema.lessons,
  schema.recordings,
  schema.swings,
  schema.results,
  schema.shots,
  schema.films,
  schema.enteredSwings,
  schema.plans,
  schema.logbook,
  schema.experiments,
  schema.shares,
  schema.inbox,
  schema.bookings,
  schema.letters,
  schema.programmes,
  schema.followers,
];
/** Kept by the database itself, and therefore a second look at what was moved. */
const KEPT_BY_TRIGGERS: readonly PgTable[] = [schema.swingCounts];

/** Rows that cross together: recordings are large. */
const AT_ONCE = 20;

/** What was moved, and what was found missing on the way. */
export interface Moved {
  /** Rows of each table that has any. */
  readonly rows: Readonly<Record<string, number>>;
  readonly films: number;
  /** Files of films that the house speaks of and does not have. */
  readonly missing: readonly string[];
}

const named = (table: PgTable): SQL => sql.identifier(getTableName(table)) as unknown as SQL;

const count = async (db: Db, table: PgTable): Promise<number> =>
  Number((await rowsOf<{ n: number | string }>(db, sql`SELECT count(*) AS n FROM ${named(table)}`))[0]!.n);

/** A row is what the database writes of it: no number, time or byte goes through another's hands. */
const AS_TEXT = sql`row_to_json(t)::text`;

/** One sum of all rows of a table, whatever their order. */
async function sumOf(db: Db, table: PgTable): Promise<string> {
  const rows = await rowsOf<{ sum: string | null }>(
    db,
    sql`SELECT md5(string_agg(m, '' ORDER BY m)) AS sum FROM (SELECT md5(${AS_TEXT}) AS m FROM ${named(table)} t) AS all_rows`,
  );
  return rows[0]?.sum ?? '';
}

async function copyTable(from: Db, to: Db, table: PgTable): Promise<number> {
  let copied = 0;
  for (;;) {
    // what is read lies still: nobody else has the house open
    const rows = await rowsOf<{ row: string }>(
      from,
      sql`SELECT ${AS_TEXT} AS row FROM ${named(table)} t ORDER BY ctid LIMIT ${AT_ONCE} OFFSET ${copied}`,
    );
    for (const { row } of rows)
      await to.execute(
        sql`INSERT INTO ${named(table)} SELECT * FROM json_populate_record(null::${named(table)}, ${row}::json)`,
      );
    copied += rows.length;
    if (rows.length < AT_ONCE) return copied;
  }
}

/** Films that a house speaks of: how many there are, and the files it does not have. */
async function filmsOf({ db, folder }: OpenDatabase): Promise<Pick<Moved, 'films' | 'missing'>> {
  const store = filmStore(folder);
  const films = await db.select({ id: schema.films.id, mime: schema.films.mime }).from(schema.films);
  const missing = films.map((f) => store.nameOf(f)).filter((name) => !existsSync(join(store.folder, name)));
  return { films: films.length, missing };
}

/**
 * Moves a house from one database to another, in one transaction, and holds what has arrived to what was there: row by
 * row by a sum of all its values. The files beside the database stay where they are, and are looked for film by film.
 * @param said how many tables of all are done
 * @throws Error when the other holds a house already, or when what arrived is not what was sent: then nothing has
 */
export async function moveHouse(
  from: OpenDatabase,
  to: OpenDatabase,
  said: (done: number, of: number) => void = () => undefined,
): Promise<Moved> {
  for (const table of IN_ORDER) {
    const there = await count(to.db, table);
    if (there)
      throw new Error(
        `where it would go there is a house already (${there} rows in ${getTableName(table)}): nothing was moved`,
      );
  }
  const utc = sql`SET LOCAL TIME ZONE 'UTC'`;
  const rows: Record<string, number> = {};
  const all = [...IN_ORDER, ...KEPT_BY_TRIGGERS];
  await from.db.transaction(async (source) => {
    await source.execute(utc);
    await to.db.transaction(async (target) => {
      await target.execute(utc);
      for (const [i, table] of IN_ORDER.entries()) {
        const copied = await copyTable(source, target, table);
        if (copied) rows[getTableName(table)] = copied;
        said(i + 1, all.length);
      }
      for (const table of all)
        if ((await sumOf(source, table)) !== (await sumOf(target, table)))
          throw new Error(
            `${getTableName(table)} did not arrive as it was: nothing was moved, the house is where it was`,
          );
    });
  });
  said(all.length, all.length);
  return { rows, ...(await filmsOf(from)) };
}
