import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { NO_PROFILE, Practice, Problem, Share, SharedManifest, SharedPage, Shares } from '@vilko/contract';
import { addDays, layOut, SHIPPED_SHELF } from '@vilko/core';
import { type TestApp, testApp } from '../testing/test-app.js';
import { originOf } from './origin.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...Array.from({ length: 500 }, (_, i) => i % 256));
const CLOSED = 'This page is not open, or not any more: ask your instructor for a new link.';
const today = new Date().toISOString().slice(0, 10);

describe('a link to a report', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp({ signIn: true, pupil: { profile: { ...NO_PROFILE, notes: 'between us' } } });
  });
  afterEach(() => app.close());

  /** As the instructor, who has signed in. */
  let cookie = '';
  beforeEach(async () => {
    const { signIn } = await import('../auth/sign-in.js');
    const { houseRepository } = await import('../house/house-repository.js');
    await signIn(houseRepository(app.database.db)).setPassword('a long enough secret');
    const entered = await app.send('POST', '/api/session', { password: 'a long enough secret' });
    cookie = String(entered.headers['set-cookie']).split(';')[0]!;
  });
  const asInstructor = (method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE', url: string, payload?: object) =>
    app.fastify.inject({ method, url, headers: { cookie }, ...(payload ? { payload } : {}) });
  const link = async (days: number = 30) =>
    Share.parse((await asInstructor('POST', '/api/lessons/l/shares', { days })).json());
  const came = async () => Shares.parse((await asInstructor('GET', '/api/lessons/l/shares')).json());
  const page = async (token: string) => SharedPage.parse((await app.get(`/api/shared/${token}`)).json());

  it('is 128 bits long, never twice the same, and only who has signed in makes one', async () => {
    const tokens = [(await link()).token, (await link(7)).token];
    for (const t of tokens) expect(Buffer.from(t, 'base64url').length).toBe(16);
    expect(new Set(tokens).size).toBe(2);
    expect((await app.send('POST', '/api/lessons/l/shares', { days: 30 })).statusCode).toBe(401);
    expect((await asInstructor('POST', '/api/lessons/l/shares', { days: 4000 })).statusCode).toBe(400);
    expect((await asInstructor('POST', '/api/lessons/nowhere/shares', { days: 30 })).statusCode).toBe(404);
  });

  it('opens that page without signing in, and nothing else: no notes, no profile, no draft that was struck out', async () => {
    await asInstructor('PATCH', '/api/lessons/l', { notes: 'not for the pupil', aim: 'Over there' });
    const { token } = await link();
    const answer = await app.get(`/api/shared/${token}`);
    expect(answer.statusCode).toBe(200);
    expect(answer.headers['cache-control']).toBe('no-store');
    expect(answer.headers['x-robots-tag']).toContain('noindex');
    expect(answer.headers['referrer-policy']).toBe('no-referrer');
    expect(SharedPage.parse(answer.json()).text.aim).toBe('Over there');
    for (const secret of ['not for the pupil', 'between us', 'injuries', 'mass'])
      expect(answer.body).withContext(secret).not.toContain(secret);
    for (const path of [
      '/api/lessons/l',
      '/api/pupils',
      '/api/lessons/l/shares',
      '/api/lessons/l/review',
      `/api/shared/${token}/../../pupils`,
      '/api/pupils/p/practice',
    ])
      expect((await app.get(path)).statusCode)
        .withContext(path)
        .toBe(401);
    const { shares } = await came();
    expect(shares[0]!.lastOpenedAt).not.toBeNull();
  });

  it('closes when revoked and when its days are over, and says no more than a made-up one', async () => {
    const [revoked, old] = [await link(), await link(7)];
    expect((await app.send('POST', `/api/shares/${revoked.token}/revoke`)).statusCode).toBe(401);
    await asInstructor('POST', `/api/shares/${revoked.token}/revoke`);
    jasmine.clock().install();
    try {
      jasmine.clock().mockDate(new Date(Date.now() + 8 * 86_400_000));
      for (const token of [revoked.token, old.token, 'AAAAAAAAAAAAAAAAAAAAAA']) {
        const answer = await app.get(`/api/shared/${token}`);
        expect([answer.statusCode, Problem.parse(answer.json()).message]).toEqual([404, CLOSED]);
        expect((await app.send('POST', `/api/shared/${token}`, { act: 'answer', text: 'Hello' })).statusCode).toBe(404);
        expect((await app.sendBytes(`/api/shared/${token}/films`, WEBM)).statusCode).toBe(404);
        expect((await app.get(`/api/shared/${token}/review`)).statusCode).toBe(404);
      }
    } finally {
      jasmine.clock().uninstall();
    }
    expect((await came()).came).toEqual([]);
  });

  it('takes self-checks, felt shares and balls by turns, at when they were written, once however often they come', async () => {
    const { token, madeAt } = await link();
    const post = (act: object) => app.send('POST', `/api/shared/${token}`, act);
    const id = '5f0c2f0e-3d0a-4c69-9a43-0c6a2f4a9d11';
    const check = { act: 'check', checks: { 'finish-tap': 'no', 'heels-lift': 'yes' }, note: 'in trainers', id };
    for (let i = 0; i < 3; i++) expect((await post({ ...check, at: '2020-01-01T00:00:00Z' })).statusCode).toBe(200);
    expect((await post({ act: 'felt', felt: 65, note: '', at: '2999-01-01T00:00:00Z' })).statusCode).toBe(200);
    const blocks = [
      { by: 'check', check: 'divot-after', hits: 3, of: 5 },
      { by: 'ball', check: null, hits: 2, of: 5 },
    ];
    expect((await post({ act: 'balls', blocks, note: '' })).statusCode).toBe(200);
    const log = (await came()).came;
    expect(log.map((e) => e.kind)).toEqual(['self-check', 'felt', 'home']);
    expect(log[0]).toEqual(jasmine.objectContaining({ id, checks: check.checks, at: madeAt, from: 'pupil' }));
    expect(Date.parse(log[1]!.at)).toBeLessThanOrEqual(Date.now());
    expect(log[2]!.blocks).toEqual(blocks as never);
    expect((await page(token)).sent.map((e) => e.id)).toEqual(log.map((e) => e.id));
  });

  it('refuses checks that nobody asks, and more hits than balls, in a sentence', async () => {
    const { token } = await link();
    const post = (act: object) => app.send('POST', `/api/shared/${token}`, act);
    const odd = await post({ act: 'check', checks: { 'stand-on-head': 'yes' }, note: '' });
    expect([odd.statusCode, Problem.parse(odd.json()).message]).toEqual([
      422,
      'there is no self-check “stand-on-head”: nothing was written.',
    ]);
    const block = { by: 'check', check: 'stand-on-head', hits: 1, of: 1 };
    expect((await post({ act: 'balls', blocks: [block], note: '' })).statusCode).toBe(422);
    const over = { by: 'ball', check: null, hits: 6, of: 5 };
    expect((await post({ act: 'balls', blocks: [over], note: '' })).statusCode).toBe(400);
    expect((await post({ act: 'felt', felt: 140, note: '' })).statusCode).toBe(400);
    expect((await came()).came).toEqual([]);
  });

  it('offers the self-checks that fit the injuries on record, and names no injury', async () => {
    const { token } = await link();
    expect((await page(token)).checks).toContain('float-held');
    await asInstructor('PATCH', '/api/pupils/p', { profile: { ...NO_PROFILE, injuries: ['balance'] } });
    const answer = await app.get(`/api/shared/${token}`);
    const { checks } = SharedPage.parse(answer.json());
    for (const id of ['heels-lift', 'finish-tap', 'float-held']) expect(checks).not.toContain(id);
    expect(checks).toContain('divot-after');
    expect(answer.body).not.toContain('balance');
  });

  it('is an application for the home screen that opens where the link leads, as long as it is open', async () => {
    const { token } = await link();
    const manifest = SharedManifest.parse((await app.get(`/api/shared/${token}/app.webmanifest`)).json());
    expect([manifest.start_url, manifest.scope, manifest.display]).toEqual([
      `/shared/${token}`,
      `/shared/${token}`,
      'standalone',
    ]);
    await asInstructor('POST', `/api/shares/${token}/revoke`);
    expect((await app.get(`/api/shared/${token}/app.webmanifest`)).statusCode).toBe(404);
  });

  it('does not let itself be searched for at speed', async () => {
    let last = 0;
    for (let i = 0; i < 70; i++) last = (await app.get(`/api/shared/guess-${i}`)).statusCode;
    expect(last).toBe(429);
  });

  it('takes an answer, a film and ticked days into the logbook and the plan, each said to be the pupil’s', async () => {
    const wish = {
      fault: null,
      drills: ['arms-crossed-thirds'],
      rungs: [0],
      club: 'iron',
      from: addDays(today, -3),
      until: addDays(today, 10),
      days: [0, 1, 2, 3, 4, 5, 6],
      minutes: 20,
      injuries: [],
      lacks: [],
      minor: false,
    };
    expect((await asInstructor('POST', '/api/pupils/p/plans', { lessonId: 'l', wish })).statusCode).toBe(201);
    const { token } = await link();
    const { days } = await page(token);
    expect(days.length).toBeGreaterThan(3);
    const tick = (block: string | null, did: string | null, pain: [number, number] | null = null) =>
      app.send('POST', `/api/shared/${token}`, {
        act: 'tick',
        block,
        did,
        painBefore: pain?.[0] ?? null,
        painAfter: pain?.[1] ?? null,
      });
    const done = SharedPage.parse((await tick(days[0]!.block, 'done')).json());
    expect(done.days[0]!.did).toBe('done');
    expect(Problem.parse((await tick(days.at(-1)!.block, 'done')).json()).message).toContain('has not come yet');
    expect(Problem.parse((await tick('made-up', 'done')).json()).message).toContain('not in the plan any more');
    // pain that rose stops the drill for the days that follow, whoever wrote it down
    const sore = SharedPage.parse((await tick(days[1]!.block, 'done', [1, 5])).json());
    expect(sore.days.slice(2).every((d) => d.withdrawn)).toBeTrue();
    expect(
      (await app.send('POST', `/api/shared/${token}`, { act: 'answer', text: 'My knee is better.' })).statusCode,
    ).toBe(200);
    expect((await app.sendBytes(`/api/shared/${token}/films?note=From%20the%20range`, WEBM)).statusCode).toBe(200);
    expect(
      Problem.parse((await app.sendBytes(`/api/shared/${token}/films`, new TextEncoder().encode('no film'))).json())
        .message,
    ).toContain('neither WebM nor MP4');
    const { log, plans } = Practice.parse((await asInstructor('GET', '/api/pupils/p/practice')).json());
    expect(log.map((e) => [e.kind, e.from, e.lessonId, e.note])).toEqual([
      ['answer', 'pupil', 'l', 'My knee is better.'],
      ['film', 'pupil', 'l', 'From the range'],
    ]);
    expect(layOut(plans[0]!.plan, SHIPPED_SHELF)[0]!.result).toEqual(
      jasmine.objectContaining({ did: 'done', note: 'by the pupil' }),
    );
    const film = log[1]!;
    const bytes = await asInstructor('GET', `/api/log/${film.id}/film`);
    expect(new Uint8Array(bytes.rawPayload)).toEqual(WEBM);
    expect((await app.get(`/api/log/${film.id}/film`)).statusCode).toBe(401);
    // the eye marks it; what is marked is kept
    await asInstructor('PUT', `/api/log/${film.id}/marks`, { marks: { P4: 0.8, P7: 1.1 } });
    expect((await asInstructor('PUT', `/api/log/${film.id}/marks`, { marks: { P99: 0.8 } })).statusCode).toBe(400);
    expect((await came()).came.map((e) => e.film?.marks ?? null)).toEqual([null, { P4: 0.8, P7: 1.1 }]);
    expect((await page(token)).sent.map((e) => e.note)).toEqual(['My knee is better.', 'From the range']);
    // what the instructor answers stands on the page, until it is taken back
    const reply = (id: string, text: string) => asInstructor('PUT', `/api/log/${id}/reply`, { text });
    expect((await reply(log[0]!.id, ' Then add five swings. ')).statusCode).toBe(200);
    expect((await page(token)).sent.map((e) => e.reply?.text ?? null)).toEqual(['Then add five swings.', null]);
    expect((await app.send('PUT', `/api/log/${log[0]!.id}/reply`, { text: 'Nobody' })).statusCode).toBe(401);
    await reply(log[0]!.id, '');
    expect((await page(token)).sent.map((e) => e.reply)).toEqual([null, null]);
    const own = { at: '2026-11-20T10:00:00Z', kind: 'home', drill: null, rung: null, passed: null };
    const noted = await asInstructor('POST', '/api/pupils/p/log', {
      ...{ ...own, painBefore: null, painAfter: null, felt: null, note: 'Mine' },
    });
    expect(Problem.parse((await reply(noted.json<{ id: string }>().id, 'x')).json()).message).toContain(
      'no pupil sent this entry',
    );
    expect((await reply('none', 'x')).statusCode).toBe(404);
  });

  it('takes so many films and no more', async () => {
    const { token } = await link();
    let last = await app.sendBytes(`/api/shared/${token}/films`, WEBM);
    for (let i = 0; i < 6; i++) last = await app.sendBytes(`/api/shared/${token}/films`, WEBM);
    expect([last.statusCode, Problem.parse(last.json()).message]).toEqual([
      422,
      'this page has taken 6 films: speak with your instructor.',
    ]);
    expect(readdirSync(join(app.folder, 'films')).length).toBe(6);
  });

  it('plays the spoken review; a new one takes the place of the old, and is erased with the pupil', async () => {
    const { token } = await link();
    expect((await page(token)).review).toBeNull();
    const keep = (bytes: Uint8Array) =>
      app.fastify.inject({
        method: 'PUT',
        url: '/api/lessons/l/review?duration=12.5',
        headers: { cookie, 'content-type': 'application/octet-stream' },
        payload: Buffer.from(bytes),
      });
    await keep(WEBM);
    expect(Problem.parse((await keep(new TextEncoder().encode('a text'))).json()).message).toContain(
      'the review before stands',
    );
    const other = WEBM.map((b, i) => (i === 100 ? 7 : b));
    await keep(other);
    expect((await page(token)).review!.duration).toBe(12.5);
    expect(new Uint8Array((await app.get(`/api/shared/${token}/review`)).rawPayload)).toEqual(other);
    const files = () => readdirSync(join(app.folder, 'films'));
    expect(files().length).toBe(1);
    // it goes out and comes back with the pupil's bundle, and is gone when the pupil is erased
    const bundle = await asInstructor('GET', '/api/pupils/p/bundle');
    expect((await asInstructor('POST', '/api/pupils/p/erase', { name: 'Somebody' })).statusCode).toBe(200);
    expect(files()).toEqual([]);
    expect((await app.get(`/api/shared/${token}`)).statusCode).toBe(404);
    const back = await app.fastify.inject({
      method: 'POST',
      url: '/api/restore?name=p.zip',
      headers: { cookie, 'content-type': 'application/octet-stream' },
      payload: bundle.rawPayload,
    });
    expect(back.statusCode).toBe(200);
    expect(new Uint8Array((await asInstructor('GET', '/api/lessons/l/review')).rawPayload)).toEqual(other);
    // links do not come back: they were for the page as it was
    expect((await app.get(`/api/shared/${token}`)).statusCode).toBe(404);
  });
});

describe('where a phone reaches the server', () => {
  const own = () => '192.168.1.20';
  it('is nowhere on loopback, this machine’s address where every address is listened on, else the address itself', () => {
    expect(originOf([{ address: '127.0.0.1', port: 1 }], own)).toBeNull();
    expect(originOf([{ address: '::1', port: 1 }], own)).toBeNull();
    expect(originOf([{ address: '0.0.0.0', port: 4310 }], own)).toBe('http://192.168.1.20:4310');
    expect(originOf([{ address: '10.0.0.7', port: 80 }], own)).toBe('http://10.0.0.7:80');
    expect(originOf([{ address: '::', port: 4310 }], () => 'fd00::7')).toBe('http://[fd00::7]:4310');
    expect(originOf([{ address: '0.0.0.0', port: 4310 }], () => null)).toBeNull();
  });
});
