import type { Hello, LiveFrame } from '@vilko/contract';
import { BOARD, type Ring } from './ring.js';

const LEAST = 20;
const NOWHERE = [NaN, NaN, NaN, NaN, NaN, NaN];

/**
 * The stance at this moment, straight from the newest sample: loads per foot and places of the pressure in mirrored
 * stance directions (m, lab origin). Plates give loads and places; a mat alone gives its bytes.
 */
export function livePicture(
  device: Hello['device'],
  r: Ring,
  handed: 'right' | 'left',
  sequence: number,
  arrived: number,
): LiveFrame {
  const sign = handed === 'left' ? -1 : 1;
  const mat = r.lastMat() ?? new Uint8Array(0);
  const base = { sequence, time: r.newest(), arrived, mat };
  const s = r.last();
  const feet =
    s && device.plates.length === 2
      ? device.plates.map((p, i) =>
          device.kind === 'boards'
            ? foot(boardWrench(s.subarray(4 * i, 4 * i + 4)), p.centre, sign)
            : foot(s.subarray(6 * i, 6 * i + 6), p.centre, sign),
        )
      : matFeet(device, mat, sign);
  if (!feet) return { ...base, lead: 0, trail: 0, places: NOWHERE };
  const [a, b] = feet as [Foot, Foot];
  const [lead, trail] = a.centreY >= b.centreY ? [a, b] : [b, a];
  const total = lead.load + trail.load;
  const both = (k: 'x' | 'y') =>
    total >= LEAST ? ((lead[k] || 0) * lead.load + (trail[k] || 0) * trail.load) / total : NaN;
  return {
    ...base,
    lead: lead.load,
    trail: trail.load,
    places: [lead.x, lead.y, trail.x, trail.y, both('x'), both('y')],
  };
}

interface Foot {
  readonly load: number;
  readonly x: number;
  readonly y: number;
  readonly centreY: number;
}

function foot(w: Float32Array, [cx, cy]: readonly [number, number], sign: 1 | -1): Foot {
  const fz = w[2]!;
  const there = fz >= LEAST;
  return {
    load: Math.max(0, fz),
    x: there ? cx - w[4]! / fz : NaN,
    y: there ? sign * (cy + w[3]! / fz) : NaN,
    centreY: sign * cy,
  };
}

/** A board's four cells as a plate would say it: load and moments, no horizontal forces. */
function boardWrench([a, b, c, d]: Float32Array): Float32Array {
  return Float32Array.of(0, 0, a! + b! + c! + d!, BOARD.hy * (a! + b! - c! - d!), -BOARD.hx * (a! - b! - c! + d!), 0);
}

/** Without plates: the halves of the mat are the feet, in the mat's own unit. */
function matFeet(device: Hello['device'], bytes: Uint8Array, sign: 1 | -1): Foot[] | null {
  const m = device.mat;
  if (!m || bytes.length === 0) return null;
  const sums = [
    { w: 0, x: 0, y: 0 },
    { w: 0, x: 0, y: 0 },
  ];
  for (let i = 0; i < bytes.length; i++) {
    const v = bytes[i]!;
    if (!v) continue;
    const c = i % m.cols;
    const side = sums[c < m.cols / 2 ? 0 : 1]!;
    side.w += v;
    side.x += v * (Math.floor(i / m.cols) - (m.rows - 1) / 2) * m.pitch;
    side.y += v * sign * (c - (m.cols - 1) / 2) * m.pitch;
  }
  return sums.map((s, i) => ({
    load: s.w,
    x: s.w > LEAST ? s.x / s.w : NaN,
    y: s.w > LEAST ? s.y / s.w : NaN,
    centreY: sign * (i - 0.5),
  }));
}
