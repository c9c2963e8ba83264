import type { PupilProfile } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { openHouse } from '../../testing/house';
import { BodyScreenFields } from './body-screen-fields';

async function open(more: Partial<PupilProfile> = {}) {
  const profile = { ...NO_PROFILE, ...more };
  const said: Partial<PupilProfile>[] = [];
  const c = await openHouse().show(BodyScreenFields, { profile });
  c.component.changed.subscribe((x) => said.push(x));
  const answer = async (test: string, a: string) => {
    const group = c.all('[role=group]').find((g) => g.getAttribute('aria-label') === test)!;
    [...group.querySelectorAll('button')].find((b) => b.textContent.trim() === a)!.click();
    await c.set({});
  };
  return { c, said, answer, profile };
}

describe('the body screen of a first visit', () => {
  it('keeps an answer with its day, and takes it back by the same press', async () => {
    const { c, said, answer, profile } = await open();
    await answer('Seated turn', 'limited');
    expect(said[0]!.screen).toEqual({ 'seated-turn': 'limited' });
    expect(said[0]!.screenedOn).toMatch(/^\d{4}-\d\d-\d\d$/);
    await c.set({ profile: { ...profile, ...said[0] } });
    await answer('Seated turn', 'limited');
    expect(said[1]).toEqual({ screen: {}, screenedOn: null });
  });
  it('proposes with its reason and sets nothing by itself', async () => {
    const { c, said, profile } = await open({ screen: { 'seated-turn': 'limited', 'hip-turn': 'limited' } });
    expect(c.text()).toContain('Size asked for: 80%. seated turn limited: a smaller turn makes smaller forces');
    expect(c.text()).toMatch(/School: Quiet centre may suit\..*School: Forefoot wind hardly suits\./);
    expect(said).toEqual([]);
    await c.press('Take over');
    expect(said).toEqual([{ size: 0.8 }]);
    await c.set({ profile: { ...profile, size: 0.8, school: 'quiet-centre' } });
    expect(c.all('button').some((b) => b.textContent.includes('Take over'))).toBeFalse();
  });
  it('sends what hurts to somebody else first, and offers to put it on record', async () => {
    const { c, said } = await open({ screen: { 'arms-up': 'hurts' }, injuries: ['knee'] });
    expect(c.text()).toContain('a physician or physiotherapist first');
    await c.press('shoulder');
    expect(said).toEqual([{ injuries: ['knee', 'shoulder'] }]);
  });
});
