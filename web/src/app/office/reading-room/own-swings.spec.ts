import { TestBed } from '@angular/core/testing';
import type { LabelledSwing } from '@vilko/contract/swing';
import { simulate } from '@vilko/core/golfer/simulate';
import type { OwnExercise } from '@vilko/core/reading-room/own-exercises';
import { Keys } from '../../shell/keys';
import { openHouse } from '../../testing/house';
import { answered } from '../../testing/views';
import { Items } from '../../workers/items';
import { ownShown, type OwnWish } from '../../workers/own-shown';
import { Answers } from './answers';
import { ReadingRoom } from './reading-room';

const labelled = (id: string, fault: string): LabelledSwing => ({
  ...{ id, club: 'iron', handed: 'right', device: 'plates', marks: {}, kind: 'full', tag: 'ball', stature: 1.75 },
  ball: null,
  label: { fault, pattern: 'common-ground', at: '2026-11-20T10:00:00.000Z' },
});

describe('the house’s own swings in the reading room', () => {
  beforeEach(() => localStorage.removeItem('vilko.reading-room'));

  /** The room with these swings; which swing a fault was simulated in is in its id. */
  async function room(swings: readonly LabelledSwing[]) {
    const own = (exercise: OwnExercise, wish: OwnWish) => Promise.resolve(ownShown(exercise, wish));
    const house = openHouse([{ provide: Items, useValue: { own } }]);
    const c = await house.show(ReadingRoom);
    const settle = async () => {
      await new Promise((r) => setTimeout(r));
      await c.set({});
    };
    house.asked('GET', '/api/swings/labelled').flush(swings);
    await settle();
    return {
      ...c,
      settle,
      press: async (words: string | RegExp) => {
        await c.press(words);
        await settle();
      },
      key: async (key: string) => {
        TestBed.inject(Keys).handle(new KeyboardEvent('keydown', { key }));
        await settle();
      },
      /** Gives the swing that is asked for; says which it was. */
      traces: async (id: string, fault?: string) => {
        const { recording } = simulate({ device: 'plates', seed: 4, ...(fault ? { fault, strength: 'strong' } : {}) });
        const request = house.maybe('GET', `/api/swings/${id}/traces`);
        request?.flush(answered(recording, { handed: 'right' }));
        await settle();
        return request !== undefined;
      },
    };
  }
  const number = (c: { all: (s: string) => HTMLElement[] }, words: string) =>
    c
      .all('vk-item-question li button')
      .find((b) => b.textContent.includes(words))!
      .textContent.trim()[0]!;

  it('are asked about by what was confirmed of them, each once, and leave the rating as it is', async () => {
    const c = await room([labelled('a', 'hangs-back'), labelled('b', 'healthy')]);
    await c.press('of this house: 2 confirmed');
    expect(c.text()).toContain('simulated alone');
    // what is known of simulated swings alone is not begun by its key either
    await c.key('5');
    expect(c.text()).toContain('Begin: First cause');
    await c.key('Enter');
    const first = (await c.traces('a', 'hangs-back')) ? 'Hangs back' : (await c.traces('b'), 'Healthy');
    expect(c.text()).toContain('This house’s swing 1 ·');
    await c.key(number(c, first));
    await c.key('8');
    expect(c.text()).toContain('Right.');
    expect(c.text()).toContain('It was confirmed here on 20 November 2026, by somebody who had seen Vilko’s reading.');
    expect(c.text()).not.toContain('simulated reader');
    await (first === 'Healthy' ? c.traces('a', 'hangs-back') : c.traces('b'));
    await c.key('Enter');
    const second = first === 'Healthy' ? 'Hangs back' : 'Healthy';
    await c.key(number(c, second));
    await c.key('9');
    expect(c.text()).toContain('Right.');
    // there is no third
    await c.key('Enter');
    expect(c.text()).toContain('2 of 2 right');
    expect(c.text()).toContain('how hard these are nobody knows: your rating stays as it is.');
    expect(c.text()).toContain('No other swing of this house can be asked about here.');
    const reads = TestBed.inject(Answers).reads();
    expect(reads.map((r) => r.own).sort()).toEqual(['a', 'b']);
    expect(reads.map((r) => r.difficulty)).toEqual([null, null]);
    expect(TestBed.inject(Answers).points('first-cause')).toBeCloseTo(1500, 6);
  });
  it('hide a number that was measured', async () => {
    const c = await room([labelled('a', 'healthy')]);
    await c.press('of this house: 1 confirmed');
    await c.key('2');
    await c.traces('a');
    expect(c.all('input[type=range]').length).toBe(1);
    expect(c.text()).toContain('This house’s number 1 ·');
    expect(c.text()).not.toContain('confirmed');
  });
  it('say so where none of them gives such an item', async () => {
    const c = await room([labelled('a', 'healthy')]);
    await c.press('of this house: 1 confirmed');
    await c.key('7');
    expect(c.text()).toContain('nothing of the kind was confirmed yet');
    await c.press('of simulated golfers');
    expect(c.text()).not.toContain('nothing of the kind');
  });
  it('cannot be chosen where nothing was confirmed, and say how that is done', async () => {
    const c = await room([]);
    expect(c.text()).toContain('C on a finding says that it is so');
    const choice = c.all('button').find((b) => b.textContent.includes('of this house')) as HTMLButtonElement;
    expect(choice.disabled).toBeTrue();
  });
});
