import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import { sealHouse } from '../../house/seal-house.js';
import { startHouse } from '../built-house.js';

const MIGRATIONS = fileURLToPath(new URL('../../db/migrations', import.meta.url));
/** A start that brings an old house up to date takes about so long, ms. */
const START = 4_000;

interface Journal {
  readonly entries: readonly object[];
}

/** A house as a version left it that knew only the first migrations, with one pupil in it. */
async function olderHouse(folder: string, known: number): Promise<void> {
  const migrations = mkdtempSync(join(tmpdir(), 'vilko-migrations-'));
  cpSync(MIGRATIONS, migrations, { recursive: true });
  const file = join(migrations, 'meta/_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as Journal;
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.slice(0, known) }));
  const pg = await PGlite.create(join(folder, 'pg'));
  await migrate(drizzle(pg), { migrationsFolder: migrations });
  await pg.query(
    `insert into pupils (id, name, about, handed, story) values ('older', 'Somebody of before', '', 'left', '')`,
  );
  await pg.close();
  rmSync(migrations, { recursive: true });
  const passphrase = process.env['VILKO_PASSPHRASE'];
  if (passphrase) await sealHouse(folder, passphrase);
}

/**
 * Kills the start of houses that an older version has left, again and again, while they are brought up to date.
 * @returns what was lost, in words
 */
export async function killedWhileMigrating(times: number, uniform: () => number): Promise<string[]> {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-older-'));
  const known = 1 + Math.floor(uniform() * 18);
  try {
    await olderHouse(folder, known);
    for (let k = 0; k < times; k++) {
      const house = startHouse(folder);
      await wait(uniform() * START);
      await house.kill();
    }
    const house = startHouse(folder);
    try {
      const pupils = await (await fetch(`${await house.address}/api/pupils`)).text();
      return pupils.includes('Somebody of before') ? [] : [`a house of ${known} migrations has lost its pupil`];
    } catch (e) {
      return [`a house of ${known} migrations: ${(e as Error).message}`];
    } finally {
      await house.kill();
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
}
