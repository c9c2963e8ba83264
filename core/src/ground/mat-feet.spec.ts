import fc from 'fast-check';
import { analyse } from '../analyse.js';
import { timeBase } from '../condition/time-base.js';
import { random } from '../golfer/random.js';
import { simulate } from '../golfer/simulate.js';
import type { Mat, Recording } from '../recording/recording.js';
import { forwardPosition, insidePosition } from './foot-outline.js';
import { readCells } from './mat-cells.js';
import { matFeet, matLoads } from './mat-feet.js';

const ROWS = 30;
const COLS = 60;
const PITCH = 0.01;

/** A mat with pressure p(r, c) that grows a little from frame to frame. */
function mat(p: (r: number, c: number) => number, frames = 100): Mat {
  const data = new Float64Array(frames * ROWS * COLS);
  for (let k = 0; k < frames; k++)
    for (let r = 0; r < ROWS; r++)
      for (let c = 0; c < COLS; c++) data[(k * ROWS + r) * COLS + c] = p(r, c) * (1 + 0.3 * Math.sin(k / 9 + r));
  return {
    rows: ROWS,
    cols: COLS,
    pitch: PITCH,
    time: Float64Array.from({ length: frames }, (_, k) => k / 100),
    frames: data,
  };
}
const box = (r: number, c: number, r0: number, r1: number, c0: number, c1: number) =>
  r >= r0 && r <= r1 && c >= c0 && c <= c1 ? 10 : 0;
const twoFeet = (r: number, c: number) => box(r, c, 3, 26, 8, 16) + box(r, c, 3, 26, 44, 52);

describe('feet on a mat', () => {
  it('are told apart, measured by their extents and one pitch, lead toward the target', () => {
    const m = mat(twoFeet);
    const feet = matFeet(m, readCells(m), 1)!;
    const { lead, trail } = feet.outlines;
    expect(lead.length).toBeCloseTo(24 * PITCH, 2);
    expect(lead.halfWidth).toBeCloseTo(4.5 * PITCH, 2);
    expect(lead.centre[1]).toBeCloseTo(48 * PITCH, 3);
    expect(trail.centre[1]).toBeCloseTo(12 * PITCH, 3);
    expect(forwardPosition(lead, lead.centre[0], lead.centre[1])).toBeCloseTo(50, 6);
    // inside is toward the other foot
    expect(insidePosition(lead, lead.centre[0], lead.centre[1] - 0.045)).toBeCloseTo(100, 0);
    expect(insidePosition(trail, trail.centre[0], trail.centre[1] + 0.045)).toBeCloseTo(100, 0);
    expect(feet.offTheMat).toEqual([]);
  });

  it('change their names for a left-hander, not their places', () => {
    const m = mat(twoFeet);
    const left = matFeet(m, readCells(m), -1)!.outlines;
    expect(left.lead.centre[1]).toBeCloseTo(-12 * PITCH, 3);
    expect(insidePosition(left.lead, left.lead.centre[0], left.lead.centre[1] - 0.045)).toBeCloseTo(100, 0);
  });

  it('carry their loads: shares, places, and what lies forward of the middle', () => {
    const m = mat((r, c) => 3 * box(r, c, 3, 26, 8, 16) + box(r, c, 3, 26, 44, 52));
    const cells = readCells(m);
    const loads = matLoads(m, { cells, feet: matFeet(m, cells, 1) }, timeBase(m.time), 1);
    const { lead, trail } = loads.feet;
    expect(trail.fz[0]! / lead.fz[0]!).toBeCloseTo(3, 6);
    expect(lead.fzy[0]! / lead.fz[0]!).toBeCloseTo(48 * PITCH, 3);
    expect(loads.toes.lead[0]! / lead.fz[0]!).toBeGreaterThan(0.4);
    expect(loads.toes.lead[0]! / lead.fz[0]!).toBeLessThan(0.6);
  });

  it('hold together heel and ball of one foot, and are one group when there is only one', () => {
    const parted = mat(
      (r, c) => box(r, c, 3, 8, 8, 14) + box(r, c, 16, 26, 8, 16) + box(r, c, 3, 8, 44, 50) + box(r, c, 16, 26, 44, 52),
    );
    expect(matFeet(parted, readCells(parted), 1)!.outlines.trail.length).toBeCloseTo(24 * PITCH, 2);
    const single = mat((r, c) => box(r, c, 3, 8, 8, 14) + box(r, c, 16, 26, 8, 16));
    expect(matFeet(single, readCells(single), 1)).toBeNull();
  });

  it('keep the length they stand with, however hard one heel is hit; what the whole mat shows is no foot', () => {
    const hit = (r: number, c: number, k: number) => (k > 90 ? 40 * box(r, c, 3, 5, 44, 52) : 0);
    const base = mat((r, c) => 3 * box(r, c, 3, 26, 8, 16) + box(r, c, 3, 26, 44, 52) + 1);
    const frames = base.frames.slice() as Float64Array;
    for (let k = 0; k < 100; k++)
      for (let r = 0; r < ROWS; r++) for (let c = 0; c < COLS; c++) frames[(k * ROWS + r) * COLS + c]! += hit(r, c, k);
    const { lead, trail } = matFeet({ ...base, frames }, readCells({ ...base, frames }), 1)!.outlines;
    expect(lead.length).toBeCloseTo(24 * PITCH, 2);
    expect(lead.halfWidth).toBeCloseTo(4.5 * PITCH, 2);
    expect(trail.length).not.toBeGreaterThan(24.5 * PITCH);
  });

  it('lie partly off the mat when its outermost cells are loaded', () => {
    const m = mat((r, c) => box(r, c, 0, 20, 8, 16) + box(r, c, 3, 26, 44, 52));
    expect(matFeet(m, readCells(m), 1)!.offTheMat).toEqual(['trail']);
  });

  it('have dead cells filled from their neighbours, and saturated ones counted', () => {
    const m = mat(twoFeet);
    const frames = m.frames.slice() as Float64Array;
    const dead = 12 * COLS + 12;
    for (let k = 0; k < 100; k++) frames[k * ROWS * COLS + dead] = 0;
    const cells = readCells({ ...m, frames });
    expect(cells.dead).toEqual([dead]);
    expect(cells.frames[dead]).toBeCloseTo(10, -1);
    expect(cells.saturated).toBe(0);
    const clipped = readCells({ ...m, frames: m.frames.map((v) => Math.min(v, 11)) });
    expect(clipped.saturated).toBeGreaterThan(100);
  });

  it('are the same whether counts come as bytes or as wider numbers, with cells that never show anything', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 60 }), fc.integer({ min: 1, max: 2 ** 31 - 1 }), (n, seed) => {
        const { uniform } = random(seed);
        const m = mat(twoFeet, n);
        const silent = Math.floor(uniform() * ROWS) * COLS + 8 + Math.floor(uniform() * 9);
        const frames = Uint8Array.from(m.frames, (v, i) =>
          i % (ROWS * COLS) === silent ? 0 : Math.floor(v * 20 * (0.9 + 0.1 * uniform())),
        );
        const bytes = readCells({ ...m, frames });
        for (const wider of [Uint16Array.from(frames), Float32Array.from(frames)]) {
          const read = readCells({ ...m, frames: wider });
          expect([read.dead, read.saturated, read.loaded]).toEqual([bytes.dead, bytes.saturated, bytes.loaded]);
          // a byte keeps the whole part of a median of two: a filled cell may be half a count less; in a few frames
          // others than the silent one stand still as well
          const filled = new Set(bytes.dead);
          expect(read.high.every((h, c) => Math.abs(h - bytes.high[c]!) <= (filled.has(c) ? 1 : 0))).toBeTrue();
          expect(Array.from(read.high.keys()).filter((c) => read.high[c]! > 0 && !read.active.includes(c))).toEqual([]);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('a mat recording', () => {
  it('with one group says what cannot be told, and still gives its loads and widths', () => {
    const { recording } = simulate({ device: 'mat', seed: 4 });
    const m = recording.mat!;
    const frames = (m.frames as Uint8Array).slice();
    for (let i = 0; i < frames.length; i++) if (i % m.cols < m.cols / 2) frames[i] = 0;
    const one: Recording = { ...recording, mat: { ...m, frames } };
    const a = analyse(one);
    expect(a.warnings.join(' ')).toContain('cannot be told apart');
    const measures = a.swings[0]?.measures;
    if (!measures) throw new Error('the swing is still seen by the club');
    for (const id of [
      'share.lead.p7',
      'load.trail.max',
      'foot.lead.fwd.p4',
      'path.offset',
      'path.shape',
      'cop.range',
    ] as const)
      expect(measures[id].basis).withContext(id).toBe('absent');
    expect(measures['path.width'].value).not.toBeNull();
    expect(measures['force.up.peak'].value).not.toBeNull();
  });

  it('says that a foot is off the mat and widens the shares for it', () => {
    const { recording } = simulate({ device: 'mat', seed: 4 });
    const m = recording.mat!;
    const rows = m.rows - 13;
    const frames = new Uint8Array(m.time.length * rows * m.cols);
    for (let k = 0; k < m.time.length; k++)
      frames.set(
        (m.frames as Uint8Array).subarray(k * m.rows * m.cols, k * m.rows * m.cols + rows * m.cols),
        k * rows * m.cols,
      );
    const cut = analyse({ ...recording, mat: { ...m, rows, frames } });
    expect(cut.warnings.join(' ')).toContain('off the mat');
    const whole = analyse(recording);
    expect(cut.swings[0]!.measures['share.lead.address'].u!).toBeGreaterThan(
      whole.swings[0]!.measures['share.lead.address'].u! + 4.9,
    );
  });
});
