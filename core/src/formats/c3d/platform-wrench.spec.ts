import { testJson } from '../../testing/test-files.js';
import { pressurePoint } from '../../ground/wrench.js';
import { labAxes, toStance } from './lab-axes.js';
import { type Matrix, plateAxes, plateWrench, toLab, type Vec } from './platform-wrench.js';

interface TransformVectors {
  cases: {
    type: number;
    corners_m: Vec[];
    origin_m: Vec;
    cal_matrix_rows: Matrix | null;
    channels_si: number[][];
    centre_m: number[];
    force_lab: number[][];
    moment_lab_about_centre: number[][];
    cop_lab_m: number[][];
    free_moment_lab: number[];
  }[];
}

describe('C3D platforms', () => {
  it('turn channels of types 1 to 4 into the reference forces, moments and centres of pressure', async () => {
    const { cases } = await testJson<TransformVectors>('c3d-transform.json');
    expect(cases.length).toBe(16);
    for (const c of cases) {
      const axes = plateAxes(c.corners_m);
      axes.centre.forEach((x, i) => expect(x).toBeCloseTo(c.centre_m[i]!, 9));
      const wrenches = c.channels_si.map((ch) => plateWrench(c.type, ch, c.origin_m, c.cal_matrix_rows));
      const vertical = wrenches.map((w) => toLab(axes, w.f)[2]).sort((a, b) => a - b);
      const sign = vertical[2]! < 0 ? -1 : 1;
      wrenches.forEach((w, k) => {
        const f = toLab(axes, w.f).map((x) => sign * x);
        const m = toLab(axes, w.m).map((x) => sign * x);
        f.forEach((x, i) => expect(x).toBeCloseTo(c.force_lab[k]![i]!, 6));
        m.forEach((x, i) => expect(x).toBeCloseTo(c.moment_lab_about_centre[k]![i]!, 6));
        const p = pressurePoint(f, m)!;
        expect(p.x + axes.centre[0]).toBeCloseTo(c.cop_lab_m[k]![0]!, 8);
        expect(p.y + axes.centre[1]).toBeCloseTo(c.cop_lab_m[k]![1]!, 8);
        expect(p.tz).toBeCloseTo(c.free_moment_lab[k]!, 6);
      });
    }
  });

  it('lie where the mean of their corners lies, with axes at right angles', () => {
    const { centre, x, y, z } = plateAxes([
      [0.4, 0.6, 0.02],
      [-0.2, 0.6, 0.02],
      [-0.2, 0.1, 0.06],
      [0.4, 0.1, 0.06],
    ]);
    centre.forEach((v, i) => expect(v).toBeCloseTo([0.1, 0.35, 0.04][i]!, 12));
    const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    [x, y, z].forEach((a, i) => [x, y, z].forEach((b, j) => expect(dot(a, b)).toBeCloseTo(i === j ? 1 : 0, 12)));
    expect([x[0], Math.sign(y[1]), Math.sign(z[2])]).toEqual([1, 1, 1]);
  });

  it('turn a vector of a tilted plate by all three of its axes', () => {
    const axes = plateAxes([
      [0.4, 0.6, 0.1],
      [-0.2, 0.6, 0.02],
      [-0.2, 0.1, 0.06],
      [0.4, 0.1, 0.14],
    ]);
    for (const [i, axis] of [axes.x, axes.y, axes.z].entries()) {
      const one = [0, 1, 2].map((k) => (k === i ? 2 : 0)) as unknown as Vec;
      toLab(axes, one).forEach((v, k) => expect(v).toBeCloseTo(2 * axis[k]!, 12));
    }
    expect(axes.z[0]).not.toBeCloseTo(0, 3);
  });

  it('reads lab axes and refuses those that do not span a plane', () => {
    expect(toStance(labAxes('ball=-y,left=+x'), [1, 2, 3])).toEqual([-2, 1, 3]);
    expect(toStance(labAxes('ball=+z,left=+x'), [1, 2, 3])).toEqual([3, 1, 2]);
    expect(() => labAxes('ball=+x,left=-x')).toThrowError(/different/);
    expect(() => labAxes('ball=up')).toThrowError(/ball=\+x/);
  });
});
