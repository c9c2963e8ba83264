import { Film, Problem } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
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
});
