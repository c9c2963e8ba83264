import type { PupilProfile } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import type { HouseSettings } from '@vilko/contract/settings';
import { DEFAULT_HOUSE } from '@vilko/contract/default-house';
import { FAULTS } from '@vilko/core/faults/catalogue';
import { OfficeActions } from '../../state/office';
import { openHouse } from '../../testing/house';
import { SchoolFields } from '../pupils/school-fields';
import { Limits } from './limits';

/** The shipped limit of the mass at impact. */
const SHIPPED = FAULTS.flatMap((f) => (f.id === 'slide' && 'all' in f.evidence ? f.evidence.all : [])).flatMap((e) =>
  'measure' in e && e.measure === 'mass.p7' && typeof e.over === 'object' ? [e.over] : [],
)[0]!;

describe('provisional limits', () => {
  const open = async () => {
    const h = openHouse();
    h.dispatch(OfficeActions.houseCame({ house: DEFAULT_HOUSE }));
    const c = await h.show(Limits);
    const type = async (label: string, text: string) => {
      const box = c.all(`input[aria-label="${label}"]`)[0] as HTMLInputElement;
      box.value = text;
      box.dispatchEvent(new Event('change'));
      await c.set({});
      return box;
    };
    const answered = () => {
      const r = h.asked('PUT', '/api/house');
      r.flush(r.request.body as HouseSettings);
      return (r.request.body as HouseSettings).limits;
    };
    return { h, c, type, answered };
  };

  it('list what rests on few measurements, with its unit', async () => {
    const { c } = await open();
    expect(c.text()).toContain('slides past the lead foot');
    expect(c.text()).toContain('tips over the lead side');
    expect(c.text()).toContain('mm');
    expect(c.text()).not.toContain('as shipped');
  });
  it('are changed for irons, driver or wedges, and go back to what was shipped', async () => {
    const { c, type, answered } = await open();
    await type('slides past the lead foot, Mass, impact, iron', '125');
    expect(answered()).toEqual({ 'slide:mass.p7': { ...SHIPPED, iron: 125 } });
    await c.set({});
    await type('slides past the lead foot, Mass, impact, wedge', '99');
    expect(answered()).toEqual({ 'slide:mass.p7': { ...SHIPPED, iron: 125, wedge: 99 } });
    await c.set({});
    await c.press('as shipped');
    expect(answered()).toEqual({});
  });
  it('keep what holds when what is typed is no number', async () => {
    const { h, type } = await open();
    const box = await type('slides past the lead foot, Mass, impact, driver', '');
    expect(box.value).toBe(String(SHIPPED.driver));
    h.quiet();
  });
});

describe('what a pupil is judged by', () => {
  const open = async (profile: Partial<PupilProfile> = {}) => {
    const c = await openHouse().show(SchoolFields, { profile: { ...NO_PROFILE, ...profile } });
    const said: Partial<PupilProfile>[] = [];
    c.component.changed.subscribe((x) => said.push(x));
    const choose = (name: string, value: string) => {
      const box = c.all(`[name="${name}"]`)[0] as HTMLSelectElement;
      box.value = value;
      box.dispatchEvent(new Event(box.tagName === 'SELECT' ? 'change' : 'input'));
    };
    return { c, said, choose };
  };

  it('is a school, another for a club, and two dials', async () => {
    const { said, choose } = await open();
    choose('school', 'heel-last');
    choose('school-driver', 'two-foot-launch');
    choose('size', '0.7');
    choose('strictness', '1.5');
    expect(said).toEqual([
      { school: 'heel-last' },
      { schools: { driver: 'two-foot-launch' } },
      { size: 0.7 },
      { strictness: 1.5 },
    ]);
  });
  it('offers a club only schools that speak of it', async () => {
    const { c } = await open();
    const values = (name: string) =>
      Array.from((c.all(`[name="${name}"]`)[0] as HTMLSelectElement).options, (o) => o.value);
    expect(values('school-driver')).toContain('two-foot-launch');
    expect(values('school-iron')).not.toContain('two-foot-launch');
  });
  it('goes back to the pupil’s school for a club, and shows what is unusual', async () => {
    const { c, said, choose } = await open({ schools: { driver: 'two-foot-launch', iron: 'deep-load' } });
    expect((c.all('details')[0] as HTMLDetailsElement).open).toBeTrue();
    choose('school-driver', '');
    expect(said).toEqual([{ schools: { iron: 'deep-load' } }]);
  });
  it('keeps the dials folded while nothing is unusual', async () => {
    const { c } = await open();
    expect((c.all('details')[0] as HTMLDetailsElement).open).toBeFalse();
  });
});
