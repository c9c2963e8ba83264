import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  Backup,
  type Cue,
  Erased,
  NO_PROFILE,
  Problem,
  Pupil,
  PupilDashboard,
  PupilWithLessons,
  Restored,
} from '@vilko/contract';
import { simulate } from '@vilko/core/golfer';
import * as z from 'zod';
import { filesHolding } from '../testing/files-holding.js';
import { SOMEBODY, type TestApp, testApp } from '../testing/test-app.js';
import { openPupils } from '../house/unpack-pupils.js';
import { mergedPupil } from './pupil-service.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, ...Array.from({ length: 500 }, (_, i) => i % 251));
const ABOUT_FILM = 'angle=face on&duration=2&aspect=1.5&frameRate=30';
const { about, handed, story } = SOMEBODY;
const QUICK: Cue = { words: 'quick, quick, slow', did: 'worked', exaggerates: false };
const FALL: Cue = { words: 'let it fall', did: 'did not help', exaggerates: false };
const NEWCOMER = {
  name: 'Ottoline Quarrendon',
  about,
  handed,
  story,
  stature: null,
  mass: null,
  profile: { ...NO_PROFILE, cues: [QUICK] },
};

describe('pupils', () => {
  let app: TestApp;
  beforeAll(async () => {
    app = await testApp();
  });
  afterAll(() => app.close());

  const all = async () => z.array(PupilWithLessons).parse((await app.get('/api/pupils')).json());
  const take = async (p: object) => Pupil.parse((await app.send('POST', '/api/pupils', p)).json());

  it('are taken in, changed, archived, and start lessons', async () => {
    const pupil = await take(NEWCOMER);
    expect(pupil.profile.cues).toEqual([QUICK]);
    const changed = await app.send('PATCH', `/api/pupils/${pupil.id}`, { mass: 70.5, archived: true });
    expect(Pupil.parse(changed.json())).toEqual({ ...pupil, mass: 70.5, archived: true });
    const started = await app.send('POST', `/api/pupils/${pupil.id}/lessons`, { aim: 'Begin', footwear: 'trainers' });
    expect(started.statusCode).toBe(201);
    const lessons = (await all()).find((p) => p.id === pupil.id)!.lessons;
    expect(lessons.map((l) => [l.aim, l.footwear, l.swings])).toEqual([['Begin', 'trainers', 0]]);
    const noted = await app.send('PATCH', `/api/lessons/${lessons[0]!.id}`, {
      homework: 'ten a day',
      painBefore: 2,
      nextVisit: '2026-12-24',
    });
    expect(noted.json<{ homework: string }>().homework).toBe('ten a day');
  });

  it('refuse what cannot be, naming the field', async () => {
    const answer = await app.send('POST', '/api/pupils', { ...NEWCOMER, stature: 17.5 });
    expect(answer.statusCode).toBe(400);
    expect(Problem.parse(answer.json()).message).toContain('stature');
    expect((await app.send('PATCH', '/api/pupils/nobody', { mass: 70 })).statusCode).toBe(404);
  });

  it('who were entered twice become one with the lessons of both', async () => {
    const keep = await take({ ...NEWCOMER, name: 'Once' });
    const double = await take({
      ...NEWCOMER,
      name: 'Twice',
      mass: 66,
      profile: { ...NO_PROFILE, injuries: ['knee'], cues: [FALL, { ...QUICK, did: 'did not help' }] },
    });
    await app.send('POST', `/api/pupils/${double.id}/lessons`, { aim: 'theirs', footwear: 'socks' });
    const merged = Pupil.parse((await app.send('POST', `/api/pupils/${keep.id}/merge`, { double: double.id })).json());
    // of the same cue the record that is kept speaks
    expect([merged.mass, merged.profile.injuries, merged.profile.cues]).toEqual([66, ['knee'], [QUICK, FALL]]);
    const now = await all();
    expect(now.find((p) => p.id === keep.id)!.lessons.length).toBe(1);
    expect(now.some((p) => p.id === double.id)).toBeFalse();
    const left = await take({ ...NEWCOMER, handed: 'left' });
    const refused = await app.send('POST', `/api/pupils/${keep.id}/merge`, { double: left.id });
    expect(Problem.parse(refused.json()).message).toContain('left-handed');
  });

  it('give one measure of every swing, and refuse one that does not exist', async () => {
    const own = await testApp();
    const [brought] = await own.bring(simulate({ device: 'mat', seed: 5 }).recording, 'values.vilko');
    const values = (await own.get('/api/pupils/p/values?measure=share.lead.p7')).json<
      { swingId: string; value: number | null }[]
    >();
    expect(values.find((v) => v.swingId === brought!.id)!.value).toBeCloseTo(brought!.leadAtImpact!, 6);
    const sideways = (await own.get('/api/pupils/p/values?measure=force.target.peak')).json<
      { value: number | null }[]
    >();
    expect(sideways.every((v) => v.value === null)).toBeTrue();
    const unknown = await own.get('/api/pupils/p/values?measure=luck');
    expect([unknown.statusCode, unknown.json<{ message: string }>().message]).toEqual([
      422,
      'there is no measure "luck".',
    ]);
    expect((await own.get('/api/pupils/nobody/values?measure=share.lead.p7')).statusCode).toBe(404);
    await own.close();
  });

  it('are merged so that nothing the kept one says is lost', () => {
    const other = {
      ...SOMEBODY,
      stature: 1.8,
      profile: { ...NO_PROFILE, notes: 'b', clubs: [{ name: '7-iron', club: 'iron' as const, loft: 30, changes: '' }] },
    };
    const merged = mergedPupil(
      { ...SOMEBODY, profile: { ...NO_PROFILE, notes: 'a', clubs: other.profile.clubs } },
      other,
    );
    expect([merged.stature, merged.profile!.notes, merged.profile!.clubs.length]).toEqual([1.75, 'a\nb', 1]);
  });

  it('go out whole as a bundle and come back whole', async () => {
    const [swing] = await app.bring(simulate({ device: 'boards', seed: 8, fault: 'trail-start' }).recording);
    await app.send('PATCH', `/api/swings/${swing!.id}`, { starred: true, note: 'this one', felt: 61 });
    await app.send('PATCH', `/api/swings/${swing!.id}/shot`, { carry: 120, strike: 'thin' });
    await app.sendBytes(`/api/swings/${swing!.id}/films?${ABOUT_FILM}`, WEBM);
    const before = await app.lesson();
    const answer = await app.get('/api/pupils/p/bundle');
    expect(answer.headers['content-disposition']).toContain('somebody.vilko-pupil.zip');
    const bundle = await openPupils(new Uint8Array(answer.rawPayload), 'x.zip');
    expect(bundle.head.swings.length).toBe(before.rack.length);
    const other = await testApp({ pupil: { id: 'q', name: 'Another' } });
    try {
      await other.send('POST', '/api/pupils/q/erase', { name: 'Another' });
      const back = await other.sendBytes('/api/restore?name=x.zip', new Uint8Array(answer.rawPayload));
      expect(Restored.parse(back.json())).toEqual({
        pupils: 1,
        lessons: 1,
        swings: before.rack.length,
        films: 1,
        inbox: 0,
        settings: 0,
        there: 0,
      });
      expect(await other.lesson()).toEqual(before);
      const again = await other.sendBytes('/api/restore?name=x.zip', new Uint8Array(answer.rawPayload));
      expect(Restored.parse(again.json())).toEqual({
        pupils: 0,
        lessons: 0,
        swings: 0,
        films: 0,
        inbox: 0,
        settings: 0,
        there: 3 + before.rack.length,
      });
    } finally {
      await other.close();
    }
    await expectAsync(openPupils(new Uint8Array([1, 2, 3]), 'x.zip')).toBeRejectedWithError(/not a whole zip/);
  });

  it('show whether the agreed measure has changed, per kind of device', async () => {
    const pupil = await take({ ...NEWCOMER, name: 'Trend', stature: 1.75 });
    const lesson = async (seed: number, fault?: string) => {
      const { id } = (
        await app.send('POST', `/api/pupils/${pupil.id}/lessons`, {
          aim: '',
          footwear: 'socks',
          measure: 'share.lead.p7',
        })
      ).json<{
        id: string;
      }>();
      for (let k = 0; k < 4; k++)
        await app.bring(
          simulate({ device: 'boards', seed: seed + k, fault, strength: 'strong', style: { spread: 0.2 } }).recording,
          'a.vilko',
          id,
        );
    };
    await lesson(100, 'hangs-back');
    await lesson(200, 'hangs-back');
    await lesson(300);
    const d = PupilDashboard.parse((await app.get(`/api/pupils/${pupil.id}/dashboard`)).json());
    expect([d.measure, d.unit, d.club]).toEqual(['share.lead.p7', '%', 'iron']);
    expect(d.trend.map((t) => t.n)).toEqual([4, 4, 4]);
    expect(d.trend[0]!.change).toBeNull();
    expect(d.trend[1]!.change).not.toBe('real change');
    expect(d.trend[2]!.change).toBe('real change');
    expect(d.trend[2]!.mean).toBeGreaterThan(d.trend[1]!.mean + 10);
  });
});

describe('erasing a pupil', () => {
  it('leaves no row, no film file, and no byte in the closed data folder; backups that still hold them are named', async () => {
    const name = 'Zebulon Quarrington-Test';
    const app = await testApp({ onDisk: true, pupil: { name } });
    const { folder } = app;
    try {
      const [swing] = await app.bring(simulate({ device: 'boards', seed: 9 }).recording);
      await app.sendBytes(`/api/swings/${swing!.id}/films?${ABOUT_FILM}`, WEBM);
      await app.send('PATCH', `/api/swings/${swing!.id}`, { note: `${name} smiled` });
      // the recording is compressed: its own bytes are what must not be found
      const stored = (await app.get(`/api/swings/${swing!.id}/recording`)).rawPayload;
      const piece = stored.subarray(400, 424);
      expect(filesHolding(join(folder, 'pg'), name).length).toBeGreaterThan(0);
      expect(filesHolding(join(folder, 'pg'), piece).length).toBeGreaterThan(0);
      const backup = Backup.parse((await app.send('POST', '/api/backups')).json());
      expect([backup.pupils, backup.swings]).toEqual([1, 1]);

      const refused = await app.send('POST', '/api/pupils/p/erase', { name: 'zebulon' });
      expect(Problem.parse(refused.json()).message).toContain('exactly as it stands');
      const erased = Erased.parse((await app.send('POST', '/api/pupils/p/erase', { name })).json());
      expect(erased).toEqual({ name, lessons: 1, swings: 1, films: 1, bytes: 'gone', backups: [backup.name] });
      expect((await app.get('/api/lessons/l')).statusCode).toBe(404);
      expect(readdirSync(join(folder, 'films'))).toEqual([]);
      await app.close();
      expect(filesHolding(join(folder, 'pg'), name)).toEqual([]);
      expect(filesHolding(join(folder, 'pg'), piece)).toEqual([]);
    } catch (e) {
      await app.close().catch(() => undefined);
      throw e;
    }
  }, 120_000);
});
