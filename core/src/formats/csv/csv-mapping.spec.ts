import { strToU8 } from 'fflate';
import fc from 'fast-check';
import type { VilkoError } from '../../error.js';
import { WRENCH_CHANNELS } from '../../recording/recording.js';
import { cellStore } from './cell-store.js';
import { readCsvHead } from './csv-head.js';
import { CSV_CHANNELS, type CsvMapping, headerKey, knowsHeader } from './csv-mapping.js';
import { guessMapping } from './guess-mapping.js';
import { readCsv } from './read-csv.js';

const FOREIGN = [
  'Frame time (ms)',
  ...[1, 2].flatMap((i) =>
    ['FX', 'FY', 'FZ', 'MX', 'MY', 'MZ'].map((c) => `FP${i} ${c}${c.startsWith('M') ? ' Nmm' : ''}`),
  ),
];
const bytes = (lines: readonly string[]) => strToU8(lines.join('\n'));
const rows = (n: number, width: number) =>
  Array.from({ length: n }, (_, k) =>
    [5 * k, ...Array.from({ length: width - 1 }, (__, c) => 1000 * (c + 1) + k)].join(';'),
  );
const head = (line: string) => readCsvHead(strToU8(line));
const refusal = (f: () => unknown): string => {
  try {
    f();
  } catch (e) {
    return (e as VilkoError).message;
  }
  throw new Error('nothing was refused');
};

describe('headers nobody has named before', () => {
  it('may name the channels of two plates and two boards, a path and what comes beside', () => {
    const channels = new Set(CSV_CHANNELS);
    for (const i of [1, 2])
      for (const c of [...WRENCH_CHANNELS, 'c1', 'c2', 'c3', 'c4']) expect(channels).toContain(`p${i}_${c}`);
    for (const c of ['time', 'cop_x', 'cop_y', 'load', 'shaft_deg', 'arm_deg', 'sound', 'trigger'])
      expect(channels).toContain(c);
    expect(channels.size).toBe(2 * 10 + 8);
  });

  it('are told from those that speak for themselves', () => {
    expect(knowsHeader(head('time,P1_fx,p1_fy,p1_fz,p1_mx,p1_my,p1_mz'))).toBeTrue();
    expect(knowsHeader(head('time,cop_x,cop_y,load'))).toBeTrue();
    expect(knowsHeader(head('time;r0c0;r0c1'))).toBeTrue();
    expect(knowsHeader(head('t,cop_x,cop_y'))).toBeFalse();
    expect(knowsHeader(head(FOREIGN.join(';')))).toBeFalse();
    expect(headerKey(head('A;"b C";d'))).toBe('a|b c|d');
  });
  it('are the same again only with the same units', () => {
    const keys = ['a;b\n1;2', 'a;b\ns;N\n1;2', 'a;b\ns;lbf\n1;2', 'A;b\n[s];[N]\n1;2'].map((t) => headerKey(head(t)));
    expect(keys).toEqual(['a|b', 'a [s]|b [N]', 'a [s]|b [lbf]', 'a [s]|b [N]']);
  });
  it('say units in a row of their own or in brackets: pounds, kilograms, feet and inches too, each converted once', () => {
    const factors: readonly (readonly [string, number])[] = [
      ['lbf', 4.4482216152605],
      ['kgf', 9.80665],
      ['lbf·ft', 1.3558179483314],
      ['ft-lbf', 1.3558179483314],
      ['kgf·m', 9.80665],
      ['N·mm', 1e-3],
      ['psi', 6894.757293168],
      ['in', 0.0254],
      ['kN', 1000],
      ['N', 1],
      ['', 1],
    ];
    for (const [unit, factor] of factors) {
      expect(head(`a;b\ns;${unit}\n1;2`).scale[1])
        .withContext(unit)
        .toBeCloseTo(factor, 8);
      if (unit) expect(guessMapping(head(`time;Force Z [${unit}]`)).columns['p1_fz']?.factor).toBeCloseTo(factor, 8);
    }
    const both = guessMapping(head('Time (ms);Fz (lbf)\nms;lbf\n0;1'));
    expect([both.columns['time']?.factor, both.columns['p1_fz']?.factor]).toEqual([1, 1]);
  });
  it('with a unit nobody knows are read as they are, and say so', () => {
    const names = ['time', 'cop_x', 'cop_y', 'load', 'colour'];
    const lines = [names.join(';'), 's;furlong;mm;stone;red', ...rows(20, 5)];
    expect(readCsv(bytes(lines), 'x.csv').warnings).toContain(
      'not a unit that is known here, taken as it is: cop_x in furlong, load in stone',
    );
    lines[1] = 's;mm;mm;N;red';
    expect(readCsv(bytes(lines), 'x.csv').warnings.join()).not.toContain('not a unit');
  });
  it('get a proposal by what their names usually mean, with the unit in the name', () => {
    const { columns } = guessMapping(head(FOREIGN.join(';')));
    expect(Object.keys(columns).sort()).toEqual(
      ['time', ...[1, 2].flatMap((i) => WRENCH_CHANNELS.map((c) => `p${i}_${c}`))].sort(),
    );
    expect(columns['time']).toEqual({ column: 'Frame time (ms)', factor: 1e-3 });
    expect(columns['p2_mz']).toEqual({ column: 'FP2 MZ Nmm', factor: 1e-3 });
    const path = guessMapping(head('t,COP X (mm),COP Y (mm),Total')).columns;
    expect([path['cop_x']?.factor, path['load']?.column]).toEqual([1e-3, 'Total']);
    const plain = guessMapping(
      head('time s,Right Force Z (kN),Left Fz,Left Mx Nm,COPx,Mic,Trigger,shaft,lead arm'),
    ).columns;
    expect(Object.fromEntries(Object.entries(plain).map(([k, c]) => [k, [c?.column, c?.factor]]))).toEqual({
      time: ['time s', 1],
      p2_fz: ['Right Force Z (kN)', 1000],
      p1_fz: ['Left Fz', 1],
      p1_mx: ['Left Mx Nm', 1],
      cop_x: ['COPx', 1],
      sound: ['Mic', 1],
      trigger: ['Trigger', 1],
      shaft_deg: ['shaft', 1],
      arm_deg: ['lead arm', 1],
    });
  });
  it('are read as they were named: the columns, their units and their signs', () => {
    const mapping = guessMapping(head(FOREIGN.join(';')));
    mapping.columns['p1_fz'] = { column: 'FP1 FZ', factor: -2 };
    const rec = readCsv(bytes([FOREIGN.join(';'), ...rows(20, 13)]), 'x.csv', {
      mapping: { ...mapping, keys: { p1_y_m: '0.3', p2_y_m: '-0.31', handed: 'left' } },
    });
    expect(rec.time[3]).toBeCloseTo(0.015, 12);
    expect([rec.platforms[0]!.fz[2], rec.platforms[1]!.mz[2]]).toEqual([-2 * 3002, 12.002]);
    expect(rec.platforms.map((p) => p.centre)).toEqual([
      [0, 0.3],
      [0, -0.31],
    ]);
    expect([rec.stated.handed, rec.warnings.length]).toEqual(['left', 0]);
  });
  it('may lack a time: then a rate is told', () => {
    const mapping: CsvMapping = {
      columns: { cop_x: { column: 'b', factor: 1e-3 }, cop_y: { column: 'a', factor: 1e-3 } },
      rate: 50,
      keys: {},
    };
    const rec = readCsv(
      bytes(['a,b,c', ...Array.from({ length: 10 }, (_, k) => `${k},${2 * k},words here`)]),
      'x.csv',
      { mapping },
    );
    expect([rec.device, rec.time[5], rec.path!.x[4], rec.path!.y[4]]).toEqual(['path', 0.1, 0.008, 0.004]);
  });
  it('may hold the cells of a mat in a row, from a first column on', () => {
    const mapping: CsvMapping = {
      columns: { time: { column: 't', factor: 1 } },
      keys: { pitch_m: '0.012' },
      cells: { first: 's1', rows: 2, cols: 3 },
    };
    const line = (k: number) => [k / 50, ...Array.from({ length: 6 }, (_, c) => 10 * c + k)].join(',');
    const rec = readCsv(bytes(['t,s1,s2,s3,s4,s5,s6', line(0), line(1), line(2)]), 'x.csv', { mapping });
    expect([rec.mat!.rows, rec.mat!.cols, rec.mat!.pitch]).toEqual([2, 3, 0.012]);
    expect(Array.from(rec.mat!.frames.subarray(6, 12))).toEqual([1, 11, 21, 31, 41, 51]);
    const more = { ...mapping, cells: { first: 's3', rows: 2, cols: 3 } };
    expect(refusal(() => readCsv(bytes(['t,s1,s2,s3,s4,s5,s6', line(0)]), 'x.csv', { mapping: more }))).toContain(
      'need 6 columns; there are 4',
    );
  });
  it('are refused when a column is named that is not there, or named twice', () => {
    const mapping = (time: string): CsvMapping => ({
      columns: { time: { column: time, factor: 1 }, cop_x: { column: 'a', factor: 1 } },
      keys: {},
    });
    expect(refusal(() => readCsv(bytes(['a,b', '1,2']), 'x.csv', { mapping: mapping('c') }))).toContain(
      'no column "c"',
    );
    expect(refusal(() => readCsv(bytes(['a,b', '1,2']), 'x.csv', { mapping: mapping('a') }))).toContain(
      'given to both time and cop_x',
    );
  });
});

describe('cells of a mat while they are read', () => {
  it('come out as they went in, in the narrowest numbers that hold them', () => {
    const kinds = [
      fc.nat(255),
      fc.nat(65535),
      fc.float({ noNaN: true, min: -1e6, max: 1e6 }),
      fc.double({ noNaN: true, min: -1e9, max: 1e9 }),
    ];
    fc.assert(
      fc.property(fc.constantFrom(0, 1, 2, 3), fc.nat(20), (kind, seed) => {
        const v = fc.sample(fc.array(kinds[kind]!, { minLength: 12, maxLength: 12 }), { numRuns: 1, seed })[0]!;
        const store = cellStore(3, 4);
        v.forEach((x, i) => store.set(Math.floor(i / 4), i % 4, x));
        const { frames, rows: kept, broken } = store.frames();
        expect([...kept, broken]).toEqual([0, 1, 2, 0]);
        v.forEach((x, i) => {
          if (frames[i] !== x) throw new Error(`${x} came back as ${frames[i]}`);
        });
      }),
    );
    const bytesOnly = cellStore(2, 2);
    [1, 2, 3, 255].forEach((x, i) => bytesOnly.set(Math.floor(i / 2), i % 2, x));
    expect(bytesOnly.frames().frames).toBeInstanceOf(Uint8Array);
  });
  it('stay what they were when wider numbers come in a later row', () => {
    const rows = [
      [1, 255],
      [2, 0],
      [300, 65_535],
      [4, 5],
      [0.5, -7],
      [8, 9],
      [Math.PI, 1e9 + 0.5],
    ];
    const store = cellStore(rows.length, 2);
    rows.forEach((row, r) => row.forEach((v, c) => store.set(r, c, v)));
    const { frames, rows: kept } = store.frames();
    expect(Array.from(frames)).toEqual(rows.flat());
    expect(kept).toEqual([0, 1, 2, 3, 4, 5, 6]);
    const below = cellStore(2, 2);
    [300, 2, -3, 70_000].forEach((v, i) => below.set(Math.floor(i / 2), i % 2, v));
    expect(Array.from(below.frames().frames)).toEqual([300, 2, -3, 70_000]);
  });
  it('of rows without a frame take no room, and a row with some of its cells is counted and left out', () => {
    const store = cellStore(4, 2);
    const put = (row: number, ...v: number[]) => v.forEach((x, c) => store.set(row, c, x));
    put(0, 1, 2);
    put(1, NaN, NaN);
    put(2, 7, NaN);
    put(3, 5, 6);
    expect(store.frames()).toEqual({ frames: Uint8Array.of(1, 2, 5, 6), rows: [0, 3], broken: 1 });
  });
});
