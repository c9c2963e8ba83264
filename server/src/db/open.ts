import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { PGlite } from '@electric-sql/pglite';
import type { MigrationConfig } from 'drizzle-orm/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { getTableName, is } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import type { MessagePort } from 'node:worker_threads';
import { type Embedded, joinEmbedded, openEmbedded, whereRoom } from './embedded.js';
import { type Room, roomOn } from './room.js';
import { layBlank } from './blank.js';
import { causesOf } from './causes.js';
import { damagedWords, orDamaged } from './damaged.js';
import { lockFolder } from './folder-lock.js';
import { keepToOneself } from './keep-to-oneself.js';
import { refuseNewer } from './newer.js';
import * as schema from './schema.js';
import { type HouseFiles, houseFiles } from '../sealed/house-files.js';
import type { HouseKey } from '../sealed/house-key.js';

/** One type for both drivers. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Db;
  /** Folder for films and backups. */
  readonly folder: string;
  /** How files lie in it. */
  readonly files: HouseFiles;
  /** Refuses to write where the folder's disk has no room. */
  readonly room: Room;
  /** Rewrites every table and lets go of old log files, so that deleted rows leave no bytes behind. */
  readonly scrub: () => Promise<void>;
  /** Makes room again where rows were changed or deleted. */
  readonly tidy: () => Promise<void>;
  readonly close: () => Promise<void>;
  /** How another thread joins it (`joinDatabase`); null: it lives in this thread alone. */
  readonly door: (() => Promise<Door>) | null;
}

/** What another thread is handed to join an open database. */
export type Door = { readonly folder: string; readonly key: HouseKey | null } & (
  { readonly url: string } | { readonly port: MessagePort }
);

/** Migrations lie beside the bundle, or beside this file when run from source. */
function migrationsFolder(): string {
  const here = fileURLToPath(new URL('./migrations', import.meta.url));
  return existsSync(join(here, 'meta')) ? here : fileURLToPath(new URL('../src/db/migrations', import.meta.url));
}

/** An empty database with its tables, made once: who opens many in memory does not wait for each to be set up. */
let emptyInMemory: Promise<Blob> | null = null;

/** A folder, with its key where it is sealed. */
type Lying = Pick<Door, 'folder' | 'key'>;

/**
 * Opens the database: PostgreSQL by url, `memory://` for tests, else embedded in `folder` under a lock.
 * @param key of a sealed folder (`unlock.ts`)
 */
export async function openDatabase(
  folder: string,
  url?: string,
  room = roomOn(folder),
  key: HouseKey | null = null,
): Promise<OpenDatabase> {
  keepToOneself(folder);
  const migrations = { migrationsFolder: migrationsFolder() };
  if (!url) return openInFolder({ folder, key }, migrations, room);
  return url.startsWith('memory:') ? openInMemory(migrations) : openServer({ folder, key }, url, migrations);
}

/** Joins a database that another thread has opened. */
export async function joinDatabase(door: Door): Promise<OpenDatabase> {
  if ('url' in door) return openServer(door, door.url, null);
  return overEmbedded(door, await joinEmbedded(door.port), { door: null, room: roomOn(door.folder) });
}

/** A PostgreSQL server; its tables are brought up to date where migrations are given. */
async function openServer(
  { folder, key }: Lying,
  url: string,
  migrations: MigrationConfig | null,
): Promise<OpenDatabase> {
  const [{ drizzle }, { migrate }, { addressWords, serverPool }] = await Promise.all([
    import('drizzle-orm/node-postgres'),
    import('drizzle-orm/node-postgres/migrator'),
    import('./server-pool.js'),
  ]);
  const pool = serverPool(url);
  const db = drizzle(pool, { schema });
  try {
    if (migrations) {
      await refuseNewer(db, migrations.migrationsFolder, addressWords(url));
      await migrate(db, migrations);
    }
  } catch (e) {
    await pool.end();
    throw new Error(`the database at ${addressWords(url)} could not be opened: ${causesOf(e).at(-1)?.message}`, {
      cause: e,
    });
  }
  return {
    db: db as unknown as Db,
    folder,
    files: houseFiles(key),
    room: roomOn(folder),
    // what a server knows of the values in a table it has from samples of them: they are drawn anew
    scrub: () => rewriteTables('VACUUM (FULL, ANALYZE)', (command) => pool.query(command)),
    tidy: async () => {
      await pool.query('VACUUM');
    },
    close: () => pool.end(),
    door: () => Promise.resolve({ folder, key, url }),
  };
}

/** A database that is gone with its process, in this very thread: for tests. */
async function openInMemory(migrations: MigrationConfig): Promise<OpenDatabase> {
  const [{ drizzle }, { migrate }, { PGlite }] = await Promise.all([
    import('drizzle-orm/pglite'),
    import('drizzle-orm/pglite/migrator'),
    import('@electric-sql/pglite'),
  ]);
  const migrated = async () => {
    const fresh = await PGlite.create('memory://');
    await migrate(drizzle(fresh, { schema }), migrations);
    const copy = await fresh.dumpDataDir('none');
    await fresh.close();
    return copy;
  };
  const client = await PGlite.create({ dataDir: 'memory://', loadDataDir: await (emptyInMemory ??= migrated()) });
  return {
    db: drizzle(client, { schema }) as unknown as Db,
    folder: mkdtempSync(join(tmpdir(), 'vilko-')),
    files: houseFiles(null),
    room: () => Promise.resolve(),
    scrub: () => rewriteTables('VACUUM FULL', (command) => client.exec(command)),
    tidy: async () => {
      await client.exec('VACUUM');
    },
    close: () => client.close(),
    door: null,
  };
}

/** The embedded database of a folder, under a lock, in a thread of its own. */
async function openInFolder({ folder, key }: Lying, migrations: MigrationConfig, room: Room): Promise<OpenDatabase> {
  const { migrate } = await import('drizzle-orm/pglite/migrator');
  const unlock = lockFolder(folder);
  let opened: Embedded | null = null;
  try {
    await layBlank(join(folder, 'pg'), key?.database ?? null);
    const client = await openEmbedded(join(folder, 'pg'), key?.database ?? null).catch((e: unknown) => {
      throw new Error(damagedWords(folder, e), { cause: e });
    });
    opened = client;
    // a log file that is reused keeps what it held: ours are removed instead
    await client.exec('SET wal_recycle = off');
    const close = async (): Promise<void> => {
      await client.close();
      unlock();
    };
    const door = async (): Promise<Door> => ({ folder, key, port: await client.port() });
    const { drizzle } = await import('drizzle-orm/pglite');
    const db = drizzle(client as unknown as PGlite, { schema });
    await refuseNewer(db, migrations.migrationsFolder, folder);
    await migrate(db, migrations);
    await dropTemplates(client);
    return await overEmbedded({ folder, key }, { ...client, close }, { door, room });
  } catch (e) {
    await opened?.close();
    unlock();
    throw orDamaged(folder, e);
  }
}

/** What other databases would be made from: a house has one, and 15 MB less without. */
async function dropTemplates(client: Embedded): Promise<void> {
  const { rows } = await client.query<{ name: string }>(
    "SELECT datname AS name FROM pg_database WHERE datname IN ('template0', 'template1')",
  );
  for (const { name } of rows) {
    await client.exec(`UPDATE pg_database SET datistemplate = false WHERE datname = '${name}'`);
    await client.exec(`DROP DATABASE ${name}`);
  }
}

/** Rewrites table by table: whoever waits for the database waits for one of them and not for all. */
async function rewriteTables(how: string, run: (command: string) => Promise<unknown>): Promise<void> {
  for (const table of Object.values(schema).filter((t) => is(t, PgTable))) await run(`${how} "${getTableName(table)}"`);
  await run('VACUUM FULL pg_statistic');
}

async function overEmbedded(
  { folder, key }: Lying,
  embedded: Embedded,
  { door, room }: Pick<OpenDatabase, 'door' | 'room'>,
): Promise<OpenDatabase> {
  const { drizzle } = await import('drizzle-orm/pglite');
  const client = whereRoom(embedded, room);
  return {
    db: drizzle(client as unknown as PGlite, { schema }) as unknown as Db,
    folder,
    files: houseFiles(key),
    room,
    scrub: async () => {
      await rewriteTables('VACUUM FULL', (command) => client.exec(command));
      // the log files of before go with the second checkpoint
      for (let i = 0; i < 2; i++) await client.exec('CHECKPOINT; SELECT pg_switch_wal(); CHECKPOINT');
    },
    tidy: async () => {
      await client.exec('VACUUM');
      await client.exec('CHECKPOINT');
    },
    close: client.close,
    door,
  };
}
