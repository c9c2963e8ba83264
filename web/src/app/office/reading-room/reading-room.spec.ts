import { TestBed } from '@angular/core/testing';
import { patternOf } from '@vilko/core/patterns/library';
import { type Asked, type Exercise, EXERCISES } from '@vilko/core/reading-room/exercise';
import type { ReadDevice } from '@vilko/core/reading-room/difficulty';
import { firstCauseItem, vilkoReads } from '@vilko/core/reading-room/first-cause';
import { itemOf, MAKERS } from '@vilko/core/reading-room/items';
import { type Paper, paperCode, paperItem, readPaper } from '@vilko/core/reading-room/paper';
import { panelSays } from '@vilko/core/reading-room/panel';
import type { ReadSwing } from '@vilko/core/reading-room/read-swing';
import { apartBy } from '@vilko/core/reading-room/same-golfer';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { Keys } from '../../shell/keys';
import { openHouse } from '../../testing/house';
import { Items } from '../../workers/items';
import type { ShownFirstCause, ShownItem, ShownSwing } from '../../workers/shown-item';
import { viewOf } from '../../workers/read-view';
import { Answers, bitsOf, isRight, type ItemRead, sessionOf, spacedOver } from './answers';
import { drillAnswer, optionName, pupilLines, whyWords } from './item-words';
import { ReadingRoom } from './reading-room';

const READ: ItemRead = {
  ...{ at: '2026-12-07T10:00:00.000Z', day: '2026-12-07', exercise: 'first-cause', seed: 1, truth: 'sway' },
  ...{ vilko: 'sway', options: 8, chance: 1 / 8, number: null },
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
  const shownItem = (seed: number): ShownFirstCause => {
    const item = firstCauseItem({ seed, difficulty: 1300 });
    const { device, handed, club, options, truth, difficulty, deep } = item;
    const view = viewOf(swingTraces(deep, 0), {
      ...{ id: `item ${seed}`, club, by: { pattern: patternOf('common-ground') }, options: { handed, stature: 1.75 } },
      marks: {},
    });
    const asked = { seed, options, truth, difficulty, vilko: vilkoReads(item), panel: panelSays(item), own: null };
    return { exercise: 'first-cause', ...asked, device, handed, club, view, pair: null };
  };
  let first: ShownFirstCause;
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
    expect(c.text()).toContain('Ten minutes of one exercise');
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
    await c.press('Another one');
    await new Promise((r) => setTimeout(r));
    await c.set({});
    expect(c.text()).toContain('I do not know');
  });
});

describe('the other exercises', () => {
  /** Shows one item of an exercise and answers by keys. */
  async function openWith(item: ShownItem) {
    const house = openHouse([{ provide: Items, useValue: { make: () => Promise.resolve(item) } }]);
    const c = await house.show(ReadingRoom);
    const settle = async () => {
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    const key = async (k: string) => {
      TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: k }));
      await settle();
    };
    await key(`${EXERCISES.indexOf(item.exercise) + 1}`);
    return { ...c, settle, key };
  }
  const baseOf = <E extends Exercise>(exercise: E, seed: number) => {
    const item = itemOf(exercise, { seed, difficulty: 1400 });
    const { options, truth, difficulty }: Asked = item;
    const vilko = MAKERS[exercise].vilko?.(item) ?? null;
    const panel = options.length ? panelSays({ seed, options, truth, difficulty }) : [];
    return { item, base: { seed, options, truth, difficulty, vilko, panel, own: null } };
  };
  const drawn = ({ deep, device, handed, club }: ReadSwing): ShownSwing<ReadDevice> => ({
    ...{ device, handed, club },
    view: viewOf(swingTraces(deep, 0), {
      ...{ id: 'item', club, by: { pattern: patternOf('common-ground') }, options: { handed, stature: 1.75 } },
      marks: {},
    }),
  });
  const answered = () => TestBed.inject(Answers).reads().at(-1)!;
  beforeEach(() => localStorage.removeItem('vilko.reading-room'));
  afterAll(() => localStorage.removeItem('vilko.reading-room'));

  it('hide a number until it was said and how far off it may be, and say whether that covers it', async () => {
    const { item, base } = baseOf('say-number', 41_000);
    const { measure, unit, worth, from, to, number, chance } = item;
    const asked = { measure, unit, worth, from, to, number, chance };
    const c = await openWith({ exercise: 'say-number', ...base, ...drawn(item), ...asked });
    // the plan is drawn without its numbers
    expect(c.all('vk-track svg text.figures').filter((t) => t.textContent.includes('%')).length).toBe(0);
    const ruler = c.all('input[type=range]')[0] as HTMLInputElement;
    ruler.value = `${number}`;
    ruler.dispatchEvent(new Event('input'));
    await c.settle();
    ruler.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    await c.settle();
    expect(c.text()).toContain('How far off may it be');
    await c.key('Backspace');
    expect(c.text()).toContain('I do not know');
    await c.press(/^Say /);
    await c.key('2');
    expect(c.text()).toContain('Near enough');
    expect(c.text()).toContain('that covers it');
    const { number: said } = answered();
    expect(said!.half).toBeCloseTo(2 * worth, 9);
    expect(Math.abs(said!.value - number)).toBeLessThan(worth);
    await c.key('Escape');
    expect(c.text()).toContain('1 of 1 right');
    expect(c.text()).toContain('Your intervals cover 1 of 1');
  });
  it('show the golfer alone before the trace, and the route once it is told', async () => {
    const { item, base } = baseOf('before-trace', 41_001);
    const c = await openWith({
      ...{ exercise: 'before-trace', ...base, ...drawn(item) },
      ...{ film: item.film, impact: item.impact },
    });
    expect(c.all('vk-figure-film svg').length).toBe(2);
    const lozenges = () => c.all('vk-track g.cursor-pointer').length;
    expect(lozenges()).toBe(0);
    await c.key(`${item.options.indexOf(item.truth) + 1}`);
    await c.key('7');
    expect(c.text()).toContain('Right.');
    expect(c.text()).toContain('of the load went to the trail foot');
    expect(c.text()).toContain('Vilko reads the ground alone');
    expect(lozenges()).toBeGreaterThan(5);
    expect(answered().vilko).toBeNull();
  });
  it('ask a pupil in plain words with everything in sight, once, and keep nothing of it', async () => {
    const { item, base } = baseOf('before-trace', 41_001);
    const shown: ShownItem = {
      ...{ exercise: 'before-trace', ...base, ...drawn(item) },
      ...{ film: item.film, impact: item.impact },
    };
    const house = openHouse([{ provide: Items, useValue: { make: () => Promise.resolve(shown) } }]);
    const c = await house.show(ReadingRoom);
    const key = async (k: string) => {
      TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: k }));
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    await key('9');
    expect(c.text()).toContain('Where does the pressure go?');
    // the route is there, the numbers of the pictures are not
    expect(c.all('vk-track path[stroke-width="3"]').length).toBe(1);
    expect(c.all('vk-track g.cursor-pointer').length).toBe(0);
    expect(c.all('vk-plain-words li').length).toBe(2);
    await key(`${item.options.indexOf(item.truth) + 1}`);
    expect(c.text()).toContain('Right.');
    expect(c.text()).toContain('when the ball was hit');
    for (const word of ['bits', 'trail foot', 'Vilko said', 'How sure', 'P7,']) expect(c.text()).not.toContain(word);
    await key('Escape');
    expect(c.text()).toContain('1 of 1 right');
    expect(c.text()).toContain('Nothing of it is kept.');
    expect(TestBed.inject(Answers).reads()).toEqual([]);
  });
  it('ask which of two faults leads to the other, and say so in the words of both', async () => {
    const { item, base } = baseOf('which-first', 41_002);
    const c = await openWith({ exercise: 'which-first', ...base, ...drawn(item) });
    const wrong = item.options.findIndex((o) => o !== item.truth);
    await c.key(`${wrong + 1}`);
    await c.key('6');
    expect(c.text()).toContain(`It was: ${optionName(item.truth)}.`);
    expect(c.text()).toContain(`“${optionName(item.truth)}” leads to`);
    // of two options a sureness of 60% on the wrong one costs what it says
    expect(bitsOf(answered())).toBeCloseTo(Math.log2(0.8), 9);
  });
  it('tell real from noise with what the comparison makes of the same sets', async () => {
    const { item, base } = baseOf('real-or-noise', 41_003);
    const { measure, worth, before, after } = item;
    const c = await openWith({ exercise: 'real-or-noise', ...base, measure, worth, before, after });
    expect(c.text()).toContain(`${before.length} swings before, ${after.length} after.`);
    await c.key('0');
    expect(c.text()).toContain('0.0 bits.');
    expect(c.text()).toMatch(/over \d+ \+ \d+ swings that shows as/);
  });
  it('put two swings beside each other, and say how far apart they lie', async () => {
    const { item, base } = baseOf('same-golfer', 41_004);
    const [a, b] = item.swings;
    const c = await openWith({
      ...{ exercise: 'same-golfer', ...base },
      ...{ swings: [drawn(a), drawn(b)], apart: apartBy(item.swings) },
    });
    expect(c.all('vk-track').length).toBe(2);
    await c.key('1');
    await c.key('5');
    expect(c.text()).toContain(`${apartBy(item.swings).toFixed(1)} worths apart`);
  });
  it('ask whether the ball agrees, and name the signs it would show', async () => {
    const { item, base } = baseOf('ball-agrees', 41_005);
    const { fault, ball } = item;
    const c = await openWith({ exercise: 'ball-agrees', ...base, ...drawn(item), fault, ball });
    expect(c.text()).toContain(optionName(fault));
    expect(c.text()).not.toContain('shows in a ball as');
    await c.key(`${item.options.indexOf(item.truth) + 1}`);
    await c.key('9');
    expect(c.text()).toContain('shows in a ball as');
    expect(c.text()).toContain('Right.');
  });
  it('give a drill its reasons, for each that does not fit', async () => {
    const { item, base } = baseOf('choose-drill', 41_006);
    const c = await openWith({ exercise: 'choose-drill', ...base, pupil: item.pupil });
    for (const [name, words] of pupilLines(item.pupil))
      expect(c.text().replace(/\s+/g, '')).toContain(`${name}${words}`.replace(/\s+/g, ''));
    expect(c.text()).not.toContain('Fits.');
    await c.key(`${item.options.indexOf(item.truth) + 1}`);
    await c.key('8');
    expect(c.text()).toContain('Right.');
    expect(c.text()).toContain('Fits.');
    for (const id of item.options) expect(c.text()).toContain(drillAnswer(id, item.pupil));
  });
  it('are not shown what was still being made for another one', async () => {
    const late = baseOf('choose-drill', 41_007);
    const due = baseOf('real-or-noise', 41_008);
    const { measure, worth, before, after } = due.item;
    let come: (i: ShownItem) => void = () => undefined;
    const make = (exercise: Exercise): Promise<ShownItem> =>
      exercise === 'choose-drill'
        ? new Promise((resolve) => (come = resolve))
        : Promise.resolve({ exercise: 'real-or-noise', ...due.base, measure, worth, before, after });
    const house = openHouse([{ provide: Items, useValue: { make } }]);
    const c = await house.show(ReadingRoom);
    const key = async (k: string) => {
      TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: k }));
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    await key('8');
    await key('Escape');
    await key('5');
    come({ exercise: 'choose-drill', ...late.base, pupil: late.item.pupil });
    await new Promise((r) => setTimeout(r));
    await c.set({});
    expect(c.text()).toContain(`${before.length} swings before`);
    expect(c.text()).not.toContain('Swings by');
  });
  it('take up what was kept before there were others', () => {
    const { at, day, seed, truth, answer, vilko, options, difficulty, pair } = READ;
    const old = { at, day, seed, truth, answer, vilko, options, difficulty, pair };
    localStorage.setItem('vilko.reading-room', JSON.stringify([old]));
    openHouse([]);
    expect(TestBed.inject(Answers).reads()).toEqual([READ]);
  });
});

describe('a paper in the reading room', () => {
  const pupil = (seed: number): ShownItem => {
    const { options, truth, difficulty, pupil } = itemOf('choose-drill', { seed, difficulty: 1400 });
    return { exercise: 'choose-drill', seed, options, truth, difficulty, vilko: null, panel: [], own: null, pupil };
  };
  beforeEach(() => localStorage.removeItem('vilko.papers'));
  afterAll(() => localStorage.removeItem('vilko.papers'));
  async function open() {
    const make = jasmine.createSpy<Items['make']>().and.callFake((_, wish) => Promise.resolve(pupil(wish.seed)));
    const house = openHouse([{ provide: Items, useValue: { make } }]);
    const c = await house.show(ReadingRoom);
    const settle = async () => {
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    const key = async (k: string) => {
      TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key: k }));
      await settle();
    };
    const sit = async (code: string, reader: string) => {
      await c.fill('Code', code);
      await c.fill('Your name', reader);
      await c.press('Sit the paper');
      await settle();
    };
    return { ...c, settle, key, sit, make };
  }
  const paper: Paper = { exercise: 'choose-drill', items: 5, minutes: 5, seed: 31 };

  it('asks what its code says, tells nothing before its end, then all of it; and is sat once by each', async () => {
    const c = await open();
    await c.sit(paperCode(paper), 'Runa Vell');
    for (let i = 0; i < paper.items; i++) {
      expect(c.text()).toContain(`Pupil ${i + 1} of 5`);
      const { options, truth } = itemOf('choose-drill', paperItem(paper, i));
      // right in all but the last, which nobody knows
      if (i === 4) await c.key('0');
      else {
        await c.key(`${options.indexOf(truth) + 1}`);
        await c.key('9');
      }
      expect(c.text()).not.toContain('Fits.');
      // no slip of a finger ends it
      if (i === 0) await c.key('Escape');
    }
    expect(c.text()).toContain('4 of 5 right');
    expect(c.text()).toContain('Runa Vell');
    expect(c.text()).toContain('5 of 5 items were answered in time.');
    expect(c.all('tbody tr').length).toBe(5);
    expect(c.all('tbody tr')[4]!.textContent).toContain('I do not know');
    // the rating is of practice alone
    expect(TestBed.inject(Answers).reads()).toEqual([]);
    await c.key('Escape');
    await c.sit(paperCode(paper), ' runa vell');
    expect(c.text()).toContain('a paper is sat once.');
    await c.sit(paperCode(paper), 'Odd Sanne');
    expect(c.text()).toContain('Pupil 1 of 5');
    await c.press('Hand in');
    await c.press('Hand in 0 of 5, for good?');
    expect(c.text()).toContain('0 of 5 right');
    expect(c.text()).toContain('not reached');
  });
  it('is not begun without a name, or by a code with a slip in it; a new one has a code that is taken', async () => {
    const c = await open();
    await c.sit(paperCode(paper), ' ');
    expect(c.text()).toContain('Say your name');
    await c.sit('8-5-5-32-A', 'Runa Vell');
    expect(c.text()).toMatch(/slip|no paper/);
    await c.fill('Minutes', '4');
    await c.press('Make a code');
    expect(c.text()).toContain('A paper takes 5 to 90 minutes.');
    await c.fill('Minutes', '10');
    await c.press('Make a code');
    const code = c.all('strong.figures')[0]!.textContent;
    expect(readPaper(code)).toEqual(jasmine.objectContaining({ exercise: 'first-cause', items: 20, minutes: 10 }));
  });
  it('has another item for everybody where one could not be made', async () => {
    const c = await open();
    c.make.and.callFake((_, wish) =>
      wish.seed === paperItem(paper, 0).seed
        ? Promise.reject(new Error('no swing could be made'))
        : Promise.resolve(pupil(wish.seed)),
    );
    await c.sit(paperCode(paper), 'Runa Vell');
    await c.settle();
    expect(c.text()).toContain('Pupil 1 of 5');
    expect(c.text()).not.toContain('no swing could be made');
    expect(c.make.calls.mostRecent().args[1].seed).toBe(paperItem(paper, 0, 1).seed);
  });
  it('ends with its time, and counts what was answered until then', async () => {
    const c = await open();
    await c.sit(paperCode(paper), 'Runa Vell');
    await c.key('0');
    await c.press('Hand in');
    const now = Date.now();
    const clock = spyOn(Date, 'now').and.returnValue(now + 5 * 60_000 + 1);
    await new Promise((r) => setTimeout(r, 1100));
    clock.and.callThrough();
    await c.set({});
    expect(c.text()).toContain('0 of 5 right');
    expect(c.text()).toContain('1 of 5 items were answered in time.');
    // what was said once of that paper was not said of the next
    await c.key('Escape');
    await c.sit(paperCode(paper), 'Odd Sanne');
    expect(c.text()).toContain('Hand in');
    expect(c.text()).not.toContain('for good');
  });
});
