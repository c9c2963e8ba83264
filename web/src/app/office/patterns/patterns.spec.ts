import { bandsFor } from '@vilko/core/patterns/bands';
import { compare } from '@vilko/core/patterns/fit';
import { patternOf } from '@vilko/core/patterns/library';
import { type Pattern, readPattern } from '@vilko/core/patterns/pattern';
import { openHouse } from '../../testing/house';
import { BandTable, type BandChange } from './band-table';
import { copyOf, draggedEdge, versionWords, withBand, withNewBand, withoutBand } from './edit-pattern';
import { Patterns } from './patterns';

const base = patternOf('common-ground');
const band = (p: Pattern, club: 'iron' | 'driver' | 'wood' | 'wedge', id: string) =>
  bandsFor(p, club).find((b) => b.measure === id);

describe('changing a pattern', () => {
  it('changes a band for one club and leaves the others as they were', () => {
    const p = withBand(base, band(base, 'iron', 'share.lead.p6')!, 'iron', { ideal: [60, 80] });
    expect(band(p, 'iron', 'share.lead.p6')!.ideal).toEqual([60, 80]);
    expect(band(p, 'driver', 'share.lead.p6')!.ideal).toEqual([58, null]);
    expect('pattern' in readPattern(p)).toBeTrue();
    const again = withBand(p, band(p, 'iron', 'share.lead.p6')!, 'iron', { weight: 3 });
    expect(again.bands.length).toBe(p.bands.length);
    expect(band(again, 'iron', 'share.lead.p6')).toEqual(jasmine.objectContaining({ ideal: [60, 80], weight: 3 }));
  });
  it('gives a wedge a band of its own, made of the one in force', () => {
    const was = band(base, 'wedge', 'share.lead.p7')!;
    const p = withBand(base, was, 'wedge', { weight: 2 });
    expect(band(p, 'wedge', 'share.lead.p7')).toEqual(jasmine.objectContaining({ ideal: was.ideal, weight: 2 }));
    expect(band(p, 'iron', 'share.lead.p7')!.ideal).toEqual([64, 92]);
  });
  it('takes a band out for one club, and adds one about a value', () => {
    const without = withoutBand(base, 'share.lead.p6', 'iron');
    expect(band(without, 'iron', 'share.lead.p6')).toBeUndefined();
    expect(band(without, 'driver', 'share.lead.p6')).toBeDefined();
    expect(band(withNewBand(base, 'path.width', 'iron', 40), 'iron', 'path.width')!.ideal).toEqual([20, 60]);
  });
  it('lets an edge follow the pointer up to the other edge, and no further', () => {
    expect(draggedEdge([60, 80], 'lower', 72)).toEqual([72, 80]);
    expect(draggedEdge([60, 80], 'lower', 91)).toEqual([80, 80]);
    expect(draggedEdge([60, 80], 'upper', 50)).toEqual([60, 60]);
    expect(draggedEdge([60, null], 'lower', 91)).toEqual([91, null]);
    expect(draggedEdge([null, 80], 'upper', 12)).toEqual([null, 12]);
  });
  it('names copies and what differs between versions', () => {
    expect(copyOf(base)).toEqual(
      jasmine.objectContaining({ id: 'common-ground-own', name: 'Common ground, own', version: 1 }),
    );
    const p = withBand(base, band(base, 'iron', 'share.lead.p6')!, 'iron', { ideal: [60, 80] });
    expect(versionWords(p, base)).toBe('lead share, p6');
    expect(versionWords(base, base)).toBe('nothing changed');
  });
});

describe('the table of bands', () => {
  const bands = bandsFor(base, 'iron');
  it('stands in the order of the swing, and is only read where it may not be changed', async () => {
    const c = await openHouse().show(BandTable, { bands, fits: compare({}, base, 'iron').bands });
    const names = c.all('th[scope=row]').map((t) => t.textContent.trim());
    expect(names.indexOf('Lead share, address')).toBeLessThan(names.indexOf('Lead share, impact'));
    expect(c.all('input').length).toBe(0);
    expect(c.text()).toContain('(agreed)');
  });
  it('takes a typed edge, and keeps what stood there when it cannot be', async () => {
    const c = await openHouse().show(BandTable, { bands, editable: true });
    const did: BandChange[] = [];
    const refused: string[] = [];
    c.component.changed.subscribe((x) => did.push(x));
    c.component.refused.subscribe((x) => refused.push(x));
    const box = c.all('input[aria-label="Lead share, impact, ideal from"]')[0] as HTMLInputElement;
    const type = (text: string) => {
      box.value = text;
      box.dispatchEvent(new Event('change'));
    };
    type('68');
    expect(did).toEqual([{ measure: 'share.lead.p7', change: { ideal: [68, 92], tolerated: undefined } }]);
    type('99');
    expect(refused[0]).toContain('lies above the upper edge');
    expect(box.value).toBe('64');
    type('');
    expect(did[1]!.change.ideal).toEqual([null, 92]);
  });
});

describe('Office › Patterns', () => {
  it('shows a school’s belief, its bands, and both sides of what is open', async () => {
    const h = openHouse();
    const c = await h.show(Patterns, { patternId: 'deep-load' });
    expect(c.text()).toContain('Fill the trail foot and keep it full to the top');
    expect(c.all('th[scope=row]').length).toBe(bandsFor(patternOf('deep-load'), 'iron').length);
    expect(c.text()).toContain('Where teachers differ');
    expect(c.text()).not.toContain('Take off the shelf');
  });
  it('says where a school is silent about a club', async () => {
    const c = await openHouse().show(Patterns, { patternId: 'two-foot-launch' });
    expect(c.all('[role=tab][aria-selected=true]').map((t) => t.textContent.trim())).toEqual(['driver']);
    c.all('[role=tab]')[2]!.click();
    await c.set({});
    expect(c.text()).toContain('Two-foot launch says nothing about the iron.');
  });
});
