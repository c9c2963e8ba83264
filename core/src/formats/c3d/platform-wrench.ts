/** A 3-vector. */
export type Vec = readonly [number, number, number];

/** Rows i of a calibration matrix multiply channels j. */
export type Matrix = readonly (readonly number[])[];

export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const plus = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];

/** Channels a platform type needs. */
export const CHANNELS_OF_TYPE: Readonly<Record<number, number>> = { 1: 6, 2: 6, 3: 8, 4: 6 };

/** Force and its moment about the surface centre, in the plate's axes. */
export interface PlateWrench {
  readonly f: Vec;
  readonly m: Vec;
}

/**
 * One sample's wrench from channels in SI (measuring.md §7): type 1 gives a COP, type 2 a moment about the
 * transducers (M_s = M + F × ORIGIN), type 3 eight forces at (±a, ±b), type 4 as 2 after its calibration matrix.
 */
export function plateWrench(type: number, ch: readonly number[], origin: Vec, cal: Matrix | null): PlateWrench {
  const c = ch as number[];
  if (type === 1) {
    const [fx, fy, fz, px, py, mz] = c as [number, number, number, number, number, number];
    return { f: [fx, fy, fz], m: [py * fz, -px * fz, mz + px * fy - py * fx] };
  }
  if (type === 3) {
    const [fx12, fx34, fy14, fy23, fz1, fz2, fz3, fz4] = c as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const [a, b, az0] = origin;
    const f: Vec = [fx12 + fx34, fy14 + fy23, fz1 + fz2 + fz3 + fz4];
    const m: Vec = [b * (fz1 + fz2 - fz3 - fz4), a * (-fz1 + fz2 + fz3 - fz4), b * (-fx12 + fx34) + a * (fy14 - fy23)];
    return { f, m: plus(m, cross(f, [0, 0, az0])) };
  }
  const v = type === 4 && cal ? cal.map((row) => row.reduce((s, x, j) => s + x * c[j]!, 0)) : c;
  const f: Vec = [v[0]!, v[1]!, v[2]!];
  return { f, m: plus([v[3]!, v[4]!, v[5]!], cross(f, origin)) };
}

/** A platform's axes as columns and its centre, from its four corners. */
export interface PlateAxes {
  readonly x: Vec;
  readonly y: Vec;
  readonly z: Vec;
  readonly centre: Vec;
}

/** x = mid(1,4) − mid(2,3), y = mid(1,2) − mid(3,4), z = x × y. Corners in m. */
export function plateAxes(corners: readonly Vec[]): PlateAxes {
  const [c1, c2, c3, c4] = corners as [Vec, Vec, Vec, Vec];
  const unit = (v: Vec): Vec => {
    const l = Math.hypot(...v);
    return [v[0] / l, v[1] / l, v[2] / l];
  };
  const diff = (a: Vec, b: Vec, c: Vec, d: Vec): Vec => [
    a[0] + b[0] - c[0] - d[0],
    a[1] + b[1] - c[1] - d[1],
    a[2] + b[2] - c[2] - d[2],
  ];
  const x = unit(diff(c1, c4, c2, c3));
  const z = unit(cross(x, diff(c1, c2, c3, c4)));
  const sum = plus(plus(c1, c2), plus(c3, c4));
  return { x, y: cross(z, x), z, centre: [sum[0] / 4, sum[1] / 4, sum[2] / 4] };
}

/** A plate vector in lab axes. */
export const toLab = ({ x, y, z }: PlateAxes, v: Vec): Vec => [
  x[0] * v[0] + y[0] * v[1] + z[0] * v[2],
  x[1] * v[0] + y[1] * v[1] + z[1] * v[2],
  x[2] * v[0] + y[2] * v[1] + z[2] * v[2],
];
