import { strToU8 } from 'fflate';
import fc from 'fast-check';
import type { VilkoError } from '../../error.js';
import { simulate, SIMULATED_DEVICES } from '../../golfer/index.js';
import { WRENCH_CHANNELS } from '../../recording/recording.js';
import { worstDifference } from '../../testing/test-files.js';
import { readCsv } from './read-csv.js';
import { writeCsv } from './write-csv.js';

const PLATES = ['time', ...[1, 2].flatMap((i) => WRENCH_CHANNELS.map((c) => `p${i}_${c}`))];
const rows = (n: number, columns: number, value = (k: number, c: number) => (c === 0 ? k / 100 : k + c)): string[] =>
  Array.from({ length: n }, (_, k) => Array.from({ length: columns }, (__, c) => String(value(k, c))).join(','));
const read = (...lines: string[]) => readCsv(strToU8(lines.join('\n')), 'x.csv');
const refusal = (...lines: string[]): VilkoError => {
  try {
    read(...lines);
  } catch (e) {
    return e as VilkoError;
  }
  throw new Error('nothing was refused');
};

describe('reading CSV', () => {
  it('finds the device by its columns', () => {
    expect(read(PLATES.join(','), ...rows(20, 13)).device).toBe('plates');
    expect(read(PLATES.slice(0, 7).join(','), ...rows(20, 7)).device).toBe('plate');
    expect(
      read('time,' + [1, 2].flatMap((i) => [1, 2, 3, 4].map((c) => `p${i}_c${c}`)).join(','), ...rows(20, 9)).device,
    ).toBe('boards');
    expect(read('time,r0c0,r0c1,r1c0,r1c1', ...rows(20, 5)).device).toBe('mat');
    expect(read([...PLATES, 'r0c0', 'r0c1'].join(','), ...rows(20, 15)).device).toBe('mat-plates');
  });
  it('takes columns in any order, names in any case, and leaves those it does not know', () => {
    const rec = read(
      'battery,P1_FZ,Time,' + PLATES.filter((c) => c !== 'time' && c !== 'p1_fz').join(',') + ',Sound',
      ...rows(20, 15, (k, c) => (c === 2 ? k / 50 : 10 * c)),
    );
    expect(rec.platforms[0]!.fz[3]).toBe(10);
    expect(rec.time[5]).toBeCloseTo(0.1, 12);
    expect(rec.channels.sound![0]).toBe(140);
  });
  it('reads what the comments state, and says what it had to assume', () => {
    const stated = read(
      '# p1_x_m=0.01 p1_y_m=0.3',
      '# p2_y_m=-0.3 mass=64.5 handed=left stature=1.68 club=wedge',
      PLATES.join(','),
      ...rows(20, 13),
    );
    expect(stated.platforms.map((p) => p.centre)).toEqual([
      [0.01, 0.3],
      [0, -0.3],
    ]);
    expect(stated.stated).toEqual({ mass: 64.5, handed: 'left', stature: 1.68, club: 'wedge' });
    expect(stated.warnings).toEqual([]);
    expect(read('time,r0c0,r0c1', ...rows(20, 3)).warnings).toEqual(['no pitch for the mat cells: 10 mm is assumed']);
    expect(read('# pitch_m=0.015', 'time,r0c0,r0c1', ...rows(20, 3)).mat!.pitch).toBe(0.015);
  });
  it('takes two plates for half a metre apart where nothing says where they lie', () => {
    expect(read(PLATES.join(','), ...rows(20, 13)).platforms.map((p) => p.centre)).toEqual([
      [0, 0.25],
      [0, -0.25],
    ]);
  });
  it('keeps the place of one plate that is given, and says that the other’s is not', () => {
    for (const i of [1, 2]) {
      const rec = read(`# p${i}_x_m=0.01 p${i}_y_m=${i === 1 ? 0.3 : -0.3}`, PLATES.join(','), ...rows(20, 13));
      expect(rec.warnings).toEqual(['no origin for one of the two plates: taken at 0.25 m to its side']);
      expect(rec.platforms[i - 1]!.centre).toEqual([0.01, i === 1 ? 0.3 : -0.3]);
    }
  });
  it('reads decimal points that only come after a long beginning of whole numbers', () => {
    const lines = Array.from({ length: 900 }, (_, k) => `${k};${k % 7};${k % 5};700`);
    const rec = read('# a', 'time;cop_x;cop_y;load', ...lines, '900;1;2;700.5', '901;1;2;701.5');
    expect(rec.path!.load![900]).toBe(700.5);
  });
  it('leaves out rows that are cut off at the end, and counts them', () => {
    const whole = [PLATES.join(','), ...rows(20, 13)];
    expect(read(...whole, '0.2,1,2').warnings).toContain('1 incomplete row at the end of the file was left out');
    expect(read(...whole).warnings.join()).not.toContain('incomplete');
  });
  it('names the first eight columns it did not understand, and counts the rest', () => {
    const many = Array.from({ length: 11 }, (_, i) => `c${i + 1}x`);
    expect(refusal(many.join(','), ...rows(20, 11)).message).toContain(
      'among c1x, c2x, c3x, c4x, c5x, c6x, c7x, c8x and 3 more',
    );
    expect(refusal(many.slice(0, 8).join(','), ...rows(20, 8)).message).toMatch(/c7x, c8x(?! and)/);
  });
  it('takes a mat that is slower than its plates by the rows it has', () => {
    const rec = read(
      [...PLATES, 'r0c0', 'r0c1'].join(','),
      ...rows(40, 15, (k, c) => (c === 0 ? k / 100 : c > 12 && k % 4 ? NaN : k)).map((r) => r.replaceAll('NaN', '')),
    );
    expect([rec.time.length, rec.mat!.time.length]).toEqual([40, 10]);
    expect(Array.from(rec.mat!.frames.subarray(2, 4))).toEqual([4, 4]);
  });
  it('names what is missing', () => {
    expect(refusal('t,p1_fz', ...rows(20, 2)).message).toContain('no column "time" among t, p1_fz');
    expect(refusal(PLATES.filter((c) => c !== 'p2_mz').join(','), ...rows(20, 12)).message).toBe('plate 2 lacks p2_mz');
    expect(refusal('time,p1_c1,p1_c2,p1_c3', ...rows(20, 4)).message).toContain('board 1 lacks p1_c4');
    expect(refusal('time,r0c0,r0c1,r1c0', ...rows(20, 4)).message).toContain('2 × 2 cells but 3 columns');
    expect(refusal('time,heart_rate', ...rows(20, 2)).message).toContain('no plate (p1_fx … p1_mz), board');
    expect(refusal('# mass=heavy', PLATES.join(','), ...rows(20, 13)).message).toContain(
      'mass is not a number: "heavy"',
    );
  });
  it('leaves out rows with a gap in the ground, and says how many', () => {
    const lines = rows(40, 13);
    lines[7] = lines[7]!.replace(/^([^,]*,[^,]*),[^,]*/, '$1,');
    lines[8] = ',' + lines[8]!.split(',').slice(1).join(',');
    const rec = read(PLATES.join(','), ...lines);
    expect([rec.time.length, rec.time[7]]).toEqual([38, 0.09]);
    expect(rec.warnings).toContain('2 rows without a number in every column of the ground were left out');
    expect(
      refusal(PLATES.join(','), ...rows(20, 13, (k, c) => (c === 3 ? NaN : k)).map((l) => l.replace('NaN', '')))
        .message,
    ).toBe('the column p1_fz holds no number at all');
  });
  it('says what stands where a number should be, of a long text its beginning', () => {
    const lines = rows(20, 13);
    lines[4] = lines[4]!.replace(/^([^,]*),[^,]*/, '$1,somebody wrote a whole sentence here');
    expect(refusal(PLATES.join(','), ...lines).message).toContain(
      '"somebody wrote a whole s" in column p1_fx is not a number',
    );
  });
  it('leaves out a row of a mat that has no time, and keeps the others’ frames with their times', () => {
    const lines = rows(12, 5, (k, c) => (c === 0 ? k / 50 : 10 * k + c));
    lines[3] = lines[3]!.replace(/^[^,]*/, '');
    const rec = read('time,r0c0,r0c1,r1c0,r1c1', ...lines);
    expect(Array.from(rec.mat!.time.subarray(2, 5))).toEqual([0.04, 0.08, 0.1]);
    expect(Array.from(rec.mat!.frames.subarray(8, 16))).toEqual([21, 22, 23, 24, 41, 42, 43, 44]);
    expect(rec.mat!.frames.length).toBe(44);
  });
  it('leaves a whole-body path beside plates or a mat alone: the feet say more', () => {
    const beside = (columns: readonly string[]) =>
      read([...columns, 'cop_x', 'cop_y'].join(','), ...rows(20, columns.length + 2));
    expect([beside(PLATES).device, beside(PLATES).path]).toEqual(['plates', undefined]);
    expect(beside(['time', 'r0c0', 'r0c1']).device).toBe('mat');
    expect(beside(['time', 'r0c0', 'r0c1']).path).toBeUndefined();
    expect(beside(['time']).device).toBe('path');
  });
  it('bridges gaps of the other channels, and leaves out one that never spoke', () => {
    const rec = read(
      [...PLATES, 'shaft_deg', 'sound'].join(','),
      ...rows(20, 15, (k, c) => (c === 13 && k % 2 ? NaN : c === 14 ? NaN : c === 0 ? k / 50 : k)).map((l) =>
        l.replaceAll('NaN', ''),
      ),
    );
    expect(Array.from(rec.channels.shaft_deg!.subarray(0, 5))).toEqual([0, 1, 2, 3, 4]);
    expect(rec.channels.sound).toBeUndefined();
    expect(rec.warnings).toContain('the column sound holds no number and was left out');
    expect(rec.warnings).toContain('10 empty fields of shaft_deg were bridged');
    const once = read(
      [...PLATES, 'sound'].join(','),
      ...rows(20, 14, (k, c) => (c === 0 ? k / 50 : k)).map((l, k) => (k === 4 ? l.replace(/,4$/, ',') : l)),
    );
    expect(once.warnings).toContain('1 empty field of sound was bridged');
    expect(once.channels.sound![4]).toBe(4);
  });
  it('reads a path with or without a load, in metres or, said so, in millimetres', () => {
    const path = read('time,cop_x,cop_y,load', ...rows(20, 4, (k, c) => (c === 0 ? k / 50 : c === 3 ? 700 : k / 1000)));
    expect([path.device, path.path!.y[3], path.path!.load![3], path.warnings.length]).toEqual(['path', 0.003, 700, 0]);
    const mm = read('time,cop_x,cop_y', ...rows(20, 3, (k, c) => (c === 0 ? k / 50 : 10 * k)));
    expect([mm.path!.x[5], mm.path!.y[5], mm.path!.load]).toEqual([0.05, 0.05, null]);
    expect(mm.warnings).toEqual([
      'the path has no load: times of the vertical force cannot be said',
      'the path reaches 190 without a unit row: taken as millimetres',
    ]);
    const edge = (far: number) =>
      read('time,cop_x,cop_y,load', ...rows(20, 4, (k, c) => (c === 0 ? k / 50 : c === 1 && k === 9 ? far : 0.1)))
        .warnings.length;
    expect([edge(4.9), edge(-4.9), edge(5.6), edge(-5.6)]).toEqual([0, 0, 1, 1]);
    expect(refusal('time,cop_y', ...rows(20, 2)).message).toBe('the path lacks cop_x');
    // nobody on it: a place is not needed; a loaded row without one is a gap
    const gap = read('time,cop_x,cop_y,load', '0,,,2', '0.02,0.01,0.1,700', '0.04,,,710', '0.06,0.01,0.1,720');
    expect(Array.from(gap.time)).toEqual([0, 0.02, 0.06]);
  });
  it('passes over lines that are blank, or only look so, and comments between rows', () => {
    const [a, b, c, d] = rows(4, 13);
    const rec = read(PLATES.join(','), a!, '', b!, ' \t ', '\t\t', '   ', c!, '# half past', '\r', d!, ' ');
    expect(Array.from(rec.time)).toEqual([0, 0.01, 0.02, 0.03]);
    expect(rec.warnings.filter((w) => w.includes('left out'))).toEqual([]);
  });
  it('makes no room for the cells of lines that hold nothing', () => {
    const cells = Array.from({ length: 4_000 }, (_, i) => `r${Math.floor(i / 80)}c${i % 80}`);
    const lines = strToU8(`time,${cells.join(',')}\n${'\n'.repeat(3_000_000)}`);
    // twelve thousand million cells, had every line been a frame
    expect(() => readCsv(lines, 'x.csv')).toThrowMatching((e: VilkoError) => e.name === 'VilkoError');
  });
  it('refuses a header that names one column twice, and text that is no UTF-8', () => {
    expect(refusal('time,cop_x,cop_y,COP_X', '0,1,2,3').message).toBe('the column cop_x is there twice (header)');
    expect(() => readCsv(Uint8Array.of(0xff, 0xfe, 0x74, 0), 'x.csv')).toThrowError(/UTF-16/);
    expect(() => readCsv(Uint8Array.of(0xfe, 0xff, 0, 0x74), 'x.csv')).toThrowError(/UTF-16/);
    // what begins like it and goes on otherwise is just no header that is known
    for (const odd of [Uint8Array.of(0xff, 0x74), Uint8Array.of(0xfe, 0x74), Uint8Array.of(0x74, 0xff)])
      expect(() => readCsv(odd, 'x.csv')).toThrowMatching((e: Error) => !e.message.includes('UTF-16'));
  });
  it('tells how far it has come, and stops when it is told to', () => {
    const lines = rows(60_000, 13, (k, c) => (c === 0 ? k / 1000 : k * 1.00001 + c));
    const text = strToU8([PLATES.join(','), ...lines].join('\n'));
    const told: number[] = [];
    readCsv(text, 'x.csv', { progress: (p) => told.push(p) });
    expect(told.at(-1)).toBe(1);
    expect(told.length).toBeGreaterThan(1);
    expect([...told].sort((a, b) => a - b)).toEqual(told);
    expect(() =>
      readCsv(text, 'x.csv', {
        progress: () => {
          throw new Error('enough');
        },
      }),
    ).toThrowError('enough');
  });
  it('brings back what was written, of every device', () => {
    // a mat over plates would be hundreds of megabytes of text: nobody writes that one
    for (const device of SIMULATED_DEVICES.filter((d) => d !== 'mat-plates')) {
      const { recording } = simulate({ device, seed: 3, handed: 'left', club: 'wedge' });
      const back = readCsv(writeCsv(recording), 'x.csv');
      expect([back.device, back.stated.handed, back.stated.club])
        .withContext(device)
        .toEqual([device, 'left', 'wedge']);
      recording.platforms.forEach((p, i) => {
        for (const c of WRENCH_CHANNELS)
          for (const k of [0, 777, p.fz.length - 1])
            expect(back.platforms[i]![c][k]).withContext(`${device} ${c}`).toBeCloseTo(p[c][k]!, 5);
      });
      if (recording.path) expect(worstDifference(back.path!.y, recording.path.y)).withContext(device).toBe(0);
      if (recording.mat) expect(back.mat!.frames.length).toBe(recording.mat.frames.length);
    }
  });
  it('writes a mat’s frames in the rows of their times, and nothing between', () => {
    const time = Float64Array.of(0, 0.01, 0.02, 0.03, 0.04);
    const rec = read(PLATES.join(','), ...rows(5, 13));
    const mat = { rows: 1, cols: 2, pitch: 0.01, time: Float64Array.of(0, 0.03), frames: Uint8Array.of(7, 8, 9, 10) };
    const text = new TextDecoder().decode(writeCsv({ ...rec, time, mat, device: 'mat-plates' }));
    const cells = text
      .trim()
      .split('\n')
      .filter((l) => !l.startsWith('#'))
      .slice(1)
      .map((l) => l.split(',').slice(-2).join(','));
    expect(cells).toEqual(['7,8', ',', ',', '9,10', ',']);
  });
  it('keeps where the plates lie', () => {
    const { recording } = simulate({ device: 'plates', seed: 3 });
    const moved = {
      ...recording,
      platforms: recording.platforms.map((p, i) => ({ ...p, centre: [0.1 - 0.3 * i, 0.4 - 0.5 * i] as const })),
    };
    const back = readCsv(writeCsv(moved), 'x.csv').platforms.map((p) => p.centre);
    back.forEach((c, i) => c.forEach((v, k) => expect(v).toBeCloseTo(moved.platforms[i]!.centre[k]!, 12)));
    expect(back.length).toBe(2);
  });
  it('keeps any finite number that was written', () => {
    const finite = fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e9, max: 1e9 });
    fc.assert(
      fc.property(fc.array(finite, { minLength: 12, maxLength: 40 }), (v) => {
        const rec = read(PLATES.join(','), ...v.map((x, k) => [k / 100, ...Array<number>(12).fill(x)].join(',')));
        v.forEach((x, k) => {
          if (rec.platforms[1]!.my[k] !== x) throw new Error(`${x} came back as ${rec.platforms[1]!.my[k]}`);
        });
      }),
      { numRuns: 40 },
    );
  });
});
