import { MEASURE_IDS } from '@vilko/core/measures/registry';
import { openHouse } from '../../testing/house';
import { MeasuresPage } from './measures';

describe('the glossary’s page', () => {
  const open = async () => {
    const c = await openHouse().show(MeasuresPage);
    const search = async (text: string) => {
      const field = c.all('input')[0] as HTMLInputElement;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await c.set({});
    };
    return { c, search };
  };
  it('explains every measure', async () => {
    const { c } = await open();
    expect(c.all('tbody tr').length).toBe(MEASURE_IDS.length);
    expect(c.all('table').length).toBe(5);
  });
  it('finds by words of name, id and meaning together', async () => {
    const { c, search } = await open();
    await search('share impact');
    expect(c.text()).toContain('share.lead.p7');
    expect(c.all('tbody tr').length).toBeLessThan(12);
    await search('zzz');
    expect(c.text()).toContain('No measure matches “zzz”.');
  });
  it('says in words, with the reason, what a mat cannot', async () => {
    const { c, search } = await open();
    await search('torque.turn.peak.phase');
    const cells = c.all('tbody tr')[0]!.querySelectorAll('td');
    expect(Array.from(cells, (td) => td.textContent.trim()).slice(4)).toEqual([
      '●measured',
      '●measured',
      '●measured',
      '–cannot be said',
      '–cannot be said',
      '–cannot be said',
    ]);
    expect(cells[7]!.title).toBe('this device cannot measure horizontal forces');
  });
});
