import { LabelledSwing, LessonFindings, OwnPatterns, PatternVersion, Problem, SwingHead } from '@vilko/contract';
import { patternOf, type Pattern } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { testApp } from '../testing/test-app.js';

type App = Awaited<ReturnType<typeof testApp>>;

const own = (change: Partial<Pattern> = {}): Pattern => ({
  ...patternOf('quiet-centre'),
  id: 'house-centre',
  name: 'House centre',
  ...change,
});

describe('patterns of the house', () => {
  let app: App;
  beforeEach(async () => {
    app = await testApp();
  });
  afterEach(() => app.close());

  const add = async (p: Pattern) => PatternVersion.parse((await app.send('POST', '/api/patterns', p)).json());

  it('are added, saved as versions, kept in history, and given back as they were', async () => {
    expect((await add(own())).version).toBe(1);
    const saved = PatternVersion.parse(
      (await app.send('PUT', '/api/patterns/house-centre', own({ belief: 'Stay.' }))).json(),
    );
    expect([saved.version, saved.pattern.version, saved.pattern.belief]).toEqual([2, 2, 'Stay.']);
    const versions = (await app.get('/api/patterns/house-centre/versions')).json<{ version: number }[]>();
    expect(versions.map((v) => v.version)).toEqual([2, 1]);
    expect(OwnPatterns.parse((await app.get('/api/patterns')).json()).map((v) => v.pattern.belief)).toEqual(['Stay.']);
  });

  it('take a number when their id is taken, by another or by one that is shipped', async () => {
    await add(own());
    expect((await add(own())).pattern.id).toBe('house-centre-2');
    expect((await add(patternOf('common-ground'))).pattern.id).toBe('common-ground-2');
  });

  it('are taken off the shelf and put back', async () => {
    await add(own());
    await app.send('DELETE', '/api/patterns/house-centre');
    expect(OwnPatterns.parse((await app.get('/api/patterns')).json())).toEqual([]);
    await app.send('POST', '/api/patterns/house-centre/restore');
    expect(OwnPatterns.parse((await app.get('/api/patterns')).json()).length).toBe(1);
    expect((await app.send('DELETE', '/api/patterns/nowhere')).statusCode).toBe(404);
  });

  it('refuse what is not a pattern, and changes of what is shipped, in one sentence', async () => {
    const sentence = async (method: 'POST' | 'PUT', url: string, body: object) =>
      Problem.parse((await app.send(method, url, body)).json()).message;
    expect(await sentence('POST', '/api/patterns', { id: 'x' })).toContain('this is not a pattern');
    expect(await sentence('PUT', '/api/patterns/quiet-centre', own())).toContain('comes with the application');
    expect(await sentence('PUT', '/api/patterns/nowhere', own())).toContain('there is no own pattern');
  });

  it('are in a backup and come back with it', async () => {
    await add(own());
    await app.send('PUT', '/api/patterns/house-centre', own({ belief: 'Stay.' }));
    const { name } = (await app.send('POST', '/api/backups')).json<{ name: string }>();
    const bytes = (await app.get(`/api/backups/${name}`)).rawPayload;
    const fresh = await testApp();
    try {
      await fresh.sendBytes(`/api/restore?name=${name}`, new Uint8Array(bytes));
      expect(
        OwnPatterns.parse((await fresh.get('/api/patterns')).json()).map((v) => [v.pattern.id, v.version]),
      ).toEqual([['house-centre', 2]]);
    } finally {
      await fresh.close();
    }
  });
});

describe('what swings are judged by', () => {
  let app: App;
  beforeAll(async () => {
    app = await testApp();
    await app.bring(
      simulate({ device: 'plates', fault: 'hangs-back', strength: 'strong', seed: 5, swings: 3 }).recording,
    );
  });
  afterAll(() => app.close());

  const rack = async () => (await app.lesson()).rack;
  const profile = async (change: object) => {
    const { pupil } = await app.lesson();
    await app.send('PATCH', '/api/pupils/p', { profile: { ...pupil.profile, ...change } });
  };

  it('is the house’s pattern, else the pupil’s, else the pupil’s for the club', async () => {
    expect((await rack())[0]!.judgedBy).toEqual({ pattern: 'common-ground', version: 2 });
    const before = (await rack())[0]!.fit!;
    await profile({ school: 'deep-load' });
    expect((await rack())[0]!.judgedBy!.pattern).toBe('deep-load');
    expect((await rack())[0]!.fit).not.toBe(before);
    await profile({ schools: { iron: 'quiet-centre' } });
    expect((await rack())[0]!.judgedBy!.pattern).toBe('quiet-centre');
    await profile({ school: null, schools: {} });
  });

  it('follows the pupil’s dial: twice the tolerance fits better', async () => {
    const strict = (await rack())[0]!.fit!;
    await profile({ strictness: 2 });
    expect((await rack())[0]!.fit!).toBeGreaterThan(strict);
    await profile({ strictness: 1 });
  });

  it('names the finding of the set, with how many swings show it', async () => {
    const found = LessonFindings.parse((await app.get('/api/lessons/l/findings')).json());
    expect(found.clubs.length).toBe(1);
    const main = found.clubs[0]!.findings.find((f) => f.main)!;
    expect([main.fault, main.n, main.tentative]).toEqual(['hangs-back', 3, false]);
    expect(main.k).toBe(3);
    expect(found.oneSwingForAll).toBeFalse();
    expect((await app.get('/api/lessons/nowhere/findings')).statusCode).toBe(404);
  });

  it('leaves out a finding that was overruled, keeps the reason, and takes it back', async () => {
    const [first] = await rack();
    expect(first!.mainFault).toBe('hangs-back');
    const overruled = [{ fault: 'hangs-back', reason: 'A punch shot was asked for.', at: '2026-11-01T10:00:00.000Z' }];
    const head = SwingHead.parse((await app.send('PATCH', `/api/swings/${first!.id}`, { overruled })).json());
    expect(head.mainFault).not.toBe('hangs-back');
    expect(head.overruled).toEqual(overruled);
    const set = LessonFindings.parse((await app.get('/api/lessons/l/findings')).json());
    expect(set.clubs[0]!.findings.find((f) => f.main)!.fault)
      .withContext('one swing of three is not the set')
      .toBe('hangs-back');
    await app.send('PATCH', `/api/swings/${first!.id}`, { overruled: [] });
    expect((await rack())[0]!.mainFault).toBe('hangs-back');
  });

  it('keeps that a finding was confirmed, judges nothing by it, and lists the swing without a name', async () => {
    const labelled = async () =>
      (await app.get('/api/swings/labelled')).json<unknown[]>().map((s) => LabelledSwing.parse(s));
    expect(await labelled()).toEqual([]);
    const [first, second] = await rack();
    const said = (fault: string, at: string) => ({ fault, pattern: 'common-ground', at });
    const confirmed = [said('slide', '2026-11-01T10:00:00.000Z'), said('hangs-back', '2026-11-01T10:01:00.000Z')];
    const head = SwingHead.parse((await app.send('PATCH', `/api/swings/${first!.id}`, { confirmed })).json());
    expect([head.confirmed, head.mainFault, head.fit]).toEqual([confirmed, first!.mainFault, first!.fit]);
    const [one, ...others] = await labelled();
    expect(others).toEqual([]);
    // what was said last of it holds
    expect([one!.id, one!.label, one!.club, one!.handed]).toEqual([
      ...[first!.id, confirmed[1]!, first!.club, first!.handed],
    ] as never);
    const pupil = (await app.get('/api/lessons/l')).json<{ pupil: { name: string; id: string } }>().pupil;
    const wire = JSON.stringify((await app.get('/api/swings/labelled')).json());
    expect([wire.includes(pupil.name), wire.includes('"pupil')]).toEqual([false, false]);
    // the newest label stands first; a deleted swing and a rehearsal are not asked about
    await app.send('PATCH', `/api/swings/${second!.id}`, { confirmed: [said('healthy', '2026-11-02T10:00:00.000Z')] });
    expect((await labelled()).map((s) => s.label.fault)).toEqual(['healthy', 'hangs-back']);
    await app.send('PATCH', `/api/swings/${second!.id}`, { kind: 'half' });
    await app.send('DELETE', `/api/swings/${first!.id}`);
    expect(await labelled()).toEqual([]);
    await app.send('POST', `/api/swings/${first!.id}/restore`);
    await app.send('PATCH', `/api/swings/${second!.id}`, { kind: 'full', confirmed: [] });
    await app.send('PATCH', `/api/swings/${first!.id}`, { confirmed: [] });
    expect(await labelled()).toEqual([]);
  });

  it('lets the house move a provisional limit', async () => {
    const house = (await app.get('/api/house')).json<Record<string, unknown>>();
    const limits = { 'hangs-back:share.lead.p7': { iron: 20, driver: 20 } };
    await app.send('PUT', '/api/house', { ...house, limits });
    expect((await rack())[0]!.mainFault).not.toBe('hangs-back');
    await app.send('PUT', '/api/house', { ...house, limits: {} });
  });

  it('lists every swing of a pupil, for comparing across lessons', async () => {
    const all = (await app.get('/api/pupils/p/swings')).json<unknown[]>().map((s) => SwingHead.parse(s));
    expect(all.map((s) => s.number)).toEqual([1, 2, 3]);
    expect((await app.get('/api/pupils/nobody/swings')).statusCode).toBe(404);
  });
});
