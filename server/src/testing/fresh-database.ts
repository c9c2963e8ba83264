import { randomBytes } from 'node:crypto';
import pg from 'pg';
import { openDatabase, type OpenDatabase } from '../db/open.js';
import type { Room } from '../db/room.js';

/** A PostgreSQL server the tests run on instead of a database in memory; set by `scripts/on-postgres.mjs`. */
const SERVER = process.env['VILKO_POSTGRES'];

/** The database all others are copies of: with its tables, made once. */
const BLANK = 'vilko_blank';

const named = (database: string): string => {
  const url = new URL(SERVER!);
  url.pathname = `/${database}`;
  return url.href;
};

/** Asks the server itself, not one of its databases. */
async function asServer(command: string): Promise<void> {
  const client = new pg.Client({ connectionString: SERVER });
  await client.connect();
  try {
    await client.query(command);
  } finally {
    await client.end();
  }
}

let blank: Promise<void> | null = null;
async function makeBlank(folder: string): Promise<void> {
  await asServer(`CREATE DATABASE ${BLANK}`);
  await (await openDatabase(folder, named(BLANK))).close();
}

/** An empty database with its tables: in memory, or on the PostgreSQL server where the tests are run on one. */
export async function freshDatabase(folder: string, room?: Room): Promise<OpenDatabase> {
  if (!SERVER) return openDatabase(folder, 'memory://', room);
  await (blank ??= makeBlank(folder));
  const name = `vilko_${randomBytes(8).toString('hex')}`;
  await asServer(`CREATE DATABASE ${name} TEMPLATE ${BLANK}`);
  const database = await openDatabase(folder, named(name), room);
  return {
    ...database,
    close: async () => {
      await database.close();
      await asServer(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
    },
  };
}
