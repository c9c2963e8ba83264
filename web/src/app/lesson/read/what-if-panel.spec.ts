import { writeBundle } from '@vilko/core/formats/bundle/bundle';
import type { SimulateOptions } from '@vilko/core/golfer/simulate';
import { openHouse } from '../../testing/house';
import { ANALYSED_HERE } from '../../testing/here';
import { readingOf } from '../../testing/views';
import type { ReadView } from '../../workers/read-view';
import { WhatIfPanel } from './what-if-panel';

describe('what if', () => {
  const open = async (o: SimulateOptions) => {
    const { request, view, recording } = readingOf(o);
    const house = openHouse([ANALYSED_HERE]);
    const c = await house.show(WhatIfPanel, { view, request });
    const shown: (ReadView | null)[] = [];
    c.component.shown.subscribe((v) => shown.push(v));
    const slide = async (label: string, to: number) => {
      const box = c.all(`input[aria-label="${label}"]`)[0] as HTMLInputElement;
      box.value = String(to);
      box.dispatchEvent(new Event('input'));
      const before = shown.length;
      const path = `/api/swings/${encodeURIComponent(request.id)}/recording`;
      house.maybe('GET', path)?.flush(writeBundle(recording, 1).slice().buffer, { headers: { 'x-swing-part': '0' } });
      for (let i = 0; i < 100 && shown.length === before; i++) await new Promise((r) => setTimeout(r, 20));
      await c.set({});
    };
    return { house, c, view, request, shown, slide };
  };

  it('is labelled a calculation, and begins with nothing altered', async () => {
    const { c } = await open({ device: 'plates', seed: 3, fault: 'late-shift' });
    expect(c.text()).toContain('not a prediction of the ball');
    expect(c.all('fieldset').length).toBe(4);
    expect(c.text()).toContain('Move a slider');
    expect(c.all('fieldset button').every((b) => (b as HTMLButtonElement).disabled)).toBeTrue();
  });
  it('moves the shift earlier until the finding is gone, and lists what else it moves', async () => {
    const { c, view, shown, slide } = await open({
      device: 'plates',
      seed: 3,
      fault: 'late-shift',
      style: { spread: 0 },
    });
    expect(view.findings.find((f) => f.main)?.fault).toBe('late-shift');
    await slide('Pressure shift, time', -80);
    expect(c.text()).toContain('Gone: shifts late.');
    expect(c.all('table tr').length).toBeGreaterThan(2);
    expect(c.text()).toMatch(/Crosses 50%, (top|impact)/);
    expect(shown.at(-1)!.measures['share.lead.p6'].value).toBeGreaterThan(
      view.measures['share.lead.p6'].value as number,
    );
    await c.press('as it is');
    await c.set({});
    expect(shown.at(-1)).toBeNull();
    expect(c.text()).toContain('Move a slider');
  });
  it('finds the smallest change that removes the finding, and sets the dials to it', async () => {
    const { house, c, view, request, shown } = await open({
      device: 'boards',
      seed: 3,
      fault: 'late-shift',
      style: { spread: 0 },
    });
    expect(view.findings.find((f) => f.main)?.fault).toBe('late-shift');
    const { recording } = readingOf({ device: 'boards', seed: 3, fault: 'late-shift', style: { spread: 0 } });
    await c.press('Smallest change that removes it');
    expect(c.text()).toContain('Trying changes:');
    const path = `/api/swings/${encodeURIComponent(request.id)}/recording`;
    house.maybe('GET', path)?.flush(writeBundle(recording, 1).slice().buffer, { headers: { 'x-swing-part': '0' } });
    const links = () => c.all('section[aria-label="Smallest change"] button');
    for (let i = 0; i < 300 && !links()[0]?.textContent?.includes('earlier'); i++) {
      await new Promise((r) => setTimeout(r, 50));
      await c.set({});
    }
    const words = links()[0]!.textContent.trim();
    expect(words).toMatch(/^Pressure shift \d+ ms earlier\.$/);
    const before = shown.length;
    (links()[0] as HTMLButtonElement).click();
    for (let i = 0; i < 100 && shown.length === before; i++) await new Promise((r) => setTimeout(r, 20));
    await c.set({});
    expect(c.text()).toContain('Gone: shifts late.');
    const slider = c.all('input[aria-label="Pressure shift, time"]')[0] as HTMLInputElement;
    expect(-Number(slider.value)).toBeCloseTo(Number(/\d+/.exec(words)![0]), -1);
  });
  it('stops where a foot would carry less than nothing, and stands there', async () => {
    const { c, slide } = await open({ device: 'plates', seed: 4 });
    await slide('Pressure shift, size', 1.8);
    expect(c.all('[role=status]')[0]!.textContent).toMatch(
      /It stops here: the (lead|trail) foot would carry less than nothing/,
    );
    expect(Number((c.all('input[aria-label="Pressure shift, size"]')[0] as HTMLInputElement).value)).toBeLessThan(1.8);
  });
  it('starts anew with another swing', async () => {
    const { c, slide, shown } = await open({ device: 'mat', seed: 5 });
    expect(c.all('fieldset').length).toBe(2);
    await slide('Vertical push, size', 1.1);
    expect(c.all('table').length).toBe(1);
    const other = readingOf({ device: 'mat', seed: 6, handed: 'left' });
    await c.set({ view: other.view, request: other.request });
    expect(shown.at(-1)).toBeNull();
    expect(c.all('table').length).toBe(0);
  });
  it('says why it cannot be calculated, and the slider goes back to where the swing is', async () => {
    const { house, c, request, shown } = await open({ device: 'plates', seed: 4 });
    const box = c.all('input[aria-label="Vertical push, size"]')[0] as HTMLInputElement;
    box.value = '1.1';
    box.dispatchEvent(new Event('input'));
    await c.set({});
    expect(c.text()).toContain('Calculating …');
    house
      .asked('GET', `/api/swings/${encodeURIComponent(request.id)}/recording`)
      .flush(new TextEncoder().encode('{"code":"not-found","message":"There is no such swing."}').buffer, {
        status: 404,
        statusText: 'Not Found',
      });
    await new Promise((r) => setTimeout(r, 20));
    await c.set({});
    expect(c.all('[role=alert]')[0]!.textContent).toContain('could not be calculated: There is no such swing.');
    expect([box.value, c.component['wanted']().lift.size]).toEqual(['1', 1]);
    expect(shown).not.toContain(jasmine.objectContaining({}));
    expect(c.text()).toContain('Move a slider');
  });
  it('says that a path alone is too little', async () => {
    const { c } = await open({ device: 'path', seed: 5 });
    expect(c.all('fieldset').length).toBe(0);
    expect(c.text()).toContain('knows too little of the forces');
  });
});
