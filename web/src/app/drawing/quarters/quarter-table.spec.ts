import { simulate } from '@vilko/core/golfer/simulate';
import { analyseInDepth } from '@vilko/core/analyse';
import { swingTraces } from '@vilko/core/traces/swing-traces';
import { openHouse } from '../../testing/house';
import { QuarterTable } from './quarter-table';

const viewOn = (device: 'mat' | 'plates' | 'path') =>
  swingTraces(analyseInDepth(simulate({ device, seed: 3, build: { stature: 1.75, mass: 76 } }).recording), 0);

describe('the quarters of the feet', () => {
  const shown = async (device: 'mat' | 'plates' | 'path') => {
    const view = viewOn(device);
    const c = await openHouse().show(QuarterTable, { view, cursor: view.events.p4?.t ?? view.start });
    const rows = c
      .all('tbody tr')
      .map((r) => [
        r.querySelector('th')!.textContent.trim(),
        ...Array.from(r.querySelectorAll('.figures'), (x) => Number(x.textContent)),
      ]);
    return { view, c, rows };
  };

  it('are on a mat what the cursor stands on and every event, each row the whole load', async () => {
    const { rows, c, view } = await shown('mat');
    expect(rows[0]![0]).toBe('at the cursor');
    const top = rows.find((r) => r[0] === 'P4 the top')!;
    // the cursor stands at the top: the cells and the curves say the same
    for (const k of [1, 2, 3, 4]) expect(Math.abs((rows[0]![k] as number) - (top[k] as number))).toBeLessThan(2.1);
    for (const [, ...v] of rows) expect(Math.abs((v as number[]).reduce((a, b) => a + b) - 100)).toBeLessThan(2.1);
    expect(c.all('tbody tr').every((r) => r.querySelectorAll('td.font-semibold').length === 1)).toBeTrue();
    let went = NaN;
    c.component.cursorMoved.subscribe((t) => (went = t));
    await c.press('P7 impact');
    expect(went).toBe(view.events.p7!.t);
  });

  it('are derived on plates, without a row for the cursor', async () => {
    const plates = await shown('plates');
    expect(plates.rows[0]![0]).toContain('P1');
    expect(plates.c.text()).toContain('derived: ');
  });

  it('cannot be said of a path, which says why', async () => {
    const path = await shown('path');
    expect(path.rows).toEqual([]);
    expect(path.c.text().length).toBeGreaterThan(20);
  });
});
