import type { BinEntry } from '@vilko/contract/bin';
import { openHouse } from '../../testing/house';
import { Bin } from './bin';

const DAY = 24 * 3600 * 1000;
const entry = (more: Partial<BinEntry> = {}): BinEntry => ({
  kind: 'swing',
  id: 's1',
  what: '7, 7-iron',
  pupil: 'Somebody',
  lessonAt: '2026-11-20T10:00:00.000Z',
  deletedAt: new Date(Date.now() - 2 * DAY).toISOString(),
  ...more,
});

describe('the bin', () => {
  const open = async (entries: BinEntry[]) => {
    const house = openHouse();
    const c = await house.show(Bin);
    house.asked('GET', '/api/bin').flush(entries);
    await c.set({});
    return { house, c };
  };

  it('says what lies there, whose it was, and when it is erased', async () => {
    const { c } = await open([
      entry(),
      entry({ kind: 'pattern', id: 'mine', what: 'My own', pupil: null, lessonAt: null }),
      entry({ id: 'old', deletedAt: new Date(Date.now() - 29.5 * DAY).toISOString() }),
    ]);
    const rows = c.all('tbody tr').map((r) => r.innerText.replace(/\s+/g, ' '));
    expect(rows[0]).toMatch(/swing 7, 7-iron Somebody, 20 November 2026 .* in 28 days/);
    expect(rows[1]).toContain('the house');
    expect(rows[2]).toContain('tonight');
  });
  it('puts one back with one press', async () => {
    const { house, c } = await open([entry()]);
    await c.press('Put back');
    const asked = house.asked('POST', '/api/bin/restore');
    expect(asked.request.body).toEqual({ kind: 'swing', id: 's1' });
    asked.flush({ kind: 'swing', id: 's1' });
    house.asked('GET', '/api/bin').flush([]);
    await c.set({});
    expect(house.said()).toBe('Swing 7, 7-iron is back where it was.');
    expect(c.text()).toContain('The bin is empty.');
  });
  it('erases for good only with a second press', async () => {
    const { house, c } = await open([entry()]);
    await c.press('Erase …');
    house.quiet();
    await c.press('Leave it');
    await c.press('Erase …');
    await c.press('Erase for good');
    house.asked('POST', '/api/bin/erase').flush({ kind: 'swing', id: 's1', bytes: 'gone' });
    house.asked('GET', '/api/bin').flush([]);
    expect(house.said()).toBe('Swing 7, 7-iron is erased for good.');
  });
});
