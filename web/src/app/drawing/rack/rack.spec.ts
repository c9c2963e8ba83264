import { openHouse } from '../../testing/house';
import { swing } from '../../testing/samples';
import { Rack } from './rack';
import { runsOnRack, type RunsOf } from './runs';

const shape = { back: [], down: [], through: [], soles: [] };
const whole = (n: number, more: object = {}) => swing(n, { thumbnail: shape, ...more });
const set = (more: Partial<RunsOf> = {}): RunsOf => ({
  club: 'iron',
  clubName: '7-iron',
  device: whole(1).device,
  intent: 'stock',
  steps: [],
  drifted: null,
  ...more,
});
const step = { at: 4, measure: 'share.lead.p7' as const, before: 55, after: 66, since: null };

describe('runs over the Rack', () => {
  const rack = [
    ...[1, 2, 3, 4, 5].map((n) => whole(n)),
    whole(6, { tag: 'exercise' }),
    whole(7, { clubName: 'driver', club: 'driver' }),
  ];

  it('are brackets over the swings of a set, with the middle value of each', () => {
    const runs = runsOnRack(rack, [set({ steps: [step] })]);
    expect([...runs].map(([id, r]) => [id, r.first, r.last, r.label])).toEqual([
      ['s1', true, false, 'lead share, impact 55%'],
      ['s2', false, false, ''],
      ['s3', false, true, ''],
      ['s4', true, false, 'lead share, impact 66%'],
      ['s5', false, true, ''],
    ]);
  });
  it('leave alone what is not judged, other clubs, and sets that never changed', () => {
    expect(runsOnRack(rack, [set()]).size).toBe(0);
    const runs = runsOnRack(rack, [set({ steps: [step] })]);
    expect([runs.has('s6'), runs.has('s7')]).toEqual([false, false]);
  });
  it('say of a drift that it is one', () => {
    const runs = runsOnRack(rack, [set({ drifted: { measure: 'share.lead.p4', from: 30, to: 38 } })]);
    expect(runs.get('s1')!.label).toBe('drifts: lead share, top from 30% to 38%');
    expect(runs.get('s5')!.last).toBeTrue();
  });
  it('are drawn, and said to who does not see them', async () => {
    const c = await openHouse().show(Rack, { swings: rack, sets: [set({ steps: [step] })] });
    expect(c.text()).toContain('lead share, impact 66%');
    const named = c.all('li button[aria-label]').map((b) => b.getAttribute('aria-label'));
    expect(named.some((n) => n?.includes('a run begins here, lead share, impact 66%'))).toBeTrue();
    await c.set({ sets: [] });
    expect(c.text()).not.toContain('lead share, impact 66%');
  });
});
