import fc from 'fast-check';
import { analyse } from '../../analyse.js';
import { simulate } from '../../golfer/index.js';
import { blankPlatform, type Recording, WRENCH_CHANNELS } from '../../recording/recording.js';
import { testBytes } from '../../testing/test-files.js';
import { readParameters } from './parameters.js';
import { readC3d } from './read-c3d.js';
import { writeC3d } from './write-c3d.js';

const RATE = 1000;

/** Loads of a size that a plate can tell from nothing. */
const newtons = fc.double({ min: -900, max: 900, noNaN: true }).map((v) => (Math.abs(v) < 1e-6 ? 0 : v));

function recording(n: number, value: (k: number, c: number) => number): Recording {
  const platforms = [0.25, -0.25].map((y, i) => {
    const p = blankPlatform(n, [0, y]);
    WRENCH_CHANNELS.forEach((c, j) => p[c].forEach((_, k) => (p[c][k] = Math.fround(value(k, 6 * i + j)))));
    // somebody stands there, so that up is known
    p.fz.forEach((v, k) => (p.fz[k] = Math.fround(400 + Math.abs(v))));
    return p;
  });
  return {
    name: 'made',
    device: 'plates',
    time: Float64Array.from({ length: n }, (_, k) => k / RATE),
    platforms,
    boards: [],
    mat: null,
    channels: { sound: Float64Array.from({ length: n }, (_, k) => Math.fround(Math.sin(k))) },
    stated: { mass: 70.5, handed: 'left', club: 'driver' },
    warnings: [],
  };
}

describe('writing C3D', () => {
  it('reads back what was written: floats to the last digit, counts within half a count', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 60 }), fc.array(newtons, { minLength: 24, maxLength: 24 }), (n, seed) => {
        const rec = recording(n, (k, c) => seed[c]! * Math.cos(k * (c + 1)) + seed[c + 12]!);
        const float = readC3d(writeC3d(rec), 'x.c3d');
        const int = readC3d(writeC3d(rec, 'int'), 'x.c3d');
        rec.platforms.forEach((p, i) => {
          for (const c of WRENCH_CHANNELS) {
            const most = p[c].reduce((m, v) => Math.max(m, Math.abs(v)), 0);
            p[c].forEach((v, k) => {
              // turning into lab axes and back may leave a trace far below a float's last digit
              if (Math.abs(float.platforms[i]![c][k]! - v) > 1e-9 * most + 1e-9)
                throw new Error(`float ${c} ${k}: ${float.platforms[i]![c][k]} is not ${v}`);
              if (Math.abs(int.platforms[i]![c][k]! - v) > most / 64_000 + 1e-6 * most + 1e-9)
                throw new Error(`int ${c} ${k}: ${int.platforms[i]![c][k]} is not ${v}`);
            });
          }
        });
      }),
      { numRuns: 20 },
    );
  });

  it('keeps where the plates lie, the rate, the extra channels and what was stated', () => {
    const back = readC3d(writeC3d(recording(30, (k) => k)), 'x.c3d');
    expect(back.platforms.map((p) => p.centre)).toEqual([
      [0, 0.25],
      [0, -0.25],
    ]);
    expect(back.time[29]).toBeCloseTo(0.029, 9);
    expect(back.channels.sound![7]).toBeCloseTo(Math.sin(7), 6);
    expect(back.stated.mass).toBeCloseTo(70.5, 5);
    expect([back.stated.handed, back.stated.club, back.warnings]).toEqual(['left', 'driver', []]);
  });

  it('says in POINT:SCALE how its numbers are kept, and names the channels of each plate', () => {
    const said = (storage?: 'int') => {
      const bytes = writeC3d(
        recording(30, (k) => k),
        ...(storage ? [storage] : []),
      );
      return readParameters(bytes, new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength));
    };
    expect(said().get('POINT', 'SCALE')!.numbers).toEqual([-1]);
    expect(said('int').get('POINT', 'SCALE')!.numbers).toEqual([1]);
    const channels = said().get('FORCE_PLATFORM', 'CHANNEL')!;
    expect([channels.dims, channels.numbers]).toEqual([[6, 2], Array.from({ length: 12 }, (_, i) => i + 1)]);
    expect(said().get('FORCE_PLATFORM', 'ORIGIN')!.numbers).toEqual([0, 0, 0, 0, 0, 0]);
    expect(
      said()
        .get('ANALOG', 'OFFSET')!
        .numbers.every((x) => x === 0),
    ).toBeTrue();
  });

  it('writes every parameter that a reader asks for, and a header that says the same', () => {
    const rec = recording(30, (k, c) => k + c);
    const bytes = writeC3d(rec);
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    const p = readParameters(bytes, view);
    const of = (group: string, name: string) => {
      const found = p.get(group, name)!;
      return [found.dims, found.texts.length ? found.texts : found.numbers];
    };
    const start = p.get('POINT', 'DATA_START')!.numbers[0]!;
    expect(of('POINT', 'USED')).toEqual([[], [0]]);
    expect(of('POINT', 'FRAMES')).toEqual([[], [30]]);
    expect(of('POINT', 'LONG_FRAMES')).toEqual([[], [30]]);
    expect(of('POINT', 'RATE')).toEqual([[], [RATE]]);
    expect(of('POINT', 'UNITS')).toEqual([[2, 1], ['mm']]);
    expect(of('ANALOG', 'USED')).toEqual([[], [13]]);
    expect(of('ANALOG', 'RATE')).toEqual([[], [RATE]]);
    expect(of('ANALOG', 'GEN_SCALE')).toEqual([[], [1]]);
    expect(of('ANALOG', 'OFFSET')).toEqual([[13], Array<number>(13).fill(0)]);
    expect(p.get('ANALOG', 'LABELS')!.texts.at(-1)).toBe('sound');
    expect(new Set(p.get('ANALOG', 'LABELS')!.texts).size).toBe(13);
    expect(p.get('ANALOG', 'UNITS')!.texts.slice(0, 6)).toEqual(['N', 'N', 'N', 'Nm', 'Nm', 'Nm']);
    expect(of('FORCE_PLATFORM', 'USED')).toEqual([[], [2]]);
    expect(of('FORCE_PLATFORM', 'TYPE')).toEqual([[2], [2, 2]]);
    expect(of('FORCE_PLATFORM', 'ZERO')).toEqual([[2], [0, 0]]);
    expect(of('FORCE_PLATFORM', 'ORIGIN')).toEqual([[3, 2], Array<number>(6).fill(0)]);
    const corners = p.get('FORCE_PLATFORM', 'CORNERS')!;
    expect([corners.dims, corners.numbers.length]).toEqual([[3, 4, 2], 24]);
    [0, 1].forEach((i) => {
      const mean = (axis: number) => [0, 1, 2, 3].reduce((s, c) => s + corners.numbers[12 * i + 3 * c + axis]! / 4, 0);
      expect([mean(0), mean(1), mean(2)]).toEqual([0, i === 0 ? 250 : -250, 0]);
    });
    // the header: where the parameters are, no points, 13 samples a frame, frames 1 to 30
    expect([bytes[0], bytes[1]]).toEqual([2, 0x50]);
    expect([2, 4, 6, 8, 10, 16, 18].map((at) => view.getUint16(at, true))).toEqual([0, 13, 1, 30, 0, start, 1]);
    expect([view.getFloat32(12, true), view.getFloat32(20, true)]).toEqual([-1, RATE]);
    expect(bytes.length % 512).toBe(0);
    expect(bytes.length).toBeGreaterThanOrEqual((start - 1) * 512 + 30 * 13 * 4);
  });

  it('keeps the stature where it was stated, and only there', () => {
    const rec = recording(30, (k) => k);
    const back = (stated: Recording['stated']) => readC3d(writeC3d({ ...rec, stated }), 'x.c3d').stated;
    expect(back({ stature: 1.825 }).stature).toBeCloseTo(1.825, 6);
    expect(Object.keys(back({ mass: 70 }))).toEqual(['mass']);
    const bytes = writeC3d({ ...rec, stated: {} });
    const p = readParameters(bytes, new DataView(bytes.buffer));
    for (const name of ['MASS', 'STATURE', 'HANDED', 'CLUB'])
      expect(p.get('VILKO', name)).withContext(name).toBeUndefined();
  });

  it('is read by its header where a parameter is missing', () => {
    const rec = recording(30, (k, c) => 10 * k + c);
    const whole = writeC3d(rec);
    /** The same file, a parameter of it under a name that nobody asks for. */
    const without = (name: string): Uint8Array => {
      const text = new TextDecoder('latin1').decode(whole);
      const at = text.indexOf(name);
      return whole.map((b, i) => (i >= at && i < at + name.length ? 'Z'.charCodeAt(0) : b));
    };
    const read = readC3d(whole, 'x.c3d');
    for (const name of ['LONG_FRAMES', 'DATA_START', 'GEN_SCALE']) {
      const back = readC3d(without(name), 'x.c3d');
      expect(back.time.length).withContext(name).toBe(30);
      expect(back.platforms[1]!.mx[7]).withContext(name).toBe(read.platforms[1]!.mx[7]);
    }
    // the first SCALE is the points', the first RATE too
    const scale = readC3d(without('SCALE'), 'x.c3d');
    expect(scale.platforms[0]!.fz[3]).toBe(read.platforms[0]!.fz[3]);
    expect(readC3d(without('RATE'), 'x.c3d').time[10]).toBeCloseTo(0.01, 12);
    expect(readC3d(without('MASS'), 'x.c3d').stated).toEqual({ handed: 'left', club: 'driver' });
    expect(() => readC3d(without('CORNERS'), 'x.c3d')).toThrowError(/platform 1 has no corners or origin/);
    expect(() => readC3d(without('ORIGIN'), 'x.c3d')).toThrowError(/platform 1 has no corners or origin/);
  });

  it('keeps recordings of more than 65,535 frames whole', () => {
    const n = 70_001;
    const file = writeC3d(
      recording(n, (k, c) => (c === 0 ? k % 100 : 0)),
      'int',
    );
    // the header's word holds no more; the true number is a parameter of its own
    expect(new DataView(file.buffer, file.byteOffset).getUint16(8, true)).toBe(65_535);
    const back = readC3d(file, 'x.c3d');
    expect(back.time.length).toBe(n);
    expect(back.platforms[0]!.fx[70_000]).toBeCloseTo(0, 2);
    expect(back.platforms[0]!.fx[69_999]).toBeCloseTo(99, 2);
  });

  it('gives the same measures after a walk through either storage', async () => {
    const rec = readC3d(await testBytes('sample-plates.c3d'), 'sample-plates.c3d');
    const measures = (r: Recording) => analyse(r).swings[0]!.measures;
    const before = measures(rec);
    for (const storage of ['float', 'int'] as const) {
      const after = measures(readC3d(writeC3d(rec, storage), 'x.c3d'));
      for (const id of ['share.lead.p7', 'force.target.peak', 'torque.turn.peak', 'tempo.ratio'] as const)
        expect(after[id].value as number)
          .withContext(`${storage} ${id}`)
          .toBeCloseTo(before[id].value as number, storage === 'float' ? 4 : 1);
    }
  });

  it('refuses what C3D cannot keep, and says what can', () => {
    const { recording: mat } = simulate({ device: 'mat', seed: 1 });
    expect(() => writeC3d(mat)).toThrowError(/has a mat: write a .vilko bundle/);
    const { recording: boards } = simulate({ device: 'boards', seed: 1 });
    expect(() => writeC3d(boards)).toThrowError(/has boards/);
    const rec = recording(40, () => 1);
    expect(() => writeC3d({ ...rec, time: rec.time.map((t, k) => (k === 20 ? t + 0.0004 : t)) })).toThrowError(
      /not evenly spaced/,
    );
  });
});
