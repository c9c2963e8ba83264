import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HouseSettings, NightReport, Restored } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { sql } from 'drizzle-orm';
import { rowsOf } from '../db/rows-of.js';
import { results } from '../db/schema.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { openPupils } from './unpack-pupils.js';

describe('the night’s work', () => {
  let app: TestApp;
  let folder: string;
  beforeEach(async () => {
    app = await testApp();
    folder = join(app.folder, 'elsewhere');
    mkdirSync(folder);
    await app.bring(simulate({ device: 'boards', seed: 2 }).recording);
  });
  afterEach(() => app.close());

  const settings = async () => HouseSettings.parse((await app.get('/api/house')).json());
  const choose = async (nightly: HouseSettings['nightly']) =>
    app.send('PUT', '/api/house', { ...(await settings()), nightly });
  const night = (day: number, hour = 3) => new Date(2026, 10, day, hour, 5);
  const report = async () => NightReport.nullable().parse((await app.get('/api/backups/night')).json());

  it('is a backup in the chosen folder, read back whole, once a night and not before three', async () => {
    await choose({ on: true, folder });
    expect(await report()).toBeNull();
    expect(await app.night.tick(night(20, 2))).toBeNull();
    const done = await app.night.tick(night(20));
    const file = join(folder, 'vilko-night-20261120.zip');
    expect(done).toEqual(jasmine.objectContaining({ file, swings: 1, wrong: null }));
    expect(done!.size).toBe(readFileSync(file).length);
    expect(await report()).toEqual(done);
    expect(await app.night.tick(night(20, 22))).toBeNull();
    expect((await app.night.tick(night(21)))!.wrong).toBeNull();
    const kept = await openPupils(file, 'x.zip');
    expect(kept.head.swings.length).toBe(1);
    kept.close();
  });
  it('makes room again where readings were replaced: a house that reads its swings anew does not grow', async () => {
    const { db } = app.database;
    const noise = sql`(SELECT decode(string_agg(md5(random()::text), ''), 'hex') FROM generate_series(1, 5000))`;
    const size = async () => {
      const query = sql`SELECT pg_total_relation_size('results') AS size`;
      return Number((await rowsOf<{ readonly size: number | string }>(db, query))[0]!.size);
    };
    const week = async (from: number) => {
      for (let day = from; day < from + 7; day++) {
        for (let i = 0; i < 4; i++) await db.update(results).set({ traces: noise });
        await app.night.tick(night(day));
      }
      return size();
    };
    const first = await week(1);
    // kept, what was replaced would be five times as much
    expect(await week(8)).toBeLessThan(1.5 * first);
  });
  it('waits while a bay is armed', async () => {
    await app.bays.first().change({ lessonId: 'l', armed: true });
    expect(await app.night.tick(night(20))).toBeNull();
    await app.bays.first().change({ armed: false });
    expect(await app.night.tick(night(20))).not.toBeNull();
  });
  it('keeps the last fourteen nights and touches nothing else that lies there', async () => {
    await choose({ on: true, folder });
    writeFileSync(join(folder, 'holiday.zip'), 'x');
    for (let day = 1; day <= 16; day++) await app.night.tick(night(day));
    const zips = readdirSync(folder).filter((f) => f.endsWith('.zip'));
    expect(zips.length).toBe(15);
    expect(zips).toContain('holiday.zip');
    expect(zips).not.toContain('vilko-night-20261102.zip');
    expect(zips).toContain('vilko-night-20261103.zip');
    expect(readdirSync(folder).filter((f) => f.startsWith('vilko-night-20261102'))).toEqual([]);
  });
  it('says in a sentence why there is no backup, and tries again the next night', async () => {
    await choose({ on: true, folder: join(folder, 'gone') });
    expect((await app.night.tick(night(20)))!.wrong).toBe(`there is no folder ${join(folder, 'gone')}`);
    await choose({ on: true, folder: 'somewhere' });
    expect((await app.night.tick(night(21)))!.wrong).toContain('is not given from the root on');
    await choose({ on: true, folder });
    expect((await app.night.tick(night(22)))!.wrong).toBeNull();
    await choose({ on: false, folder });
    expect(await app.night.tick(night(23))).toBeNull();
  });
  it('is in the list of backups, and named where it still holds somebody who is erased', async () => {
    await choose({ on: true, folder });
    await app.night.tick(night(20));
    const list = (await app.get('/api/backups')).json<{ name: string; swings: number }[]>();
    expect(list.map((b) => [b.name, b.swings])).toEqual([['vilko-night-20261120.zip', 1]]);
    const bytes = new Uint8Array((await app.get('/api/backups/vilko-night-20261120.zip')).rawPayload);
    const erased = (await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' })).json<{ backups: string[] }>();
    expect(erased.backups).toEqual([join(folder, 'vilko-night-20261120.zip')]);
    rmSync(folder, { recursive: true });
    expect((await app.get('/api/backups')).json()).toEqual([]);
    const back = Restored.parse((await app.sendBytes('/api/restore?name=x.zip', bytes)).json());
    expect([back.pupils, back.swings, back.inbox]).toEqual([1, 1, 0]);
  });
});
