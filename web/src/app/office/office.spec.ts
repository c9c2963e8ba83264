import type { PupilWithLessons } from '@vilko/contract/lesson';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { DEFAULT_HOUSE } from '@vilko/contract/default-house';
import { OfficeActions } from '../state/office';
import { openHouse } from '../testing/house';
import { lesson, pupil } from '../testing/samples';
import { PupilForm } from './pupils/pupil-form';
import { Pupils } from './pupils/pupils';
import { Settings } from './settings/settings';
import { measureName } from './words';

const { pupil: _pupil, rack: _rack, ...head } = lesson;
const ada: PupilWithLessons = {
  ...pupil,
  lessons: [{ ...head, aim: 'earlier onto the lead foot', nextVisit: '2026-12-10', swings: 31 }],
};
const bo: PupilWithLessons = {
  ...pupil,
  id: 'q',
  name: 'Bo Wend',
  about: 'Cooper',
  profile: { ...NO_PROFILE, injuries: ['knee'] },
  lessons: [{ ...head, id: 'm', startedAt: '2026-11-22T10:00:00.000Z', swings: 4 }],
};
const gone: PupilWithLessons = { ...pupil, id: 'r', name: 'Cato Firn', archived: true, lessons: [] };

describe('the list of pupils', () => {
  const open = async () => {
    const h = openHouse();
    const c = await h.show(Pupils);
    h.asked('GET', '/api/pupils').flush([ada, bo, gone]);
    await c.set({});
    return { h, c, names: () => c.all('tbody a.font-semibold').map((a) => a.textContent.trim()) };
  };
  it('has who was here last at the top, and nobody archived until asked', async () => {
    const { c, names } = await open();
    expect(names()).toEqual(['Bo Wend', 'Ada Quell']);
    c.all('input[type=checkbox]')[0]!.click();
    await c.set({});
    expect(names()).toEqual(['Bo Wend', 'Ada Quell', 'Cato Firn']);
  });
  it('is sorted by what its columns say', async () => {
    const { c, names } = await open();
    await c.press('Pupil');
    expect(names()).toEqual(['Ada Quell', 'Bo Wend']);
    await c.press('Swings');
    expect(names()).toEqual(['Ada Quell', 'Bo Wend']);
    await c.press('Next visit');
    expect(names()).toEqual(['Ada Quell', 'Bo Wend']);
    await c.press('Last lesson');
    expect(names()).toEqual(['Bo Wend', 'Ada Quell']);
  });
  it('finds by any word of pupil, aim or injury, and says when nobody matches', async () => {
    const { c, names } = await open();
    const search = async (text: string) => {
      const field = c.all('input[type=search]')[0] as HTMLInputElement;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await c.set({});
    };
    await search('earlier lead');
    expect(names()).toEqual(['Ada Quell']);
    await search('knee');
    expect(names()).toEqual(['Bo Wend']);
    await search('zzz');
    expect(c.text()).toContain('Nobody here matches “zzz”.');
  });
  it('draws a large house as far as it is scrolled to, all of it on paper and in its table to take along', async () => {
    const h = openHouse();
    const c = await h.show(Pupils);
    const many = Array.from({ length: 951 }, (_, i) => ({ ...ada, id: `p${i}`, name: `Somebody ${i}` }));
    h.asked('GET', '/api/pupils').flush(many);
    await c.set({});
    const names = () => c.all('tbody a.font-semibold').length;
    expect(names()).toBeLessThan(200);
    expect(c.text()).toMatch(/\d+ of 951 pupils; the others come as you scroll/);
    const table = c.component['csv']();
    expect([table.length, table[1]!.slice(0, 4), table[1]!.at(-1)]).toEqual([
      952,
      ['Somebody 0', ada.about, ada.story, 'earlier onto the lead foot'],
      31,
    ]);
    window.dispatchEvent(new Event('beforeprint'));
    expect(names()).toBe(951);
    expect(c.text()).not.toContain('come as you scroll');
  });
  it('invites the first pupil when there is none', async () => {
    const h = openHouse();
    const c = await h.show(Pupils);
    h.asked('GET', '/api/pupils').flush([]);
    await c.set({});
    expect(c.text()).toContain('Nobody yet. Take in the first pupil');
  });
});

describe('a pupil’s form', () => {
  const open = async (units = DEFAULT_HOUSE.units) => {
    const h = openHouse();
    h.dispatch(OfficeActions.houseCame({ house: { ...DEFAULT_HOUSE, units } }));
    const c = await h.show(PupilForm);
    const saved: unknown[] = [];
    c.component.saved.subscribe((p) => saved.push(p));
    const button = () => c.all('button.main-button')[0] as HTMLButtonElement;
    return { c, saved, button };
  };
  it('needs a name and nothing else', async () => {
    const { c, saved, button } = await open();
    expect(button().disabled).toBeTrue();
    await c.fill('Name', 'Ada Quell');
    expect(button().disabled).toBeFalse();
    await c.press('Save');
    expect(saved).toEqual([
      jasmine.objectContaining({ name: 'Ada Quell', handed: 'right', stature: null, mass: null }),
    ]);
  });
  it('stores metres and kilograms whatever the house shows', async () => {
    const { c, saved } = await open({ ...DEFAULT_HOUSE.units, mass: 'lb' });
    await c.fill('Name', 'Ada');
    await c.fill('Stature (cm)', '172');
    await c.fill('Mass (lb)', '150');
    await c.press('Save');
    const p = saved[0] as { stature: number; mass: number };
    expect(p.stature).toBeCloseTo(1.72, 9);
    expect(p.mass).toBeCloseTo(68.04, 2);
  });
  it('asks for a parent’s consent of a minor, and takes no minor without', async () => {
    const { c, button } = await open();
    await c.fill('Name', 'Ada');
    expect(c.text()).not.toContain('Parent’s consent');
    const age = c.all('select[name=age]')[0] as HTMLSelectElement;
    age.selectedIndex = Array.from(age.options).findIndex((o) => o.text.trim() === '12–15');
    age.dispatchEvent(new Event('change'));
    await c.set({});
    expect(c.text()).toContain('Parent’s consent by');
    expect(button().disabled).toBeTrue();
    await c.fill('Parent’s consent by', 'A. Quell');
    await c.fill('on', '2026-11-01');
    expect(button().disabled).toBeFalse();
  });
  it('adds clubs and takes them out, and ticks injuries', async () => {
    const { c, saved } = await open();
    await c.fill('Name', 'Ada');
    await c.press('Add a club');
    const club = c.all('input[aria-label=Club]')[0] as HTMLInputElement;
    club.value = '7-iron';
    club.dispatchEvent(new Event('input'));
    await c.press('Add a club');
    expect(c.all('input[aria-label=Club]').length).toBe(2);
    await c.press('Take out');
    expect(c.all('input[aria-label=Club]').length).toBe(1);
    c.all('fieldset input[type=checkbox]')[1]!.click();
    await c.set({});
    (c.all('input[aria-label=Club]')[0] as HTMLInputElement).value = 'wedge';
    c.all('input[aria-label=Club]')[0]!.dispatchEvent(new Event('input'));
    await c.set({});
    await c.press('Save');
    const { profile } = saved[0] as { profile: { injuries: string[]; clubs: { name: string }[] } };
    expect(profile.injuries).toEqual(['knee']);
    expect(profile.clubs.map((x) => x.name)).toEqual(['wedge']);
  });
});

describe('the settings', () => {
  it('change the house, and say who may come in', async () => {
    const h = openHouse();
    const c = await h.show(Settings);
    h.asked('GET', '/api/house').flush(DEFAULT_HOUSE);
    h.asked('GET', '/api/backups').flush([]);
    h.asked('GET', '/api/session').flush({ needed: false, signedIn: true, password: false });
    await c.set({});
    expect(c.text()).toContain('listens on this machine only, so nobody signs in');
    await c.fill('Distance', 'yd');
    expect(h.asked('PUT', '/api/house').request.body).toEqual({
      ...DEFAULT_HOUSE,
      units: { ...DEFAULT_HOUSE.units, distance: 'yd' },
    });
  });
});

describe('a measure’s name', () => {
  it('is the registry’s, or the id of one that this version does not know', () => {
    expect(measureName('share.lead.p7')).not.toBe('share.lead.p7');
    expect(measureName('of.tomorrow')).toBe('of.tomorrow');
  });
});
