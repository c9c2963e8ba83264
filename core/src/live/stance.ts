import { cellX, cellY } from '../ground/mat-feet.js';
import { boardFz, boardMx, boardMy, type FourCells, momentX, momentY } from '../ground/plate-moments.js';
import { mirrorSign } from '../ground/platforms.js';
import type { Handed, Recording } from '../recording/recording.js';
import { BOARD, columnsPerPlate, isPath, type LiveDevice, type LiveStream, onBoards } from './stream.js';

/** Under this load a place is undefined, N, or counts of a mat. */
const LEAST = 20;

/** Load (N, or a mat's counts) and place (m, golfer's directions; NaN while unloaded) of one foot. */
export interface FootNow {
  readonly load: number;
  readonly x: number;
  readonly y: number;
}

interface PlateSample {
  readonly fz: number;
  readonly mx: number;
  readonly my: number;
}

/** A plate's sample as load and place. */
function footNow({ fz, mx, my }: PlateSample, [cx, cy]: readonly [number, number], sign: 1 | -1): FootNow {
  const there = fz >= LEAST;
  return {
    load: fz,
    x: there ? momentX(fz, my, cx) / fz : NaN,
    y: there ? momentY(fz, mx, cy, sign) / fz : NaN,
  };
}

const boardSample = (cells: FourCells, hx: number, hy: number): PlateSample => ({
  fz: boardFz(...cells),
  mx: boardMx(hy, cells),
  my: boardMy(hx, cells),
});

/** Of two things that stand somewhere, the one on the lead side first. */
const leadFirst = <T extends { readonly side: number }>(two: readonly T[]): [T, T] =>
  two[0]!.side >= two[1]!.side ? [two[0]!, two[1]!] : [two[1]!, two[0]!];

/** The stance at this moment. */
export interface StanceNow {
  readonly lead: FootNow;
  readonly trail: FootNow;
}

/**
 * The stance at this moment, straight from the newest sample, in mirrored stance directions. Plates and boards give
 * newtons; a mat alone the halves of its cells in its own unit. Null where the feet cannot be told apart.
 */
export function stanceNow(device: LiveDevice, stream: LiveStream, handed: Handed): StanceNow | null {
  const sign = mirrorSign(handed);
  const sample = stream.last();
  const feet =
    sample && device.plates.length === 2
      ? device.plates.map(({ centre }, i) => {
          const at = i * columnsPerPlate(device);
          const v = sample.subarray(at, at + columnsPerPlate(device));
          const plate = onBoards(device)
            ? boardSample([v[0]!, v[1]!, v[2]!, v[3]!], BOARD.hx, BOARD.hy)
            : { fz: v[2]!, mx: v[3]!, my: v[4]! };
          const foot = footNow(plate, centre, sign);
          return { ...foot, load: Math.max(0, foot.load), side: sign * centre[1] };
        })
      : matHalves(device, stream.lastMat(), sign);
  if (!feet) return null;
  const [lead, trail] = leadFirst(feet);
  return { lead, trail };
}

/**
 * Load and place of the whole body, of a device that does not tell the feet apart: one plate (N), or a path (its own
 * unit). Null for every other device, and before the first sample.
 */
export function wholeNow(device: LiveDevice, stream: LiveStream, handed: Handed): FootNow | null {
  const sign = mirrorSign(handed);
  const v = stream.last();
  if (!v) return null;
  if (isPath(device)) {
    const there = v[2]! >= LEAST;
    return { load: v[2]!, x: there ? v[0]! : NaN, y: there ? sign * v[1]! : NaN };
  }
  const [plate, another] = device.plates;
  if (!plate || another) return null;
  return footNow({ fz: v[2]!, mx: v[3]!, my: v[4]! }, plate.centre, sign);
}

/** Without plates: the halves of the mat are the feet, in the mat's own unit. */
function matHalves(
  { mat }: LiveDevice,
  bytes: Uint8Array | null,
  sign: 1 | -1,
): (FootNow & { readonly side: number })[] | null {
  if (!mat || !bytes?.length) return null;
  const sums = [
    { w: 0, x: 0, y: 0 },
    { w: 0, x: 0, y: 0 },
  ];
  const middle = { x: ((mat.rows - 1) / 2) * mat.pitch, y: ((mat.cols - 1) / 2) * mat.pitch };
  for (let i = 0; i < bytes.length; i++) {
    const v = bytes[i]!;
    if (!v) continue;
    const half = sums[i % mat.cols < mat.cols / 2 ? 0 : 1]!;
    half.w += v;
    half.x += v * (cellX(mat, i) - middle.x);
    half.y += v * (cellY(mat, i, sign) - sign * middle.y);
  }
  return sums.map((s, i) => ({
    load: s.w,
    x: s.w > LEAST ? s.x / s.w : NaN,
    y: s.w > LEAST ? s.y / s.w : NaN,
    side: sign * (i - 0.5),
  }));
}

/** One foot over a stretch of stream, unfiltered, [n] each; NaN while unloaded. */
export interface FootStretch {
  readonly load: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** What is seen of a stretch of stream while somebody stands: the load, N, and both feet where they are told apart. */
export interface Standing {
  readonly feet: { readonly lead: FootStretch; readonly trail: FootStretch } | null;
  readonly total: Float64Array;
}

/** Reads a stretch of plates or boards; null for a device that gives no newtons. */
export function standingIn(rec: Recording, handed: Handed): Standing | null {
  const sign = mirrorSign(handed);
  const plates = [
    ...rec.platforms.map((p) => ({
      centre: p.centre,
      n: p.fz.length,
      at: (k: number): PlateSample => ({ fz: p.fz[k]!, mx: p.mx[k]!, my: p.my[k]! }),
    })),
    ...rec.boards.map(({ centre, hx, hy, cells: [a, b, c, d] }) => ({
      centre,
      n: a.length,
      at: (k: number): PlateSample => boardSample([a[k]!, b[k]!, c[k]!, d[k]!], hx, hy),
    })),
  ];
  if (!plates.length) return null;
  const feet = plates.map(({ centre, n, at }) => {
    const foot = {
      side: sign * centre[1],
      load: new Float64Array(n),
      x: new Float64Array(n),
      y: new Float64Array(n),
    };
    for (let k = 0; k < n; k++) {
      const now = footNow(at(k), centre, sign);
      foot.load[k] = now.load;
      foot.x[k] = now.x;
      foot.y[k] = now.y;
    }
    return foot;
  });
  if (feet.length !== 2) return { feet: null, total: feet[0]!.load };
  const [lead, trail] = leadFirst(feet);
  return { feet: { lead, trail }, total: lead.load.map((v, k) => v + trail.load[k]!) };
}

/** Mean of what is a number; NaN of nothing. */
export const meanOf = (v: Float64Array): number => {
  let [s, n] = [0, 0];
  for (const x of v)
    if (x === x) {
      s += x;
      n++;
    }
  return n ? s / n : NaN;
};
/** SD of what is a number. */
export const spreadOf = (v: Float64Array): number => {
  const m = meanOf(v);
  return Math.sqrt(meanOf(v.map((x) => (x - m) ** 2)));
};
/** SD of the noise, from neighbouring samples: slow movement does not count. */
export const jitter = (v: Float64Array): number => spreadOf(v.slice(1).map((x, k) => x - v[k]!)) / Math.SQRT2;
