import { type Handed, mirrorSign, type Recording } from '@vilko/core';

/** Load and place of pressure under one foot over a stretch of stream; golfer's directions, N and m, NaN while unloaded. */
export interface FootStretch {
  readonly load: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** Both feet over a stretch of stream, without filters: for what is seen while somebody stands. */
export interface Standing {
  readonly lead: FootStretch;
  readonly trail: FootStretch;
  readonly total: Float64Array;
}

/** Under this load a place is undefined, N. */
const LEAST = 20;

/** Reads a stretch of plates or boards; null for a device that gives no forces. */
export function standingIn(rec: Recording, handed: Handed): Standing | null {
  const sign = mirrorSign(handed);
  const plates = [
    ...rec.platforms.map((p) => ({ centre: p.centre, fz: p.fz, mx: p.mx, my: p.my })),
    ...rec.boards.map(({ centre, hx, hy, cells: [a, b, c, d] }) => ({
      centre,
      fz: a.map((v, k) => v + b[k]! + c[k]! + d[k]!),
      mx: a.map((v, k) => hy * (v + b[k]! - c[k]! - d[k]!)),
      my: a.map((v, k) => -hx * (v - b[k]! - c[k]! + d[k]!)),
    })),
  ];
  if (plates.length !== 2) return null;
  const feet = plates.map(({ centre: [cx, cy], fz, mx, my }): FootStretch & { side: number } => ({
    side: sign * cy,
    load: fz,
    x: fz.map((f, k) => (f >= LEAST ? cx - my[k]! / f : NaN)),
    y: fz.map((f, k) => (f >= LEAST ? sign * (cy + mx[k]! / f) : NaN)),
  }));
  const [trail, lead] = feet.sort((a, b) => a.side - b.side) as unknown as [FootStretch, FootStretch];
  return { lead, trail, total: lead.load.map((v, k) => v + trail.load[k]!) };
}

export const meanOf = (v: Float64Array): number => {
  let [s, n] = [0, 0];
  for (const x of v)
    if (x === x) {
      s += x;
      n++;
    }
  return n ? s / n : NaN;
};
export const spreadOf = (v: Float64Array): number => {
  const m = meanOf(v);
  return Math.sqrt(meanOf(v.map((x) => (x - m) ** 2)));
};

/** SD of the noise, from neighbouring samples: slow movement does not count. */
export function jitter(v: Float64Array): number {
  return spreadOf(v.slice(1).map((x, k) => x - v[k]!)) / Math.SQRT2;
}
