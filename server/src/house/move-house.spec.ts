import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { simulate } from '@vilko/core/golfer';
import { getTableName, is, sql } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import { freshDatabase } from '../testing/fresh-database.js';
import { testApp } from '../testing/test-app.js';
import { type OpenDatabase, openDatabase } from '../db/open.js';
import { rowsOf } from '../db/rows-of.js';
import * as schema from '../db/schema.js';
import { moveHouse } from './move-house.js';

const ABOUT_FILM = 'angle=face%20on&duration=3&aspect=0.8&frameRate=60&from=file';
const WEBM = Uint8Array.from([0x1a, 0x45, 0xdf, 0xa3, ...Array<number>(60).fill(7)]);

/** Everything a house holds, as its database writes it. */
async function everything({ db }: OpenDatabase): Promise<Record<string, string[]>> {
  const out: Record<string, string[]> = {};
  for (const table of Object.values(schema).filter((t) => is(t, PgTable))) {
    const name = getTableName(table);
    const rows = await rowsOf<{ readonly row: string }>(
      db,
      sql`SELECT row_to_json(t)::text AS row FROM ${sql.identifier(name)} t ORDER BY 1`,
    );
    out[name] = rows.map((r) => r.row);
  }
  return out;
}

describe('a house that moves to another database', () => {
  const folder = () => mkdtempSync(join(tmpdir(), 'vilko-move-'));
  /** A house in its folder with a little of everything. */
  async function house() {
    const app = await testApp({ onDisk: true });
    const [swing] = await app.bring(simulate({ device: 'boards', seed: 9 }).recording);
    await app.bring(simulate({ device: 'mat', seed: 3 }).recording, 'mat.vilko');
    await app.sendBytes(`/api/swings/${swing!.id}/films?${ABOUT_FILM}`, WEBM);
    await app.send('PATCH', `/api/swings/${swing!.id}`, { note: 'Says “so”, \\ and 🏌️' });
    await app.get('/api/lessons/l');
    return app;
  }

  it('is there as it was, row by row, and comes back as it was', async () => {
    const app = await house();
    const there = await freshDatabase(folder());
    const back = await openDatabase(folder());
    try {
      // a server writes times in its own zone unless it is told
      for (const { db } of [app.database, there, back]) await db.execute(sql`SET TIME ZONE 'UTC'`);
      const before = await everything(app.database);
      const moved = await moveHouse(app.database, there);
      expect([moved.films, moved.missing]).toEqual([1, []]);
      expect(moved.rows).toEqual(jasmine.objectContaining({ pupils: 1, lessons: 1, swings: 2, recordings: 2 }));
      expect(before['swing_counts']!.length).toBeGreaterThan(0);
      await moveHouse(there, back);
      expect(await everything(back)).toEqual(before);
      await expectAsync(moveHouse(back, there)).toBeRejectedWithError(/a house already .*nothing was moved/);
    } finally {
      await app.close();
      await there.close();
      await back.close();
    }
  }, 180_000);

  it('does not move at all where what arrives is not what was sent', async () => {
    const app = await house();
    const there = await freshDatabase(folder());
    try {
      await there.db.execute(sql`
        CREATE FUNCTION spoil() RETURNS trigger LANGUAGE plpgsql AS
          $$ BEGIN NEW.note := 'another'; RETURN NEW; END $$`);
      await there.db.execute(sql`CREATE TRIGGER spoil BEFORE INSERT ON swings FOR EACH ROW EXECUTE FUNCTION spoil()`);
      await expectAsync(moveHouse(app.database, there)).toBeRejectedWithError(/swings did not arrive as it was/);
      expect(await there.db.select().from(schema.pupils)).toEqual([]);
    } finally {
      await app.close();
      await there.close();
    }
  }, 120_000);

  it('holds every table there is: a new one is not forgotten', async () => {
    const app = await testApp();
    const seen = new Set<string>();
    await moveHouse(app.database, await freshDatabase(folder()), (_, of) => seen.add(String(of)));
    const tables = Object.values(schema).filter((t) => is(t, PgTable));
    expect([...seen]).toEqual([String(tables.length)]);
    await app.close();
  });
});
