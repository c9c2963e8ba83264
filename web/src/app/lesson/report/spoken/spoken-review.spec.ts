import { TestBed } from '@angular/core/testing';
import type { Recording } from '@vilko/core/recording/recording';
import { simulate } from '@vilko/core/golfer/simulate';
import { Keys } from '../../../shell/keys';
import { ANALYSED_HERE } from '../../../testing/here';
import { type House, openLesson, type Shown } from '../../../testing/house';
import { swing } from '../../../testing/samples';
import { answered } from '../../../testing/views';
import { SpokenReviewPage } from './spoken-review';

describe('the spoken review', () => {
  let recording: Recording;
  beforeAll(() => {
    recording = simulate({ device: 'plates', seed: 4 }).recording;
  });
  const rack = [swing(1), swing(2)];

  const open = async (more: object = { rack }) => {
    const house = openLesson(more, [ANALYSED_HERE]);
    const c = await house.show(SpokenReviewPage, { lessonId: 'l' });
    house.maybe('GET', '/api/pupils/p/swings')?.flush(rack);
    await c.set({});
    return { house, c };
  };
  const answer = async (house: House, c: Shown<SpokenReviewPage>, id: string) => {
    house.asked('GET', `/api/swings/${id}/traces`).flush(answered(recording));
    await new Promise((r) => setTimeout(r, 20));
    await c.set({});
  };
  const press = async (c: Shown<SpokenReviewPage>, key: string) => {
    TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key }));
    await c.set({});
  };
  const told = (c: Shown<SpokenReviewPage>) => c.all('canvas')[0]!.getAttribute('aria-label') ?? '';
  const now = (c: Shown<SpokenReviewPage>) => Number(/(-?\d+) ms/.exec(told(c))?.[1]);

  it('replays the newest swing until another is chosen, and one beside it', async () => {
    const { house, c } = await open();
    await answer(house, c, 's2');
    expect(told(c)).toContain('Now: swing 2');
    const before = c.all('select')[0]!.closest('label')!.textContent.includes('Before') ? 0 : 1;
    const select = c.all('select')[before] as HTMLSelectElement;
    select.value = 's1';
    select.dispatchEvent(new Event('change'));
    await c.set({});
    await answer(house, c, 's1');
    expect(told(c)).toContain('Before: swing 1');
  });
  it('moves by keys, and stays within the swing', async () => {
    const { house, c } = await open();
    await answer(house, c, 's2');
    await press(c, 'i');
    expect(now(c)).toBe(0);
    await press(c, 'ArrowLeft');
    expect(now(c)).toBe(-10);
    await press(c, 'ArrowRight');
    expect(now(c)).toBe(0);
    c.component['move'](99);
    await c.set({});
    const end = now(c);
    await press(c, 'ArrowRight');
    expect(now(c)).toBe(end);
    expect(end).toBeLessThan(5000);
  });
  it('says why no voice is recorded, keeps nothing, and may be tried again', async () => {
    const { house, c } = await open();
    await answer(house, c, 's2');
    spyOn(navigator.mediaDevices, 'getUserMedia').and.rejectWith(new DOMException('no', 'NotAllowedError'));
    await press(c, 'r');
    await new Promise((r) => setTimeout(r, 20));
    await c.set({});
    expect(c.all('[role=alert]')[0]!.textContent).toContain('not given leave to use the microphone');
    expect(c.component['stage']()).toBe('ready');
  });
  it('says that a swing cannot be read', async () => {
    const { house, c } = await open();
    house.asked('GET', '/api/swings/s2/traces').flush(new ArrayBuffer(3));
    await new Promise((r) => setTimeout(r, 20));
    await c.set({});
    expect(c.text()).toContain('A swing cannot be read:');
  });
  it('has nothing to speak over in an empty lesson', async () => {
    const { c } = await open({ rack: [] });
    expect(c.text()).toContain('No swing lies in this lesson yet');
  });
});
