import { statSync } from 'node:fs';
import { Agent, type IncomingMessage, request } from 'node:http';
import { connect, type Socket } from 'node:net';
import { Problem, Session } from '@vilko/contract';
import { readConfig } from '../config.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { WebSocket } from 'ws';

const PASSWORD = 'a long enough secret';

/** What Office › Devices shows to who has signed in. */
const devices = async (app: TestApp): Promise<{ key: string }> => {
  const { houseRepository } = await import('../house/house-repository.js');
  return { key: (await houseRepository(app.database.db).get<string>('device-key'))! };
};

describe('signing in', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp({ signIn: true });
  });
  afterAll(() => app.close());

  it('is wanted before anything about pupils is shown, as soon as the server is open to the network', async () => {
    const refused = await app.get('/api/pupils');
    expect(refused.statusCode).toBe(401);
    expect(refused.body).not.toContain('Somebody');
    for (const path of ['/api/lessons/l', '/api/bays/bay-3', '/api/backups', '/api/openapi.json'])
      expect((await app.get(path)).statusCode)
        .withContext(path)
        .toBe(401);
    expect((await app.get('/api/health')).statusCode).toBe(200);
    expect(Session.parse((await app.get('/api/session')).json())).toEqual(
      jasmine.objectContaining({ needed: true, signedIn: false }),
    );
  });

  it('opens with the right password only, and closes again', async () => {
    const { signIn } = await import('./sign-in.js');
    const { houseRepository } = await import('../house/house-repository.js');
    await signIn(houseRepository(app.database.db)).setPassword(PASSWORD);
    const wrong = await app.send('POST', '/api/session', { password: 'something else' });
    expect(wrong.statusCode).toBe(401);
    expect(Problem.parse(wrong.json()).message).toBe('This is not the password.');
    const right = await app.send('POST', '/api/session', { password: PASSWORD });
    const cookie = String(right.headers['set-cookie']).split(';')[0]!;
    expect(String(right.headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Strict/);
    const get = (path: string) => app.fastify.inject({ url: path, headers: { cookie } });
    expect((await get('/api/pupils')).body).toContain('Somebody');
    await app.fastify.inject({ method: 'DELETE', url: '/api/session', headers: { cookie } });
    expect((await get('/api/pupils')).statusCode).toBe(401);
    expect((await app.fastify.inject({ url: '/api/pupils', headers: { cookie: 'vilko=made-up' } })).statusCode).toBe(
      401,
    );
  });

  it('is over for everybody when the password changes, and a browser that leaves forgets its mark', async () => {
    const enter = async (password: string) =>
      String((await app.send('POST', '/api/session', { password })).headers['set-cookie']).split(';')[0]!;
    const signedIn = async (cookie: string) =>
      Session.parse((await app.fastify.inject({ url: '/api/session', headers: { cookie } })).json()).signedIn;
    const { signIn } = await import('./sign-in.js');
    const { houseRepository } = await import('../house/house-repository.js');
    await signIn(houseRepository(app.database.db)).setPassword(PASSWORD);
    const [here, there] = [await enter(PASSWORD), await enter(PASSWORD)];
    expect(here).not.toBe(there);
    expect(here.length).toBeGreaterThan(40);
    expect([await signedIn(here), await signedIn(there)]).toEqual([true, true]);
    const left = await app.fastify.inject({ method: 'DELETE', url: '/api/session', headers: { cookie: there } });
    expect(String(left.headers['set-cookie'])).toMatch(/vilko=;.*Expires=Thu, 01 Jan 1970/);
    expect([await signedIn(here), await signedIn(there)]).toEqual([true, false]);
    const changed = await app.fastify.inject({
      method: 'PUT',
      url: '/api/password',
      headers: { cookie: here },
      payload: { old: PASSWORD, password: PASSWORD },
    });
    expect(changed.statusCode).toBe(200);
    expect(await signedIn(here)).toBeFalse();
  });

  it('ends after a working day, whoever is still there', async () => {
    const { signIn } = await import('./sign-in.js');
    const { houseRepository } = await import('../house/house-repository.js');
    const auth = signIn(houseRepository(app.database.db));
    await auth.setPassword(PASSWORD);
    const token = (await auth.enter(PASSWORD))!;
    const now = Date.now();
    const clock = spyOn(Date, 'now').and.returnValue(now + 11.9 * 3600_000);
    expect(auth.knows(token)).toBeTrue();
    clock.and.returnValue(now + 12.1 * 3600_000);
    expect(auth.knows(token)).toBeFalse();
    expect([auth.knows(''), auth.knows(undefined)]).toEqual([false, false]);
    clock.and.returnValue(now);
    expect(auth.knows(token)).toBeFalse();
    // a clock that is set back all the while does not make the day longer
    const other = (await auth.enter(PASSWORD))!;
    const steady = performance.now();
    spyOn(performance, 'now').and.returnValue(steady + 12.1 * 3600_000);
    clock.and.returnValue(now - 3600_000);
    expect(auth.knows(other)).toBeFalse();
  });

  it('is no way in for a device from elsewhere without the house’s key, whatever bay it names', async () => {
    const { key } = await devices(app);
    const ask = async (path: string, remoteAddress: string) =>
      (await app.fastify.inject({ url: path, remoteAddress })).statusCode;
    for (const path of ['/api/feed', '/api/shots', '/api/bays/bay-3/feed', '/api/bays/bay-3/shots']) {
      expect(await ask(path, '192.168.1.20'))
        .withContext(path)
        .toBe(401);
      expect(await ask(`${path}?key=${key.replace(/.$/, 'x')}`, '192.168.1.20'))
        .withContext(path)
        .toBe(401);
      expect(await ask(`${path}?key=${key}`, '192.168.1.20'))
        .withContext(path)
        .not.toBe(401);
      expect(await ask(path, '127.0.0.1'))
        .withContext(path)
        .not.toBe(401);
    }
    // what a screen shows is no device's
    expect(await ask(`/api/bays/bay-3/live?key=${key}`, '192.168.1.20')).toBe(401);
  });

  it('does not let itself be guessed at speed', async () => {
    const other = await testApp({ signIn: true });
    try {
      let last = await other.send('POST', '/api/session', { password: 'guess' });
      for (let i = 0; i < 12; i++) last = await other.send('POST', '/api/session', { password: `guess ${i}` });
      expect(last.statusCode).toBe(429);
      expect(Problem.parse(last.json()).message).toContain('wait a minute');
    } finally {
      await other.close();
    }
  });
});

describe('on this machine only', () => {
  it('nobody signs in, and the password can be set for later; changing it needs the old one', async () => {
    const app = await testApp();
    try {
      expect((await app.get('/api/pupils')).statusCode).toBe(200);
      expect((await app.send('PUT', '/api/password', { old: null, password: 'short' })).statusCode).toBe(400);
      expect((await app.send('PUT', '/api/password', { old: null, password: PASSWORD })).statusCode).toBe(200);
      expect((await app.send('PUT', '/api/password', { old: 'wrong', password: `${PASSWORD} 2` })).statusCode).toBe(
        401,
      );
      expect((await app.send('PUT', '/api/password', { old: PASSWORD, password: `${PASSWORD} 2` })).statusCode).toBe(
        200,
      );
    } finally {
      await app.close();
    }
  });

  it('is what the environment says unless it names another host', () => {
    expect(readConfig({}, '/web').signIn).toBeFalse();
    expect(readConfig({ HOST: '::1' }, '/web').signIn).toBeFalse();
    expect(readConfig({ HOST: '0.0.0.0' }, '/web').signIn).toBeTrue();
  });

  it('says which variable of the environment is wrong, and why, in one line', () => {
    const words = (env: Record<string, string>) => () => readConfig(env, '/web');
    expect(words({ VILKO_PASSWORD: 'short' })).toThrowError(
      'VILKO_PASSWORD is shorter than 10 characters: choose a longer one',
    );
    expect(words({ PORT: 'seven', VILKO_DEMO: 'yes' })).toThrowError(
      'PORT is no port: 0 to 65535; VILKO_DEMO is none of 0, 1, newest, whole',
    );
  });
});

describe('guessing', () => {
  it('uses up the tries of strangers at an address, not of a browser in which somebody has signed in', async () => {
    const app = await testApp({ signIn: true });
    try {
      const { signIn } = await import('./sign-in.js');
      const { houseRepository } = await import('../house/house-repository.js');
      await signIn(houseRepository(app.database.db)).setPassword(PASSWORD);
      const enter = async (password: string, cookie = '') =>
        app.fastify.inject({ method: 'POST', url: '/api/session', payload: { password }, headers: { cookie } });
      const first = await enter(PASSWORD);
      const mark = first.cookies.find((c) => c.name === 'vilko-known')!;
      expect(mark.httpOnly).toBeTrue();
      const known = `vilko-known=${mark.value}`;
      // the mark itself opens nothing
      expect((await app.fastify.inject({ url: '/api/pupils', headers: { cookie: known } })).statusCode).toBe(401);
      let guesses = 0;
      while ((await enter('a wrong one')).statusCode === 401 && guesses < 100) guesses++;
      expect(guesses).toBeLessThan(30);
      expect((await enter(PASSWORD)).statusCode).toBe(429);
      expect((await enter(PASSWORD, 'vilko-known=made.up')).statusCode).toBe(429);
      // as long as a mark in characters, and longer in bytes
      const odd = `${mark.value.slice(0, -1)}%C3%A4`;
      expect((await enter(PASSWORD, `vilko-known=${odd}`)).statusCode).toBe(429);
      expect((await enter(PASSWORD, known)).statusCode).toBe(200);
    } finally {
      await app.close();
    }
  });
});

describe('a connection that is held open for nothing', () => {
  /** When the server ended a connection over which this was sent, ms; null where it did not in time. */
  const endedAfter = (port: number, sent: string, within: number): Promise<number | null> =>
    new Promise((done) => {
      const began = performance.now();
      const socket = connect(port, '127.0.0.1', () => socket.write(sent));
      const late = setTimeout(() => {
        socket.destroy();
        done(null);
      }, within);
      socket.on('error', () => undefined);
      // what it says before it ends has to be taken
      socket.on('data', () => undefined);
      socket.once('close', () => {
        clearTimeout(late);
        done(performance.now() - began);
      });
    });

  it('is one over which nothing comes, not one over which an answer is waited for, nor one that is used again', async () => {
    const app = await testApp({ listen: true });
    const sockets = new Set<Socket>();
    /** For how long each request lets its connection be idle, ms, as it is begun. */
    const begun: [method: string, ms: number][] = [];
    app.fastify.server.on('request', ({ method, socket }: IncomingMessage) => {
      sockets.add(socket);
      begun.push([method!, socket.timeout ?? 0]);
    });
    const agent = new Agent({ keepAlive: true, maxSockets: 1 });
    const ask = (method: string, path: string, body = ''): Promise<number> =>
      new Promise((done, failed) => {
        const headers = { 'content-type': 'application/json', ...(body ? { 'content-length': body.length } : {}) };
        const asked = request({ port: app.port, agent, method, path, headers }, (answer) => {
          answer.resume();
          answer.once('end', () => done(answer.statusCode!));
        });
        asked.once('error', failed);
        asked.end(body);
      });
    try {
      for (let i = 0; i < 20; i++) {
        expect(await ask('GET', '/api/pupils')).toBe(200);
        expect(await ask('PATCH', '/api/lessons/l', '{"aim":"Again"}')).toBe(200);
      }
      expect(new Set(begun.map(([method, ms]) => `${method} ${ms}`))).toEqual(new Set(['GET 0', 'PATCH 20000']));
      expect(sockets.size).toBe(1);
      expect([...sockets][0]!.timeout).not.toBe(20_000);
      expect([...sockets][0]!.listenerCount('timeout')).toBeLessThan(4);
    } finally {
      agent.destroy();
      await app.close();
    }
  });

  it('is ended: half a head after 10 s, a body that does not go on after 20', async () => {
    const app = await testApp({ listen: true });
    try {
      const [head, body] = await Promise.all([
        endedAfter(app.port, 'GET /api/health HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: ', 40_000),
        endedAfter(
          app.port,
          `POST /api/lessons/l/recordings?name=a.csv HTTP/1.1\r\nHost: 127.0.0.1:${app.port}\r\nContent-Type: application/octet-stream\r\nContent-Length: 100000\r\n\r\ntime`,
          40_000,
        ),
      ]);
      expect(head).toBeGreaterThan(5_000);
      expect(head).toBeLessThan(20_000);
      expect(body).toBeGreaterThan(15_000);
      expect(body).toBeLessThan(35_000);
      expect((await app.get('/api/health')).statusCode).toBe(200);
    } finally {
      await app.close();
    }
  }, 90_000);
});

describe('what lies in the data folder', () => {
  it('is its owner’s alone', async () => {
    const app = await testApp();
    expect(statSync(app.folder).mode & 0o777).toBe(0o700);
    await app.close();
  });
});

describe('pages of others', () => {
  for (const signIn of [false, true])
    it(`are not answered, on no socket either, ${signIn ? 'with' : 'without'} signing in`, async () => {
      const app = await testApp({ signIn, listen: true });
      const here = `127.0.0.1:${app.port}`;
      const status = async (headers: Record<string, string>, path = '/api/session') =>
        (await app.fastify.inject({ url: path, headers: { host: here, ...headers } })).statusCode;
      const opened = (origin: string): Promise<boolean> =>
        new Promise((done) => {
          const socket = new WebSocket(`ws://${here}/api/live`, { origin });
          socket.once('open', () => done(true));
          socket.once('error', () => done(false));
        });
      try {
        expect(await status({})).toBe(200);
        expect(await status({ origin: `http://${here}` })).toBe(200);
        for (const origin of ['http://elsewhere.example', 'null', `http://127.0.0.1:${app.port + 1}`])
          expect([await status({ origin }), await status({ origin }, '/'), await opened(origin)])
            .withContext(origin)
            .toEqual([403, 403, false]);
        // a page that calls itself by a name of its own that leads here
        expect(await status({ host: 'elsewhere.example' })).toBe(signIn ? 200 : 403);
        if (signIn) return;
        expect(await opened(`http://${here}`)).toBeTrue();
        for (const host of ['localhost:4310', '[::1]:4310', '127.0.0.2']) expect(await status({ host })).toBe(200);
        for (const host of ['localhost.example', '127.0.0.1.example', '10.0.0.4', '::1 '])
          expect(await status({ host }))
            .withContext(host)
            .toBe(403);
      } finally {
        await app.close();
      }
    });
});
