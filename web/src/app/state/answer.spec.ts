import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { openHouse } from '../testing/house';
import { answerOf } from './answer';

@Component({
  selector: 'vk-asks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ asked.value()?.log?.length ?? 'nothing yet' }} {{ asked.refused() }}`,
})
class Asks {
  readonly pupilId = input<string | null>(null);
  /** Asks anew about the same. */
  readonly again = input(0);
  protected readonly asked = answerOf('practice', () => {
    this.again();
    const id = this.pupilId();
    return id === null ? null : { id };
  });
}

@Component({
  selector: 'vk-asks-late',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ asked.value() === null ? 'nothing yet' : 'came' }}`,
})
class AsksLate {
  readonly again = input(0);
  protected readonly asked = answerOf('bays', () => ({ again: this.again() }), 40);
}

describe('an answer that a page keeps asking for', () => {
  it('is asked when there is something to ask about, and not before', async () => {
    const house = openHouse();
    const c = await house.show(Asks);
    house.quiet();
    expect(c.text()).toBe('nothing yet');
    await c.set({ pupilId: 'a' });
    house.asked('GET', '/api/pupils/a/practice').flush({ plans: [], progress: [], log: [] });
    await c.set({});
    expect(c.text()).toBe('0');
  });
  it('never shows what was asked about another', async () => {
    const house = openHouse();
    const c = await house.show(Asks, { pupilId: 'a' });
    const older = house.asked('GET', '/api/pupils/a/practice');
    await c.set({ pupilId: 'b' });
    expect(older.cancelled).toBeTrue();
    house.asked('GET', '/api/pupils/b/practice').flush({ plans: [], progress: [], log: [] });
    await c.set({});
    expect(c.text()).toBe('0');
    await c.set({ pupilId: 'c' });
    expect(c.text()).toBe('nothing yet');
  });
  it('stays while the same is asked anew', async () => {
    const house = openHouse();
    const c = await house.show(Asks, { pupilId: 'a' });
    house.asked('GET', '/api/pupils/a/practice').flush({ plans: [], progress: [], log: [] });
    await c.set({ again: 1 });
    expect(c.text()).toBe('0');
    house.asked('GET', '/api/pupils/a/practice').flush('', { status: 500, statusText: 'broken' });
    await c.set({});
    expect(c.text()).toContain('nothing yet');
    expect(c.text()).toContain('500');
  });
  it('waits for rest, and asks once after several changes', async () => {
    const house = openHouse();
    const c = await house.show(AsksLate);
    for (const again of [1, 2, 3]) await c.set({ again });
    expect(house.maybe('GET', '/api/bays')).toBeUndefined();
    await new Promise((r) => setTimeout(r, 80));
    house.asked('GET', '/api/bays').flush([]);
    await c.set({});
    expect(c.text()).toBe('came');
  });
});
