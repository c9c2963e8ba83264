import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import * as schema from './schema.js';
import { lockFolder } from './folder-lock.js';

/** One type for both drivers. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly db: Db;
  readonly close: () => Promise<void>;
}

/** Migrations lie beside the bundle, or beside this file when run from source. */
function migrationsFolder(): string {
  const here = fileURLToPath(new URL('./migrations', import.meta.url));
  return existsSync(join(here, 'meta')) ? here : fileURLToPath(new URL('../src/db/migrations', import.meta.url));
}

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
    return { db: db as unknown as Db, close: () => pool.end() };
  }
  const [{ drizzle }, { migrate }, { PGlite }] = await Promise.all([
    import('drizzle-orm/pglite'),
    import('drizzle-orm/pglite/migrator'),
    import('@electric-sql/pglite'),
  ]);
  const unlock = url ? () => undefined : lockFolder(folder);
  try {
    const client = await PGlite.create(url ? 'memory://' : join(folder, 'pg'));
    const db = drizzle(client, { schema });
    await migrate(db, migrationsFolder_);
    return {
      db: db as unknown as Db,
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
