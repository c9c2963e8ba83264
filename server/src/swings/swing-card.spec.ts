import { PupilWithLessons, SwingHead, SwingsMoved } from '@vilko/contract';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import * as z from 'zod';
import { type TestApp, testApp } from '../testing/test-app.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3);

describe('a swing’s card', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp();
    await app.pupils.add({ ...(await app.pupils.one('p'))!, id: 'q', name: 'Another', handed: 'left', stature: 1.6 });
    await app.pupils.addLesson({
      ...{ id: 'm', pupilId: 'q', startedAt: new Date('2026-11-02T10:00:00Z'), bay: 'Bay 3', aim: 'Other' },
    });
  });
  afterEach(() => app.close());

  const swing = async (o: Partial<SimulateOptions> = {}, lesson = 'l') =>
    (await app.bring(simulate({ device: 'boards', seed: 2, ...o }).recording, 'a.vilko', lesson))[0]!;
  const many = async (ids: readonly string[], change: object) =>
    z.array(SwingHead).parse((await app.send('PATCH', '/api/swings', { ids, change })).json());
  const move = async (ids: readonly (string | { id: string; number: number })[], lessonId: string) =>
    app.send('POST', '/api/swings/move', {
      lessonId,
      swings: ids.map((id) => (typeof id === 'string' ? { id } : id)),
    });

  it('changes many swings alike; those that are gone are left out', async () => {
    const [a, b, c] = [await swing(), await swing({ seed: 3 }), await swing({ seed: 4 })];
    await app.send('DELETE', `/api/swings/${c.id}`);
    const changed = await many([b.id, a.id, c.id, 'nobody'], { club: 'wedge', clubName: '56°', tag: 'exercise' });
    expect(changed.map((s) => [s.number, s.clubName, s.tag, s.mainFault])).toEqual([
      [1, '56°', 'exercise', null],
      [2, '56°', 'exercise', null],
    ]);
    expect((await app.lesson()).rack).toEqual(changed);
  });
  it('a demonstration and an exaggerated swing are measured, and judged nowhere', async () => {
    const s = await swing({ fault: 'hangs-back' });
    expect(s.mainFault).not.toBeNull();
    for (const tag of ['demonstration', 'exaggerated']) {
      const [head] = await many([s.id], { tag });
      expect([head!.mainFault, head!.judgedBy, head!.leadAtImpact]).toEqual([null, null, s.leadAtImpact]);
    }
    const [again] = await many([s.id], { tag: 'ball' });
    expect(again!.mainFault).toBe(s.mainFault);
  });
  it('says a swing’s own hand: it is read by it anew, and the pupil’s own is nobody’s exception', async () => {
    const s = await swing({ handed: 'left' });
    const right = await many([s.id], { handed: 'left' });
    expect(right[0]!.handed).toBe('left');
    const asLeft = (await swing({ handed: 'left' }, 'm')).leadAtImpact!;
    expect(right[0]!.leadAtImpact).toBeCloseTo(asLeft, 6);
    expect(right[0]!.leadAtImpact).not.toBeCloseTo(s.leadAtImpact!, 0);
    await many([s.id], { handed: 'right' });
    await app.send('PATCH', '/api/pupils/p', { handed: 'left' });
    expect((await app.lesson()).rack[0]!.handed)
      .withContext('follows the pupil again')
      .toBe('left');
  });
  it('moves to another pupil’s lesson with its films and shot, where it is read as theirs', async () => {
    const stay = await swing();
    const s = await swing({ seed: 3, handed: 'left' });
    await swing({ seed: 5 }, 'm');
    await app.send('PATCH', `/api/swings/${s.id}/shot`, { carry: 120 });
    await app.sendBytes(`/api/swings/${s.id}/films?angle=face%20on&duration=2&aspect=1.5&frameRate=50`, WEBM);
    const moved = SwingsMoved.parse((await move([s.id], 'm')).json());
    expect(moved.before).toEqual([{ id: s.id, lessonId: 'l', number: 2 }]);
    const there = (await app.lesson('m')).rack;
    expect(there.map((x) => x.number)).toEqual([1, 2]);
    expect(there[1]).toEqual(moved.swings[0]);
    expect([there[1]!.handed, there[1]!.shot!.values.carry, there[1]!.films.length]).toEqual(['left', 120, 1]);
    expect(there[1]!.leadAtImpact).not.toBeCloseTo(s.leadAtImpact!, 0);
    expect((await app.lesson()).rack).toEqual([stay]);
    const counts = z
      .array(PupilWithLessons)
      .parse((await app.get('/api/pupils')).json())
      .map((p) => p.lessons[0]!.swings);
    expect(counts.sort()).toEqual([1, 2]);
  });
  it('goes back to where it stood, under its number if that is free', async () => {
    const [a, b] = [await swing(), await swing({ seed: 3 })];
    await move([a.id, b.id], 'm');
    await move([{ id: a.id, number: 1 }], 'l');
    expect((await app.lesson()).rack).toEqual([a]);
    const c = await swing({ seed: 4 });
    expect(c.number).toBe(2);
    const back = SwingsMoved.parse((await move([{ id: b.id, number: 2 }], 'l')).json());
    expect(back.swings[0]!.number).withContext('2 is taken').toBe(3);
    expect(SwingsMoved.parse((await move([b.id], 'l')).json()).before)
      .withContext('is there already')
      .toEqual([]);
  });
  it('refuses a lesson that is not there or lies in the bin: the swings stay', async () => {
    const s = await swing();
    expect((await move([s.id], 'nowhere')).statusCode).toBe(404);
    await app.send('DELETE', '/api/lessons/m');
    expect((await move([s.id], 'm')).statusCode).toBe(404);
    expect((await app.lesson()).rack).toEqual([s]);
  });
  it('puts many into the bin and back', async () => {
    const all = [await swing(), await swing({ seed: 3 })];
    const ids = all.map((s) => s.id);
    await app.send('POST', '/api/swings/delete', { ids });
    expect((await app.lesson()).rack).toEqual([]);
    await app.send('POST', '/api/swings/restore', { ids });
    expect((await app.lesson()).rack).toEqual(all);
  });
});
