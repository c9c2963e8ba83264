import type { Follower, Programmes } from '@vilko/contract/programme';
import { openHouse } from '../../testing/house';
import { ProgrammesPage } from './programmes';

const STEP = { what: 'On it.', measure: 'share.lead.p7', target: null, drills: ['tap-after'], weeks: 2 } as const;
const PROGRAMME = {
  id: 'c',
  name: 'From the ground up',
  about: 'Two steps.',
  steps: [
    { ...STEP, name: 'Load', drills: ['tap-after'] },
    { ...STEP, name: 'Face', drills: [], target: { of: 'spread' as const, most: 4 }, weeks: 1 },
  ],
};
const follower = (id: string, more: Partial<Follower> = {}): Follower => ({
  ...{ id, programmeId: 'c', pupilId: id, name: id, step: 0, since: '2026-11-20T10:00:00Z', ended: null, done: [] },
  ...{ standing: null, testOn: '2026-12-04', test: null },
  ...more,
});
const ALL: Programmes = {
  programmes: [{ programme: PROGRAMME, own: false, off: false }],
  followers: [
    follower('Ada', {
      standing: {
        ...{ lessonId: 'l', startedAt: '2026-11-27T10:00:00Z', word: 'met', inside: 6, of: 8, mean: 71.4, unit: '%' },
      },
      test: { date: '2026-12-07', from: 600 },
    }),
    follower('Bo'),
    follower('Cy', { ended: 'through', step: 2 }),
  ],
};

async function page() {
  const house = openHouse();
  const c = await house.show(ProgrammesPage);
  house.asked('GET', '/api/programmes').flush(ALL);
  await c.set({});
  return { house, c };
}

describe('Programmes', () => {
  it('say what each step is judged by, and how everybody stands who follows one', async () => {
    const { c } = await page();
    expect(c.text()).toContain('2 steps, 2 follow it');
    expect(c.text()).toContain('Test: Lead share, impact, less spread than ±4%');
    const rows = c.all('tbody tr').map((r) => r.innerText.replace(/\s+/g, ' '));
    expect(rows[0]).toContain('Load, 1 of 2 met: 6 of 8 swings, mean 71%, 27 Nov Mon 7 Dec, 10:00');
    expect(rows[1]).toContain('no lesson yet due Fri 4 Dec, not booked');
    expect(rows[2]).toContain('through Take it up again');
  });

  it('move somebody on by a press, and say what was booked', async () => {
    const { house, c } = await page();
    await c.press('Move on');
    const moved = house.asked('POST', '/api/followers/Ada');
    expect(moved.request.body).toEqual({ act: 'on' });
    moved.flush({ follower: follower('Ada', { step: 1 }), said: 'Ada: the test is booked, Mon 21 Dec, 10:00.' });
    expect(house.said()).toBe('Ada: the test is booked, Mon 21 Dec, 10:00.');
    await c.set({});
    house.asked('GET', '/api/programmes').flush(ALL);
  });

  it('are written step by step: with drills, in another order, put on the shelf', async () => {
    const { house, c } = await page();
    await c.press('Copy');
    await c.fill('Called', 'Mine');
    await c.press('Down');
    await c.press('Another step');
    c.all('fieldset')[2]!.querySelector('input')!.value = 'Third';
    c.all('fieldset')[2]!.querySelector('input')!.dispatchEvent(new Event('input'));
    const drills = c.all('fieldset')[2]!.querySelectorAll('select');
    const more = drills[drills.length - 1]!;
    more.value = 'lead-step';
    more.dispatchEvent(new Event('change'));
    await c.set({});
    c.all('form')[0]!.dispatchEvent(new Event('submit', { cancelable: true }));
    const added = house.asked('POST', '/api/programmes').request.body as typeof PROGRAMME;
    expect(added.name).toBe('Mine');
    expect(added.steps.map((s) => [s.name, s.drills])).toEqual([
      ['Face', []],
      ['Load', ['tap-after']],
      ['Third', ['lead-step']],
    ]);
  });

  it('are taken off the shelf; who follows one goes on', async () => {
    const { house, c } = await page();
    await c.press('Take off the shelf');
    house.asked('DELETE', '/api/programmes/c').flush({ programme: PROGRAMME, own: false, off: true });
    expect(house.said()).toContain('off the shelf; who follows it goes on');
  });
});
