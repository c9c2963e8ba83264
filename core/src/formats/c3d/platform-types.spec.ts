import fc from 'fast-check';
import { type MadeC3d, madeC3d } from '../../testing/made-c3d.js';
import { WRENCH_CHANNELS } from '../../recording/recording.js';
import { readC3d } from './read-c3d.js';

/** A wrench about the surface centre in the plate's axes (x lab −x, y lab +y, z down), N and N·m. */
interface Wrench {
  readonly f: readonly [number, number, number];
  readonly m: readonly [number, number, number];
}
const EMPTY = 40;
const N = 120;
const CORNERS = [-300, 250, 0, 300, 250, 0, 300, -250, 0, -300, -250, 0];
const A = 0.12;
const B = 0.2;
const DEPTH = -0.045;

/**
 * Channels of a platform that stands empty for 40 samples and then bears a wrench, in the units its type has in a
 * file.
 */
function channelsOf(
  type: 1 | 2 | 3 | 4,
  { f, m }: Wrench,
): { values: number[]; units: string[]; origin: number[]; calMatrix?: number[] } {
  const [fx, fy, fz] = f;
  if (type === 1) {
    const [px, py] = [-m[1] / fz, m[0] / fz];
    return {
      values: [fx, fy, fz, 1000 * px, 1000 * py, 1000 * (m[2] - px * fy + py * fx)],
      units: ['N', 'N', 'N', 'mm', 'mm', 'Nmm'],
      origin: [0, 0, 0],
    };
  }
  // moments about the transducers, M = M_s − F × ORIGIN
  const at: Wrench['m'] = [m[0] - fy * DEPTH, m[1] + fx * DEPTH, m[2]];
  if (type === 3) {
    // eight forces that sum to the wrench: what is left over is spread evenly
    const [mx, my, mz] = at;
    const d = mz / (4 * A);
    const e = mz / (4 * B);
    const z = (sx: number, sy: number) => fz / 4 + (sy * mx) / (4 * B) + (sx * my) / (4 * A);
    return {
      values: [fx / 2 - e, fx / 2 + e, fy / 2 + d, fy / 2 - d, z(-1, 1), z(1, 1), z(1, -1), z(-1, -1)],
      units: Array<string>(8).fill('N'),
      origin: [1000 * A, 1000 * B, 1000 * DEPTH],
    };
  }
  const origin = [0, 0, 1000 * DEPTH];
  if (type === 2)
    return { values: [...f, ...at.map((x) => 1000 * x)], units: ['N', 'N', 'N', 'Nmm', 'Nmm', 'Nmm'], origin };
  // volts with a crosstalk of 2% of the next channel; the matrix undoes it
  const mix = Array.from({ length: 6 }, (_, r) =>
    Array.from({ length: 6 }, (__, c) => (r === c ? 1 : c === (r + 1) % 6 ? 0.02 : 0)),
  );
  const out = [...f, ...at.map((x) => 1000 * x)];
  const volts = solve(mix, out).map((v, j) => v / (j < 3 ? 200 : 50_000));
  const scaled = mix.map((row) => row.map((x, j) => x * (j < 3 ? 200 : 50_000)));
  return {
    values: volts,
    units: Array<string>(6).fill('V'),
    origin,
    calMatrix: Array.from({ length: 36 }, (_, i) => scaled[i % 6]![Math.floor(i / 6)]!),
  };
}

/** Solves a small system by elimination without pivoting: the matrix is nearly the identity. */
function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const m = a.map((row, i) => [...row, b[i]!]);
  for (let i = 0; i < m.length; i++)
    for (let r = 0; r < m.length; r++) {
      if (r === i) continue;
      const k = m[r]![i]! / m[i]![i]!;
      m[r] = m[r]!.map((x, c) => x - k * m[i]![c]!);
    }
  return m.map((row, i) => row[m.length]! / row[i]!);
}

const bias = (j: number): number => 0.01 * (j + 1);

function file(
  type: 1 | 2 | 3 | 4,
  w: Wrench,
  more: Partial<MadeC3d> = {},
  offset: (j: number) => number = () => 0,
): MadeC3d {
  const { values, units, origin, calMatrix } = channelsOf(type, w);
  return {
    processor: 'Intel',
    storage: 'float',
    rate: 1000,
    ratio: 4,
    channels: values.map((v, j) =>
      Array.from({ length: N }, (_, k) => (k < EMPTY ? (type === 1 && (j === 3 || j === 4) ? v : 0) : v) + offset(j)),
    ),
    labels: values.map((_, j) => `c${j}`),
    scale: values.map(() => 1),
    offset: values.map(() => 0),
    units,
    corners: CORNERS,
    origin,
    type: [type],
    perPlatform: values.length,
    ...(calMatrix ? { calMatrix } : {}),
    ...more,
  };
}

const WRENCH: Wrench = { f: [30, -45, 620], m: [-38, 22, 6] };
const read = (f: MadeC3d) => readC3d(madeC3d(f), 'x.c3d');

describe('platforms of every type', () => {
  it('give the same forces and moments for the same load, upward', () => {
    const two = read(file(2, WRENCH)).platforms[0]!;
    // z points down in the plate: as a reaction upward everything turns
    expect(two.fz[100]).toBeCloseTo(620, 3);
    expect(two.fx[100]).toBeCloseTo(30, 3);
    for (const type of [1, 3, 4] as const) {
      const p = read(file(type, WRENCH)).platforms[0]!;
      for (const c of WRENCH_CHANNELS) expect(p[c][100]).withContext(`type ${type} ${c}`).toBeCloseTo(two[c][100]!, 2);
    }
  });

  it('whatever the load', () => {
    const part = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    fc.assert(
      fc.property(
        part(80),
        part(80),
        fc.double({ min: 200, max: 1500, noNaN: true }),
        part(60),
        part(60),
        part(20),
        (fx, fy, fz, mx, my, mz) => {
          const w: Wrench = { f: [fx, fy, fz], m: [mx, my, mz] };
          const [one, two, three, four] = ([1, 2, 3, 4] as const).map((t) => read(file(t, w)).platforms[0]!);
          for (const c of WRENCH_CHANNELS)
            for (const p of [one!, three!, four!])
              if (!(Math.abs(p[c][100]! - two![c][100]!) < 0.02))
                throw new Error(`${c}: ${p[c][100]} and ${two![c][100]}`);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('lose a bias over the ZERO frames, but never a place of pressure', () => {
    for (const type of [1, 2, 3, 4] as const) {
      const clean = read(file(type, WRENCH)).platforms[0]!;
      const drifted = read(
        file(type, WRENCH, { zero: [1, 9] }, (j) => (type === 1 && (j === 3 || j === 4) ? 0 : bias(j))),
      );
      expect(drifted.warnings).withContext(`type ${type}`).toEqual([]);
      for (const c of WRENCH_CHANNELS)
        expect(drifted.platforms[0]![c][100]).withContext(`type ${type} ${c}`).toBeCloseTo(clean[c][100]!, 2);
    }
  });

  it('keep what stands in their ZERO frames where it is a quarter of their load away, and quiet', () => {
    const standing = (at: (k: number) => number) => {
      const one = file(2, { f: [0, 0, 600], m: [0, 0, 0] }, { zero: [1, 9] });
      const channels = one.channels.map((ch, j) => (j === 2 ? ch.map((v, k) => (k < EMPTY ? at(k) : v)) : ch));
      return read({ ...one, channels }).warnings.length;
    };
    expect([standing(() => 0.71 * 600), standing(() => 0.78 * 600)]).toEqual([0, 1]);
    const restless = (part: number) => standing((k) => (k % 2 ? 1 : -1) * part * 600);
    expect([restless(0.045), restless(0.056)]).toEqual([0, 1]);
  });

  it('of type 3 are loaded in their ZERO frames whichever corner bears it', () => {
    const one = file(3, { f: [0, 0, 600], m: [0, 0, 0] }, { zero: [1, 9] });
    const corner = (k: number, bears: number) => (k < EMPTY ? bears : 150);
    const channels = one.channels.map((ch, j) =>
      j < 4 ? ch.map(() => 0) : ch.map((_, k) => corner(k, j === 5 || j === 6 ? 300 : 0)),
    );
    expect(read({ ...one, channels }).warnings[0]).toContain('is loaded in the frames 1–9');
  });

  it('point up where most of what is loaded does: a fifth of the load counts, less is noise', () => {
    const first = (part: number): number => {
      const one = file(2, { f: [0, 0, 600], m: [0, 0, 0] });
      // two samples of five bear the load, three a part of it the other way
      const channels = one.channels.map((ch, j) =>
        j === 2 ? ch.map((_, k) => (k % 5 < 2 ? 600 : -part * 600)) : ch.map(() => 0),
      );
      return Math.sign(read({ ...one, channels }).platforms[0]!.fz[0]!);
    };
    expect([first(0.18), first(0.22)]).toEqual([1, -1]);
  });

  it('of type 4 each have a matrix of their own', () => {
    const one = file(4, WRENCH);
    const two = read({
      ...one,
      channels: [...one.channels, ...one.channels],
      labels: [...one.labels, ...one.labels.map((l) => `${l}b`)],
      scale: [...one.scale, ...one.scale],
      offset: [...one.offset, ...one.offset],
      units: [...one.units, ...one.units],
      corners: [...CORNERS, ...CORNERS.map((x, i) => (i % 3 === 1 ? x - 600 : x))],
      origin: [...one.origin, ...one.origin],
      type: [4, 4],
      calMatrix: [...one.calMatrix!, ...one.calMatrix!.map((x) => 2 * x)],
    }).platforms;
    const [fz] = read(one).platforms.map((p) => p.fz[100]!);
    expect(two[0]!.fz[100]).toBeCloseTo(fz!, 6);
    expect(two[1]!.fz[100]).toBeCloseTo(2 * fz!, 6);
  });

  it('are read from POINT units of metres, unsigned counts, a general scale and DEC words alike', () => {
    const metres = read(
      file(2, WRENCH, { pointUnits: 'm', corners: CORNERS.map((x) => x / 1000), origin: [0, 0, DEPTH] }),
    ).platforms[0]!;
    expect(metres.my[100]).toBeCloseTo(read(file(2, WRENCH)).platforms[0]!.my[100]!, 3);
    const counts = file(2, { f: [0, 0, 640], m: [0, 0, 0] });
    const unsigned: MadeC3d = {
      ...counts,
      storage: 'int',
      unsigned: true,
      processor: 'DEC',
      genScale: 0.5,
      channels: counts.channels.map((ch) => ch.map((v) => Math.round(v / 0.02) + 32_768)),
      scale: counts.scale.map(() => 0.04),
      offset: counts.offset.map(() => 32_768),
    };
    const p = read(unsigned).platforms[0]!;
    expect(p.fz[0]).toBeCloseTo(0, 9);
    expect(p.fz[100]).toBeCloseTo(640, 3);
  });

  it('take the frames from TRIAL before the header', () => {
    expect(read(file(2, WRENCH, { trial: [1, 30] })).time.length).toBe(N);
    expect(read(file(2, WRENCH, { trial: [11, 20] })).time.length).toBe(40);
  });
});
