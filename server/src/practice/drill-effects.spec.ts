import { Progress } from '@vilko/contract';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import { type TestApp, testApp } from '../testing/test-app.js';

describe('progress', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
    await app.pupils.addLesson({
      id: 'l2',
      pupilId: 'p',
      startedAt: new Date('2026-11-20T10:00:00Z'),
      bay: 'Bay 3',
      aim: '',
    });
  });
  afterEach(() => app.close());

  let seed = 500;
  const swings = async (lesson: string, n: number, o: Partial<SimulateOptions>): Promise<void> => {
    for (let i = 0; i < n; i++)
      await app.bring(simulate({ device: 'mat', seed: seed++, ...o }).recording, `a${seed}.vilko`, lesson);
  };
  const progress = async () => Progress.parse((await app.get('/api/pupils/p/progress')).json());
  const log = (drill: string) =>
    app.send('POST', '/api/pupils/p/log', {
      at: new Date().toISOString(),
      kind: 'home',
      drill,
      rung: 0,
      passed: null,
      painBefore: null,
      painAfter: null,
      felt: null,
      note: '',
    });

  it('says what a drill did from the swings before it and those with it, and what else moved', async () => {
    expect(await progress()).toEqual({ steadiness: [], drills: [], within: [] });
    await swings('l', 6, { fault: 'hangs-back', style: { spread: 0.3 } });
    await log('arms-crossed-thirds');
    const [waiting] = (await progress()).drills;
    expect([waiting!.drill, waiting!.measure, waiting!.before!.n, waiting!.after, waiting!.word]).toEqual([
      'arms-crossed-thirds',
      'share.lead.p7',
      6,
      null,
      null,
    ]);
    await swings('l2', 6, { style: { spread: 0.3 } });
    const [done] = (await progress()).drills;
    expect([done!.word, done!.after!.lessonId, done!.until]).toEqual(['real change', 'l2', null]);
    expect(done!.after!.mean).toBeGreaterThan(done!.before!.mean + 5);
    expect(done!.beside.some((b) => b.measure === 'share.lead.p7')).toBeFalse();
    // what its test asks for is not in ordinary swings: the agreed measure tells
    await app.send('PATCH', '/api/lessons/l', { measure: 'share.lead.p4' });
    await log('trail-step');
    expect((await progress()).drills.at(-1)!.measure).toBe('share.lead.p4');
    // the next drill ends the one before: what comes now is its doing
    const [first, second] = (await progress()).drills;
    expect([first!.until !== null, first!.after!.n, second!.before!.lessonId, second!.after]).toEqual([
      true,
      6,
      'l2',
      null,
    ]);
  });

  it('of a pupil who changed within a lesson says where, and takes how it ended; the change is no spread', async () => {
    await swings('l', 7, { fault: 'hangs-back', style: { spread: 0.2 } });
    await swings('l', 7, { style: { spread: 0.2 } });
    await swings('l2', 8, { style: { spread: 0.2 } });
    const { within, steadiness } = await progress();
    expect(within.map((w) => [w.lessonId, w.of, w.steps.map((s) => s.at).includes(8)])).toEqual([['l', 14, true]]);
    const row = steadiness.find((r) => r.measure === 'share.lead.p7')!;
    expect(row.first.n).toBeLessThanOrEqual(7);
    expect(row.first.sd!).withContext('within the run').toBeLessThan(3);
    await log('arms-crossed-thirds');
    const [drill] = (await progress()).drills;
    expect(drill!.before!.lessonId).toBe('l2');
  });

  it('compares how far swings scatter in the first and the last lesson; exercises stay out', async () => {
    await swings('l', 8, { style: { spread: 1.4 } });
    await swings('l2', 8, { style: { spread: 0.1 } });
    const before = (await progress()).steadiness;
    const row = before.find((r) => r.measure === 'share.lead.p7')!;
    expect([row.first.n, row.last.n]).toEqual([8, 8]);
    expect(row.last.sd!).toBeLessThan(row.first.sd!);
    expect(before.some((r) => r.word === 'steadier')).toBeTrue();
    const last = (await app.lesson('l2')).rack.at(-1)!;
    await app.send('PATCH', `/api/swings/${last.id}`, { tag: 'exercise' });
    expect((await progress()).steadiness.find((r) => r.measure === 'share.lead.p7')!.last.n).toBe(7);
    expect((await app.get('/api/pupils/nobody/progress')).statusCode).toBe(404);
  });
});
