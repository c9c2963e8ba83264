import {
  AloneHome,
  AlonePast,
  AloneToday,
  type Hello,
  Practice,
  PracticeCame,
  Problem,
  PupilWithLessons,
  Share,
  type SharedDay,
} from '@vilko/contract';
import { addDays } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import * as z from 'zod';
import { packPupils } from '../house/pack-pupils.js';
import { openPupils } from '../house/unpack-pupils.js';
import { MOST } from '../reports/sent-back.js';
import { type TestApp, testApp } from '../testing/test-app.js';
import { blockFor } from './alone-plan.js';

const BOARDS: Hello['device'] = {
  kind: 'boards',
  name: 'Boards at home',
  rate: 100,
  plates: [{ centre: [0, 0.25] }, { centre: [0, -0.25] }],
  mat: null,
  channels: [],
};
const today = new Date().toISOString().slice(0, 10);
const END = {
  block: null,
  drill: null,
  rung: null,
  blocks: [],
  painBefore: null,
  painAfter: null,
  stopped: false,
  note: '',
};
const MEASURED = { by: 'measured', check: null, hits: 4, of: 5 };
const WISH = {
  ...{ fault: null, drills: ['arms-crossed-thirds'], rungs: [0], club: 'iron', minutes: 20, minor: false },
  ...{ from: addDays(today, -3), until: addDays(today, 10), days: [0, 1, 2, 3, 4, 5, 6], injuries: [], lacks: [] },
};

/** A house with boards at its bay. */
async function houseWithBoards(o: Parameters<typeof testApp>[0] = {}) {
  const app = await testApp(o);
  const bay = app.bays.first();
  const connect = () => bay.connect({ device: BOARDS } as Hello, () => undefined);
  const home = async () => AloneHome.parse((await app.get('/api/alone')).json());
  const begin = async () =>
    z.object({ lessonId: z.string() }).parse((await app.send('POST', '/api/alone/p', { bay: bay.id })).json()).lessonId;
  const practised = async (swings = 2) => {
    const lessonId = await begin();
    for (let seed = 0; seed < swings; seed++)
      await app.bring(simulate({ device: 'boards', seed: 70 + seed }).recording, `${seed}.vilko`, lessonId);
    return lessonId;
  };
  const end = (lessonId: string, more: object = {}) =>
    app.send('POST', `/api/alone/practices/${lessonId}/end`, { ...END, ...more });
  return { ...app, bay, connect, home, begin, practised, end };
}

describe('practising alone', () => {
  let app: Awaited<ReturnType<typeof houseWithBoards>>;
  beforeEach(async () => {
    app = await houseWithBoards();
  });
  afterEach(() => app.close());
  const practice = async (of: Pick<TestApp, 'get'> = app) =>
    Practice.parse((await of.get('/api/pupils/p/practice')).json());

  it('waits for a device, takes no bay in the middle of a lesson, and says which', async () => {
    expect(await app.home()).toEqual(jasmine.objectContaining({ bay: null, running: null }));
    app.connect();
    expect(await app.home()).toEqual(
      jasmine.objectContaining({ bay: { id: app.bay.id, name: 'Bay 3', device: 'boards' }, why: null, home: false }),
    );
    await app.bay.change({ lessonId: 'l', armed: true });
    expect(await app.home()).toEqual(
      jasmine.objectContaining({ bay: null, why: 'Bay 3 is in the middle of a lesson.' }),
    );
    const answer = await app.send('POST', '/api/alone/p', { bay: app.bay.id });
    expect([answer.statusCode, Problem.parse(answer.json()).message]).toEqual([
      422,
      'Bay 3 is in the middle of a lesson: nothing was begun.',
    ]);
    expect((await app.send('POST', '/api/alone/nobody', { bay: app.bay.id })).statusCode).toBe(404);
  });

  it('names nobody’s record: a name, a hand, today’s block', async () => {
    await app.send('PATCH', '/api/pupils/p', { story: 'between us' });
    const answer = await app.get('/api/alone');
    expect(AloneHome.parse(answer.json()).pupils).toEqual([{ id: 'p', name: 'Somebody', handed: 'right' }]);
    expect(answer.body).not.toContain('between us');
  });

  it('is a practice of its own: the bay hears it, and no list of lessons, day or comparison knows its swings', async () => {
    app.connect();
    const lessonId = await app.practised(3);
    expect(app.bay.state().lessonId).toBe(lessonId);
    expect((await app.home()).running).toEqual({ lessonId, pupilId: 'p', bay: app.bay.id });
    const lists = {
      pupils: z
        .array(PupilWithLessons)
        .parse((await app.get('/api/pupils')).json())
        .flatMap((p) => p.lessons),
      dashboard: (await app.get('/api/pupils/p/dashboard')).body,
      progress: (await app.get('/api/pupils/p/progress')).body,
      swings: (await app.get('/api/pupils/p/swings')).body,
      day: (await app.get('/api/today')).body,
    };
    expect(lists.pupils.map((l) => l.id)).toEqual(['l']);
    for (const body of [lists.dashboard, lists.progress, lists.swings, lists.day]) expect(body).not.toContain(lessonId);
    // it can be looked at all the same
    expect((await app.lesson(lessonId)).swings).toBe(3);
    expect((await app.lesson(lessonId)).alone).toBeTrue();
  });

  it('does today’s block, and its end stands in the logbook and on the plan, once; the bay is free', async () => {
    await app.send('POST', '/api/pupils/p/plans', { lessonId: 'l', wish: WISH });
    app.connect();
    const now = async () => AloneToday.parse((await app.get(`/api/alone/p?day=${today}`)).json());
    const { block, drill, rung } = await now();
    expect([block?.date, drill, rung]).toEqual([today, 'arms-crossed-thirds', 0]);
    const lessonId = await app.practised();
    const done = { block: block!.block, drill, rung, blocks: [MEASURED], painBefore: 1, painAfter: 2, note: 'Quiet.' };
    for (let i = 0; i < 2; i++) expect((await app.end(lessonId, done)).statusCode).toBe(200);
    const { log, plans } = await practice();
    expect(log.length).toBe(1);
    expect(log[0]).toEqual(
      jasmine.objectContaining({ kind: 'trainer', from: 'pupil', lessonId, blocks: [MEASURED], note: 'Quiet.', drill }),
    );
    expect(plans[0]!.plan.blocks.find((b) => b.date === today)?.result?.did).toBe('done');
    expect(app.bay.state().lessonId).toBeNull();
    const after = await now();
    expect(after.block?.date).toBe(addDays(today, 1));
    expect(after.past).toEqual([jasmine.objectContaining({ lessonId, swings: 2 })]);
  });

  it('leaves nothing where nothing was done, and says pain where it stopped', async () => {
    app.connect();
    const empty = await app.begin();
    expect(AlonePast.parse((await app.end(empty)).json()).swings).toBe(0);
    expect((await practice()).log).toEqual([]);
    expect((await app.get(`/api/lessons/${empty}`)).statusCode).toBe(404);
    const hurt = await app.begin();
    await app.end(hurt, { stopped: true, painBefore: 1, painAfter: 5 });
    expect((await practice()).log[0]).toEqual(
      jasmine.objectContaining({ note: 'Stopped by pain.', painBefore: 1, painAfter: 5 }),
    );
    // a lesson is no practice
    expect((await app.end('l')).statusCode).toBe(404);
    expect((await app.get('/api/alone/practices/l/file')).statusCode).toBe(404);
  });

  it('comes to another house as a file: as practice of whom it is given to, and nothing of the record with it', async () => {
    app.connect();
    await app.send('PATCH', '/api/pupils/p', { story: 'between us' });
    const lessonId = await app.practised();
    await app.end(lessonId, { blocks: [MEASURED] });
    const file = new Uint8Array((await app.get(`/api/alone/practices/${lessonId}/file`)).rawPayload);
    const there = await testApp({ pupil: { name: 'As the house knows them' } });
    try {
      const take = () => there.sendBytes('/api/pupils/p/practice-files', file);
      expect(PracticeCame.parse((await take()).json())).toEqual({ practices: 1, swings: 2, there: 0 });
      expect(PracticeCame.parse((await take()).json())).toEqual({ practices: 0, swings: 0, there: 3 });
      expect((await practice(there)).log.map((e) => e.blocks)).toEqual([[MEASURED]] as never);
      const { lessons } = z.object({ lessons: z.array(z.unknown()) }).parse((await there.get('/api/pupils/p')).json());
      expect(lessons.length).toBe(1);
      expect((await there.get('/api/pupils/p')).body).not.toContain('between us');
      const bundle = new Uint8Array((await there.get('/api/pupils/p/bundle')).rawPayload);
      const odd = await there.sendBytes('/api/pupils/p/practice-files', bundle);
      expect([odd.statusCode, Problem.parse(odd.json()).message.slice(0, 33)]).toEqual([
        422,
        'this is no file of practice alone',
      ]);
      expect((await there.sendBytes('/api/pupils/nobody/practice-files', file)).statusCode).toBe(404);
      // one that calls itself as a lesson of the house would bring its swings into it
      const forged = await openPupils(file, 'forged');
      const named = forged.head.lessons.map((l) => ({ ...l, id: 'l' }));
      const swings = forged.head.swings.map((s, i) => ({ ...s, id: `forged-${i}`, lessonId: 'l' }));
      const bad = await packPupils({ ...forged, head: { ...forged.head, lessons: named, swings, log: [] } });
      expect((await there.sendBytes('/api/pupils/p/practice-files', bad)).statusCode).toBe(422);
      expect((await there.lesson('l')).swings).toBe(0);
    } finally {
      await there.close();
    }
  });

  it('comes to the house behind the pupil’s link by the network; what does not go is said and kept', async () => {
    app.connect();
    const lessonId = await app.practised(1);
    await app.end(lessonId, { blocks: [MEASURED] });
    const there = await testApp({ listen: true });
    const send = (link: string) => app.send('POST', `/api/alone/practices/${lessonId}/send`, { link });
    const why = async (link: string) => Problem.parse((await send(link)).json()).message;
    const origin = `http://127.0.0.1:${there.port}`;
    try {
      const { token } = Share.parse((await there.send('POST', '/api/lessons/l/shares', { days: 30 })).json());
      expect(PracticeCame.parse((await send(`${origin}/shared/${token}`)).json()).swings).toBe(1);
      expect((await practice(there)).log.length).toBe(1);
      // through a link no disk is filled: the instructor can take the same file
      const { head, ...files } = await openPupils(
        new Uint8Array((await app.get(`/api/alone/practices/${lessonId}/file`)).rawPayload),
        'x',
      );
      const swings = Array.from({ length: MOST.alone }, (_, i) => ({ ...head.swings[0]!, id: `many-${i}` }));
      const many = await packPupils({ head: { ...head, swings }, ...files });
      const refused = await there.sendBytes(`/api/shared/${token}/practice`, many);
      expect([refused.statusCode, Problem.parse(refused.json()).message]).toEqual([
        422,
        `this page has taken all the swings it can (${MOST.alone}): give the file to your instructor, who can take it in.`,
      ]);
      expect(await why('my instructor')).toBe(
        'this is not the link of a pupil’s page (…/shared/…): the practice is kept here, and nothing was sent.',
      );
      expect(await why(`${origin}/shared/AAAAAAAAAAAAAAAAAAAAAA`)).toContain('This page is not open, or not any more');
      expect(await why(`http://127.0.0.1:1/shared/${token}`)).toContain('127.0.0.1:1 does not answer');
    } finally {
      await there.close();
    }
  });
});

describe('a machine at somebody’s home', () => {
  it('has practising alone on it, and nothing of the office', async () => {
    const app = await houseWithBoards({ home: true });
    try {
      app.connect();
      expect((await app.home()).home).toBeTrue();
      const lessonId = await app.practised(0);
      expect((await app.get(`/api/lessons/${lessonId}`)).statusCode).toBe(200);
      for (const path of [
        '/api/pupils',
        '/api/pupils/p',
        '/api/today',
        '/api/backups',
        '/api/letters',
        '/api/bookings',
      ])
        expect((await app.get(path)).statusCode)
          .withContext(path)
          .toBe(403);
      expect(Problem.parse((await app.send('POST', '/api/pupils/p/erase', { name: 'Somebody' })).json()).code).toBe(
        'at-home',
      );
    } finally {
      await app.close();
    }
  });
});

describe('the block for today', () => {
  const day = (date: string, more: Partial<SharedDay> = {}): SharedDay => ({
    ...{ block: date, date, drill: 'd', rung: 0, minutes: 20, withdrawn: false, did: null },
    ...more,
  });
  it('is the day’s own, else the next, else the last that was missed', () => {
    const days = [day('2026-12-01'), day('2026-12-03'), day('2026-12-05')];
    expect(blockFor(days, '2026-12-03')?.date).toBe('2026-12-03');
    expect(blockFor(days, '2026-12-04')?.date).toBe('2026-12-05');
    expect(blockFor(days, '2026-12-09')?.date).toBe('2026-12-05');
    expect(
      blockFor([day('2026-12-03', { did: 'done' }), day('2026-12-05', { withdrawn: true })], '2026-12-01'),
    ).toBeNull();
  });
});
