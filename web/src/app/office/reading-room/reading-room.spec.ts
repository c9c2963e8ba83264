import { TestBed } from '@angular/core/testing';
import { patternOf } from '@vilko/core/patterns/library';
import { firstCauseItem, vilkoReads } from '@vilko/core/reading-room/first-cause';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { Keys } from '../../shell/keys';
import { openHouse } from '../../testing/house';
import type { ShownItem } from '../../workers/item.worker';
import { Items } from '../../workers/items';
import { viewOf } from '../../workers/read-view';
import { Answers, bitsOf, isRight, type ItemRead, sessionOf, spacedOver } from './answers';
import { optionName, whyWords } from './item-words';
import { ReadingRoom } from './reading-room';

const READ: ItemRead = {
  ...{ at: '2026-12-07T10:00:00.000Z', day: '2026-12-07', seed: 1, truth: 'sway', vilko: 'sway', options: 8 },
  ...{ answer: { said: 'sway', sure: 0.8 }, difficulty: 1500, pair: null },
};

describe('what a reader has read', () => {
  it('brings a pair back that was taken for each other, until it was told apart after its days', () => {
    const wrong: ItemRead = { ...READ, answer: { said: 'slide', sure: 0.9 } };
    const pair = 'slide | sway';
    expect(spacedOver([wrong])).toEqual([{ pair, due: '2026-12-07', held: 0 }]);
    expect(spacedOver([wrong, { ...READ, pair }])).toEqual([{ pair, due: '2026-12-08', held: 1 }]);
    // healthy taken for a fault is no pair
    expect(spacedOver([{ ...READ, answer: { said: 'healthy', sure: 0.6 } }])).toEqual([]);
  });
  it('adds a session up in bits, and in what would be usual', () => {
    const reads = [READ, { ...READ, answer: null }, { ...READ, answer: { said: 'slide', sure: 0.9 } }];
    const s = sessionOf(reads, 1500);
    expect([s.n, s.right]).toEqual([3, 1]);
    expect(s.bits).toBeCloseTo(
      reads.reduce((sum, r) => sum + bitsOf(r), 0),
      12,
    );
    expect(bitsOf(reads[1]!)).toBe(0);
    expect(s.expected).toBeCloseTo(3 * (1 / 8 + 7 / 16), 9);
    expect([isRight(reads[0]!), isRight(reads[1]!)]).toEqual([true, false]);
  });
});

describe('the reading room', () => {
  const shownItem = (seed: number): ShownItem => {
    const item = firstCauseItem({ seed, difficulty: 1300 });
    const { device, handed, club, options, truth, difficulty, deep } = item;
    const view = viewOf(swingTraces(deep, 0), {
      ...{ id: `item ${seed}`, club, by: { pattern: patternOf('common-ground') }, options: { handed, stature: 1.75 } },
      marks: {},
    });
    return { seed, device, handed, club, options, truth, difficulty, pair: null, view, vilko: vilkoReads(item) };
  };
  let first: ShownItem;
  beforeAll(() => {
    first = shownItem(30_007);
  });
  beforeEach(() => localStorage.removeItem('vilko.reading-room'));
  afterAll(() => localStorage.removeItem('vilko.reading-room'));
  async function open() {
    const house = openHouse([{ provide: Items, useValue: { make: () => Promise.resolve(first) } }]);
    const c = await house.show(ReadingRoom);
    const settle = async () => {
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    return {
      ...c,
      settle,
      key: async (key: string) => {
        TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key }));
        await settle();
      },
    };
  }

  it('asks by keys alone, hides the truth until it is answered, then lights the evidence and says why', async () => {
    const c = await open();
    expect(c.text()).toContain('Ten minutes of swings without their Reading.');
    await c.key('Enter');
    expect(c.text()).toContain('What is the first cause?');
    for (const o of first.options) expect(c.text()).toContain(optionName(o));
    expect(c.text()).not.toContain('✓');
    const right = `${first.options.indexOf(first.truth) + 1}`;
    await c.key(right);
    expect(c.text()).toContain('How sure?');
    await c.key('Backspace');
    expect(c.text()).toContain('I do not know');
    await c.key(right);
    await c.key('8');
    expect(c.text()).toContain('Right.');
    expect(c.text()).toContain(whyWords(first));
    expect(c.text()).toContain('Vilko said:');
    const [read] = TestBed.inject(Answers).reads();
    expect([read!.truth, read!.answer]).toEqual([first.truth, { said: first.truth, sure: 0.8 }]);
    await c.key('Enter');
    expect(c.text()).toContain('Swing 2');
    await c.key('0');
    expect(c.text()).toContain('It was:');
    expect(c.text()).toContain('0.0 bits.');
    await c.key('Escape');
    expect(c.text()).toContain('1 of 2 right');
    expect(c.text()).toContain('Your rating stands after 10 swings; this is 2.');
  });
  it('takes the same by pressing, and forgets all of it when asked twice', async () => {
    const c = await open();
    await c.press(/^Begin/);
    await c.settle();
    const wrong = first.options.find((o) => o !== first.truth)!;
    await c.press(new RegExp(optionName(wrong)));
    await c.press('90');
    expect(c.text()).toContain(`It was: ${optionName(first.truth)}.`);
    await c.press('End here');
    await c.press('Begin anew');
    await c.press('yes, begin anew');
    expect(TestBed.inject(Answers).reads()).toEqual([]);
    expect(localStorage.getItem('vilko.reading-room')).toBeNull();
  });
  it('says in a sentence when no swing could be made, and makes another', async () => {
    const make = jasmine.createSpy().and.rejectWith(new Error('no swing could be made'));
    const house = openHouse([{ provide: Items, useValue: { make } }]);
    const c = await house.show(ReadingRoom);
    await c.press(/^Begin/);
    await new Promise((r) => setTimeout(r));
    await c.set({});
    expect(c.text()).toContain('no swing could be made.');
    make.and.resolveTo(first);
    await c.press('Another swing');
    await new Promise((r) => setTimeout(r));
    await c.set({});
    expect(c.text()).toContain('I do not know');
  });
});
