import { BinEntry, Entered, EnteredSwing, Film, type NewEnteredSwing, Problem, Restored } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import * as z from 'zod';
import { type TestApp, testApp } from '../testing/test-app.js';

const SHEET: NewEnteredSwing = {
  at: '2026-10-25T14:10:00.000Z',
  club: 'iron',
  clubName: '7-iron',
  source: 'the sheet of another range',
  values: [
    { measure: 'share.lead.p7', value: 58, u: 4 },
    { measure: 'ball.carry', value: 131, u: null },
  ],
  note: '',
};
const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3);

describe('numbers that were entered', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const enter = async (swing: NewEnteredSwing = SHEET) =>
    EnteredSwing.parse((await app.send('POST', '/api/lessons/l/entered', swing)).json());
  const all = async () => Entered.parse((await app.get('/api/pupils/p/entered')).json());

  it('are kept with their source, changed, taken away and put back, in the lesson and over all lessons', async () => {
    const kept = await enter();
    const later = await enter({ ...SHEET, at: '2026-10-26T09:00:00.000Z' });
    expect((await app.lesson()).entered).toEqual([kept, later]);
    expect((await all()).swings).toEqual([kept, later]);
    const changed = await app.send('PUT', `/api/entered/${kept.id}`, { ...SHEET, note: 'The mean of five.' });
    expect(EnteredSwing.parse(changed.json())).toEqual({ ...kept, note: 'The mean of five.' });
    await app.send('DELETE', `/api/entered/${kept.id}`);
    expect((await app.lesson()).entered).toEqual([later]);
    const [lying] = z.array(BinEntry).parse((await app.get('/api/bin')).json());
    expect([lying!.kind, lying!.what, lying!.pupil]).toEqual([
      'entered swing',
      '7-iron, from the sheet of another range',
      'Somebody',
    ]);
    await app.send('POST', `/api/entered/${kept.id}/restore`);
    expect((await app.lesson()).entered.map((s) => s.note)).toEqual(['The mean of five.', '']);
  });
  it('stand in no rack, no set and no finding', async () => {
    const swings = await app.bring(simulate({ device: 'boards', seed: 5, swings: 3 }).recording);
    const findings = async () => (await app.get('/api/lessons/l/findings')).body;
    const before = await findings();
    await enter({ ...SHEET, values: [{ measure: 'share.lead.p7', value: 2, u: null }] });
    expect(await findings()).toBe(before);
    expect((await app.lesson()).rack.map((s) => s.id)).toEqual(swings.map((s) => s.id));
    expect((await app.get('/api/pupils/p/swings')).json()).toHaveSize(swings.length);
  });
  it('are refused in one sentence where no source, no number or no such measure is named', async () => {
    const refused = async (change: object) => {
      const answer = await app.send('POST', '/api/lessons/l/entered', { ...SHEET, ...change });
      expect([400, 422]).toContain(answer.statusCode);
      return Problem.parse(answer.json()).message;
    };
    expect(await refused({ source: ' ' })).toContain('say where the numbers come from');
    expect(await refused({ values: [] })).toContain('enter at least one number');
    expect(await refused({ values: [{ measure: 'share.nowhere', value: 1, u: null }] })).toBe(
      'there is no measure "share.nowhere".',
    );
    expect(await refused({ values: [SHEET.values[0], SHEET.values[0]] })).toContain('a measure stands there twice');
    expect((await app.send('POST', '/api/lessons/none/entered', SHEET)).statusCode).toBe(404);
    expect((await app.send('PUT', '/api/entered/none', SHEET)).statusCode).toBe(404);
    expect((await app.get('/api/pupils/none/entered')).statusCode).toBe(404);
    expect((await all()).swings).toEqual([]);
  });
  it('go along with the pupil, are erased with the pupil, and come back from what was taken along', async () => {
    const kept = await enter();
    const bundle = (await app.get('/api/pupils/p/bundle')).rawPayload;
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect((await app.get('/api/pupils/p/entered')).statusCode).toBe(404);
    Restored.parse((await app.sendBytes('/api/restore?name=a.zip', new Uint8Array(bundle))).json());
    expect((await all()).swings).toEqual([kept]);
  });

  it('are read from films too: what was followed by hand, at the events of its swing', async () => {
    const { recording, motion } = simulate({ device: 'boards', seed: 5 });
    const swing = (await app.bring(recording))[0]!;
    const { p4, p7 } = motion.plans[0]!.times;
    const add = await app.sendBytes(
      `/api/swings/${swing.id}/films?angle=overhead&duration=3&aspect=1&frameRate=60&impact=2&impactBy=mark`,
      WEBM,
    );
    const film = Film.parse(add.json());
    expect([film.angle, film.followed]).toEqual(['overhead', []]);
    const frame = (t: number, turned: number) => ({
      t,
      points: [
        [0.5 - 0.2 * Math.cos(turned), 0.5 - 0.2 * Math.sin(turned)],
        [0.5 + 0.2 * Math.cos(turned), 0.5 + 0.2 * Math.sin(turned)],
      ],
    });
    const hips = {
      id: 'h',
      of: 'hips-turn',
      name: '',
      frames: [frame(0.4, 0), frame(2 + p4 - p7, Math.PI / 4), frame(2, -Math.PI / 6)],
      touchedAt: null,
    };
    await app.send('PATCH', `/api/films/${film.id}`, { followed: [hips] });
    const read = (await all()).film;
    expect(read.map((f) => [f.swingId, f.of, f.moment, f.side])).toEqual([
      [swing.id, 'hips-turn', 'p4', 'overhead'],
      [swing.id, 'hips-turn', 'p7', 'overhead'],
    ]);
    expect(read[0]!.value).toBeCloseTo(45, 6);
    expect(read[1]!.value).toBeCloseTo(-30, 6);
    // a change of something else leaves what was followed
    await app.send('PATCH', `/api/films/${film.id}`, { note: 'from the ladder' });
    expect((await app.lesson()).rack[0]!.films[0]!.followed).toHaveSize(1);
  });
});
