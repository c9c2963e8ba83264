import { simulate, SIMULATED_DEVICES } from '../golfer/index.js';
import { readC3d } from './c3d/read-c3d.js';
import { c3dSource } from './c3d/c3d-source.js';
import { writeC3d } from './c3d/write-c3d.js';
import { previewOf } from './preview.js';

describe('a look at a recording before it is read', () => {
  it('shows on every device where the feet stand, how much, and when the load is greatest', () => {
    for (const device of SIMULATED_DEVICES) {
      const s = simulate({ device, seed: 4 });
      const p = previewOf(s.recording);
      const impact = s.motion.plans[0]!.times.p7;
      const k = p.load.indexOf(Math.max(...p.load));
      expect(Math.abs(p.time[k]! - impact))
        .withContext(device)
        .toBeLessThan(0.2);
      expect(p.feet.length)
        .withContext(device)
        .toBe(device === 'plate' || device === 'path' ? 1 : 2);
      if (p.feet.length === 2) {
        const [a, b] = p.feet.map((f) => f.stands![1]);
        expect(Math.abs(a! - b!))
          .withContext(device)
          .toBeGreaterThan(0.3);
        expect(p.left[k]!).withContext(device).toBeGreaterThan(55);
      }
      if (p.absolute)
        expect(p.feet.reduce((n, f) => n + f.load, 0) / 9.80665)
          .withContext(device)
          .toBeCloseTo(s.build.mass, -1);
      expect(p.sideways === null)
        .withContext(device)
        .toBe(device === 'mat' || device === 'boards' || device === 'path');
    }
  });
  it('shows a path where it was measured', () => {
    const { recording } = simulate({ device: 'path', seed: 4 });
    const [foot] = previewOf(recording).feet;
    const middle = (v: Float64Array) => [...v].filter((x) => x === x).sort((a, b) => a - b)[Math.floor(v.length / 2)]!;
    expect(foot!.stands![0]).toBeCloseTo(middle(recording.path!.x), 3);
    expect(foot!.stands![1]).toBeCloseTo(middle(recording.path!.y), 3);
  });
  it('shows boards and a mat where their feet stand', () => {
    const boards = simulate({ device: 'boards', seed: 4 }).recording;
    const stands = (rec: typeof boards) => previewOf(rec).feet.map((f) => f.stands!);
    stands(boards).forEach(([x, y], i) => {
      expect(Math.abs(x - boards.boards[i]!.centre[0])).toBeLessThan(boards.boards[i]!.hx);
      expect(Math.abs(y - boards.boards[i]!.centre[1])).toBeLessThan(boards.boards[i]!.hy);
    });
    const { rows, cols, pitch } = simulate({ device: 'mat', seed: 4 }).recording.mat!;
    for (const [x, y] of stands(simulate({ device: 'mat', seed: 4 }).recording)) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(rows * pitch);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(cols * pitch);
    }
  });
  it('shows a mat’s feet about the centre of all its cells', () => {
    const { mat } = simulate({ device: 'mat', seed: 4 }).recording;
    const { feet } = previewOf(simulate({ device: 'mat', seed: 4 }).recording);
    let [load, y] = [0, 0];
    for (let q = 0; q < mat!.rows * mat!.cols; q++) {
      load += mat!.frames[q]!;
      y += mat!.frames[q]! * (q % mat!.cols) * mat!.pitch;
    }
    const of = (f: (typeof feet)[number]) => f.load * f.stands![1];
    const middle = feet.reduce((s, f) => s + of(f), 0) / feet.reduce((s, f) => s + f.load, 0);
    expect(Math.abs(middle - y / load)).toBeLessThan(0.03);
  });
  it('tells axes that cannot be right: the weight points sideways', () => {
    const bytes = writeC3d(simulate({ device: 'plates', seed: 4 }).recording);
    expect(previewOf(readC3d(bytes, 'x.c3d')).sideways!).toBeLessThan(0.1);
    expect(previewOf(readC3d(bytes, 'x.c3d', 'ball=+x,left=+z')).sideways!).toBeGreaterThan(1);
  });
  it('knows files of one laboratory by their plates, whatever was recorded', () => {
    const file = (seed: number, device: 'plates' | 'plate' = 'plates') =>
      c3dSource(writeC3d(simulate({ device, seed }).recording));
    expect(file(4)).toBe(file(5));
    expect(file(4)).not.toBe(file(4, 'plate'));
  });
});
