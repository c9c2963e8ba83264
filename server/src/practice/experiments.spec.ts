import { Experiment, Problem } from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import * as z from 'zod';
import { type TestApp, testApp } from '../testing/test-app.js';

const ABOUT = {
  with: 'Lead heel down first',
  without: 'As you like',
  measure: { of: 'swing', id: 'share.lead.p7' },
  perArm: 4,
  warmUp: 1,
};

describe('an experiment', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const all = async () => z.array(Experiment).parse((await app.get('/api/lessons/l/experiments')).json());
  const now = async () => (await all()).at(-1)!;
  const begin = async (more: object = {}) =>
    z
      .array(Experiment)
      .parse((await app.send('POST', '/api/lessons/l/experiments', { ...ABOUT, ...more })).json())
      .at(-1)!;
  let seed = 100;
  /** One more swing; `leads` SDs more load on the lead foot at impact. */
  const swing = (leads = 0) =>
    app.bring(
      simulate({ device: 'mat', seed: seed++, style: { spread: 0.15, tendencies: { leadP7: leads } } }).recording,
      `s${seed}.vilko`,
    );

  it('draws with and without at random in blocks, counts the warm-up out, and says nothing before the end', async () => {
    await swing();
    const e = await begin();
    expect(e.order.filter((a) => a === 'with').length).toBe(4);
    for (const half of [e.order.slice(0, 4), e.order.slice(4)]) expect(half.filter((a) => a === 'with').length).toBe(2);
    expect([e.next, e.trials]).toEqual(['warm-up', []]);
    await swing();
    expect((await now()).next).toBe(e.order[0]!);
    for (const arm of e.order) {
      expect((await now()).answer).toBeNull();
      await swing(arm === 'with' ? 0 : -4);
    }
    const done = await now();
    expect(done.next).toBeNull();
    expect(done.trials.map((t) => t.arm)).toEqual(['warm-up', ...e.order]);
    const { answer } = done;
    expect(answer!.n).toEqual([4, 4]);
    expect(answer!.word).toBe('real change');
    expect(answer!.difference).toBeGreaterThan(3);
    expect(answer!.interval[0]).toBeGreaterThan(0);
    // a swing after the end belongs to no trial
    await swing();
    expect((await now()).trials.length).toBe(9);
  });

  it('repeats at the end what did not count, keeps every swing’s trial when one is deleted, ends and goes on', async () => {
    const e = await begin({ warmUp: 0 });
    const first = (await swing())[0]!;
    await swing();
    expect((await now()).trials.map((t) => t.arm)).toEqual(e.order.slice(0, 2));
    await app.send('DELETE', `/api/swings/${first.id}`);
    const after = await now();
    expect(after.trials.map((t) => [t.arm, t.value === null])).toEqual([
      [e.order[0]!, true],
      [e.order[1]!, false],
    ]);
    expect(after.next).toBe(e.order[2]!);
    const act = async (payload: object) =>
      z
        .array(Experiment)
        .parse((await app.send('POST', `/api/experiments/${e.id}`, payload)).json())
        .at(-1)!;
    await act({ act: 'void', swingId: first.id, void: true });
    expect((await act({ act: 'end' })).next).toBeNull();
    expect((await act({ act: 'resume' })).next).toBe(e.order[2]!);
    for (let i = 2; i < 8; i++) await swing();
    // all of the drawn order is done; the voided one comes once more
    expect((await now()).next).toBe(e.order[0]!);
    await swing();
    expect((await now()).next).toBeNull();
  });

  it('measures what the ball did, too, and refuses what has no difference that matters', async () => {
    const e = await begin({ warmUp: 0, measure: { of: 'ball', id: 'carry' } });
    expect([e.words, e.unit]).toEqual(['carry', 'm']);
    const head = (await swing())[0]!;
    await app.send('PATCH', `/api/swings/${head.id}/shot`, { carry: 151 });
    expect((await now()).trials[0]!.value).toBe(151);
    const refused = await app.send('POST', '/api/lessons/l/experiments', {
      ...ABOUT,
      measure: { of: 'swing', id: 'path.shape' },
    });
    expect(Problem.parse(refused.json()).message).toContain('no difference that matters is known');
    expect((await app.send('POST', '/api/lessons/nowhere/experiments', ABOUT)).statusCode).toBe(404);
    expect((await app.send('POST', '/api/experiments/nothing', { act: 'end' })).statusCode).toBe(404);
    // a new one ends the one that ran
    await begin();
    expect((await all())[0]!.next).toBeNull();
  });

  it('goes with the pupil’s bundle and comes back from it', async () => {
    const e = await begin();
    const bundle = await app.get('/api/pupils/p/bundle');
    await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' });
    expect((await app.get('/api/lessons/l/experiments')).statusCode).toBe(404);
    await app.sendBytes('/api/restore?name=p.zip', new Uint8Array(bundle.rawPayload));
    expect((await now()).order).toEqual(e.order);
  });
});
