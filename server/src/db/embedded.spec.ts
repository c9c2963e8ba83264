import { mkdirSync, mkdtempSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DrizzleQueryError, sql } from 'drizzle-orm';
import { orDamaged } from './damaged.js';
import { type Embedded, openEmbedded } from './embedded.js';
import { openDatabase } from './open.js';
import { rowsOf } from './rows-of.js';

const COUNT = 'SELECT count(*)::int AS n FROM seen';

describe('the embedded database in its thread', () => {
  let dataDir: string;
  let db: Embedded;
  const seen = async (): Promise<number> => (await db.query<{ n: number }>(COUNT)).rows[0]!.n;

  beforeAll(async () => {
    dataDir = join(mkdtempSync(join(tmpdir(), 'vilko-db-')), 'pg');
    db = await openEmbedded(dataDir);
  });
  beforeEach(() => db.exec('DROP TABLE IF EXISTS seen; CREATE TABLE seen (id int PRIMARY KEY, what jsonb)'));
  afterAll(() => db.close());

  it('keeps what was written; between closing and opening it says that it has ended', async () => {
    await db.query('INSERT INTO seen VALUES ($1, $2)', [1, '{"a":[1,2]}']);
    await db.close();
    await expectAsync(db.query('SELECT 1')).toBeRejectedWithError(/has ended/);
    db = await openEmbedded(dataDir);
    const { rows } = await db.query('SELECT * FROM seen', [], { rowMode: 'array' });
    expect(rows as unknown).toEqual([[1, '{"a": [1, 2]}']]);
  });

  it('keeps a whole transaction or nothing of it, and lets nobody in between', async () => {
    const both = db.transaction(async (tx) => {
      await tx.query('INSERT INTO seen VALUES (1, null)');
      await new Promise((done) => setTimeout(done, 20));
      await tx.query('INSERT INTO seen VALUES (2, null)');
    });
    const between = seen();
    await both;
    expect([0, 2]).toContain(await between);
    expect(await seen()).toBe(2);
    const half = db.transaction(async (tx) => {
      await tx.query('INSERT INTO seen VALUES (3, null)');
      throw new Error('thought better of it');
    });
    await expectAsync(half).toBeRejectedWithError('thought better of it');
    expect(await seen()).toBe(2);
  });

  it('says what the database says, with its code, and goes on', async () => {
    await db.query('INSERT INTO seen VALUES (1, null)');
    const twice = db.query('INSERT INTO seen VALUES (1, null)').catch((e: unknown) => e);
    expect(await twice).toEqual(jasmine.objectContaining({ code: '23505', constraint: 'seen_pkey' }));
    const broken = db.transaction(async (tx) => {
      await tx.query('INSERT INTO seen VALUES (2, null)');
      await tx.query('INSERT INTO seen VALUES (1, null)');
    });
    await expectAsync(broken).toBeRejected();
    expect(await seen()).toBe(1);
  });

  it('leaves the asker free while it works', async () => {
    let turns = 0;
    const turning = setInterval(() => turns++, 1);
    const begun = performance.now();
    await db.query('SELECT sum(sqrt(i)) FROM generate_series(1, 1500000) AS i');
    const took = performance.now() - begun;
    clearInterval(turning);
    // held, not one turn would have come
    expect(turns).toBeGreaterThan(took / 50);
  });
});

describe('a house’s own database', () => {
  it('holds no other to make one from, opens again, and is locked while it is open', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-house-'));
    for (let i = 0; i < 2; i++) {
      const { db, close } = await openDatabase(folder);
      expect(await rowsOf(db, sql`SELECT datname FROM pg_database`)).toEqual([{ datname: 'postgres' }]);
      await expectAsync(openDatabase(folder)).toBeRejected();
      await close();
    }
  });

  it('that a newer version has opened is refused, and is what it was', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-house-'));
    const { db, close } = await openDatabase(folder);
    const future = Date.now() + 1e9;
    await db.execute(sql`INSERT INTO drizzle.__drizzle_migrations (hash, created_at) VALUES ('later', ${future})`);
    await close();
    // and again: what was refused holds nothing
    for (let i = 0; i < 2; i++)
      await expectAsync(openDatabase(folder)).toBeRejectedWithError(/newer version of Vilko.*Nothing was touched/);
  });

  it('that is damaged is refused with what is kept and what can be done, the newest backup by its name', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-house-'));
    await (await openDatabase(folder)).close();
    const control = join(folder, 'pg/global/pg_control');
    const whole = readFileSync(control);
    writeFileSync(control, Buffer.alloc(whole.length, 7));
    await expectAsync(openDatabase(folder)).toBeRejectedWithError(/could not be opened.*No backup lies in/);
    mkdirSync(join(folder, 'backups'));
    for (const [day, at] of [
      ['20261101', 1],
      ['20261102', 2],
    ] as const) {
      const file = join(folder, 'backups', `vilko-night-${day}.zip`);
      writeFileSync(file, 'x');
      utimesSync(file, at, at);
    }
    await expectAsync(openDatabase(folder)).toBeRejectedWithError(
      /rename .*Office › Settings: .*vilko-night-20261102.zip/,
    );
    // nothing was changed: mended, it opens
    writeFileSync(control, whole);
    await (await openDatabase(folder)).close();
  });
  it('that opens and is found damaged by what the start asks is told in the same words, anything else as it is', () => {
    const torn = new DrizzleQueryError('select "name" from "bays"', [], new Error('invalid page in block 3'));
    const { message } = orDamaged('/house', torn) as Error;
    expect(message).toMatch(/^the database in \/house\/pg could not be opened \(invalid page in block 3\)\. Nothing/);
    expect(message).not.toContain('select');
    const other = new Error('HOST=0.0.0.0 would show');
    expect(orDamaged('/house', other)).toBe(other);
  });
});
