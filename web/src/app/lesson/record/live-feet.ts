import type { LiveFrame } from '@vilko/contract/live-frame';
import type { CheckedFoot, FootCheck } from '@vilko/core/recording/foot-check';

/** Where the load lies in each foot, live: forward position and toe share, %; null where the device cannot say. */
export interface LiveFeet {
  readonly lead: LiveFoot;
  readonly trail: LiveFoot;
  /** Distance of the pressures under the two feet along the target line, m; null with a foot unloaded. */
  readonly apart: number | null;
}
export interface LiveFoot {
  readonly forward: number | null;
  readonly toe: number | null;
}

const UNSAID: LiveFoot = { forward: null, toe: null };
/** A cell counts as loaded above this, of 255. */
const LOADED = 3;
const FEWEST_ROWS = 8;

type MatShape = { readonly rows: number; readonly cols: number; readonly pitch: number };

/** Reads the feet from a mat's picture, or from a foot check where there is none. */
export function liveFeet(
  f: LiveFrame,
  mat: MatShape | null,
  handed: 'right' | 'left',
  check: FootCheck | null,
): LiveFeet {
  const [lx, ly, tx, ty] = f.places as [number, number, number, number];
  const apart = Number.isNaN(ly) || Number.isNaN(ty) ? null : Math.abs(ly - ty);
  if (mat && f.mat.length) {
    // column 0 lies at the golfer's right: the trail foot of a right-hander
    const [right, left] = [onMat(f.mat, mat, 0), onMat(f.mat, mat, 1)];
    return handed === 'right' ? { lead: left, trail: right, apart } : { lead: right, trail: left, apart };
  }
  if (!check) return { lead: UNSAID, trail: UNSAID, apart };
  return { lead: checked(check.lead, lx, ly), trail: checked(check.trail, tx, ty), apart };
}

function checked(c: CheckedFoot, x: number, y: number): LiveFoot {
  const forward = (100 * ((x - c.heel[0]) * c.axis[0] + (y - c.heel[1]) * c.axis[1])) / c.length;
  return { forward: Number.isFinite(forward) ? forward : null, toe: null };
}

/** One half of the mat: its loaded rows are the foot from heel to toe. */
function onMat(bytes: Uint8Array, { rows, cols }: MatShape, half: 0 | 1): LiveFoot {
  const load = new Float64Array(rows);
  const [from, to] = half === 0 ? [0, cols >> 1] : [cols >> 1, cols];
  for (let r = 0; r < rows; r++)
    for (let c = from; c < to; c++) load[r]! += bytes[r * cols + c]! > LOADED ? bytes[r * cols + c]! : 0;
  const first = load.findIndex((v) => v > 0);
  if (first < 0) return UNSAID;
  const last = load.findLastIndex((v) => v > 0);
  const length = last - first + 1;
  if (length < FEWEST_ROWS) return UNSAID;
  const middle = first + length / 2;
  let [sum, moment, toes] = [0, 0, 0];
  load.forEach((v, r) => {
    sum += v;
    moment += v * (r + 0.5);
    toes += v * Math.max(0, Math.min(1, r + 1 - middle));
  });
  return { forward: (100 * (moment / sum - first)) / length, toe: (100 * toes) / sum };
}
