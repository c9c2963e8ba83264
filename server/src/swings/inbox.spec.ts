import { InboxDone, InboxSwing, Problem } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import * as z from 'zod';
import { recordings } from '../db/schema.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { inboxRepository } from './inbox-repository.js';
import { inboxService, type UnsureArrival } from './inbox-service.js';
import { swingRepository } from './swing-repository.js';

const ARRIVAL: UnsureArrival = {
  lessonId: 'l',
  club: 'iron',
  clubName: '7-iron',
  kind: 'full',
  tag: 'ball',
  intent: 'stock',
  bay: 'Bay 3',
  reason: 'Bay 3 slept',
  recordedAt: new Date('2026-11-20T10:00:00Z'),
};

describe('the inbox', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const { recording } = simulate({ device: 'boards', seed: 5 });
  const service = () =>
    inboxService({
      inbox: inboxRepository(app.database.db),
      pupils: app.pupils,
      swings: swingRepository(app.database.db),
    });
  const put = (more: Partial<UnsureArrival> = {}) => service().put(recording, { ...ARRIVAL, ...more });
  const list = async () => z.array(InboxSwing).parse((await app.get('/api/inbox')).json());
  const act = async (what: 'assign' | 'delete' | 'restore', body: object) =>
    app.send('POST', `/api/inbox/${what}`, body);

  it('holds a swing once though its confirmation was lost, and so does a lesson', async () => {
    for (let again = 0; again < 2; again++) expect(await put({ recordingId: 'r' })).toBeTrue();
    expect((await list()).length).toBe(1);
    const swings = swingRepository(app.database.db);
    const about = {
      lessonId: 'l',
      club: 'iron',
      clubName: '7-iron',
      device: 'boards',
      source: 'bay',
      file: null,
    } as const;
    const news = [{ ...about, id: 's', recordingId: 'q', part: 0, recordedAt: new Date('2026-11-20T10:00:00Z') }];
    const first = await swings.store({ id: 'q', bundle: new Uint8Array(8) }, news);
    const again = await swings.store({ id: 'q', bundle: new Uint8Array(8) }, [{ ...news[0]!, id: 't' }]);
    expect(again).toEqual(first);
    expect((await swings.ofLesson('l')).map((s) => s.id)).toEqual(['s']);
  });
  it('holds what is not surely anybody’s, the newest first; it counts in no lesson', async () => {
    expect(await put()).toBeTrue();
    await put({ recordedAt: new Date('2026-11-20T10:05:00Z'), clubName: 'driver', club: 'driver' });
    const [first, second] = await list();
    expect([first!.clubName, second!.clubName]).toEqual(['driver', '7-iron']);
    expect(second).toEqual(
      jasmine.objectContaining({ bay: 'Bay 3', reason: 'Bay 3 slept', pupil: 'Somebody', device: 'boards' }),
    );
    expect(second!.thumbnail!.back.length).toBeGreaterThan(3);
    expect((await app.lesson()).rack).toEqual([]);
  });
  it('is filed into a lesson in the order the swings were made, and they are whole swings then', async () => {
    await put({ recordedAt: new Date('2026-11-20T10:05:00Z') });
    await put({ clubName: '9-iron' });
    const ids = (await list()).map((s) => s.id);
    const answer = await act('assign', { ids: [...ids, 'gone already'], lessonId: 'l' });
    expect(InboxDone.parse(answer.json())).toEqual({ swings: 2 });
    expect(await list()).toEqual([]);
    const { rack } = await app.lesson();
    expect(rack.map((s) => [s.number, s.clubName])).toEqual([
      [1, '9-iron'],
      [2, '7-iron'],
    ]);
    expect(rack[0]!.leadAtImpact).toEqual(jasmine.any(Number));
    expect((await app.get(`/api/swings/${rack[0]!.id}/traces`)).statusCode).toBe(200);
    const nowhere = await act('assign', { ids, lessonId: 'none' });
    expect([nowhere.statusCode, Problem.parse(nowhere.json()).message]).toEqual([404, 'There is no such lesson.']);
  });
  it('lets swings go, and takes them back', async () => {
    await put();
    const ids = (await list()).map((s) => s.id);
    expect(InboxDone.parse((await act('delete', { ids })).json())).toEqual({ swings: 1 });
    expect(await list()).toEqual([]);
    expect(InboxDone.parse((await act('assign', { ids, lessonId: 'l' })).json())).toEqual({ swings: 0 });
    expect(InboxDone.parse((await act('restore', { ids })).json())).toEqual({ swings: 1 });
    expect((await list()).length).toBe(1);
  });
  it('keeps nothing of a recording without a swing, and nothing for a lesson that is gone', async () => {
    const still = {
      ...recording,
      boards: recording.boards.map((b) => ({
        ...b,
        cells: b.cells.map((c) => c.map(() => 90)) as unknown as typeof b.cells,
      })),
      channels: {},
    };
    expect(await service().put(still, ARRIVAL)).toBeFalse();
    expect(await put({ lessonId: 'none' })).toBeFalse();
    expect(await list()).toEqual([]);
  });
  it('goes with the pupil whose lesson it was seen in, recording and all', async () => {
    await put();
    const count = async () => (await app.database.db.select({ id: recordings.id }).from(recordings)).length;
    await swingRepository(app.database.db).dropOrphans();
    expect(await count()).toBe(1);
    await app.bays.first().change({ lessonId: 'l' });
    const erased = await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect(erased.statusCode).toBe(200);
    expect([app.bays.first().state().who, app.bays.first().state().lessonId]).toEqual([null, null]);
    expect(await list()).toEqual([]);
    expect(await count()).toBe(0);
  });
});
