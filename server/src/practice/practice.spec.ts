import {
  NO_PROFILE,
  type PracticeTask,
  LogEntry,
  Practice,
  PracticePlan,
  Problem,
  type Pupil,
  SwingHead,
} from '@vilko/contract';
import type { PlanWish } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { type TestApp, testApp } from '../testing/test-app.js';

const WISH: PlanWish = {
  fault: 'hangs-back',
  drills: ['arms-crossed-thirds'],
  rungs: [0],
  club: 'iron',
  from: '2026-11-23',
  until: '2026-12-11',
  days: [0, 2, 4],
  minutes: 30,
  injuries: [],
  lacks: [],
  minor: false,
};
const ENTRY = {
  at: '2026-11-24T18:00:00.000Z',
  kind: 'home',
  drill: null,
  rung: null,
  passed: null,
  painBefore: null,
  painAfter: null,
  felt: null,
  note: '',
};
const TASK: PracticeTask = {
  drill: 'arms-crossed-thirds',
  rung: 0,
  measure: 'share.lead.p7',
  band: [64, 92],
  k: 2,
  n: 3,
};
const done = { did: 'done', test: 'passed', painBefore: null, painAfter: null, note: '' } as const;

describe('practice', () => {
  let app: TestApp;
  const house = async (profile: Partial<Pupil['profile']> = {}): Promise<void> => {
    app = await testApp({ pupil: { profile: { ...NO_PROFILE, ...profile } } });
  };
  afterEach(() => app.close());

  const of = async (id = 'p') => Practice.parse((await app.get(`/api/pupils/${id}/practice`)).json());
  const make = async (wish: Partial<PlanWish> = {}) =>
    app.send('POST', '/api/pupils/p/plans', { lessonId: 'l', wish: { ...WISH, ...wish } });
  const made = async (wish: Partial<PlanWish> = {}) => PracticePlan.parse((await make(wish)).json());
  const act = async (id: string, a: object) => app.send('POST', `/api/plans/${id}`, a);
  const said = (r: { json: () => unknown }) => Problem.parse(r.json()).message;

  it('is planned within what is on record, whatever the wish says', async () => {
    await house({ injuries: ['ankle'] });
    expect((await made()).plan.wish.injuries).toEqual(['ankle']);
    const refused = await make({ drills: ['trail-toe-prop'], injuries: [] });
    expect(refused.statusCode).toBe(422);
    expect(said(refused)).toBe('Trail toe prop cannot be planned: not with: ankle.');
    expect((await app.send('POST', '/api/pupils/nobody/plans', { lessonId: null, wish: WISH })).statusCode).toBe(404);
  });

  it('asks for a parent’s consent, and for no maximal effort of a minor', async () => {
    await house({ ageBand: '12–15' });
    expect(said(await make())).toContain('consent of a parent');
    await app.send('PATCH', '/api/pupils/p', {
      profile: { ...NO_PROFILE, ageBand: '12–15', consent: { by: 'Mother', on: '2026-01-01' } },
    });
    expect((await made({ club: 'driver' })).plan.wish.minor).toBeTrue();
    expect(said(await make({ drills: ['skater-hops'] }))).toContain('no maximal efforts for children');
  });

  it('runs one plan at a time; a block is moved within the limits, logged, taken back; a plan is put aside and resumed', async () => {
    await house();
    const first = await made();
    const second = await made({ minutes: 20 });
    expect((await of()).plans.map((p) => [p.id, p.endedAt === null])).toEqual([
      [second.id, true],
      [first.id, false],
    ]);
    const moved = await act(second.id, { act: 'move', block: 'block-2', to: '2026-11-26', today: '2026-11-24' });
    expect(PracticePlan.parse(moved.json()).plan.blocks[1]!.date).toBe('2026-11-26');
    expect(
      said(await act(second.id, { act: 'move', block: 'block-2', to: '2026-11-27', today: '2026-11-24' })),
    ).toContain('two sessions a day');
    await act(second.id, { act: 'log', block: 'block-1', result: done });
    expect((await of()).progress).toEqual([
      jasmine.objectContaining({ drill: 'arms-crossed-thirds', open: 1, passed: [0], swings: 0 }),
    ]);
    await act(second.id, { act: 'log', block: 'block-1', result: null });
    expect((await of()).progress).toEqual([]);
    await act(second.id, { act: 'end' });
    expect((await of()).plans.every((p) => p.endedAt !== null)).toBeTrue();
    await act(second.id, { act: 'resume' });
    expect((await of()).plans[0]!.endedAt).toBeNull();
    expect(said(await act('nowhere', { act: 'end' }))).toContain('does not exist any more');
  });

  it('goes into a calendar: a day for each block with its cautions, without what pain has stopped', async () => {
    await house();
    const { id } = await made({ drills: ['arms-crossed-thirds', 'tap-after'], rungs: [0, 0] });
    await act(id, { act: 'log', block: 'block-1', result: { ...done, did: 'stopped', test: null } });
    const answer = await app.get(`/api/plans/${id}/calendar.ics`);
    expect(answer.headers['content-type']).toContain('text/calendar');
    // RFC 5545: long lines are folded by a line break and a blank
    const lines = answer.body.replaceAll(/\r\n[ \t]/g, '').split('\r\n');
    expect([lines[0], lines.at(-2) || lines.at(-1)]).toEqual(['BEGIN:VCALENDAR', 'END:VCALENDAR']);
    const starts = lines.filter((l) => l.startsWith('DTSTART'));
    expect(starts).toEqual(
      ['23', '25', '30']
        .map((d) => `DTSTART;VALUE=DATE:202611${d}`)
        .concat(['04', '09'].map((d) => `DTSTART;VALUE=DATE:202612${d}`)),
    );
    const [text] = lines.filter((l) => l.startsWith('DESCRIPTION') && l.includes('Tap after'));
    expect(text).toContain('Stop on pain.');
    expect(text).toContain('no ball\\, slow');
    expect(answer.body.split('\r\n').every((l) => Buffer.byteLength(l) <= 75)).toBeTrue();
  });

  it('keeps what was not measured in the logbook; an entry is deleted and comes back', async () => {
    await house();
    const entry = LogEntry.parse(
      (
        await app.send('POST', '/api/pupils/p/log', {
          ...ENTRY,
          kind: 'self-check',
          checks: { 'finish-tap': 'yes' },
          felt: 70,
        })
      ).json(),
    );
    expect((await of()).log).toEqual([entry]);
    await app.send('POST', `/api/log/${entry.id}/delete`);
    expect((await of()).log).toEqual([]);
    expect(LogEntry.parse((await app.send('POST', `/api/log/${entry.id}/restore`)).json())).toEqual(entry);
    expect((await app.send('POST', '/api/log/nowhere/delete')).statusCode).toBe(404);
    expect((await app.send('POST', '/api/pupils/p/log', { ...ENTRY, painBefore: 11 })).statusCode).toBe(400);
  });

  it('opens the next rung when k of n swings of the trainer lie in the band, or somebody’s eye says so', async () => {
    await house();
    const train = async (seed: number, task: PracticeTask, fault?: string): Promise<SwingHead> => {
      const { recording } = simulate({ device: 'mat', seed, ...(fault ? { fault } : {}) });
      const about = {
        lessonId: 'l',
        club: 'iron',
        clubName: '7-iron',
        source: 'bay',
        file: null,
        recordedAt: new Date(),
        tag: 'exercise',
      } as const;
      return (await app.demo.service.store(recording, { ...about, task }))!;
    };
    const miss = await train(1, TASK, 'hangs-back');
    expect([miss.task!.answer, miss.task!.reason, miss.tag]).toEqual(['under', null, 'exercise']);
    // measured, never judged
    expect([miss.judgedBy, miss.fit, miss.mainFault]).toEqual([null, null, null]);
    expect((await of()).progress[0]).toEqual(jasmine.objectContaining({ open: 0, passed: [], swings: 1 }));
    expect((await train(2, TASK)).task!.answer).toBe('in');
    await train(3, TASK);
    expect((await of()).progress[0]).toEqual(jasmine.objectContaining({ open: 1, passed: [0], swings: 3 }));
    await app.send('POST', '/api/pupils/p/log', {
      ...ENTRY,
      kind: 'trainer',
      drill: TASK.drill,
      rung: 1,
      passed: true,
    });
    expect((await of()).progress[0]!.open).toBe(2);
    // the aid on the plate falsifies the number: none is said
    const sponge = await train(4, {
      ...TASK,
      drill: 'squash-under-lead',
      measure: 'foot.lead.fwd.p7',
      band: [null, 50],
    });
    expect([sponge.task!.value, sponge.task!.answer]).toEqual([null, null]);
    expect(sponge.task!.reason).toContain('not with the aid on the plate');
    // what a device cannot measure is said
    const sideways = await train(5, {
      ...TASK,
      drill: null,
      rung: null,
      measure: 'force.target.peak',
      band: [11, null],
    });
    expect(sideways.task!.reason).toContain('cannot measure horizontal forces');
  });

  it('belongs to the pupil: it goes with a merge, is in the backup, and is erased', async () => {
    await house();
    await made();
    await app.send('POST', '/api/pupils/p/log', { ...ENTRY, note: 'At home.' });
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    const bytes = new Uint8Array((await app.get(`/api/backups/${name}`)).rawPayload);
    const kept = (
      await app.send('POST', '/api/pupils', {
        name: 'Twice',
        about: '',
        handed: 'right',
        stature: null,
        mass: null,
        story: '',
        profile: NO_PROFILE,
      })
    ).json<{ id: string }>();
    await app.send('POST', `/api/pupils/${kept.id}/merge`, { double: 'p' });
    const theirs = await of(kept.id);
    expect([theirs.plans.length, theirs.log.length]).toEqual([1, 1]);
    await app.send('POST', `/api/pupils/${kept.id}/erase`, { name: 'Twice' });
    await app.sendBytes(`/api/restore?name=${name}`, bytes);
    const back = await of();
    expect([back.plans.length, back.log.map((e) => e.note)]).toEqual([1, ['At home.']]);
  });
});
