import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Hello, Imported, LiveMessage, packFeed, Problem, SAMPLES, SwingHead, unpackLive } from '@vilko/contract';
import { type Recording, WRENCH_CHANNELS, writeRecording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { WebSocket } from 'ws';
import { lockFolder } from './db/folder-lock.js';
import { type TestApp, testApp } from './testing/test-app.js';

describe('the server', () => {
  let app: TestApp;

  beforeAll(async () => {
    app = await testApp({ listen: true });
  });
  afterAll(() => app.close());

  const send = (bytes: Uint8Array, name: string) => app.sendBytes(`/api/lessons/l/recordings?name=${name}`, bytes);
  const lesson = () => app.lesson();

  it('takes a recording in, keeps it byte for byte, and lists its swing with a finding', async () => {
    const { recording } = simulate({ device: 'mat', seed: 3, fault: 'hangs-back' });
    const answer = await send(writeRecording(recording, 'a.npz'), 'a.npz');
    expect(answer.statusCode).toBe(201);
    const [swing] = Imported.parse(answer.json()).swings;
    expect(swing!.mainFault).toBe('hangs-back');
    expect(swing!.thumbnail!.soles.length).toBe(2);
    const raw = await app.fastify.inject(`/api/swings/${swing!.id}/recording`);
    expect(raw.headers['x-swing-part']).toBe('0');
    const { readBundle } = await import('@vilko/core');
    expect(readBundle(new Uint8Array(raw.rawPayload), 'x').mat!.frames).toEqual(recording.mat!.frames);
    expect((await lesson()).rack.map((s) => s.id)).toContain(swing!.id);
  });

  it('keeps every swing of a file apart', async () => {
    const { recording } = simulate({ device: 'plates', seed: 4, swings: 2 });
    const answer = Imported.parse((await send(writeRecording(recording, 'two.vilko'), 'two.vilko')).json());
    expect(answer.swings.length).toBe(2);
    expect(answer.swings[1]!.number).toBe(answer.swings[0]!.number + 1);
    expect((await app.fastify.inject(`/api/swings/${answer.swings[1]!.id}/recording`)).headers['x-swing-part']).toBe(
      '1',
    );
  });

  it('reads a file as it was told: packed by the browser, its columns named, its axes turned', async () => {
    const { recording } = simulate({ device: 'path', seed: 9 });
    const packed = Imported.parse((await send(writeRecording(recording, 'x.vilko'), 'range.csv&packed=true')).json());
    expect([packed.file, packed.device, packed.swings.length]).toEqual(['range.csv', 'path', 1]);
    const text = new TextDecoder()
      .decode(writeRecording(recording, 'x.csv'))
      .replace('time,cop_x,cop_y,load', 'stamp,a,b,kg');
    const mapping = {
      columns: {
        time: { column: 'stamp', factor: 1 },
        cop_x: { column: 'a', factor: 1 },
        cop_y: { column: 'b', factor: 1 },
        load: { column: 'kg', factor: 1 },
      },
      keys: {},
    };
    const told = (m: string) => send(new TextEncoder().encode(text), `mine.csv&mapping=${encodeURIComponent(m)}`);
    // the club was not named: the swing is found by the load
    expect(Imported.parse((await told(JSON.stringify(mapping))).json()).device).toBe('path');
    expect(Problem.parse((await told('{"columns":')).json()).message).toContain('mapping');
    expect(
      Problem.parse(
        (await told(JSON.stringify({ ...mapping, columns: { time: { column: 'clock', factor: 1 } } }))).json(),
      ).message,
    ).toContain('no column "clock"');
    const c3d = writeRecording(simulate({ device: 'plates', seed: 9 }).recording, 'x.c3d');
    expect(Problem.parse((await send(c3d, 'x.c3d&axes=ball%3D%2Bx,left%3D%2Bx')).json()).message).toContain(
      'different lab axes',
    );
  });

  it('refuses a broken file in one sentence and stores nothing', async () => {
    const before = (await lesson()).rack.length;
    const answer = await send(new TextEncoder().encode('time,p1_fz\n0,1\n'), 'half.csv');
    expect(answer.statusCode).toBe(422);
    const problem = Problem.parse(answer.json());
    expect(problem.message).toContain('plate 1 lacks');
    expect(problem.kept).toContain('nothing of this file was stored');
    const quiet = simulate({ device: 'boards', seed: 4 }).recording;
    const cut: Recording = {
      ...quiet,
      time: quiet.time.slice(0, 100),
      boards: quiet.boards.map((b) => ({
        ...b,
        cells: b.cells.map((c) => c.slice(0, 100)) as unknown as typeof b.cells,
      })),
      channels: {},
    };
    expect(Problem.parse((await send(writeRecording(cut, 'q.csv'), 'q.csv')).json()).message).toContain(
      'no swing was found',
    );
    expect((await lesson()).rack.length).toBe(before);
  });

  it('deletes with undo, changes club and star, and judges anew under a mark', async () => {
    const { recording } = simulate({ device: 'boards', seed: 5 });
    const [swing] = Imported.parse((await send(writeRecording(recording, 'c.csv'), 'c.csv')).json()).swings as [
      SwingHead,
    ];
    await app.fastify.inject({ method: 'DELETE', url: `/api/swings/${swing.id}` });
    expect((await lesson()).rack.some((s) => s.id === swing.id)).toBeFalse();
    await app.fastify.inject({ method: 'POST', url: `/api/swings/${swing.id}/restore` });
    expect((await lesson()).rack.some((s) => s.id === swing.id)).toBeTrue();
    const patch = (payload: object) => app.fastify.inject({ method: 'PATCH', url: `/api/swings/${swing.id}`, payload });
    const changed = SwingHead.parse((await patch({ club: 'driver', clubName: 'driver', starred: true })).json());
    expect([changed.club, changed.starred]).toEqual(['driver', true]);
    const marked = SwingHead.parse((await patch({ marks: { p7: 2.6 } })).json());
    expect(marked.leadAtImpact).not.toEqual(changed.leadAtImpact);
    expect((await patch({ club: 'putter' })).statusCode).toBe(400);
    expect((await app.fastify.inject({ method: 'DELETE', url: '/api/swings/none' })).statusCode).toBe(404);
  });

  it('describes its routes', async () => {
    const api = (await app.fastify.inject('/api/openapi.json')).json<{ paths: Record<string, unknown> }>();
    expect(Object.keys(api.paths)).toContain('/api/swings/{id}');
    expect((await app.fastify.inject('/api/docs')).body).toContain('/api/lessons/{id}');
  });

  it('finds a swing in a live stream, stores it, counts what was lost, and shows the stance on the way', async () => {
    await app.bays.first().change({ lessonId: 'l', club: 'iron', clubName: '7-iron', armed: true });
    const heard: LiveMessage[] = [];
    let pictures = 0;
    let lastLead = 0;
    const viewer = new WebSocket(`ws://127.0.0.1:${app.port}/api/live`);
    viewer.on('message', (data: Buffer, isBinary) => {
      if (!isBinary) heard.push(LiveMessage.parse(JSON.parse(data.toString())));
      else {
        pictures++;
        lastLead = unpackLive(
          data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength) as ArrayBuffer,
        ).lead;
      }
    });
    const { recording } = simulate({ device: 'plates', seed: 6, fault: 'no-load' });
    const device = new WebSocket(`ws://127.0.0.1:${app.port}/api/feed`);
    await new Promise((r) => device.once('open', r));
    const hello: Hello = {
      type: 'hello',
      protocol: 'vilko-feed',
      version: 1,
      device: {
        kind: 'plates',
        name: 'Test plates',
        rate: 1000,
        plates: recording.platforms.map((p) => ({ centre: [...p.centre] as [number, number] })),
        mat: null,
        channels: ['shaft_deg'],
      },
    };
    device.send(JSON.stringify(hello));
    const columns = [
      ...recording.platforms.flatMap((p) => WRENCH_CHANNELS.map((c) => p[c])),
      recording.channels.shaft_deg!,
    ];
    let sequence = 0;
    for (let k = 0; k + 20 <= recording.time.length; k += 20) {
      const payload = new Float32Array(20 * columns.length);
      for (let i = 0; i < 20; i++) columns.forEach((c, j) => (payload[i * columns.length + j] = c[k + i]!));
      if (k === 400) sequence += 3; // three messages lost
      device.send(packFeed({ kind: SAMPLES, sequence: sequence++, time: k / 1000, count: 20 }, payload));
      if (k % 200 === 0) await new Promise((r) => setTimeout(r, 20));
    }
    // the golfer goes on standing there until the swing's last seconds are in
    const rest = new Float32Array(20 * columns.length);
    for (let i = 0; i < 20; i++) columns.forEach((c, j) => (rest[i * columns.length + j] = c.at(-1)!));
    const from = recording.time.length / 1000;
    for (let k = 0; k < 40; k++)
      device.send(packFeed({ kind: SAMPLES, sequence: sequence++, time: from + k * 0.02, count: 20 }, rest));
    const until = Date.now() + 120_000;
    while (!heard.some((m) => m.type === 'swing') && Date.now() < until) await new Promise((r) => setTimeout(r, 50));
    const swing = heard.find((m) => m.type === 'swing');
    expect(swing?.type === 'swing' && swing.swing.mainFault).toBe('no-load');
    expect((await lesson()).rack.some((s) => swing?.type === 'swing' && s.id === swing.swing.id)).toBeTrue();
    expect(app.bays.first().state().device?.lost).toBe(3);
    expect(heard.some((m) => m.type === 'bay' && m.bay.state === 'recording')).toBeTrue();
    expect(pictures).toBeGreaterThan(10);
    expect(lastLead).toBeGreaterThan(100);
    device.close();
    const gone = Date.now() + 20_000;
    while (app.bays.first().state().device?.connected && Date.now() < gone) await new Promise((r) => setTimeout(r, 20));
    expect(app.bays.first().state().device?.connected).toBeFalse();
    viewer.close();
  });

  it('keeps bays apart: each has its own address, device and lesson', async () => {
    expect((await app.get('/api/bays')).json<{ id: string }[]>().map((b) => b.id)).toEqual(['bay-3']);
    const added = await app.send('POST', '/api/bays', { name: 'Bay 4' });
    expect([added.statusCode, added.json<{ id: string }>().id]).toEqual([201, 'bay-4']);
    expect((await app.send('POST', '/api/bays', { name: 'bay 4' })).json<{ message: string }>().message).toContain(
      'there is a bay called Bay 4 already',
    );
    expect((await app.send('PUT', '/api/bays/bay-9', { armed: true })).statusCode).toBe(404);
    const here = { kind: 'mat' as const, rate: 100, mat: { rows: 4, cols: 8, pitch: 0.05, rate: 100 } };
    const device = new WebSocket(`ws://127.0.0.1:${app.port}/api/bays/bay-4/feed`);
    await new Promise((r) => device.once('open', r));
    const hello: Hello = {
      type: 'hello',
      protocol: 'vilko-feed',
      version: 1,
      device: { ...here, name: 'Mat of bay 4', plates: [], channels: [] },
    };
    device.send(JSON.stringify(hello));
    await new Promise((r) => device.once('message', r));
    await app.send('PUT', '/api/bays/bay-4', { lessonId: 'l', clubName: 'driver', club: 'driver' });
    const of = (id: string) => app.bays.one(id)!.state();
    expect([of('bay-4').device?.name, of('bay-4').clubName, of('bay-4').state]).toEqual([
      'Mat of bay 4',
      'driver',
      'armed',
    ]);
    expect([of('bay-3').device?.name, of('bay-3').clubName]).not.toContain('Mat of bay 4');
    expect(of('bay-3').clubName).toBe('7-iron');
    device.close();
  });

  it('refuses a device that does not introduce itself', async () => {
    const device = new WebSocket(`ws://127.0.0.1:${app.port}/api/feed`);
    const said = new Promise<string>((resolve) => device.once('message', (d: Buffer) => resolve(d.toString())));
    await new Promise((r) => device.once('open', r));
    device.send(JSON.stringify({ type: 'hello', protocol: 'vilko-feed', version: 9 }));
    expect(await said).toContain('hello not understood');
  });

  it('refuses a device that says another number of plates than its kind has', async () => {
    const device = new WebSocket(`ws://127.0.0.1:${app.port}/api/feed`);
    const said = new Promise<string>((resolve) => device.once('message', (d: Buffer) => resolve(d.toString())));
    await new Promise((r) => device.once('open', r));
    const one = {
      kind: 'plates',
      name: 'One plate',
      rate: 1000,
      plates: [{ centre: [0, 0] }],
      mat: null,
      channels: [],
    };
    device.send(JSON.stringify({ type: 'hello', protocol: 'vilko-feed', version: 1, device: one }));
    expect(await said).toContain('a device of kind plates has 2 plates, this one says 1');
  });
});

describe('the data folder', () => {
  it('lets in one owner at a time and takes over from one that is gone', () => {
    const folder = mkdtempSync(join(tmpdir(), 'vilko-'));
    const unlock = lockFolder(folder);
    expect(() => lockFolder(folder)).toThrowError(new RegExp(`in use by process ${process.pid}`));
    unlock();
    lockFolder(folder)();
  });
});
