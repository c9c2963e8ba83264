import { mkdtempSync, readFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  ENDPOINTS,
  HouseSettings,
  InjuryNote,
  KnownDevice,
  LessonHead,
  NO_NOTE,
  NO_PROFILE,
  Problem,
  PupilProfile,
  SwingHead,
  USUAL_HOURS,
} from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { sql } from 'drizzle-orm';
import { SOMEBODY, testApp, type TestApp } from '../testing/test-app.js';
import { lines } from './log.js';

describe('every route', () => {
  let app: TestApp;
  let swing: SwingHead;
  beforeAll(async () => {
    app = await testApp();
    [swing] = (await app.bring(simulate({ device: 'boards', seed: 8 }).recording)) as [SwingHead];
  });
  afterAll(() => app.close());
  const refused = async (method: 'POST' | 'PUT' | 'PATCH' | 'DELETE', url: string, body?: object) => {
    const answer = await app.send(method, url, body);
    return { status: answer.statusCode, ...Problem.parse(answer.json()) };
  };

  it('says in a sentence that something does not exist', async () => {
    for (const [method, url, body] of [
      ['PATCH', '/api/lessons/none', { aim: 'x' }],
      ['PATCH', '/api/pupils/none', { name: 'x' }],
      ['DELETE', '/api/swings/none', undefined],
      ['POST', '/api/swings/none/restore', undefined],
      ['PATCH', '/api/films/none', { note: 'x' }],
      ['DELETE', '/api/films/none', undefined],
      ['POST', '/api/pupils/none/erase', { name: 'x' }],
    ] as const) {
      const r = await refused(method, url, body);
      expect(r.status).withContext(url).toBe(404);
      expect(r.message)
        .withContext(url)
        .toMatch(/^[A-Z].*\.$/);
    }
    for (const url of ['/api/lessons/none', '/api/pupils/none/dashboard', '/api/films/none/file', '/api/nothing'])
      expect((await app.get(url)).statusCode)
        .withContext(url)
        .toBe(404);
  });

  it('refuses a character that nothing can be called by, and a moment that is none, in a sentence', async () => {
    for (const { method, path } of Object.values(ENDPOINTS)) {
      if (!path.includes(':')) continue;
      const url = path.replaceAll(/:\w+/g, 'a%00b');
      const { statusCode, body } = await app.fastify.inject({ method, url });
      expect([statusCode, body.includes('NUL')])
        .withContext(`${method} ${path}`)
        .toEqual([422, true]);
    }
    const entry = { kind: 'felt', lessonId: 'l', drill: null, rung: null, passed: null, checks: {}, felt: null };
    const log = { ...entry, painBefore: null, painAfter: null, note: '', film: null };
    const asked = async (url: string, body: object, method: 'POST' | 'PATCH' = 'POST') =>
      refused(method, url, body).then(({ status, message }) => [status, message]);
    expect(await asked('/api/swings/delete', { ids: ['a\u0000'] })).toEqual([422, jasmine.stringContaining('NUL')]);
    expect(await asked('/api/pupils/p/log', { ...log, at: 'yesterday-ish' })).toEqual([
      400,
      jasmine.stringContaining('at this is no moment'),
    ]);
    const film = { id: 'nowhere', mime: 'video/webm', size: 5, duration: 1, aspect: 1, marks: {} };
    expect(await asked('/api/pupils/p/log', { ...log, at: '2026-11-02T10:00:00Z', film })).toEqual([
      422,
      jasmine.stringContaining('is not there'),
    ]);
  });

  it('refuses what is nested deeper than anybody asks, and takes a change of nothing for none', async () => {
    const deep = JSON.parse('['.repeat(100) + ']'.repeat(100)) as object;
    for (const url of ['/api/drills', '/api/patterns'])
      expect((await refused('POST', url, { deep })).message).toContain('nested more than 60 deep');
    expect((await app.send('PATCH', '/api/lessons/l', {})).statusCode).toBe(200);
  });

  it('names the field that cannot be, and changes nothing', async () => {
    const before = await app.lesson();
    const cases = [
      ['PATCH', '/api/lessons/l', { painBefore: 11 }, 'painBefore'],
      ['PATCH', '/api/lessons/l', { footwear: 'clogs' }, 'footwear'],
      ['PATCH', `/api/swings/${swing.id}`, { felt: 20_000 }, 'felt'],
      ['PATCH', `/api/swings/${swing.id}`, { marks: { p99: 1 } }, 'marks'],
      ['PATCH', `/api/swings/${swing.id}/shot`, { carry: 'far' }, 'carry'],
      ['PATCH', '/api/pupils/p', { stature: 3 }, 'stature'],
      ['PUT', '/api/bays/bay-3', { club: 'putter' }, 'club'],
      ['PUT', '/api/house', { school: 'x' }, 'units'],
    ] as const;
    for (const [method, url, body, field] of cases) {
      const r = await refused(method, url, body);
      expect(r.status).withContext(url).toBe(400);
      expect(r.message).withContext(url).toContain(field);
    }
    expect(await app.lesson()).toEqual(before);
  });

  it('keeps what a lesson was about', async () => {
    const change = {
      aim: 'earlier',
      measure: 'share.lead.p4',
      homework: 'tap the toe',
      nextVisit: '2026-12-04',
      painBefore: 2,
      painAfter: 3,
      footwear: 'socks',
      notes: 'windy',
    };
    const head = LessonHead.parse((await app.send('PATCH', '/api/lessons/l', change)).json());
    expect(head).toEqual(jasmine.objectContaining(change));
    expect(await app.lesson()).toEqual(jasmine.objectContaining(change));
  });

  it('keeps the house’s settings, and gives the defaults until there are some', async () => {
    const before = HouseSettings.parse((await app.get('/api/house')).json());
    expect(before).toEqual({
      units: { distance: 'm', speed: 'm/s', length: 'mm', mass: 'kg' },
      school: 'common-ground',
      askFelt: false,
      labAxes: {},
      columns: {},
      limits: {},
      sports: {},
      name: '',
      coaches: [],
      signature: '',
      zone: '',
      hours: [...USUAL_HOURS],
      nightly: { on: true, folder: '' },
    });
    const wanted = {
      ...before,
      askFelt: true,
      units: { ...before.units, distance: 'yd' },
      labAxes: { 'c3d-1': 'ball=+y,left=-x' },
      columns: { 'a|b': { columns: { cop_x: { column: 'a', factor: 0.001 } }, keys: {}, rate: 100 } },
    };
    await app.send('PUT', '/api/house', wanted);
    expect((await app.get('/api/house')).json()).toEqual(wanted);
  });

  it('asks for a device and a lesson before a set-up or a zero, each in words', async () => {
    expect((await refused('POST', '/api/bays/bay-3/set-up', { act: 'start' })).message).toContain(
      'open a lesson first',
    );
    await app.send('PUT', '/api/bays/bay-3', { lessonId: 'l' });
    expect((await refused('POST', '/api/bays/bay-3/set-up', { act: 'start' })).message).toContain(
      'no device is sending',
    );
    expect((await refused('POST', '/api/bays/bay-3/zero')).message).toContain('no zero of its own to take');
    const { devices, key } = (await app.get('/api/devices')).json<{ devices: unknown[]; key: string }>();
    expect(devices.map((d) => KnownDevice.parse(d))).toEqual([]);
    expect(key).toMatch(/^[0-9a-f]{32}$/);
  });
});

describe('the table of endpoints', () => {
  it('fills in of a person what a page shows before anything is known', () => {
    expect(PupilProfile.parse({})).toEqual(NO_PROFILE);
    expect(InjuryNote.parse({})).toEqual(NO_NOTE);
  });

  it('is served whole, each row by one route, and every row of the description is one of it', async () => {
    const app = await testApp();
    for (const [name, { method, path }] of Object.entries(ENDPOINTS))
      expect(app.fastify.hasRoute({ method, url: path }))
        .withContext(name)
        .toBeTrue();
    const { paths } = (await app.get('/api/openapi.json')).json<{ paths: Record<string, Record<string, object>> }>();
    const rows = new Set(
      Object.values(ENDPOINTS).map((e) => `${e.method} ${e.path.replaceAll(/:(\w+)/g, (_, n: string) => `{${n}}`)}`),
    );
    const described = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => `${m.toUpperCase()} ${path}`),
    );
    expect(described.filter((d) => !rows.has(d))).toEqual(['GET /api/openapi.json']);
    expect(described.length).toBe(rows.size + 1);
    await app.close();
  });
  it('lets in who it says and nobody else, once the server listens beyond this machine', async () => {
    const app = await testApp({ signIn: true });
    for (const [name, { method, path, who }] of Object.entries(ENDPOINTS)) {
      const url = path.replaceAll(/:\w+/g, 'none');
      const { statusCode } = await app.fastify.inject({ method, url, remoteAddress: '192.168.1.20' });
      expect(statusCode === 401)
        .withContext(`${name}, ${who}: ${statusCode}`)
        .toBe(who === 'instructor');
    }
    await app.close();
  });
});

describe('the log', () => {
  it('leaves out what a full disk does not take, goes on, and says afterwards how much that was', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'vilko-log-')), 'vilko.log');
    let full = false;
    const log = lines(file, (fd, line) => {
      if (full) throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
      return writeSync(fd, line.includes('"a":4') ? line.slice(0, -4) : line);
    });
    for (const [line, so] of [
      ['{"a":1}\n', false],
      ['{"a":2}\n', true],
      ['{"a":3}\n', true],
      ['{"a":4}\n', false],
      ['{"a":5}\n', false],
    ] as const) {
      full = so;
      log.write(line);
    }
    const said = readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      // a line that was taken in part stands alone
      .map((l) => (l.endsWith('}') ? (JSON.parse(l) as { a?: number; msg?: string }) : { a: null }));
    expect(said.map((l) => (l.a === undefined ? l.msg : l.a))).toEqual([
      1,
      '2 lines could not be written',
      null,
      '1 line could not be written',
      5,
    ]);
  });

  it('says what was asked by its row of the table, warns of nothing, and knows nobody', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-log-'));
    const app = await testApp({ log: folder });
    const [own] = (await app.bring(simulate({ device: 'boards', seed: 8 }).recording)) as [SwingHead];
    const recording = await app.get(`/api/swings/${own.id}/recording`);
    expect([recording.statusCode, recording.headers['x-swing-part']]).toEqual([200, '0']);
    expect((await app.get('/api/lessons/l/report.pdf')).headers['content-type']).toBe('application/pdf');
    expect((await app.get('/api/pupils')).body).toContain('Somebody');
    expect((await app.send('POST', '/api/session', { password: 'not this one' })).statusCode).toBe(401);
    expect((await app.get('/api/shared/a-secret-token')).statusCode).toBe(404);
    await app.close();
    // The log is written behind the requests: wait for its last one.
    const read = () => readFileSync(join(folder, 'vilko.log'), 'utf8');
    for (let i = 0; i < 100 && !read().includes('/api/shared/:token'); i++) {
      await new Promise((done) => setTimeout(done, 50));
    }
    const text = read();
    const lines = text
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l) as { level: number; req?: { url: string } });
    expect(lines.map((l) => l.req?.url)).toContain('/api/swings/:id/recording');
    expect(lines.filter((l) => l.level > 30)).toEqual([]);
    for (const secret of ['Somebody', own.id, 'not this one', 'a-secret-token']) expect(text).not.toContain(secret);
  });

  it('says which query has failed and why, and nothing of what it was asked with', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-log-'));
    const app = await testApp({ log: folder });
    await app.database.db.execute(sql`ALTER TABLE pupils DROP COLUMN story`);
    const { id: _, archived: __, ...somebody } = SOMEBODY;
    const answer = await app.send('POST', '/api/pupils', { ...somebody, name: 'Zebulon\nLoud', about: 'Test\npilot' });
    expect(answer.statusCode).toBe(500);
    await app.close();
    const text = readFileSync(join(folder, 'vilko.log'), 'utf8');
    expect(text).toContain('insert into');
    expect(text).toMatch(/column .*story.* does not exist/);
    for (const secret of ['Zebulon', 'Loud', 'pilot']) expect(text).not.toContain(secret);
  });
});
