import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Film, Problem } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { type TestApp, testApp } from '../testing/test-app.js';
import { filmMime } from './film-service.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...Array.from({ length: 2000 }, (_, i) => i % 256));
const about = (angle: string) =>
  `angle=${encodeURIComponent(angle)}&duration=2.5&aspect=1.5&frameRate=30&impact=1.2&impactBy=sound`;

describe('films', () => {
  let app: TestApp;
  let swing: string;
  beforeAll(async () => {
    app = await testApp();
  });
  beforeEach(async () => {
    swing = (await app.bring(simulate({ device: 'boards', seed: 5 }).recording))[0]!.id;
  });
  afterAll(() => app.close());

  it('are told by their first bytes', () => {
    expect(filmMime(WEBM)).toBe('video/webm');
    expect(filmMime(Uint8Array.from([0, 0, 0, 24, ...new TextEncoder().encode('ftypisom')]))).toBe('video/mp4');
    expect(filmMime(new TextEncoder().encode('hello, I am text'))).toBeNull();
  });

  it('lie beside a swing, three at most, each from another side, and are sent in ranges', async () => {
    const add = (angle: string) => app.sendBytes(`/api/swings/${swing}/films?${about(angle)}`, WEBM);
    const first = Film.parse((await add('face on')).json());
    const second = Film.parse((await add('face on')).json());
    const third = Film.parse((await add('down the line')).json());
    expect([first.angle, second.angle, third.angle]).toEqual(['face on', 'down the line', 'overhead']);
    expect(Problem.parse((await add('face on')).json()).message).toContain('three films already');
    const { films } = (await app.lesson()).rack.find((s) => s.id === swing)!;
    expect(films.map((f) => f.angle)).toEqual(['face on', 'down the line', 'overhead']);
    const part = await app.fastify.inject({ url: `/api/films/${first.id}/file`, headers: { range: 'bytes=10-19' } });
    expect(part.statusCode).toBe(206);
    expect(new Uint8Array(part.rawPayload)).toEqual(WEBM.slice(10, 20));
    expect(part.headers['content-type']).toContain('video/webm');
  });

  it('keep lines and marks, can be deleted and put back', async () => {
    const film = Film.parse((await app.sendBytes(`/api/swings/${swing}/films?${about('face on')}`, WEBM)).json());
    const filmsNow = async () => (await app.lesson()).rack.find((s) => s.id === swing)!.films.map((f) => f.id);
    const line = {
      id: 'a',
      kind: 'stick' as const,
      points: [[0.1, 0.2] as [number, number], [0.3, 0.9] as [number, number]],
      drawnAt: 0.5,
      cm: null,
    };
    const changed = Film.parse(
      (await app.send('PATCH', `/api/films/${film.id}`, { lines: [line], impact: 1.25, impactBy: 'mark' })).json(),
    );
    expect([changed.lines, changed.impact, changed.impactBy]).toEqual([[line], 1.25, 'mark']);
    await app.send('DELETE', `/api/films/${film.id}`);
    expect(await filmsNow()).toEqual([]);
    await app.send('POST', `/api/films/${film.id}/restore`);
    expect(await filmsNow()).toEqual([film.id]);
  });

  it('are refused when they are none, and need a swing', async () => {
    const text = await app.sendBytes(
      `/api/swings/${swing}/films?${about('face on')}`,
      new TextEncoder().encode('not a film'),
    );
    expect(text.statusCode).toBe(422);
    expect((await app.sendBytes(`/api/swings/nobody/films?${about('face on')}`, WEBM)).statusCode).toBe(404);
    expect((await app.get('/api/films/nobody/file')).statusCode).toBe(404);
  });

  it('that are called by a way out of their folder come back with nothing of what they came in', async () => {
    const other = await testApp();
    try {
      const [s] = await other.bring(simulate({ device: 'boards', seed: 5 }).recording);
      const film = Film.parse((await other.sendBytes(`/api/swings/${s!.id}/films?${about('face on')}`, WEBM)).json());
      const bundle = unzipSync(new Uint8Array((await other.get('/api/pupils/p/bundle')).rawPayload));
      await other.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
      const restored = async (id: string, file = id) => {
        const head = strFromU8(bundle['pupils.json']!).replaceAll(film.id, id);
        const packed = zipSync({ ...bundle, 'pupils.json': strToU8(head), [`films/${file}.webm`]: WEBM });
        return other.sendBytes('/api/restore?name=b.zip', packed);
      };
      for (const id of ['../../x', '/tmp/x', '..', 'a\\u0000b', '']) {
        const refused = await restored(id, 'x');
        expect([refused.statusCode, Problem.parse(refused.json()).message])
          .withContext(id)
          .toEqual([422, jasmine.stringContaining('letters, figures and hyphens only')]);
        // a file that lies in the archive under such a name is refused before
        expect((await restored(id)).statusCode)
          .withContext(id)
          .toBe(422);
      }
      expect((await other.get('/api/pupils')).json<unknown[]>()).toEqual([]);
      expect(existsSync(join(other.folder, '..', 'x.webm'))).toBeFalse();
      expect((await restored('x')).statusCode).toBe(200);
      const damaged = zipSync({ ...bundle, 'pupils.json': strToU8('{"vilko":') });
      expect(Problem.parse((await other.sendBytes('/api/restore?name=b.zip', damaged)).json()).message).toContain(
        'is damaged',
      );
    } finally {
      await other.close();
    }
  });
});
