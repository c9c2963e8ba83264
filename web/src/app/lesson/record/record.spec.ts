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
    house.maybe('PUT', '/api/bays/bay-3')?.flush({ ...bay, ...device });
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

  it('brings the bay to its lesson', async () => {
    const house = openLesson();
    house.dispatch(BayActions.bayCame({ bay: { ...bay, lessonId: null } }));
    await house.show(Record, { lessonId: 'l' });
    expect(asked(house)).toEqual({ lessonId: 'l' });
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
  it('does nothing by those keys in an empty lesson', async () => {
    const { house, c } = await open({ rack: [] });
    for (const key of ['s', 'Delete', 'PageDown', 'Escape']) await press(c, key);
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
