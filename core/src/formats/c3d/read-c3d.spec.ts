import type { VilkoError } from '../../error.js';
import { type MadeC3d, madeC3d } from '../../testing/made-c3d.js';
import { readC3d } from './read-c3d.js';

const N = 400;
const column = (f: (k: number) => number): number[] => Array.from({ length: N }, (_, k) => Math.round(f(k)));
/** Loaded from frame 11 on (ratio 4): 40 empty samples first. */
const loaded = (v: number) => column((k) => (k < 40 ? 7 : v + 7));

/** Two platforms that push down (−Z in their own axes), 300 N and 500 N, with an offset of 7 counts. */
const FILE: MadeC3d = {
  processor: 'Intel',
  storage: 'int',
  rate: 1000,
  ratio: 4,
  channels: [
    loaded(10),
    loaded(20),
    loaded(-300),
    loaded(6000),
    loaded(-9000),
    loaded(1000),
    loaded(0),
    loaded(0),
    loaded(-500),
    loaded(0),
    loaded(0),
    loaded(0),
    column((k) => (k === 200 ? 900 : 0)),
  ],
  labels: ['F1X', 'F1Y', 'F1Z', 'M1X', 'M1Y', 'M1Z', 'F2X', 'F2Y', 'F2Z', 'M2X', 'M2Y', 'M2Z', ' Sound '],
  scale: Array<number>(13).fill(1),
  offset: [...Array<number>(12).fill(7), 0],
  units: ['N', 'N', 'N', 'Nmm', 'Nmm', 'Nmm', 'N', 'N', 'N', 'Nmm', 'Nmm', 'Nmm', 'V'],
  // z = x × y points down: corners run so that x is lab −x and y is lab +y
  corners: [-300, 500, 0, 300, 500, 0, 300, 0, 0, -300, 0, 0, -300, 0, 0, 300, 0, 0, 300, -500, 0, -300, -500, 0],
  origin: [0, 0, -40, 0, 0, -40],
};

const refusal = (f: () => unknown): VilkoError => {
  try {
    f();
  } catch (e) {
    return e as VilkoError;
  }
  throw new Error('nothing was refused');
};

describe('reading C3D', () => {
  for (const processor of ['Intel', 'DEC', 'MIPS'] as const)
    for (const storage of ['int', 'float'] as const)
      it(`gives the same forces from ${processor} ${storage}`, () => {
        const rec = readC3d(madeC3d({ ...FILE, processor, storage }), 'x.c3d');
        expect([rec.device, rec.time.length]).toEqual(['plates', N]);
        expect(rec.time[4]).toBeCloseTo(0.004, 9);
        const [a, b] = rec.platforms;
        expect([a!.fz[100], b!.fz[100]]).toEqual([300, 500]);
        // x runs along lab −x, y along lab +y, z down: −300 along z already points up
        expect(a!.fx[100]).toBeCloseTo(-10, 6);
        expect(a!.fy[100]).toBeCloseTo(20, 6);
        expect(a!.centre).toEqual([0, 0.25]);
        expect(b!.centre).toEqual([0, -0.25]);
        expect(rec.channels.sound![200]).toBe(900);
      });

  it('moves moments from the transducers to the surface by ORIGIN', () => {
    const at = (z: number) => readC3d(madeC3d({ ...FILE, origin: [0, 0, z, 0, 0, z] }), 'x.c3d').platforms[0]!;
    // M + F × (0, 0, z): z of −40 mm changes Mx by Fy·z and My by −Fx·z
    expect(Math.abs(at(-40).mx[100]! - at(0).mx[100]!)).toBeCloseTo(20 * 0.04, 6);
    expect(Math.abs(at(-40).my[100]! - at(0).my[100]!)).toBeCloseTo(10 * 0.04, 6);
    expect(at(-40).mz[100]).toBeCloseTo(at(0).mz[100]!, 9);
  });

  it('subtracts the baseline over ZERO frames where the platform is empty, and says so where it is not', () => {
    const drifted: MadeC3d = { ...FILE, offset: Array<number>(13).fill(0), zero: [1, 10] };
    const rec = readC3d(madeC3d(drifted), 'x.c3d');
    expect(rec.platforms[0]!.fz[100]).toBeCloseTo(300, 6);
    expect(rec.platforms[0]!.fz[10]).toBeCloseTo(0, 6);
    expect(rec.warnings).toEqual([]);
    const standing = readC3d(madeC3d({ ...FILE, zero: [50, 60] }), 'x.c3d');
    expect(standing.warnings[0]).toContain('loaded in the frames 50–60');
    expect(standing.platforms[0]!.fz[100]).toBeCloseTo(300, 6);
  });

  it('turns the forces of a platform that reports the action to the reaction on the golfer', () => {
    const action = FILE.channels.map((ch, i) => (i < 6 ? ch.map((v) => 14 - v) : ch));
    const [a, b] = readC3d(madeC3d({ ...FILE, channels: action }), 'x.c3d').platforms;
    expect([a!.fx[100], a!.fz[100], b!.fz[100]]).toEqual([-10, 300, 500]);
  });

  it('turns the lab into stance directions as told', () => {
    const rec = readC3d(madeC3d(FILE), 'x.c3d', 'ball=+y,left=-x');
    expect(rec.platforms[0]!.fx[100]).toBeCloseTo(20, 6);
    expect(rec.platforms[0]!.fy[100]).toBeCloseTo(10, 6);
    expect(rec.platforms[0]!.fz[100]).toBeCloseTo(300, 6);
  });

  it('warns about an ORIGIN above a plate whose z points down, without flipping it', () => {
    const rec = readC3d(madeC3d({ ...FILE, origin: [0, 0, 40, 0, 0, -40] }), 'x.c3d');
    expect(rec.warnings).toEqual(['platform 1: ORIGIN z is positive although its z axis points down']);
  });

  it('reads parameters of a file that does not say how many blocks they take', () => {
    const file = madeC3d(FILE);
    const silent = file.slice();
    silent[512 + 2] = 0;
    expect(readC3d(silent, 'x.c3d')).toEqual(readC3d(file, 'x.c3d'));
  });

  it('refuses a parameter of a type that there is not, before anything is made of its size', () => {
    const file = madeC3d(FILE);
    // the first entry is USED of the platforms: its type follows name, link and is one byte
    const at = 512 + 4 + 2 + 'USED'.length + 2;
    expect(file[at]).toBe(2);
    for (const type of [0, 3, 200]) {
      const odd = file.slice();
      odd.set([type, 7, 255, 255, 255, 255, 255, 255, 255], at);
      expect(refusal(() => readC3d(odd, 'x.c3d')).message).toContain(
        `a parameter is of type ${type > 127 ? type - 256 : type}`,
      );
    }
  });

  it('refuses what it cannot read, naming the place', () => {
    expect(refusal(() => readC3d(madeC3d({ ...FILE, type: [2, 7] }), 'x.c3d')).message).toContain(
      'platform 2 is of type 7',
    );
    expect(refusal(() => readC3d(madeC3d({ ...FILE, type: [2, 4] }), 'x.c3d')).message).toContain(
      'platform 2 is of type 4 and has no calibration matrix',
    );
    const second = (change: Partial<MadeC3d>) =>
      refusal(() => readC3d(madeC3d({ ...FILE, ...change }), 'x.c3d')).message;
    expect(second({ corners: [...FILE.corners.slice(0, 12), ...Array<number>(12).fill(0)] })).toContain(
      'the corners of platform 2 do not span a plane',
    );
    const file = madeC3d(FILE);
    expect(refusal(() => readC3d(file.slice(0, file.length - 600), 'x.c3d')).message).toMatch(
      /100 frames are promised.*byte/,
    );
    const code = file.slice();
    code[515] = 90;
    expect(refusal(() => readC3d(code, 'x.c3d')).message).toContain('processor code 90');
    expect(
      refusal(() => readC3d(madeC3d({ ...FILE, channels: FILE.channels.slice(0, 8) }), 'x.c3d')).message,
    ).toContain('names channel 9');
  });
});
