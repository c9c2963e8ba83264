import { type MonitorShot, NO_SHOT, Problem, ShotsImported, SwingHead } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import { WebSocket } from 'ws';
import { type TestApp, testApp } from '../testing/test-app.js';
import { byHand } from './shot-service.js';
import { readShots } from './read-shots.js';

describe('a list of shots', () => {
  it('is read by its header, with units in brackets, empty cells as no reading', () => {
    const { shots, columns, left } = readShots(
      'swing,Carry [yd],Club speed (mph),path (°),Strike,smash\n1,150,82,-1.5,thin,1.3\n2,,80,,,\n',
      'shots.csv',
    );
    expect(shots[0]!.values.carry).toBeCloseTo(137.16, 6);
    expect(shots[0]!.values.clubSpeed).toBeCloseTo(36.657, 3);
    expect([shots[0]!.values.path, shots[0]!.values.strike]).toEqual([-1.5, 'thin']);
    expect([shots[1]!.values.carry, shots[1]!.values.strike]).toEqual([null, null]);
    expect([columns.length, left]).toEqual([5, ['smash']]);
  });

  it('takes semicolons and tabs', () => {
    expect(readShots('time;carry\n2026-11-01T10:00:00Z;120\n', 's.csv').shots[0]!.at!.toISOString()).toBe(
      '2026-11-01T10:00:00.000Z',
    );
    expect(readShots('swing\tspin\n3\t6500\n', 's.csv').shots[0]!.values.spin).toBe(6500);
  });

  for (const [text, says] of [
    ['carry,path\n120,1\n', /neither a "time" nor a "swing" column/],
    ['swing,foo\n1,2\n', /no column that says what the ball did/],
    ['swing,carry (mph)\n1,2\n', /not a unit for it/],
    ['swing,carry\n1,1200\n', /carry cannot be "1200".*line 2/],
    ['swing,strike\n1,great\n', /"great" is not a strike/],
    ['time,carry\nyesterday,100\n', /"yesterday" is not a date and time/],
    ['swing,carry\n', /holds no shots/],
  ] as const)
    it(`is refused in one sentence: ${says.source}`, () => {
      expect(() => readShots(text, 'shots.csv')).toThrowError(says);
    });
});

describe('left and right', () => {
  it('are mirrored once for a left-hander when a feed gives them absolute', () => {
    const values = { ...NO_SHOT, path: 2, face: -1, carry: 100, curve: null };
    expect(byHand(values, 'left')).toEqual({ ...values, path: -2, face: 1 });
    expect(byHand(values, 'right')).toEqual(values);
  });
});

describe('shots and swings', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp({ listen: true });
    await app.bays.first().change({ lessonId: 'l' });
  });
  afterAll(() => app.close());

  const bring = async () => (await app.bring(simulate({ device: 'boards', seed: 5 }).recording))[0]!;

  it('are entered by hand, corrected, and taken away', async () => {
    const swing = await bring();
    const patch = async (values: object) =>
      SwingHead.parse((await app.send('PATCH', `/api/swings/${swing.id}/shot`, values)).json()).shot!;
    expect((await patch({ carry: 118, strike: 'fat' })).values.strike).toBe('fat');
    const corrected = await patch({ carry: 121.5, divot: 'before' });
    expect([corrected.values.carry, corrected.values.strike, corrected.values.divot, corrected.source]).toEqual([
      121.5,
      'fat',
      'before',
      'keyboard',
    ]);
    expect(SwingHead.parse((await app.send('DELETE', `/api/swings/${swing.id}/shot`)).json()).shot).toBeNull();
  });

  it('find each other in time, whichever comes first; a shot without a swing waits', async () => {
    const monitor = new WebSocket(`ws://127.0.0.1:${app.port}/api/shots`);
    await new Promise((r) => monitor.once('open', r));
    monitor.send(
      JSON.stringify({ type: 'hello', protocol: 'vilko-shots', version: 1, name: 'Test monitor', sides: 'absolute' }),
    );
    const say = (ago: number, carry: number) =>
      monitor.send(JSON.stringify({ type: 'shot', ago, values: { ...NO_SHOT, carry } } satisfies MonitorShot));
    const shotOf = async (id: string) => (await app.lesson()).rack.find((s) => s.id === id)!.shot;
    const swing = await bring();
    say(0, 131);
    for (let i = 0; i < 50 && !(await shotOf(swing.id)); i++) await new Promise((r) => setTimeout(r, 20));
    expect((await shotOf(swing.id))!.values.carry).toBe(131);
    expect(app.bays.first().state().monitor).toBe('Test monitor');
    monitor.close();
    // an hour away belongs to nobody
    const answer = await app.sendBytes(
      '/api/lessons/l/shots?name=shots.csv',
      new TextEncoder().encode('time,carry\n2026-11-01T10:00:00Z,100\n'),
    );
    expect(ShotsImported.parse(answer.json())).toEqual({
      matched: 0,
      waiting: 1,
      columns: ['time', 'carry'],
      left: [],
    });
  });

  it('are matched by the number of the swing where a list counts', async () => {
    const swing = await bring();
    const text = `swing,carry,path\n${swing.number},140,3\n`;
    const answer = await app.sendBytes(
      '/api/lessons/l/shots?name=shots.csv&sides=absolute',
      new TextEncoder().encode(text),
    );
    expect(ShotsImported.parse(answer.json()).matched).toBe(1);
    expect((await app.lesson()).rack.find((s) => s.id === swing.id)!.shot!.values.path).toBe(3);
    const refused = await app.sendBytes('/api/lessons/l/shots?name=shots.csv', new TextEncoder().encode('a,b\n1,2\n'));
    expect(refused.statusCode).toBe(422);
    expect(Problem.parse(refused.json()).message).toContain('cannot be matched');
  });
});
