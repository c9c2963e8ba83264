import { TestBed } from '@angular/core/testing';
import { BayActions } from '../../state/bay';
import { LessonActions } from '../../state/lesson';
import { Keys } from '../../shell/keys';
import { openLesson, type House, type Shown } from '../../testing/house';
import { bay, pupil, swing } from '../../testing/samples';
import { NOBODY, type Seen } from './live-canvas';
import { Record } from './record';

const stands = (lead: number): Seen => ({ stance: { lead, still: 2, there: true, stir: null }, feet: null });

describe('Record', () => {
  const open = async (more: object = {}, device: Partial<typeof bay> = {}) => {
    const house = openLesson(more);
    house.dispatch(BayActions.liveConnection({ up: true }), BayActions.bayCame({ bay: { ...bay, ...device } }));
    const c = await house.show(Record, { lessonId: 'l' });
    await c.set({});
    return { house, c };
  };
  const see = async (c: Shown<Record>, s: Seen) => {
    c.component['seen'].set(s);
    await c.set({});
  };
  const press = async (c: Shown<Record>, key: string) => {
    TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key }));
    await c.set({});
  };
  const asked = (house: House) => house.asked('PUT', '/api/bays/bay-3').request.body as object;
  const share = (c: Shown<Record>) => c.all('[data-testid=live-share]')[0]!.textContent.trim();

  it('moves no bay by being opened: it says whose it is, and takes it when told to', async () => {
    const { house, c } = await open({}, { lessonId: 'other', who: 'Ilse Varn', clubName: 'driver' });
    house.quiet();
    expect(c.text()).toContain('Bay 3 is not this lesson’s');
    expect(c.text()).toContain('Ilse Varn has it: armed, driver. Nothing that is swung there comes into this lesson.');
    for (const key of [' ', '.', '7', 'p']) await press(c, key);
    house.quiet();
    await c.press('Take the bay');
    expect(asked(house)).toEqual({ lessonId: 'l' });
    house.dispatch(BayActions.bayCame({ bay }));
    await c.set({});
    expect(c.text()).not.toContain('Take the bay');
    house.dispatch(BayActions.bayCame({ bay: { ...bay, lessonId: null, who: null } }));
    await c.set({});
    expect(c.text()).toContain('Bay 3 is free No lesson stands there.');
  });
  it('never shows a share of a device that has fallen silent as if it were now', async () => {
    const device = { ...bay.device!, silentSince: Date.now() - 4200 };
    const { c } = await open({}, { device });
    await see(c, stands(52.4));
    expect(c.text()).toContain('no signal for 4 s');
    expect(c.text()).not.toContain('in the band');
    expect(c.text()).toContain('No signal');
    expect(c.all('[data-testid=live-share]')[0]!.classList).toContain('line-through');
    expect(c.all('.bg-ink').some((e) => e.textContent.includes('Armed'))).toBeFalse();
  });
  it('shows the share as whole numbers that make a hundred, and where it lies', async () => {
    const { c } = await open();
    await see(c, stands(52.4));
    expect(share(c)).toBe('52');
    expect(c.text()).toContain('T 48%');
    expect(c.text()).toContain('in the band');
    await see(c, stands(38));
    expect(c.text()).toContain('under the band');
    await see(c, stands(71));
    expect(c.text()).toContain('over the band');
    await see(c, NOBODY);
    expect(share(c)).toBe('–');
    expect(c.text()).toContain('nobody on it');
  });
  it('has the lead foot’s figure on the target side, for both hands', async () => {
    const left = (c: Shown<Record>) => c.all('p.text-lead')[0]!.classList.contains('left-[15%]');
    expect(left((await open()).c)).toBeTrue();
    TestBed.resetTestingModule();
    expect(left((await open({ pupil: { ...pupil, handed: 'left' } })).c)).toBeFalse();
  });
  it('says that no device sends, and that the server is away: what was found is stored', async () => {
    const { house, c } = await open({}, { device: null });
    expect(c.text()).toContain('No device is sending.');
    house.dispatch(BayActions.liveConnection({ up: false }));
    await c.set({});
    expect(c.text()).toContain('The server does not answer. Everything found before is stored');
  });
  it('arms, pauses and changes the kind by keys', async () => {
    const { house, c } = await open();
    await press(c, ' ');
    expect(asked(house)).toEqual({ armed: false });
    await press(c, 'h');
    // one after the other: the second is asked when the first has been answered
    house.quiet();
  });
  it('stars and deletes the last swing by keys, and goes on to read it', async () => {
    const { house, c } = await open({ rack: [swing(1), swing(2)] });
    await press(c, 's');
    expect(house.asked('PATCH', '/api/swings/s2').request.body).toEqual({ starred: true });
    await press(c, 'PageDown');
    expect(house.goes()).toEqual(['/lesson/l/read/s2']);
    await press(c, 'Delete');
    expect(house.asked('DELETE', '/api/swings/s2').request.method).toBe('DELETE');
  });
  it('deletes nothing by Esc', async () => {
    const { house, c } = await open({ rack: [swing(1), swing(2)] });
    await press(c, 'Escape');
    house.quiet();
  });
  it('takes two quick presses for two steps', async () => {
    const { house, c } = await open();
    await press(c, 'p');
    await press(c, 'p');
    const first = house.asked('PUT', '/api/bays/bay-3');
    expect(first.request.body).toEqual({ tag: 'practice swing' });
    first.flush({ ...bay, tag: 'practice swing' });
    expect(asked(house)).toEqual({ tag: 'exercise' });
  });
  it('does nothing by those keys in an empty lesson', async () => {
    const { house, c } = await open({ rack: [] });
    for (const key of ['s', 'Delete', 'PageDown']) await press(c, key);
    house.quiet();
    expect(house.goes()).toEqual([]);
  });
  it('shows a swing that arrives, and counts on', async () => {
    const { house, c } = await open({ rack: [swing(1)] });
    house.dispatch(LessonActions.swingArrived({ swing: swing(2) }));
    await c.set({});
    expect(c.component['next']()).toBe(3);
  });
});
