import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { analyse } from '../analyse.js';
import { VilkoError } from '../error.js';
import { simulate } from '../golfer/simulate.js';
import type { Recording } from '../recording/recording.js';
import { testBytes, worstDifference } from '../testing/test-files.js';
import { BundleHead, readBundle, writeBundle } from './bundle/bundle.js';
import { readNpzArrays, writeNpzArrays } from './npz/npz.js';
import { scanNumber } from './csv/number-scan.js';
import { readRecording, writeRecording } from './formats.js';
import { readNpy, writeNpy } from './npz/npy.js';
import { unzip } from './npz/zip.js';

const refusal = (f: () => unknown): string => {
  try {
    f();
  } catch (e) {
    if (e instanceof VilkoError) return e.message;
    throw e;
  }
  return 'nothing was refused';
};

const csv = (text: string) => readRecording(strToU8(text), 'some.csv');
const HEADER = 'time,p1_fx,p1_fy,p1_fz,p1_mx,p1_my,p1_mz,p2_fx,p2_fy,p2_fz,p2_mx,p2_my,p2_mz';
const ROW = '1,2,300,4,5,6,1,2,300,4,5,6';

describe('formats', () => {
  for (const device of ['plates', 'mat', 'mat-plates', 'boards'] as const)
    it(`writes ${device} so that nothing is lost on reading back, as CSV and as a bundle`, () => {
      const { recording } = simulate({ device, seed: 3 });
      const short: Recording = { ...recording, name: 'a.csv' };
      // thousands of columns at 1,000 Hz make a CSV of hundreds of megabytes: that one goes as a bundle only
      for (const name of device === 'mat-plates' ? ['a.vilko'] : ['a.csv', 'a.vilko']) {
        const back = readRecording(writeRecording({ ...short, name }, name), name);
        expect(back.device).toBe(device);
        expect(worstDifference(back.time, short.time)).toBe(0);
        back.platforms.forEach((p, i) => expect(worstDifference(p.fz, short.platforms[i]!.fz)).toBe(0));
        expect(back.platforms.length).toBe(short.platforms.length);
        expect(back.platforms.map((p) => p.centre)).toEqual(short.platforms.map((p) => p.centre));
        expect(back.boards).toEqual(short.boards.map((b) => ({ ...b })));
        expect(back.channels.shaft_deg).toEqual(short.channels.shaft_deg);
        expect(back.stated).toEqual(short.stated);
        expect(back.mat?.time).toEqual(short.mat?.time);
        if (short.mat) expect(worstDifference(back.mat!.frames, short.mat.frames)).toBe(0);
        expect(analyse(back).swings[0]!.measures['share.lead.p7'].value).toEqual(
          analyse(short).swings[0]!.measures['share.lead.p7'].value,
        );
      }
    });

  it('writes a mat as NPZ, and refuses what a mat file would lose', () => {
    const { recording } = simulate({ device: 'mat', seed: 5 });
    const back = readRecording(writeRecording(recording, 'm.npz'), 'm.npz');
    expect(back.mat!.frames).toEqual(recording.mat!.frames);
    expect(back.channels.sound).toEqual(recording.channels.sound);
    const plates = simulate({ device: 'plates', seed: 5 }).recording;
    expect(refusal(() => writeRecording(plates, 'p.npz'))).toContain('would be lost');
  });

  it('packs the same recording into the same bytes whatever the hour', () => {
    const { recording } = simulate({ device: 'boards', seed: 6 });
    jasmine.clock().install();
    try {
      const [morning, evening] = ['2026-01-05T08:00:00', '2027-03-09T19:30:00'].map((at) => {
        jasmine.clock().mockDate(new Date(at));
        return writeBundle(recording);
      });
      expect(evening).toEqual(morning);
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('converts a C3D file to CSV with the same numbers', async () => {
    const rec = readRecording(await testBytes('sample-plates.c3d'), 'sample-plates.c3d');
    const back = readRecording(writeRecording(rec, 'x.csv'), 'x.csv');
    expect(analyse(back).swings[0]!.measures['force.target.peak'].value as number).toBeCloseTo(
      analyse(rec).swings[0]!.measures['force.target.peak'].value as number,
      9,
    );
  });

  it('reads CSV dialects: delimiter, decimal comma, BOM, units, comments', () => {
    const rows = (d: string, dec: string) =>
      Array.from({ length: 30 }, (_, k) =>
        [String(k * 10).replace('.', dec), ...Array<string>(12).fill(`0${dec}5`)].join(d),
      ).join('\n');
    const header = HEADER.replaceAll(',', ';');
    const rec = csv(
      `\uFEFF# mass=71,5 handed=left\n# p1_x_m=0,02 p1_y_m=0,24\n${header}\nms;kN;kN;kN;Nmm;N·m;N·m;N;N;N;N·m;N·m;N·m\n${rows(';', ',')}\n`,
    );
    expect(rec.time[1]).toBeCloseTo(0.01, 12);
    expect(rec.platforms[0]!.fz[0]).toBe(500);
    expect(rec.platforms[0]!.mx[0]).toBeCloseTo(0.0005, 12);
    expect(rec.platforms[0]!.centre).toEqual([0.02, 0.24]);
    expect(rec.stated).toEqual({ mass: 71.5, handed: 'left' });
    expect(csv(`${HEADER.replaceAll(',', '\t')}\n${rows('\t', '.')}`).device).toBe('plates');
    expect(csv(`${HEADER}\n${rows(',', '.')}`).warnings[0]).toContain('0.25 m');
  });

  it('says what is wrong with a bad file, and where', async () => {
    expect(refusal(() => readRecording(new Uint8Array(0), 'e.csv'))).toContain('empty');
    expect(refusal(() => readRecording(strToU8('x'), 'film.mov'))).toContain('.c3d');
    expect(refusal(() => csv('a,b\n1,2'))).toContain('no column "time"');
    expect(refusal(() => csv('time,load_l\n1,2'))).toContain('load_l');
    expect(refusal(() => csv(`${HEADER}\n0,${ROW}\n0.01,oops${ROW.slice(1)}\n0.02,${ROW}`))).toContain('line 3');
    expect(refusal(() => csv(`${HEADER}\n0,${ROW}\n0.01,1,2\n0.02,${ROW}\n0.03,${ROW}`))).toContain('line 3');
    expect(refusal(() => csv(HEADER.replace('p2_mz', 'p2_zz')))).toContain('p2_mz');
    expect(refusal(() => readRecording(strToU8('not a zip'), 'm.npz'))).toContain('not a zip');
    expect(
      refusal(() =>
        readRecording(zipSync({ 'other.npy': writeNpy({ shape: [1], data: Float64Array.of(1) }) }), 'm.npz'),
      ),
    ).toContain('frames, time, pitch');
    const c3d = await testBytes('sample-plates.c3d');
    expect(refusal(() => readRecording(c3d.slice(0, 40_000), 'cut.c3d'))).toMatch(/frames are promised.*byte 40000/);
    expect(refusal(() => readRecording(c3d.slice(0, 300), 'cut.c3d'))).toContain('byte 300');
    const wrong = c3d.slice();
    wrong[1] = 7;
    expect(refusal(() => readRecording(wrong, 'x.c3d'))).toContain('not a C3D file');
    const backward = c3d.slice();
    backward[7] = 1;
    backward[9] = 0;
    expect(refusal(() => readRecording(backward, 'x.c3d'))).toContain('frames');
  });

  it('never hangs or throws anything but a refusal on damaged bytes', async () => {
    const files = await Promise.all(
      ['sample-plates.c3d', 'sample-mat.npz', 'sample-plates-left.csv'].map(async (n) => ({
        n,
        b: (await testBytes(n)).slice(0, 30_000),
      })),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...files),
        fc.array(fc.tuple(fc.nat(29_999), fc.nat(255)), { minLength: 1, maxLength: 40 }),
        ({ n, b }, hits) => {
          const damaged = b.slice();
          for (const [at, v] of hits) damaged[at] = v;
          expect(refusal(() => analyse(readRecording(damaged, n))).length).toBeGreaterThan(5);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('reads or refuses a whole file with a few damaged bytes, of every format: a damaged clock too', () => {
    const files = (['boards', 'path', 'plate'] as const).flatMap((device) => {
      const { recording } = simulate({ device, seed: 2 });
      return [
        { n: `${device}.vilko`, b: writeBundle(recording, 0) },
        { n: `${device}.csv`, b: writeRecording(recording, 'x.csv') },
      ];
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...files),
        fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }), fc.nat(255)), {
          minLength: 1,
          maxLength: 6,
        }),
        ({ n, b }, hits) => {
          const damaged = b.slice();
          for (const [part, v] of hits) damaged[Math.floor(part * b.length)] = v;
          try {
            for (const swing of analyse(readRecording(damaged, n)).swings)
              for (const [id, m] of Object.entries(swing.measures))
                if (typeof m.value === 'number' && !Number.isFinite(m.value)) throw new Error(`${id} is ${m.value}`);
          } catch (e) {
            if (!(e instanceof VilkoError)) throw e;
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('packs what a device of any resolution says to the last bit, however odd its values and its clock', () => {
    const { recording } = simulate({ device: 'boards', seed: 2 });
    const n = recording.time.length;
    const odd = [0, -0, NaN, Infinity, -Infinity, 5e-324, 1e300, 0.1, 2 ** 30, -1234.56, Math.fround(0.1)];
    const value = fc.oneof(
      fc.constantFrom(...odd),
      fc.double(),
      fc.integer({ min: -1e6, max: 1e6 }),
      fc.tuple(fc.integer({ min: -1e7, max: 1e7 }), fc.nat(7)).map(([m, d]) => m / 10 ** d),
      fc.float(),
    );
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 5 }), fc.nat(7), fc.boolean(), (few, d, single) => {
        const bit = (x: number): number => (single ? Math.fround(x) : x);
        const channels = {
          sound: Float64Array.from({ length: n }, (_, k) => bit(few[k % few.length]!)),
          arm_deg: Float64Array.from({ length: n }, (_, k) => bit(((k * 7919) % 100003) / 10 ** d) - (single ? 0 : 3)),
        };
        const time = recording.time.map((t, k) => few[0]! + t + (k === n - 1 && single ? 1e-9 : 0));
        const back = readBundle(writeBundle({ ...recording, time, channels }, 1), 'x');
        expect([back.channels, back.time]).toEqual([channels, time]);
        expect(back.boards).toEqual(recording.boards);
      }),
      { numRuns: 60 },
    );
  });

  it('needs a third of the bytes where a device has a resolution, and no times where its clock is even', () => {
    const { recording } = simulate({ device: 'plates', seed: 2 });
    const noise = recording.platforms.map((p) => ({ ...p, fz: p.fz.map((f, k) => f * (1 + Math.sin(k) * 1e-9)) }));
    const head = (b: Uint8Array) => BundleHead.parse(JSON.parse(strFromU8(unzipSync(b)['recording.json']!)));
    const [whole, noisy] = [writeBundle(recording), writeBundle({ ...recording, platforms: noise })];
    expect(whole.length).toBeLessThan(12 * 4 * recording.time.length * 0.5);
    expect(head(whole).clock).toEqual({ first: 0, rate: 1000, n: recording.time.length });
    expect(head(whole).decimals['p1_fz']).toEqual({ digits: 2, single: true });
    expect(head(whole).decimals['p1_mz']).toEqual({ digits: 3, single: true });
    expect(head(noisy).decimals['p1_fz']).toBeUndefined();
  });

  it('refuses an archive that would fill the memory before it is unpacked, and takes one that packs well', () => {
    const frames = { shape: [100_000, 40, 20], data: new Uint8Array(100_000 * 800) };
    const time = { shape: [3], data: Float64Array.of(0, 1, 2) };
    const bomb = writeNpzArrays({ frames, time, pitch: { shape: [1], data: Float64Array.of(0.01) } }, 1);
    expect(bomb.length).toBeLessThan(1e6);
    expect(refusal(() => readRecording(bomb, 'a.npz'))).toMatch(/^a\.npz would unpack 0\.\d MB to 80 MB/);
    // what is not packed at all may be as long as it likes
    expect(Object.keys(unzip(zipSync({ a: [frames.data, { level: 0 }] }), 'x'))).toEqual(['a']);
  });

  it('refuses a clock that promises more than was sampled, and planes that are none', () => {
    const files = unzipSync(writeBundle(simulate({ device: 'boards', seed: 2 }).recording));
    const told = JSON.parse(strFromU8(files['recording.json']!)) as { clock: object; decimals: Record<string, object> };
    const changed = (head: object) =>
      refusal(() =>
        readRecording(
          zipSync({ ...files, 'recording.json': strToU8(JSON.stringify({ ...told, ...head })) }),
          'x.vilko',
        ),
      );
    expect(changed({ clock: { ...told.clock, n: 1e12 } })).toContain('promises 1000000000000 times');
    expect(changed({ decimals: { ...told.decimals, b1_c1: { digits: 9, single: true } } })).toContain('recording.json');
    const { b1_c1: _, ...others } = told.decimals;
    expect(changed({ decimals: others })).toContain('samples of b1_c1, but');
    const flat = readNpzArrays(files['channels.npz']!, 'x');
    const raw = writeNpzArrays({ ...flat, b1_c1: { shape: [3], data: Float64Array.of(1, 2, 3) } });
    expect(refusal(() => readRecording(zipSync({ ...files, 'channels.npz': raw }), 'x.vilko'))).toContain(
      'b1_c1 is no planes of bytes',
    );
  });

  it('refuses a bundle whose parts do not belong together', () => {
    const { recording } = simulate({ device: 'path', seed: 2 });
    const short = writeBundle({ ...recording, path: { ...recording.path!, x: recording.path!.x.slice(1) } });
    expect(refusal(() => readRecording(short, 'x.vilko'))).toContain('samples of path_x, but');
    const mat = simulate({ device: 'mat', seed: 2 }).recording;
    const odd = writeBundle({ ...mat, mat: { ...mat.mat!, rows: 41 } });
    expect(refusal(() => readRecording(odd, 'x.vilko'))).toContain('mat_frames.npy promises');
  });

  it('reads every number that CSV can hold as the language itself does', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (x) => {
        const b = strToU8(String(x));
        expect(scanNumber(b, 0, b.length, 46)).toBe(x);
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 9 }), (x, d) => {
        const t = (x / 1000).toFixed(d);
        const b = strToU8(t);
        expect(scanNumber(b, 0, b.length, 46)).toBe(Number(t));
      }),
    );
  });

  it('reads half floats of npy: their small ones, their signs, what is no number', () => {
    const bits = [0x3c00, 0xc000, 0x3555, 0x0001, 0x8000, 0x7bff, 0x7c00, 0xfc00, 0x7e00];
    const npy = writeNpy({ shape: [bits.length], data: Uint16Array.from(bits) });
    const half = npy.slice();
    half.set(strToU8('f2'), strFromU8(npy, true).indexOf('u2'));
    const { data } = readNpy(half, 'a');
    expect(Array.from(data.slice(0, 8))).toEqual([
      1,
      -2,
      Math.fround(0.333251953125),
      2 ** -24,
      -0,
      65504,
      Infinity,
      -Infinity,
    ]);
    expect(data[8]).toBeNaN();
  });

  it('reads a number between blanks, tabs, quotes and the end of a line, of either sign', () => {
    const number = (text: string, point = 46) => {
      const b = strToU8(`;${text};`);
      return scanNumber(b, 1, b.length - 1, point);
    };
    for (const around of [' ', '  ', '\t', '"', ' "', '\r'])
      expect([number(`${around === '\r' ? '' : around}2.5${around}`), number(`-2.5${around}`)])
        .withContext(JSON.stringify(around))
        .toEqual([2.5, -2.5]);
    expect([number('+7'), number('-0.25'), number('1,5', 44), number('.5'), number('5.')]).toEqual([
      7, -0.25, 1.5, 0.5, 5,
    ]);
    expect([number(''), number('  '), number('NaN')]).toEqual([NaN, NaN, NaN]);
    expect([number('-'), number('+')]).toEqual([null, null]);
  });

  it('takes nothing else for a digit', () => {
    for (const text of ['1:5', '1/5', '1;5', '0x1', '1 5', '--1', '1.2.3']) {
      const b = strToU8(text);
      expect(scanNumber(b, 0, b.length, 46))
        .withContext(text)
        .toBeNull();
    }
  });

  it('writes npy heads that end at a multiple of 64 bytes, and refuses an array that ends early', () => {
    for (const shape of [[3], [7, 5], [100_000, 2], [2, 3, 4], [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1]]) {
      const data = new Float64Array(shape.reduce((a, b) => a * b, 1));
      const bytes = writeNpy({ shape, data });
      expect((bytes.length - 8 * data.length) % 64).toBe(0);
      expect(bytes.length - 8 * data.length).toBeLessThanOrEqual(128);
      expect(new DataView(bytes.buffer).getUint16(8, true)).toBe(bytes.length - 8 * data.length - 10);
      for (const less of [1, 8])
        expect(refusal(() => readNpy(bytes.slice(0, -less), 'a'))).toContain(`promises ${data.length} values`);
    }
  });

  it('says what an npz or a bundle lacks, one by one', () => {
    const one = writeNpy({ shape: [1], data: Float64Array.of(1) });
    const names = ['frames', 'time', 'pitch'];
    for (const lacking of names) {
      const files = Object.fromEntries(names.filter((n) => n !== lacking).map((n) => [`${n}.npy`, one]));
      expect(refusal(() => readRecording(zipSync(files), 'm.npz'))).toContain(`the file lacks ${lacking}: it holds`);
    }
    const whole = unzipSync(writeBundle(simulate({ device: 'path', seed: 2 }).recording));
    for (const [name, bytes] of Object.entries(whole))
      expect(refusal(() => readRecording(zipSync({ [name]: bytes }), 'x.vilko'))).toContain(
        'holds recording.json and channels.npz: this zip does not',
      );
    expect(Object.keys(whole).sort()).toEqual(['channels.npz', 'recording.json']);
  });

  it('refuses an npy that ends within its head, and one whose shape no array has', () => {
    const whole = writeNpy({ shape: [2], data: Float64Array.of(1, 2) });
    for (const n of [6, 8, 11]) expect(refusal(() => readNpy(whole.slice(0, n), 'x'))).toContain('ends before it says');
    const text = strFromU8(whole, true);
    for (const shape of ['(-5,)', '(1e9,)', '(0.5,)', '(x,)']) {
      const odd = Uint8Array.from(text.replace(`(2,), }${' '.repeat(shape.length - 4)}`, `${shape}, }`), (c) =>
        c.charCodeAt(0),
      );
      expect(() => readNpy(odd, 'x'))
        .withContext(shape)
        .toThrowError(VilkoError);
    }
  });

  it('brings arrays of every number type back from npy', () => {
    for (const data of [
      Uint8Array.of(1, 255),
      Uint16Array.of(1, 65535),
      Int16Array.of(-5, 5),
      Uint32Array.of(7, 4e9),
      Int32Array.of(-9, 9),
      Float32Array.of(0.5, -2),
      Float64Array.of(Math.PI, -1e300),
    ])
      expect(readNpy(writeNpy({ shape: [2], data }), 'a')).toEqual({ shape: [2], data });
  });

  it('turns npy arrays that were written column by column, of any shape', () => {
    const columnwise = (shape: readonly number[], data: Float64Array): Uint8Array => {
      const plain = writeNpy({ shape, data });
      const at = new TextDecoder('latin1').decode(plain).indexOf('False');
      return plain.map((b, i) => (i >= at && i < at + 5 ? 'True '.charCodeAt(i - at) : b));
    };
    expect(readNpy(columnwise([2, 3], Float64Array.of(1, 4, 2, 5, 3, 6)), 'a')).toEqual({
      shape: [2, 3],
      data: Float64Array.of(1, 2, 3, 4, 5, 6),
    });
    const [a, b, c] = [2, 3, 4];
    const rows = Float64Array.from({ length: a * b * c }, (_, k) => k);
    const columns = Float64Array.from(rows, (_, k) => {
      const [i, j, l] = [k % a, Math.floor(k / a) % b, Math.floor(k / (a * b))];
      return rows[(i * b + j) * c + l]!;
    });
    expect(readNpy(columnwise([a, b, c], columns), 'a').data).toEqual(rows);
    expect(readNpy(columnwise([3], Float64Array.of(7, 8, 9)), 'a').data).toEqual(Float64Array.of(7, 8, 9));
  });
});
