import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { PATTERNS } from '@vilko/core/patterns/library';
import { openHouse } from '../../testing/house';
import { viewOf } from '../../testing/views';
import { type SchoolsData, SchoolsTable } from './schools';
import { tuningWords } from './tuning-words';

describe('schools side by side', () => {
  const closed: (string | undefined)[] = [];
  const open = async (fault?: string) => {
    const { measures } = viewOf({ device: 'mat-plates', seed: 9, ...(fault ? { fault } : { school: 'deep-load' }) });
    const data: SchoolsData = {
      title: 'Swing 4',
      measures,
      club: 'iron',
      patterns: PATTERNS,
      tuning: {},
      now: 'common-ground',
    };
    closed.length = 0;
    return openHouse([
      { provide: DIALOG_DATA, useValue: data },
      { provide: DialogRef, useValue: { close: (id?: string) => closed.push(id) } },
    ]).show(SchoolsTable);
  };

  it('stand by fit, with how much each could judge, and say what they cannot', async () => {
    const c = await open();
    const heads = c.all('th[scope=col]').map((t) => t.textContent.replaceAll(/\s+/g, ' ').trim());
    expect(heads[0]).toMatch(/^(Deep load|Common ground) ?\d+% · \d+ of \d+$/);
    expect(heads.at(-1)).toMatch(/^Two-foot launch ?not this club$/);
    expect(c.text()).toContain('No school is the right one');
  });
  it('mark every value in every band, and are silent where a school is', async () => {
    const c = await open('no-load');
    const row = c.all('tbody tr').find((r) => r.textContent.includes('Trail peak'))!;
    expect(row.querySelectorAll('[aria-label=outside]').length).toBeGreaterThan(2);
    expect(c.all('[aria-label=silent]').length).toBeGreaterThan(10);
  });
  it('can be narrowed to where they differ, with the dispute that decides it', async () => {
    const c = await open();
    const all = c.all('tbody tr').length;
    (c.all('input[type=checkbox]')[0] as HTMLInputElement).click();
    await c.set({});
    expect(c.all('tbody tr').length).toBeLessThan(all);
    expect(c.text()).toContain('What decides it');
  });
  it('read the swing under the one that is chosen', async () => {
    const c = await open();
    await c.press('Heel last');
    await c.press('Close');
    expect(closed).toEqual(['heel-last', undefined]);
  });

  it('say in words how a pattern is set', () => {
    expect(tuningWords({})).toBe('');
    expect(tuningWords({ overlays: ['for-length'], size: 0.7, strictness: 1.5 })).toBe(
      'Set for length, sizes at 70%, tolerance × 1.50.',
    );
    expect(tuningWords({ overlays: ['in-to-out'] })).toContain('the club face is a matter of its own');
  });
});
