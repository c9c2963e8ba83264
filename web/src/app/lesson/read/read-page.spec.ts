import type { SwingChange } from '@vilko/contract/swing';
import type { Marks } from '@vilko/core/events/event';
import type { Recording } from '@vilko/core/recording/recording';
import { simulate } from '@vilko/core/golfer/simulate';
import { Keys } from '../../shell/keys';
import { TestBed } from '@angular/core/testing';
import { ANALYSED_HERE } from '../../testing/here';
import { type House, openLesson, type Shown } from '../../testing/house';
import { LessonActions } from '../../state/lesson';
import { swing } from '../../testing/samples';
import { answered } from '../../testing/views';
import { Read } from './read';

const rack = [swing(1), swing(2, { starred: true }), swing(3)];

describe('Read', () => {
  let recordings: Readonly<Record<string, Recording>>;
  beforeAll(() => {
    const of = (seed: number, fault?: 'hangs-back') =>
      simulate({ device: 'plates', seed, fault, style: { spread: 0.2 } }).recording;
    recordings = { s1: of(1, 'hangs-back'), s2: of(2), s3: of(3) };
  });

  const page = async (inputs: Record<string, unknown>, more: object = { rack }) => {
    const house = openLesson(more, [ANALYSED_HERE]);
    return { house, c: await house.show(Read, { lessonId: 'l', ...inputs }) };
  };
  const path = (id: string) => `/api/swings/${id}/traces`;
  const traces = (id: string, marks: Marks = {}) => answered(recordings[id]!, {}, marks);
  const answer = async (house: House, c: Shown<Read>, id: string, marks: Marks = {}) => {
    house.asked('GET', path(id)).flush(traces(id, marks));
    await settled(c);
  };
  const settled = async (c: Shown<Read>) => {
    await new Promise((r) => setTimeout(r));
    await c.set({});
  };
  const press = async (c: Shown<Read>, key: string, shiftKey = false) => {
    TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key, shiftKey }));
    await c.set({});
  };
  const patterns = (c: Shown<Read>) =>
    c.all('vk-reading select').find((s) => s.textContent.includes('Press and re-centre')) as HTMLSelectElement;
  const choose = async (c: Shown<Read>, pattern: string) => {
    patterns(c).value = pattern;
    patterns(c).dispatchEvent(new Event('change'));
    await c.set({});
  };
  /** The pattern that the reading shown was made under. */
  const chosen = (c: Shown<Read>): string => c.component['read'].view()!.comparison.pattern;
  const ms = (c: Shown<Read>): string => /(\d+ ms (?:before|after) impact|at impact)/.exec(c.text())?.[1] ?? '';

  it('reads the swing of the address and names its cause', async () => {
    const { house, c } = await page({ swingId: 's1' });
    expect(c.text()).toContain('Reading the swing …');
    await answer(house, c, 's1');
    expect(c.text()).toContain('hangs back');
    expect(c.text()).toContain('at impact');
  });
  it('never shows the answer to an older question', async () => {
    const { house, c } = await page({ swingId: 's1' });
    const older = house.asked('GET', path('s1'));
    await c.set({ swingId: 's2' });
    await answer(house, c, 's2');
    expect(c.text()).toContain('No fault is found');
    older.flush(traces('s1'));
    await settled(c);
    expect(c.text()).toContain('No fault is found');
  });
  it('is judged anew under another pattern at once: nothing is fetched or analysed again', async () => {
    const { house, c } = await page({ swingId: 's1' });
    await answer(house, c, 's1');
    const share = () => c.text().match(/Lead share, impact (\d+)/)?.[1];
    const before = share();
    await choose(c, 'press-recentre');
    house.maybe('GET', '/api/lessons/l/findings');
    house.quiet();
    expect(chosen(c)).toBe('press-recentre');
    expect(share()).toBe(before);
    expect(before).toBeDefined();
  });
  it('lets an overruled finding go at once', async () => {
    const { house, c } = await page({ swingId: 's1' });
    await answer(house, c, 's1');
    expect(c.component['read'].view()!.findings.map((f) => f.fault)).toContain('hangs-back');
    const overruled = [{ fault: 'hangs-back', reason: 'seen otherwise' }] as never;
    house.dispatch(LessonActions.swingChanged({ swing: swing(1, { overruled }) }));
    await c.set({});
    expect(c.component['read'].view()!.findings.map((f) => f.fault)).not.toContain('hangs-back');
  });
  it('confirms what is found by one key, takes it back by the same, and says nothing of a rehearsal', async () => {
    const { house, c } = await page({ swingId: 's1' });
    await answer(house, c, 's1');
    await press(c, 'c');
    const asked = house.asked('PATCH', '/api/swings/s1');
    const said = asked.request.body as SwingChange;
    const label = jasmine.objectContaining({ fault: 'hangs-back', pattern: 'common-ground' });
    expect(said).toEqual({ confirmed: [label] });
    asked.flush(swing(1, { confirmed: said.confirmed }));
    await c.set({});
    await press(c, 'c');
    const back = house.asked('PATCH', '/api/swings/s1');
    expect(back.request.body).toEqual({ confirmed: [] });
    back.flush(swing(1, { kind: 'half' }));
    await c.set({});
    await press(c, 'c');
    expect(house.maybe('PATCH', '/api/swings/s1')).toBeUndefined();
  });
  it('keeps the reading while it is read anew with other marks, and drops what was asked with older ones', async () => {
    const { house, c } = await page({ swingId: 's1' });
    await answer(house, c, 's1');
    const top = c.component['read'].view()!.events.p4!.t;
    const marked = async (t: number) => {
      house.dispatch(LessonActions.swingChanged({ swing: swing(1, { marks: { p4: t } }) }));
      await c.set({});
    };
    await marked(top - 0.05);
    expect(c.text()).toContain('Evidence');
    const older = house.asked('GET', path('s1'));
    await marked(top + 0.03);
    await answer(house, c, 's1', { p4: top + 0.03 });
    expect(c.component['read'].view()!.events.p4!.t).toBeCloseTo(top + 0.03, 6);
    older.flush(traces('s1', { p4: top - 0.05 }));
    await settled(c);
    expect(c.component['read'].view()!.events.p4!.t).toBeCloseTo(top + 0.03, 6);
  });
  it('measures an exercise and judges it nowhere', async () => {
    const { house, c } = await page(
      { swingId: 's1' },
      { rack: [swing(1, { tag: 'exercise', judgedBy: null, fit: null })] },
    );
    await answer(house, c, 's1');
    expect(c.component['read'].view()!.findings).toEqual([]);
    expect(c.text()).toContain('Exercise, not judged: it is measured, and compared with nothing.');
    expect(c.text()).not.toContain('hangs back');
    expect(c.all('vk-rack li > button[aria-label]')[0]!.getAttribute('aria-label')).toContain('exercise, not judged');
    await press(c, 'v');
    expect(c.text()).not.toContain('What it does');
  });
  it('says why a swing cannot be read, and reads the next one', async () => {
    const { house, c } = await page({ swingId: 's1' });
    house.asked('GET', path('s1')).flush(new ArrayBuffer(4));
    await settled(c);
    expect(c.text()).toContain('This swing cannot be read:');
    expect(c.text()).toContain('Its recording is kept.');
    await c.set({ swingId: 's3' });
    expect(c.text()).not.toContain('cannot be read');
    await answer(house, c, 's3');
    expect(c.text()).toMatch(/Evidence|No fault is found/);
  });
  it('opens the starred swing, else the newest, and nothing in an empty lesson', async () => {
    const { house } = await page({});
    expect(house.goes()).toEqual(['/lesson/l/read/s2']);
    TestBed.resetTestingModule();
    const none = await page({}, { rack: [] });
    expect(none.c.text()).toContain('No swings in this lesson yet.');
  });
  it('moves the cursor by keys: steps, small steps, events, never out of the swing', async () => {
    const { house, c } = await page({ swingId: 's1', t: '-100' });
    await answer(house, c, 's1');
    expect(ms(c)).toBe('100 ms before impact');
    await press(c, 'ArrowRight');
    expect(ms(c)).toBe('90 ms before impact');
    await press(c, 'ArrowLeft', true);
    expect(ms(c)).toBe('92 ms before impact');
    for (let i = 0; i < 4 && ms(c) !== 'at impact'; i++) await press(c, ']');
    expect(ms(c)).toBe('at impact');
    await press(c, '[');
    expect(ms(c)).toMatch(/before impact/);
  });
  it('marks the event nearest the cursor, and takes marks back', async () => {
    const { house, c } = await page({ swingId: 's1', t: '4' });
    await answer(house, c, 's1');
    await press(c, 'm');
    const asked = house.asked('PATCH', '/api/swings/s1');
    expect(Object.keys((asked.request.body as { marks: object }).marks)).toEqual(['p7']);
    asked.flush(swing(1, { marks: { p7: 1.2 } }));
    await c.set({});
    await answer(house, c, 's1');
    await c.press('Take back marks');
    expect(house.asked('PATCH', '/api/swings/s1').request.body).toEqual({ marks: {} });
  });
  it('goes to neighbours and to a comparison', async () => {
    const { house, c } = await page({ swingId: 's2' });
    await answer(house, c, 's2');
    await press(c, 'j');
    await press(c, 'k');
    expect(house.goes()).toEqual(['/lesson/l/read/s3', '/lesson/l/read/s1']);
  });
});
