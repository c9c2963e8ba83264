import type { HouseSettings } from '@vilko/contract/settings';
import { DEFAULT_HOUSE } from '@vilko/contract/default-house';
import { shippedSays } from '@vilko/core/words/sports';
import { OfficeActions } from '../../state/office';
import { openHouse } from '../../testing/house';
import { Sports } from './sports';

describe('comparisons from other sports, in the house’s own words', () => {
  const open = async () => {
    const h = openHouse();
    h.dispatch(OfficeActions.houseCame({ house: DEFAULT_HOUSE }));
    const c = await h.show(Sports);
    /** What the server is asked to keep, and answers with. */
    const kept = async (): Promise<HouseSettings['sports']> => {
      const asked = h.asked('PUT', '/api/house');
      asked.flush(asked.request.body as HouseSettings);
      await c.set({});
      return (asked.request.body as HouseSettings).sports;
    };
    const choose = async (id: string) => {
      const select = c.all('select')[0] as HTMLSelectElement;
      select.value = id;
      select.dispatchEvent(new Event('change'));
      await c.set({});
    };
    return { h, c, kept, choose };
  };

  it('stand instead of what came, and an empty line is as it came', async () => {
    const { c, kept, choose } = await open();
    await choose('fencing');
    const shift = () => c.all('input[placeholder^="As in a lunge"]')[0] as HTMLInputElement;
    expect(shift().placeholder).toBe(shippedSays('fencing').shift!);
    await c.fill('Going over to the lead foot', ' As in a flèche. ');
    expect(await kept()).toEqual({ fencing: { named: [], says: { shift: 'As in a flèche.' } } });
    expect(shift().value).toBe('As in a flèche.');
    await c.fill('Going over to the lead foot', ' ');
    expect(await kept()).toEqual({ fencing: { named: [], says: {} } });
  });

  it('are kept for a sport of the house’s own, by the words it is told by, until it is taken out', async () => {
    const { c, kept } = await open();
    const add = async (name: string) => {
      (c.all('input[placeholder="bell ringing"]')[0] as HTMLInputElement).value = name;
      await c.press('Add');
    };
    await add(' Bell ringing ');
    expect(await kept()).toEqual({ 'bell ringing': { named: [], says: {} } });
    await c.fill('Told by words', 'bell ring, campan, x');
    expect((await kept())['bell ringing']!.named).toEqual(['bell ring', 'campan']);
    await add('Fencing');
    expect(c.text()).toContain('Fencing is in the list already.');
    await add('bell ringing');
    await c.press('Take out bell ringing');
    expect(await kept()).toEqual({});
  });
});
