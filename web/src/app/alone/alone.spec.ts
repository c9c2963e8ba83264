import { TestBed } from '@angular/core/testing';
import type { AloneHome, AloneToday } from '@vilko/contract/alone';
import { addDays } from '@vilko/core/practice/day';
import { today } from '../lesson/practise/day-words';
import { NOBODY, type Seen } from '../lesson/record/live-canvas';
import { BayActions } from '../state/bay';
import { Live } from '../state/live';
import { openLesson, type House } from '../testing/house';
import { bay, swing } from '../testing/samples';
import { AloneDesk } from './alone-desk';
import { AloneEndSheet } from './alone-end';
import { AlonePractice } from './alone-practice';
import { GetReady } from './get-ready';
import { TakeAlong } from './take-along';
import { TodaysBlock } from './todays-block';
import { Who } from './who';

const HOME: AloneHome = {
  ...{ house: 'Tarred Line Golf Shed', home: true, why: null, running: null },
  pupils: [
    { id: 'ada', name: 'Ada', handed: 'right' },
    { id: 'bo', name: 'Bo', handed: 'left' },
  ],
  bay: { id: 'at-home', name: 'At home', device: 'boards' },
};
const NOW: AloneToday = {
  ...{ pupil: HOME.pupils[0]!, minor: false, drill: 'tap-after', rung: 2, past: [] },
  block: {
    ...{ block: 'b', date: today(), drill: 'tap-after', rung: 2, minutes: 20 },
    ...{ withdrawn: false, did: null },
  },
};
const settled = () => new Promise((r) => setTimeout(r));

describe('practising alone', () => {
  let house: House;
  let desk: AloneDesk;
  let uses: jasmine.Spy;
  beforeEach(() => {
    house = openLesson();
    uses = spyOn(TestBed.inject(Live), 'use');
    desk = TestBed.inject(AloneDesk);
  });
  afterEach(() => localStorage.clear());
  const at = (home: AloneHome = HOME, now: AloneToday = NOW) => {
    desk.home.set(home);
    desk.now.set(now);
    desk.lessonId.set('l');
  };

  it('asks who it is by name alone, looks at the house’s boards, and says what is missing', async () => {
    const c = await house.show(Who);
    house.asked('GET', '/api/alone').flush(HOME);
    await settled();
    await c.set({});
    expect(c.text()).toContain('Ada Bo');
    expect(c.text()).toContain('At home: two boards, ready.');
    expect(uses).toHaveBeenCalledWith('at-home');
    await c.press('Bo');
    house.asked('GET', '/api/alone/bo').flush({ ...NOW, pupil: HOME.pupils[1] });
    await settled();
    expect(desk.step()).toBe('ready');
    expect(desk.pupil()?.name).toBe('Bo');
    desk.home.set({ ...HOME, bay: null, why: 'Bay 3 is in the middle of a lesson.' });
    await c.set({});
    expect(c.text()).toContain('Bay 3 is in the middle of a lesson.');
  });

  it('goes on with what was begun, before anybody else begins', async () => {
    const c = await house.show(Who);
    house.asked('GET', '/api/alone').flush({ ...HOME, running: { lessonId: 'old', pupilId: 'ada', bay: 'at-home' } });
    await settled();
    await c.set({});
    expect(c.text()).toContain('Ada has begun and not ended.');
    expect(c.all('li button').every((b) => (b as HTMLButtonElement).disabled)).toBeTrue();
    await c.press('Go on');
    house.asked('GET', '/api/alone/ada').flush(NOW);
    await settled();
    expect(desk.step()).toBe('train');
    expect(desk.lessonId()).toBe('old');
  });

  it('zeroes empty boards, says who stands on them, and sees a foot on each', async () => {
    at();
    house.dispatch(BayActions.bayCame({ bay }));
    const c = await house.show(GetReady);
    await c.press('Zero');
    house
      .asked('POST', '/api/bays/bay-3/zero')
      .flush(
        { code: 'bad-option', message: 'somebody stands on the device (70 kg): step off, then zero.' },
        { status: 422, statusText: 'No' },
      );
    await settled();
    await c.set({});
    expect(c.text()).toContain('Somebody stands on the device (70 kg)');
    await c.press('Zero');
    house.asked('POST', '/api/bays/bay-3/zero').flush(bay);
    await settled();
    await c.set({});
    expect(c.text()).toContain('Done: the empty boards read nothing.');
    const see = async (lead: number) => {
      const seen: Seen = { stance: { lead, still: 1, there: true, stir: null }, feet: null };
      c.component['seen'].set(seen);
      await c.set({});
    };
    await see(97);
    expect(c.text()).toContain('Only one foot is seen');
    expect(c.text()).toContain('Go on without');
    await see(52);
    expect(c.text()).toContain('Both feet are seen: 52% under the front foot.');
    c.component['seen'].set(NOBODY);
    await c.set({});
    expect(c.text()).toContain('On to today’s practice');
  });

  it('shows one block: its drill, its rung, its cautions; a grown-up for a child; what is not planned is said', async () => {
    at(HOME, { ...NOW, minor: true, past: [{ lessonId: 'x', at: '2026-11-30T10:00:00.000Z', swings: 12 }] });
    const c = await house.show(TodaysBlock);
    for (const words of [
      'Tap after',
      'Planned for today, 20 minutes.',
      'Stop on pain.',
      'A grown-up stands by',
      '12 swings',
    ])
      expect(c.text()).withContext(words).toContain(words);
    expect(c.all('vk-drill-pictures svg').length).toBe(2);
    desk.now.set({ ...NOW, block: { ...NOW.block!, date: addDays(today(), 1) } });
    await c.set({});
    expect(c.text()).toContain('Nothing is planned for today. Next is');
    desk.now.set({ ...NOW, block: null, drill: null });
    await c.set({});
    expect(c.text()).toContain('Free practice');
    await c.press('Begin');
    expect(house.asked('POST', '/api/alone/ada').request.body).toEqual({ bay: 'at-home' });
  });

  it('hides the numbers while the ball judges, and asks after each such swing', async () => {
    const task = (answer: 'in' | 'under') => ({
      ...{
        drill: 'tap-after',
        rung: 2,
        measure: 'share.lead.p7' as const,
        band: [60, null] as [number, null],
        k: 7,
        n: 10,
      },
      ...{ value: 64, u: 1, reason: null, answer },
    });
    const swings = Array.from({ length: 6 }, (_, i) => swing(i + 1, { task: task(i < 4 ? 'in' : 'under') }));
    TestBed.resetTestingModule();
    house = openLesson({ rack: swings });
    desk = TestBed.inject(AloneDesk);
    at();
    house.dispatch(BayActions.bayCame({ bay }));
    const c = await house.show(AlonePractice);
    expect(c.text()).toContain('By the ball: no numbers now');
    expect(c.text()).toContain('Swing 6: did the ball start where you wanted it to?');
    await c.press('No');
    expect(c.text()).not.toContain('did the ball start');
    let blocks: unknown;
    c.component.done.subscribe((b) => (blocks = b));
    await c.press('I am done');
    expect(blocks).toEqual([
      { by: 'measured', check: null, hits: 4, of: 5 },
      { by: 'ball', check: null, hits: 0, of: 1 },
    ]);
    // nothing of a lesson's own trainer leads away from here
    for (const words of ['Back to the drill', 'test without aid']) expect(c.text()).not.toContain(words);
    expect(c.all('a').length).toBe(0);
  });

  it('ends with what was as wanted, pain and a word; where pain rose it says to stop', async () => {
    at();
    const blocks = [{ by: 'measured' as const, check: null, hits: 4, of: 5 }];
    const c = await house.show(AloneEndSheet, { how: { blocks, stopped: false, before: 1, now: null } });
    expect(c.text()).toContain('As wanted: measured 4 of 5.');
    c.component['after'].set(5);
    await c.set({});
    expect(c.text()).toContain('No more of this today. A physician or physiotherapist first');
    await c.fill('A word to your instructor', ' Sore. ');
    await c.press('Keep it');
    const asked = house.asked('POST', '/api/alone/practices/l/end');
    expect(asked.request.body).toEqual({
      ...{
        block: 'b',
        drill: 'tap-after',
        rung: 2,
        blocks,
        painBefore: 1,
        painAfter: 5,
        stopped: false,
        note: 'Sore.',
      },
    });
    asked.flush({ lessonId: 'l', at: '2026-12-01T10:00:00.000Z', swings: 5 });
    await settled();
    expect(desk.step()).toBe('done');
  });

  it('goes to the instructor as a file or by the link, which is remembered once it has worked', async () => {
    const c = await house.show(TakeAlong, { lessonId: 'l' });
    expect(c.all('a')[0]!.getAttribute('href')).toBe('/api/alone/practices/l/file');
    await c.fill('Link of your page', 'nowhere');
    await c.press('Send it');
    house
      .asked('POST', '/api/alone/practices/l/send')
      .flush({ code: 'bad-option', message: 'this is not the link.' }, { status: 422, statusText: 'No' });
    await settled();
    await c.set({});
    expect(c.text()).toContain('This is not the link.');
    await c.fill('Link of your page', 'https://shed.example/shared/AAAAAAAAAAAAAAAAAAAAAA');
    await c.press('Send it');
    house.asked('POST', '/api/alone/practices/l/send').flush({ practices: 1, swings: 5, there: 0 });
    await settled();
    await c.set({});
    expect(c.text()).toContain('Your instructor has it: 5 swings.');
    const again = await house.show(TakeAlong, { lessonId: 'm' });
    expect((again.all('input')[0] as HTMLInputElement).value).toBe(
      'https://shed.example/shared/AAAAAAAAAAAAAAAAAAAAAA',
    );
  });
});
