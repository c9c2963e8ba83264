import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import type { CsvMapping } from '@vilko/core/formats/csv/csv-mapping';
import { readRecording, writeRecording } from '@vilko/core/formats/formats';
import { previewOf } from '@vilko/core/formats/preview';
import { simulate } from '@vilko/core/golfer/simulate';
import { defer, from, map } from 'rxjs';
import { openLesson, type Shown } from '../../testing/house';
import { FileReading } from '../../workers/file-reading';
import { MapColumns } from './map-columns';

/** What the dialog gives back. */
interface Said {
  readonly how: { readonly mapping: CsvMapping };
  readonly remember: boolean;
}

/** The same reading as in the worker, in the test's own thread. */
const READ_HERE = {
  provide: FileReading,
  useValue: {
    preview: (file: File, how: object) =>
      defer(() => from(file.arrayBuffer())).pipe(
        map((b) => previewOf(readRecording(new Uint8Array(b), file.name, how))),
      ),
  },
};

/** A table of two plates whose columns are named as nobody names them. */
function strange(turned = false): { file: File; names: string[] } {
  const name = 'strange.csv';
  const { recording } = simulate({ device: 'plates', seed: 3, clubChannels: false });
  const text = new TextDecoder().decode(writeRecording({ ...recording, name }, name));
  const [head, ...rows] = text.split('\n').filter((l) => l && !l.startsWith('#'));
  const was = head!.split(',');
  const vertical = was.indexOf('p1_fz');
  const names = was.map((n) => `the ${n.replaceAll('_', ' ')}`);
  const shown = turned
    ? rows.map((r) => r.split(',').map((v, i) => (i === vertical ? String(-Number(v)) : v)).join(',')) // prettier-ignore
    : rows;
  return { file: new File([[names.join(','), ...shown].join('\n')], name), names };
}

describe('the columns of a table that is new here', () => {
  const open = async ({ file, names }: ReturnType<typeof strange>, guess: CsvMapping['columns'] = {}) => {
    const closed: (Said | undefined)[] = [];
    const look = { format: 'csv', source: 'x', known: false, names, units: null, guess: { columns: guess, keys: {} } };
    const c = await openLesson({}, [
      READ_HERE,
      { provide: DIALOG_DATA, useValue: { file, look } },
      { provide: DialogRef, useValue: { close: (said?: Said) => closed.push(said) } },
    ]).show(MapColumns);
    return { c, closed };
  };
  const choose = async (c: Shown<MapColumns>, label: string, value: string) => {
    const select = c.all(`select[aria-label="${label}"]`)[0] as HTMLSelectElement;
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await c.set({});
  };
  const ready = (c: Shown<MapColumns>) => !(c.all('button.plain-button')[0] as HTMLButtonElement).disabled;
  /** Everything named as it is, for plates that lie where they usually lie. */
  const named = (names: readonly string[]): CsvMapping['columns'] =>
    Object.fromEntries(
      names.map((column) => [column.replace('the ', '').replaceAll(' ', '_'), { column, factor: 1 }] as const),
    );
  const settled = async (c: Shown<MapColumns>) => {
    for (let i = 0; i < 40 && !c.all('[role=status]')[0]!.textContent.trim(); i++) {
      await new Promise((r) => setTimeout(r, 10));
      await c.set({});
    }
  };

  it('asks for what the kind of device needs, and reads nothing before it is named', async () => {
    const table = strange();
    const { c } = await open(table);
    expect(c.all('[role=radio][aria-checked=true]')[0]!.textContent.trim()).toBe('two plates');
    expect(ready(c)).toBeFalse();
    expect(c.text()).toContain('appear here when the columns of two plates are named');
    await c.press('a pressure path');
    expect(c.all('select[aria-label^="Column of"]').length).toBe(8);
    expect(c.text()).toContain('Pressure toward the ball');
  });
  it('draws at once what the columns say, and gives the mapping back, remembered or not', async () => {
    const table = strange();
    const { c, closed } = await open(table, named(table.names));
    c.component['keys'].set({ p1_x_m: '0', p1_y_m: '0.25', p2_x_m: '0', p2_y_m: '-0.25' });
    await settled(c);
    expect(c.text()).toMatch(/The feet are \d+ cm apart\. \d+% on the lead foot after the greatest load/);
    expect(ready(c)).toBeTrue();
    c.all('input[type=checkbox]')[0]!.dispatchEvent(new Event('change'));
    c.all('form')[0]!.dispatchEvent(new Event('submit'));
    expect(closed.length).toBe(1);
    expect(closed[0]!.remember).toBeFalse();
    expect(closed[0]!.how.mapping.columns['p1_fz']).toEqual({ column: 'the p1 fz', factor: 1 });
  });
  it('doubts a vertical force that pulls, until its sign is turned', async () => {
    const table = strange(true);
    const { c } = await open(table, named(table.names));
    c.component['keys'].set({ p1_x_m: '0', p1_y_m: '0.25', p2_x_m: '0', p2_y_m: '-0.25' });
    await settled(c);
    expect(c.text()).toContain('a sign may be turned');
    c.all('button[aria-label="Turn the sign of Vertical force, first"]')[0]!.click();
    await c.set({});
    await settled(c);
    expect(c.text()).not.toContain('a sign may be turned');
    expect(c.component['mapping']()!.columns['p1_fz']!.factor).toBe(-1);
  });
  it('keeps a turned sign when the unit changes, and forgets a column that is taken back', async () => {
    const table = strange();
    const { c } = await open(table, named(table.names));
    c.all('button[aria-label="Turn the sign of Vertical force, first"]')[0]!.click();
    await choose(c, 'Unit of Vertical force, first', '1000');
    expect(c.component['mapping']()!.columns['p1_fz']!.factor).toBe(-1000);
    await choose(c, 'Column of Vertical force, first', '');
    expect(c.component['mapping']()).toBeNull();
    expect(ready(c)).toBeFalse();
  });
  it('takes a rate where there is no time column', async () => {
    const table = strange();
    const { time: _, ...rest } = named(table.names);
    const { c } = await open(table, rest);
    expect(c.component['mapping']()).toBeNull();
    await c.fill('No time column: rate, Hz', '1000');
    expect(c.component['mapping']()!.rate).toBe(1000);
    await c.fill('No time column: rate, Hz', '-5');
    expect(c.component['mapping']()).toBeNull();
  });
  it('is closed with nothing read', async () => {
    const { c, closed } = await open(strange());
    await c.press('Do not read it');
    expect(closed).toEqual([undefined]);
  });
});
