import { openHouse } from '../../testing/house';
import type { MonthMark } from './month-marks';
import { MonthsChart } from './months-chart';

const MARKS: MonthMark[] = [
  { row: 'lessons', from: '2026-09-07T10:00:00Z', until: null, words: 'A first look' },
  { row: 'drills', from: '2026-09-10T10:00:00Z', until: '2026-11-20T10:00:00Z', words: 'Tap after' },
  { row: 'pain', from: '2026-10-01T10:00:00Z', until: null, words: '4 of 10 after practice', amount: 4 },
];
const point = (startedAt: string, mean: number, change: 'real change' | null) => ({
  ...{ lessonId: startedAt, startedAt, footwear: 'golf shoes', device: 'plates', clubName: '7-iron' },
  ...{ earlier: null, n: 8, mean, sd: 2, change },
});

describe('the months as a chart', () => {
  const inputs = {
    points: [point('2026-09-07T10:00:00Z', 51, null), point('2026-11-20T10:00:00Z', 70, 'real change')],
    ...{ unit: '%', marks: MARKS, name: 'Ada months' },
  };
  it('draws the trend and beneath it the rows of which there is something, each with its words', async () => {
    const c = await openHouse().show(MonthsChart, inputs);
    const chart = c.all('[role=img]')[0]!;
    chart.style.width = '900px';
    await new Promise<void>((done) => {
      const look = (): unknown => (chart.querySelector('svg path') ? done() : setTimeout(look, 30));
      look();
    });
    const told = Array.from(chart.querySelectorAll('text'), (t) => t.textContent);
    for (const words of ['Lessons', 'Drills', 'Pain', 'Tap after']) expect(told).withContext(words).toContain(words);
    expect(told).not.toContain('Programme');
    expect(chart.getAttribute('aria-label')).toContain('20 Nov 70% over 8');
    expect(chart.getAttribute('aria-label')).toContain('1 Oct pain: 4 of 10 after practice');
  });
  it('is a table too', async () => {
    const c = await openHouse().show(MonthsChart, inputs);
    await c.press('as a table');
    expect(c.all('tbody tr').map((r) => r.innerText.replace(/\s+/g, ' ').trim())).toEqual([
      '7 Sept lessons A first look',
      '10 Sept – 20 Nov drills Tap after',
      '1 Oct pain 4 of 10 after practice',
    ]);
    await c.press('as a chart');
    expect(c.all('tbody').length).toBe(0);
  });
});
