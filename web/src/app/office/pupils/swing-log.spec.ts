import type { SwingHead } from '@vilko/contract/swing';
import { openHouse } from '../../testing/house';
import { shot, swing } from '../../testing/samples';
import { SwingLog } from './swing-log';
import { filtered, NO_FILTER, NOTHING_FOUND, swingsCsv } from './swing-table';

const SWINGS: SwingHead[] = [
  ...Array.from({ length: 14 }, (_, i) =>
    swing(i + 1, {
      mainFault: i < 6 ? 'hangs-back' : null,
      mainWord: i < 6 ? 'clear' : null,
      shot: shot({ lowPoint: 10 + 4 * i, carry: 120 + i }),
    }),
  ),
  swing(15, {
    clubName: 'driver',
    club: 'driver',
    device: 'mat',
    starred: true,
    note: 'a "good" one',
    judgedBy: { pattern: 'quiet-centre', version: 1 },
  }),
  swing(16, { kind: 'half', tag: 'exercise', judgedBy: null, fit: null }),
];
const values = (of: (i: number) => number | null) => SWINGS.map((s, i) => ({ swingId: s.id, value: of(i) }));

async function log() {
  const house = openHouse();
  const c = await house.show(SwingLog, { pupilId: 'p' });
  house.asked('GET', '/api/pupils/p/swings').flush(SWINGS);
  const asked = house.asked('GET', '/api/pupils/p/values');
  expect(asked.request.params.get('measure')).toBe('share.lead.p7');
  asked.flush(values((i) => (i < 15 ? 50 + 2 * i : null)));
  await c.set({});
  return { house, c };
}

describe('every swing of a pupil', () => {
  it('is filtered by what it was, and only by what occurs', async () => {
    const { c } = await log();
    expect(c.text()).toContain('16 of 16 swings');
    await c.fill('Finding', 'hangs-back');
    expect(c.text()).toContain('6 of 16 swings');
    await c.press('All again');
    await c.fill('School', 'quiet-centre');
    expect(c.text()).toContain('1 of 16 swings');
    await c.press('All again');
    await c.fill('Club', 'driver');
    expect(c.text()).toContain('1 of 16 swings');
    expect(c.all('option').map((o) => o.textContent.trim())).toContain('exercise, half');
    expect(c.all('option').map((o) => o.textContent.trim())).not.toContain('two boards');
  });
  it('shows how a measure goes with the ball: slope, interval, and what makes it doubtful', async () => {
    const { house, c } = await log();
    // the values lie on a line: 2 % and 4 mm a swing
    expect(c.text()).toContain('14 swings: 2.0 mm per point (95%: 2.0 to 2.0). They go together.');
    await c.fill('Finding', 'hangs-back');
    expect(c.text()).toContain('6 swings: too few for a line, 12 would do.');
    await c.press('All again');
    await c.fill('Measure', 'force.target.peak');
    house.asked('GET', '/api/pupils/p/values').flush(values(() => null));
    await c.set({});
    expect(c.text()).toContain('None of these swings has both numbers.');
  });
  it('never draws one line through two clubs or devices: each says what it can', async () => {
    const house = openHouse();
    const c = await house.show(SwingLog, { pupilId: 'p' });
    const two = SWINGS.map((s, i) => (i % 3 ? s : { ...s, clubName: 'driver', club: 'driver' as const }));
    house.asked('GET', '/api/pupils/p/swings').flush(two);
    house.asked('GET', '/api/pupils/p/values').flush(values((i) => 50 + i));
    await c.set({});
    expect(c.text()).toContain('9 swings with the 7-iron, two force plates: too few for a line, 12 would do.');
    expect(c.text()).toContain('5 swings with the driver, two force plates: too few for a line');
    expect(c.text()).not.toContain('They go together');
  });
  it('says so of a pupil without swings, and of one that does not exist', async () => {
    const house = openHouse();
    const c = await house.show(SwingLog, { pupilId: 'p' });
    house.asked('GET', '/api/pupils/p/swings').flush([]);
    await c.set({});
    expect(c.text()).toContain('No swing is recorded yet.');
    const lost = await house.show(SwingLog, { pupilId: 'x' });
    house
      .asked('GET', '/api/pupils/x/swings')
      .flush({ code: 'not-found', message: 'There is no such pupil.' }, { status: 404, statusText: 'Not found' });
    await lost.set({});
    expect(lost.text()).toContain('There is no such pupil.');
  });
});

describe('the table of swings', () => {
  it('is narrowed by every filter together', () => {
    expect(filtered(SWINGS, { ...NO_FILTER, starred: true }).map((s) => s.number)).toEqual([15]);
    expect(filtered(SWINGS, { ...NO_FILTER, finding: NOTHING_FOUND, device: 'plates' }).map((s) => s.number)).toEqual([
      7, 8, 9, 10, 11, 12, 13, 14,
    ]);
    expect(filtered(SWINGS, { ...NO_FILTER, tag: 'exercise, half' }).length).toBe(1);
  });
  it('goes as CSV with units in its head, an empty cell for no reading, and quoted text', () => {
    const csv = swingsCsv(
      [SWINGS[0]!, { ...SWINGS[15]!, clubName: '7-iron, "blade"' }],
      { id: 'share.lead.p7', unit: '%' },
      new Map([['s1', 71.25]]),
    );
    const [head, first, second, end] = csv.split('\r\n');
    expect(head!.split(',').slice(-4)).toEqual(['felt_of', 'carry_m', 'strike', 'share.lead.p7 (%)']);
    expect(first).toBe(
      '2026-11-20T10:00:00.000Z,1,7-iron,ball,two force plates,common-ground v1,"hangs back, clear",0.9,70,,,120,,71.25',
    );
    expect(second).toContain(',"7-iron, ""blade""","exercise, half",two force plates,,"rehearsal, not judged",');
    expect(end).toBe('');
  });
});
