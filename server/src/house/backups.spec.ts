import { existsSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Backup, Erased, Film, HouseSettings, Restored } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { NoRoom } from '../db/room.js';
import { openOutbox } from '../letters/outbox.js';
import { openTables } from '../services.js';
import { filmStore } from '../swings/film-store.js';
import { inboxRepository } from '../swings/inbox-repository.js';
import { inboxService } from '../swings/inbox-service.js';
import { swingRepository } from '../swings/swing-repository.js';
import { testApp, type TestApp } from '../testing/test-app.js';
import { backups } from './backups.js';
import { lastBytes } from './last-bytes.js';
import { pupilArchive } from './pupil-archive.js';

describe('backups', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp();
    await app.bring(simulate({ device: 'boards', seed: 2 }).recording);
  });
  afterAll(() => app.close());
  const make = async () => Backup.parse((await app.send('POST', '/api/backups')).json());
  const put = async (bytes: Uint8Array, name = 'b.zip') => app.sendBytes(`/api/restore?name=${name}`, bytes);
  const bytesOf = async (name: string) => new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);

  it('are one whole file each, listed with what they hold, and leave no half file behind', async () => {
    const b = await make();
    expect([b.pupils, b.swings]).toEqual([1, 1]);
    const files = readdirSync(join(app.folder, 'backups'));
    expect(files.filter((f) => f.endsWith('.part'))).toEqual([]);
    const unpacked = unzipSync(await bytesOf(b.name));
    const inside = Object.keys(unpacked);
    expect(inside).toContain('pupils.json');
    // whoever opens it without Vilko is told of every part of it
    const readMe = strFromU8(unpacked['read-me.txt']!);
    for (const part of Object.keys(JSON.parse(strFromU8(unpacked['pupils.json']!)) as object))
      expect(readMe).toContain(`"${part}"`);
    for (const file of inside.filter((f) => f !== 'read-me.txt'))
      expect(readMe).toContain(file.replace(/\/.*\./, '/ID.'));
    expect(inside.filter((f) => /^recordings\/.*\.vilko$/.test(f)).length).toBe(1);
  });
  it('are not begun where their disk has no room for them, and leave nothing there', async () => {
    const data = mkdtempSync(join(tmpdir(), 'vilko-full-'));
    const tables = openTables(app.database);
    const archive = pupilArchive({
      ...tables,
      store: filmStore(app.folder),
      outbox: openOutbox(app.folder),
      bytes: lastBytes({ database: app.database, house: tables.house }),
    });
    let asked = 0;
    const shelves = {
      data,
      files: app.database.files,
      pupils: app.pupils,
      archive,
      nightFolder: () => Promise.resolve(''),
    };
    const room = () => (more?: number) => {
      asked = more ?? 0;
      return Promise.reject(new NoRoom(5e6));
    };
    const size = async () => tables.swings.size();
    const full = backups({ ...shelves, size, room });
    await expectAsync(full.make()).toBeRejectedWithError(NoRoom, /5 MB are free/);
    expect(asked).toBeGreaterThan(5_000);
    expect((await full.night(new Date())).wrong).toContain('the disk is full: 5 MB are free');
    expect(readdirSync(join(data, 'backups'))).toEqual([]);
    // what was arriving when a server ended is nobody's any more; what arrives now is
    const [left, comes] = [1, 2].map((n) =>
      join(data, 'backups', `arriving-${n}${'0'.repeat(7)}-0000-0000-0000-000000000000.zip`),
    );
    for (const file of [left!, comes!]) writeFileSync(file, 'x');
    const before = Date.now() / 1000 - process.uptime() - 60;
    utimesSync(left!, before, before);
    backups({ ...shelves, size, room });
    expect([existsSync(left!), existsSync(comes!)]).toEqual([false, true]);
  });
  it('put back what is missing and leave the rest as it is', async () => {
    const b = await make();
    const again = Restored.parse((await app.send('POST', `/api/backups/${b.name}/restore`)).json());
    expect([again.pupils, again.swings]).toEqual([0, 0]);
    expect(again.there).toBeGreaterThan(0);
    const before = (await app.lesson()).rack[0]!;
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    const back = Restored.parse((await put(await bytesOf(b.name))).json());
    expect([back.pupils, back.lessons, back.swings]).toEqual([1, 1, 1]);
    expect((await app.lesson()).rack[0]).toEqual(before);
  });
  it('that are damaged or something else are refused in a sentence, and nothing is put back', async () => {
    const bytes = await bytesOf((await make()).name);
    const cut = await put(bytes.slice(0, bytes.length >> 1));
    expect([cut.statusCode, cut.json<{ message: string }>().message]).toEqual([
      422,
      jasmine.stringContaining('is not a whole zip file'),
    ]);
    const other = await put(zipSync({ 'a.txt': strToU8('x') }));
    expect(other.json<{ message: string }>().message).toContain('holds no pupils.json');
    const files = unzipSync(bytes);
    const without = Object.fromEntries(Object.entries(files).filter(([f]) => !f.startsWith('recordings/')));
    expect((await put(zipSync(without))).json<{ message: string }>().message).toContain(
      'lacks the recording of swing 1',
    );
    const odd = { ...files, 'pupils.json': strToU8(JSON.stringify({ vilko: 'pupils', version: 9 })) };
    expect((await put(zipSync(odd))).statusCode).toBe(422);
    expect((await app.lesson()).rack.length).toBe(1);
  });
  it('go on where a film’s file is gone, say so, and come back without it', async () => {
    const swing = (await app.lesson()).rack[0]!.id;
    const webm = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...new Uint8Array(500));
    const about = 'angle=face+on&duration=2.5&aspect=1.5&frameRate=30&impact=1.2&impactBy=sound';
    const add = async () => Film.parse((await app.sendBytes(`/api/swings/${swing}/films?${about}`, webm)).json());
    const [kept, gone] = [await add(), await add()];
    rmSync(join(app.folder, 'films', `${gone.id}.webm`));
    const b = await make();
    expect([b.swings, b.missing]).toEqual([1, 1]);
    const files = unzipSync(await bytesOf(b.name));
    expect(strFromU8(files['missing.txt']!)).toContain(`films/${gone.id}.webm`);
    expect(files[`films/${kept.id}.webm`]).toEqual(webm);
    const own = unzipSync(new Uint8Array((await app.get('/api/pupils/p/bundle')).rawPayload));
    expect(Object.keys(own)).toContain('missing.txt');
    const night = await app.night.tick(new Date(2026, 10, 20, 4));
    expect([night!.missing, night!.wrong]).toEqual([1, null]);
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    const back = Restored.parse((await put(await bytesOf(b.name))).json());
    expect([back.swings, back.films]).toEqual([1, 1]);
    expect((await app.lesson()).rack[0]!.films.map((f) => f.id)).toEqual([kept.id]);
  });
  it('are named when they may hold a pupil, even without their list', async () => {
    const b = await make();
    rmSync(join(app.folder, 'backups', `${b.name}.json`));
    const erased = Erased.parse((await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' })).json());
    expect(erased.backups).toContain(b.name);
    await app.send('POST', `/api/backups/${b.name}/restore`);
  });
  it('are read by their own names only: no way leads out of the folder', async () => {
    writeFileSync(join(app.folder, 'secret.zip'), 'x');
    for (const name of ['..%2Fsecret.zip', 'vilko-20200101-000000.zip', 'pg'])
      expect((await app.get(`/api/backups/${name}`)).statusCode)
        .withContext(name)
        .toBeGreaterThanOrEqual(400);
  });
});

describe('backups of what is not a pupil’s', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());
  const make = async () => Backup.parse((await app.send('POST', '/api/backups')).json());
  const put = async (bytes: Uint8Array, name = 'b.zip') => app.sendBytes(`/api/restore?name=${name}`, bytes);
  const bytesOf = async (name: string) => new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);

  it('bring settings, readings of files and limits back: what is set here stays, what is missing comes', async () => {
    const house = HouseSettings.parse((await app.get('/api/house')).json());
    const told = (column: string) => ({ columns: { cop_x: { column, factor: 0.001 } }, keys: {} });
    await app.send('PUT', '/api/house', {
      ...house,
      school: 'deep-load',
      labAxes: { lab: 'ball=+x,left=+y' },
      columns: { 'a|b': told('a') },
      limits: { 'hangs-back:share.lead.p7': 52 },
    });
    const bytes = await bytesOf((await make()).name);
    await app.send('PUT', '/api/house', { ...house, columns: { 'a|b': told('b') } });
    expect(Restored.parse((await put(bytes)).json()).settings).toBe(2);
    const now = HouseSettings.parse((await app.get('/api/house')).json());
    expect([now.school, now.columns['a|b']?.columns['cop_x']?.column, now.labAxes]).toEqual([
      house.school,
      'b',
      { lab: 'ball=+x,left=+y' },
    ]);
    expect(Object.keys(now.limits)).toEqual(['hangs-back:share.lead.p7']);
    const empty = await testApp();
    try {
      await empty.sendBytes('/api/restore?name=b.zip', bytes);
      const there = HouseSettings.parse((await empty.get('/api/house')).json());
      expect([there.school, there.columns['a|b']?.columns['cop_x']?.column]).toEqual(['deep-load', 'a']);
    } finally {
      await empty.close();
    }
  });
  it('bring swings without a sure owner back to the inbox, once', async () => {
    const shelves = { inbox: inboxRepository(app.database.db), swings: swingRepository(app.database.db) };
    const service = inboxService({ ...shelves, pupils: app.pupils });
    await service.put(simulate({ device: 'boards', seed: 4 }).recording, {
      ...{ lessonId: 'l', club: 'iron', clubName: '7-iron', kind: 'full', tag: 'ball', intent: 'stock' },
      ...{ bay: 'Bay 3', reason: 'Bay 3 slept', recordedAt: new Date('2026-11-20T10:00:00Z') },
    });
    const [waiting] = await service.list();
    const bytes = await bytesOf((await make()).name);
    expect(Restored.parse((await put(bytes)).json()).inbox).toBe(0);
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect(await service.list()).toEqual([]);
    expect(Restored.parse((await put(bytes)).json()).inbox).toBe(1);
    expect(await service.list()).toEqual([waiting!]);
    await service.assign([waiting!.id], 'l');
    expect(Restored.parse((await put(bytes)).json()).inbox)
      .withContext('filed since')
      .toBe(0);
  });
});
