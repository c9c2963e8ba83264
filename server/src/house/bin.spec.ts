import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { BinEntry, BLANK_ENTRY, Film, LogEntry, PupilWithLessons } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { patternOf } from '@vilko/core';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { films, lessons, recordings, swings } from '../db/schema.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { houseRepository } from './house-repository.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3);
const DAY = 24 * 3600 * 1000;

describe('the bin', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const list = async () => z.array(BinEntry).parse((await app.get('/api/bin')).json());
  const act = async (what: 'restore' | 'erase', kind: string, id: string) =>
    app.send('POST', `/api/bin/${what}`, { kind, id });
  const swing = async (seed = 2) => (await app.bring(simulate({ device: 'boards', seed }).recording))[0]!;
  const film = async (swingId: string) =>
    Film.parse(
      (
        await app.sendBytes(`/api/swings/${swingId}/films?angle=face%20on&duration=2&aspect=1.5&frameRate=50`, WEBM)
      ).json(),
    );

  it('holds a deleted swing with whose it is, until it is put back as it was', async () => {
    const s = await swing();
    await app.send('DELETE', `/api/swings/${s.id}`);
    expect(await list()).toEqual([
      jasmine.objectContaining({ kind: 'swing', id: s.id, what: '1, 7-iron', pupil: 'Somebody' }),
    ]);
    expect((await act('restore', 'swing', s.id)).statusCode).toBe(200);
    expect(await list()).toEqual([]);
    expect((await app.lesson()).rack).toEqual([s]);
    expect((await act('restore', 'swing', s.id)).statusCode).toBe(404);
  });
  it('takes a lesson with all its swings: no list, page or link shows it meanwhile, and no bay keeps it', async () => {
    const s = await swing();
    await app.bays.first().change({ lessonId: 'l' });
    await app.send('DELETE', '/api/lessons/l');
    expect((await app.get('/api/lessons/l')).statusCode).toBe(404);
    expect((await app.get(`/api/swings/${s.id}/traces`)).statusCode).toBe(404);
    const [pupil] = z.array(PupilWithLessons).parse((await app.get('/api/pupils')).json());
    expect(pupil!.lessons).toEqual([]);
    expect((await app.get('/api/pupils/p/swings')).json()).toEqual([]);
    expect(app.bays.first().state().lessonId).toBeNull();
    expect((await list()).map((e) => [e.kind, e.what])).toEqual([['lesson', 'Test']]);
    await act('restore', 'lesson', 'l');
    expect((await app.lesson()).rack).toEqual([s]);
  });
  it('holds films, patterns and entries of the logbook too, and names what each is', async () => {
    const f = await film((await swing()).id);
    await app.send('DELETE', `/api/films/${f.id}`);
    const pattern = { ...patternOf('quiet-centre'), id: 'mine', name: 'My own' };
    expect((await app.send('POST', '/api/patterns', pattern)).statusCode).toBe(201);
    await app.send('DELETE', '/api/patterns/mine');
    const entry = LogEntry.parse(
      (
        await app.send('POST', '/api/pupils/p/log', {
          ...BLANK_ENTRY,
          kind: 'felt',
          at: '2026-11-02T08:00:00Z',
          note: 'in the garden',
        })
      ).json(),
    );
    await app.send('POST', `/api/log/${entry.id}/delete`);
    expect((await list()).map((e) => `${e.kind}: ${e.what}`).sort()).toEqual([
      'film: face on, of swing 1',
      'logbook entry: felt: in the garden',
      'pattern: My own',
    ]);
    for (const e of await list())
      expect((await act('restore', e.kind, e.id)).statusCode)
        .withContext(e.kind)
        .toBe(200);
    expect((await app.lesson()).rack[0]!.films.map((x) => x.id)).toEqual([f.id]);
  });
  it('erases for good only what lies in it: row, recording and film file', async () => {
    const s = await swing();
    const f = await film(s.id);
    const file = join(app.folder, 'films', `${f.id}.webm`);
    expect((await act('erase', 'swing', s.id)).statusCode).toBe(404);
    expect(existsSync(file)).toBeTrue();
    // nothing was erased, so the night has no bytes to look after
    expect(await houseRepository(app.database.db).get('bytes-due')).toBeNull();
    await app.send('DELETE', `/api/swings/${s.id}`);
    expect((await act('erase', 'swing', s.id)).statusCode).toBe(200);
    expect(existsSync(file)).toBeFalse();
    for (const table of [swings, recordings, films]) expect(await app.database.db.select().from(table)).toEqual([]);
  });
  it('lets go after 30 days, and not a day before', async () => {
    const [old, young] = [await swing(2), await swing(3)];
    await film(old.id);
    const deleted = async (id: string, days: number) => {
      await app.send('DELETE', `/api/swings/${id}`);
      await app.database.db
        .update(swings)
        .set({ deletedAt: new Date(Date.now() - days * DAY) })
        .where(eq(swings.id, id));
    };
    await deleted(old.id, 31);
    await deleted(young.id, 29);
    const night = new Date();
    night.setHours(4, 0, 0, 0);
    await app.night.tick(night);
    expect((await list()).map((e) => e.id)).toEqual([young.id]);
    expect(readdirSync(join(app.folder, 'films'))).toEqual([]);
    await app.database.db.update(lessons).set({ deletedAt: new Date(Date.now() - 40 * DAY) });
    await app.night.tick(new Date(night.getTime() + DAY));
    expect(await app.database.db.select().from(lessons)).toEqual([]);
  });
});
