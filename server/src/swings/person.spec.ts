import { BinEntry, InboxSwing, LessonFindings, type SwingHead } from '@vilko/contract';
import { simulate, type SimulateOptions } from '@vilko/core/golfer';
import * as z from 'zod';
import { type TestApp, testApp } from '../testing/test-app.js';

const WEBM = Uint8Array.of(0x1a, 0x45, 0xdf, 0xa3, 1, 2, 3);

describe('whose swing it is', () => {
  let app: TestApp;
  beforeEach(async () => {
    app = await testApp({ pupil: { mass: 64, stature: 1.75 } });
  });
  afterEach(() => app.close());

  const swing = async ({ mass = 64, ...o }: Partial<SimulateOptions> & { mass?: number } = {}) => {
    const golfer = { device: 'plates' as const, seed: 2, build: { stature: 1.75, mass }, ...o };
    return (await app.bring(simulate(golfer).recording))[0]!;
  };
  const change = async (s: SwingHead, c: object) =>
    (await app.send('PATCH', `/api/swings/${s.id}`, c)).json<SwingHead>();
  const found = async () => LessonFindings.parse((await app.get('/api/lessons/l/findings')).json());

  it('is asked about a weight that is not the record’s, and nothing is judged before it is answered', async () => {
    const [own, other] = [await swing(), await swing({ seed: 3, mass: 78, fault: 'hangs-back' })];
    expect(own.doubt).toBeNull();
    expect(other.doubt!.words).toMatch(/^7[789] kg stood here, the record says 64: another person\?$/);
    expect([other.mainFault, other.judgedBy]).toEqual([null, null]);
    expect((await found()).clubs)
      .withContext('one swing is no set')
      .toEqual([]);
    const sure = await change(other, { sure: true });
    expect([sure.doubt, sure.mainFault]).toEqual([null, 'hangs-back']);
    expect((await found()).clubs.map((c) => c.n)).toEqual([2]);
  });
  it('is settled by the record too: the weight is noted, and every swing is asked anew', async () => {
    const s = await swing({ mass: 78 });
    expect(s.doubt!.about).toBe('weight');
    await app.send('PATCH', '/api/pupils/p', { mass: s.doubt!.stood });
    expect((await app.lesson()).rack[0]!.doubt).toBeNull();
  });
  it('is asked about the hand over half a lesson’s swings; told the hand, they are read by it', async () => {
    const left = { handed: 'left' as const };
    await swing({ ...left, seed: 3 });
    const rack = async () => (await app.lesson()).rack;
    expect((await rack())[0]!.doubt!.words).toMatch(/^Left-handed\?/);
    await swing({ seed: 4 });
    expect((await rack()).map((s) => s.doubt))
      .withContext('one of two')
      .toEqual([null, null]);
    await swing({ ...left, seed: 5 });
    expect((await rack()).map((s) => s.doubt?.about ?? null)).toEqual(['hand', null, 'hand']);
    const [first, , third] = await rack();
    for (const s of [first!, third!]) await change(s, { handed: 'left' });
    expect((await rack()).map((s) => s.doubt)).toEqual([null, null, null]);
    expect((await rack())[0]!.leadAtImpact!).toBeGreaterThan(60);
  });
  it('that is another’s goes to the inbox, and comes back from there whole, with its film and note', async () => {
    const s = await swing({ mass: 78 });
    await app.sendBytes(`/api/swings/${s.id}/films?angle=face%20on&duration=2&aspect=1.5&frameRate=50`, WEBM);
    await change(s, { note: 'a stranger' });
    expect((await app.send('POST', `/api/swings/${s.id}/inbox`)).statusCode).toBe(200);
    expect((await app.lesson()).rack).toEqual([]);
    const [lies] = z.array(InboxSwing).parse((await app.get('/api/inbox')).json());
    expect(lies!.reason).toContain('kg stood here, the record says 64: another person');
    expect(z.array(BinEntry).parse((await app.get('/api/bin')).json())).toEqual([]);
    expect((await app.send('POST', `/api/swings/${s.id}/inbox`)).statusCode).toBe(404);
    await app.send('POST', '/api/inbox/assign', { ids: [s.id], lessonId: 'l' });
    const [back] = (await app.lesson()).rack;
    expect([back!.id, back!.note, back!.films.length, back!.doubt]).toEqual([s.id, 'a stranger', 1, null]);
  });
  it('that nobody answers about leaves the lesson; what somebody answered for stays', async () => {
    const [doubted, answered] = [await swing({ mass: 78 }), await swing({ mass: 78, seed: 3 })];
    await change(answered, { sure: true });
    expect((await app.giveUp(doubted.id))?.id).toBe(doubted.id);
    expect(await app.giveUp(answered.id)).toBeNull();
    expect((await app.lesson()).rack.map((s) => s.id)).toEqual([answered.id]);
  });
});
