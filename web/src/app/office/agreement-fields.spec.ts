import { openHouse } from '../testing/house';
import { type Agreement, AgreementFields } from './agreement-fields';

async function open(value: Agreement, school: readonly [number | null, number | null] = [null, null]) {
  const said: Agreement[] = [];
  const c = await openHouse().show(AgreementFields, { value, school });
  c.component.changed.subscribe((a) => said.push(a));
  return { c, said };
}
const WHERE = 'Where it is to come';

describe('what a lesson is judged by', () => {
  it('is chosen from every measure and every number of the ball, the usual ones first', async () => {
    const { c, said } = await open({ measure: null, target: null });
    const groups = c.all('optgroup').map((g) => g.getAttribute('label'));
    expect([groups[0], groups.at(-1), groups.length > 10]).toEqual(['often agreed', 'the ball', true]);
    const select = c.all('select')[0] as HTMLSelectElement;
    const ids = [...select.options].map((o) => o.value);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids).not.toContain('path.shape');
    select.value = 'ball.carry';
    select.dispatchEvent(new Event('change'));
    expect(said).toEqual([{ measure: 'ball.carry', target: null }]);
  });

  it('comes where the school wants it, or in a typed range', async () => {
    const { c, said } = await open({ measure: 'share.lead.p7', target: null }, [64, 92]);
    expect(c.text()).toContain('as the school has it: 64 to 92%');
    await c.fill(WHERE, 'band');
    await c.fill('From', '70');
    expect(said).toEqual([{ measure: 'share.lead.p7', target: { of: 'band', from: 70, to: null } }]);
  });

  it('says in one sentence what is wrong with a range or a spread, and keeps what was agreed', async () => {
    const { c, said } = await open({ measure: 'share.lead.p7', target: { of: 'band', from: 70, to: 80 } });
    expect((c.all('input')[0] as HTMLInputElement).value).toBe('70');
    await c.fill('to,', '60');
    expect(c.text()).toContain('A range ends above where it begins; what was agreed before stays.');
    await c.fill('to,', 'often');
    expect(c.text()).toContain('The ends of a range are numbers');
    expect(said).toEqual([]);
    // an answer to what was typed before comes late
    await c.set({ value: { measure: 'share.lead.p7', target: { of: 'band', from: 70, to: 80 } } });
    expect(c.text()).toContain('The ends of a range are numbers');
    await c.set({ value: { measure: 'share.lead.p6', target: { of: 'band', from: 70, to: 80 } } });
    expect(c.text()).not.toContain('The ends of a range are numbers');
    await c.set({ value: { measure: 'share.lead.p7', target: { of: 'spread', most: 2.5 } } });
    expect((c.all('input')[0] as HTMLInputElement).value).toBe('2.5');
    await c.fill('Standard deviation', '0');
    expect(c.text()).toContain('A spread is a number above 0');
    expect(said).toEqual([]);
    await c.fill('Standard deviation', '3');
    expect(said).toEqual([{ measure: 'share.lead.p7', target: { of: 'spread', most: 3 } }]);
  });
});
