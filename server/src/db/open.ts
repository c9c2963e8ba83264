import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import * as schema from './schema.js';
import { lockFolder } from './folder-lock.js';

/** One type for both drivers. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Db;
  /** Folder for films and backups. */
  readonly folder: string;
  /** Rewrites every table and lets go of old log files, so that deleted rows leave no bytes behind. */
  readonly scrub: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/** Migrations lie beside the bundle, or beside this file when run from source. */
function migrationsFolder(): string {
  const here = fileURLToPath(new URL('./migrations', import.meta.url));
  return existsSync(join(here, 'meta')) ? here : fileURLToPath(new URL('../src/db/migrations', import.meta.url));
}

/** An empty database with its tables, made once: who opens many in memory does not wait for each to be set up. */
let emptyInMemory: Promise<Blob> | null = null;

/** Opens the database: PostgreSQL by url, `memory://` for tests, else embedded in `folder` under a lock. */
export async function openDatabase(folder: string, url?: string): Promise<OpenDatabase> {
  const migrationsFolder_ = { migrationsFolder: migrationsFolder() };
  if (url && !url.startsWith('memory:')) {
    const [{ drizzle }, { migrate }, { default: pg }] = await Promise.all([
      import('drizzle-orm/node-postgres'),
      import('drizzle-orm/node-postgres/migrator'),
      import('pg'),
    ]);
    const pool = new pg.Pool({ connectionString: url });
    const db = drizzle(pool, { schema });
    await migrate(db, migrationsFolder_);
    const scrub = async (): Promise<void> => {
      await pool.query('VACUUM FULL');
    };
    return { db: db as unknown as Db, folder, scrub, close: () => pool.end() };
  }
  const [{ drizzle }, { migrate }, { PGlite }] = await Promise.all([
    import('drizzle-orm/pglite'),
    import('drizzle-orm/pglite/migrator'),
    import('@electric-sql/pglite'),
  ]);
  const unlock = url ? () => undefined : lockFolder(folder);
  try {
    const migrated = async () => {
      const fresh = await PGlite.create('memory://');
      await migrate(drizzle(fresh, { schema }), migrationsFolder_);
      const copy = await fresh.dumpDataDir('none');
      await fresh.close();
      return copy;
    };
    const client = url
      ? await PGlite.create({ dataDir: 'memory://', loadDataDir: await (emptyInMemory ??= migrated()) })
      : await PGlite.create(join(folder, 'pg'));
    // a log file that is reused keeps what it held: ours are removed instead
    await client.exec('SET wal_recycle = off');
    const db = drizzle(client, { schema });
    await migrate(db, migrationsFolder_);
    return {
      db: db as unknown as Db,
      folder: url ? mkdtempSync(join(tmpdir(), 'vilko-')) : folder,
      scrub: async () => {
        await client.exec('VACUUM FULL');
        // the log files of before go with the second checkpoint
        for (let i = 0; i < 2; i++) await client.exec('CHECKPOINT; SELECT pg_switch_wal(); CHECKPOINT');
      },
      close: async () => {
        await client.close();
        unlock();
      },
    };
  } catch (e) {
    unlock();
    throw e;
  }
}
