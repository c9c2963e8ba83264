import { openHouse } from '../../testing/house';
import { Felt } from './felt';
import { Trend } from './trend';

const point = (
  day: number,
  mean: number,
  change: 'real change' | 'no change that matters' | null,
  device = 'plates',
) => ({
  lessonId: `l${day}`,
  startedAt: `2026-10-${String(day).padStart(2, '0')}T10:00:00.000Z`,
  footwear: 'golf shoes',
  device,
  clubName: '7-iron',
  earlier: null as { n: number; mean: number } | null,
  n: 12,
  mean,
  sd: 2.1,
  change,
});
const points = [point(1, 61.2, null), point(8, 62, 'no change that matters'), point(20, 71.4, 'real change')];

describe('a trend', () => {
  it('is drawn with its band, its first point hollow and the real change filled', async () => {
    const c = await openHouse().show(Trend, { points, unit: '%', band: [70, 85] });
    const chart = c.all('[role=img]')[0]!;
    chart.style.width = '600px';
    await new Promise<void>((done) => {
      const look = (): unknown => (chart.querySelector('svg path') ? done() : setTimeout(look, 30));
      look();
    });
    const labels = Array.from(chart.querySelectorAll('text'), (t) => t.textContent);
    expect(labels.some((t) => t === '70')).toBeTrue();
    expect(chart.getAttribute('aria-label')).toContain('20 Oct 71.4 % over 12 swings, real change');
  });
  it('says where a lesson’s last run came from: a change within a lesson is no mean', async () => {
    const changed = { ...point(20, 71.4, 'real change'), earlier: { n: 5, mean: 60.1 } };
    const c = await openHouse().show(Trend, { points: [point(1, 61, null), changed], unit: '%' });
    expect(c.all('[role=img]')[0]!.getAttribute('aria-label')).toContain(
      '20 Oct 71.4 % over 12 swings, in the lesson from 60.1 over 5, real change',
    );
    await c.press('as a table');
    expect(c.text()).toContain('Before that, in the lesson');
    expect(c.all('tbody tr')[1]!.textContent).toContain('60.1 (5)');
  });
  it('is a table too, with every number and word of the chart', async () => {
    const c = await openHouse().show(Trend, { points: [...points, point(25, 66, null, 'mat')], unit: '%' });
    await c.press('as a table');
    expect(c.all('tbody tr').length).toBe(4);
    expect(c.all('tbody tr')[2]!.textContent.replace(/\s+/g, ' ')).toContain('real change');
    expect(c.all('tbody tr')[3]!.textContent).toContain('the first on this device');
    expect(c.text()).not.toContain('Before that, in the lesson');
    await c.press('as a chart');
    expect(c.all('tbody').length).toBe(0);
  });
});

describe('felt against measured', () => {
  it('says its pairs in words', async () => {
    const pairs = [
      { swingId: 'a', lessonId: 'l', recordedAt: '', of: 'share.lead.p7', felt: 80, measured: 66.4 },
      { swingId: 'b', lessonId: 'l', recordedAt: '', of: 'share.lead.p7', felt: 70, measured: 69.8 },
    ];
    const c = await openHouse().show(Felt, { pairs, name: 'lead share, impact', unit: '%' });
    expect(c.all('[role=img]')[0]!.getAttribute('aria-label')).toBe(
      'Felt against measured, lead share, impact: 80 against 66; 70 against 70',
    );
  });
});
