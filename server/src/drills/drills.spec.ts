import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Backup, Practice, PracticePlan, Problem, Report, Share, SharedPage } from '@vilko/contract';
import { type Drill, DRILLS, OwnDrill } from '@vilko/core';
import * as z from 'zod';
import { type TestApp, testApp } from '../testing/test-app.js';

const [first] = DRILLS as [Drill];
const JPEG = Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 1, 2, 3);
const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3);
const own = (change: Partial<Drill> = {}): Drill => ({
  ...first,
  id: 'ferry-step',
  name: 'Step off the ferry',
  ...change,
});

describe('drills of the house', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const list = async () => z.array(OwnDrill).parse((await app.get('/api/drills')).json());
  const add = async (d: Drill) => OwnDrill.parse((await app.send('POST', '/api/drills', d)).json());
  const said = (answer: { json: () => unknown }) => Problem.parse(answer.json()).message;
  const fileOf = ({ media }: OwnDrill, ending = 'jpg') => join(app.folder, 'films', `${media!.id}.${ending}`);
  const send = async (bytes: Uint8Array, id = 'ferry-step') =>
    OwnDrill.parse((await app.sendBytes(`/api/drills/${id}/media`, bytes)).json());

  it('are written, changed, taken off the shelf and put back as they were', async () => {
    expect(await add(own())).toEqual({ drill: own(), media: null, off: false });
    expect((await app.send('PUT', '/api/drills/ferry-step', own({ gist: 'Off the ferry.' }))).statusCode).toBe(200);
    expect((await list()).map((o) => o.drill.gist)).toEqual(['Off the ferry.']);
    await app.send('DELETE', '/api/drills/ferry-step');
    expect((await list()).map((o) => o.off)).toEqual([true]);
    await app.send('POST', '/api/drills/ferry-step/restore');
    expect(await list()).toEqual([{ drill: own({ gist: 'Off the ferry.' }), media: null, off: false }]);
  });

  it('take a number when their id is taken, by another or by one that comes with the application', async () => {
    await add(own());
    expect((await add(own())).drill.id).toBe('ferry-step-2');
    expect((await add(first)).drill.id).toBe(`${first.id}-2`);
  });

  it('change one that comes with the application, which stays as it came behind it', async () => {
    await app.send('PUT', `/api/drills/${first.id}`, { ...first, gist: 'Said our way.' });
    expect((await app.send('PUT', '/api/drills/never-written', own())).statusCode).toBe(422);
    await app.send('PUT', '/api/lessons/l/report/task', { drill: first.id });
    const task = async () => Report.parse((await app.get('/api/lessons/l/report')).json()).draft.task;
    expect(await task()).toContain('Said our way.');
    await app.send('DELETE', `/api/drills/${first.id}`);
    expect(await task()).toContain(first.gist);
  });

  it('are refused in one sentence, and nothing is saved', async () => {
    const refused = await app.send('POST', '/api/drills', { ...own(), steps: [] });
    expect([refused.statusCode, said(refused)]).toEqual([422, 'The steps are missing. Nothing was saved.']);
    expect(said(await app.send('POST', '/api/drills', { ...own(), for: ['nonsense'] }))).toContain('"nonsense"');
    expect(await list()).toEqual([]);
  });

  it('are planned, named on the calendar and told on the page behind a link; nothing else of the house is', async () => {
    await add(own());
    await add(own({ id: 'another', name: 'Another' }));
    const today = new Date().toISOString().slice(0, 10);
    const wish = {
      fault: 'hangs-back',
      drills: ['ferry-step'],
      rungs: [0],
      club: 'iron',
      from: today,
      until: today,
      days: [0, 1, 2, 3, 4, 5, 6],
      minutes: 30,
      lacks: [],
      injuries: [],
      minor: false,
    };
    const made = await app.send('POST', '/api/pupils/p/plans', { lessonId: 'l', wish });
    const plan = PracticePlan.parse(made.json());
    expect((await app.get(`/api/plans/${plan.id}/calendar.ics`)).body).toContain('Practice: Step off the ferry');
    // what is taken off the shelf later is still what was planned
    await app.send('DELETE', '/api/drills/ferry-step');
    expect(Practice.parse((await app.get('/api/pupils/p/practice')).json()).plans.length).toBe(1);
    const { token } = Share.parse((await app.send('POST', '/api/lessons/l/shares', { days: 30 })).json());
    const page = SharedPage.parse((await app.get(`/api/shared/${token}`)).json());
    expect(page.drills.map((o) => o.drill.name)).toEqual(['Step off the ferry']);
    expect((await app.get(`/api/shared/${token}/drills/ferry-step/media`)).statusCode).toBe(404);
    const photograph = await send(JPEG);
    expect(photograph.media!.mime).toBe('image/jpeg');
    expect((await app.get(`/api/shared/${token}/drills/ferry-step/media`)).headers['content-type']).toBe('image/jpeg');
    await send(JPEG, 'another');
    expect((await app.get(`/api/shared/${token}/drills/another/media`)).statusCode).toBe(404);
  });

  it('are shown by a photograph or a film of half a minute; what was taken away last can be put back', async () => {
    await add(own());
    const before = await send(JPEG);
    expect(new Uint8Array((await app.get('/api/drills/ferry-step/media')).rawPayload)).toEqual(JPEG);
    await app.send('DELETE', '/api/drills/ferry-step/media');
    expect((await app.get('/api/drills/ferry-step/media')).statusCode).toBe(404);
    const back = await app.send('PUT', '/api/drills/ferry-step/media', { id: before.media!.id });
    expect(OwnDrill.parse(back.json()).media).toEqual(before.media);
    const film = await send(WEBM);
    expect([film.media!.mime, existsSync(fileOf(before)), existsSync(fileOf(film, 'webm'))]).toEqual([
      'video/webm',
      false,
      true,
    ]);
    expect(said(await app.send('PUT', '/api/drills/ferry-step/media', { id: before.media!.id }))).toContain('any more');
    // what is written anew keeps its film
    await app.send('PUT', '/api/drills/ferry-step', own({ gist: 'Off the ferry.' }));
    expect((await list())[0]!.media).toEqual(film.media);
  });

  it('are shown by a photograph too where they come with the application, until they are as they came', async () => {
    const shown = await send(JPEG, first.id);
    expect([shown.drill, shown.media!.mime]).toEqual([first, 'image/jpeg']);
    await app.send('PUT', `/api/drills/${first.id}`, { ...first, gist: 'Said our way.' });
    await app.send('DELETE', `/api/drills/${first.id}`);
    // another photograph begins with the drill as it came
    const again = await send(JPEG, first.id);
    expect([again.drill, again.off, existsSync(fileOf(shown)), existsSync(fileOf(again))]).toEqual([
      first,
      false,
      false,
      true,
    ]);
  });

  it('take no other file and no longer film, and say so', async () => {
    await add(own());
    const text = new TextEncoder().encode('no picture at all');
    expect(said(await app.sendBytes('/api/drills/ferry-step/media', text))).toContain('no JPEG, PNG, WebM or MP4');
    expect((await app.sendBytes('/api/drills/ferry-step/media?seconds=31', WEBM)).statusCode).toBe(400);
    const large = new Uint8Array(9 * 1024 * 1024);
    large.set(JPEG);
    expect(said(await app.sendBytes('/api/drills/ferry-step/media', large))).toContain('larger than 8 MB');
    expect((await app.sendBytes('/api/drills/nobody/media', JPEG)).statusCode).toBe(404);
    expect((await list())[0]!.media).toBeNull();
  });

  it('are in a backup with what shows them, and come back into an empty house', async () => {
    await add(own());
    const { media } = await send(JPEG);
    await add(own({ id: 'off-it', name: 'Off it' }));
    await app.send('DELETE', '/api/drills/off-it');
    const { name } = Backup.parse((await app.send('POST', '/api/backups')).json());
    const bytes = new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);
    const other = await testApp();
    try {
      await other.sendBytes('/api/restore?name=b.zip', bytes);
      const there = z.array(OwnDrill).parse((await other.get('/api/drills')).json());
      expect(there.map((o) => [o.drill.id, o.off, o.media])).toEqual([
        ['ferry-step', false, media],
        ['off-it', true, null],
      ]);
      expect(new Uint8Array((await other.get('/api/drills/ferry-step/media')).rawPayload)).toEqual(JPEG);
    } finally {
      await other.close();
    }
  });
});
