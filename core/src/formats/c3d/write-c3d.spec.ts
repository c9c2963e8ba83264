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
