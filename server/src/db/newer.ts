import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import type { Db } from './open.js';
import { rowsOf } from './rows-of.js';

/** When the newest step of the tables was written that this version knows, ms. */
function newestKnown(migrations: string): number {
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as {
    readonly entries: readonly { readonly when: number }[];
  };
  return Math.max(...journal.entries.map((e) => e.when));
}

/**
 * Refuses a house whose tables a newer version has changed: this one would read them as its own, and write what the
 * newer cannot read.
 * @throws Error that says so, and what can be done
 */
export async function refuseNewer(db: Db, migrations: string, where: string): Promise<void> {
  const [known] = await rowsOf<{ readonly there: boolean }>(
    db,
    sql`SELECT to_regclass('drizzle.__drizzle_migrations') IS NOT NULL AS there`,
  );
  if (!known?.there) return;
  const [last] = await rowsOf<{ readonly at: string | number | null }>(
    db,
    sql`SELECT max(created_at) AS at FROM drizzle.__drizzle_migrations`,
  );
  if (Number(last?.at ?? 0) > newestKnown(migrations))
    throw new Error(
      `the house in ${where} was last opened by a newer version of Vilko, which has changed its tables. Nothing was touched: start that version again, or put a backup from before into another folder`,
    );
}
