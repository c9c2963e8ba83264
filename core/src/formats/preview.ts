import { DEVICES } from '../recording/device-kinds.js';
import { timeBase, type TimeBase } from '../condition/time-base.js';
import { copOf, type FootLoads } from '../ground/foot-loads.js';
import { readCells } from '../ground/mat-cells.js';
import { matFeet, matLoads } from '../ground/mat-feet.js';
import { pathLoads } from '../ground/one-plate.js';
import { boardLoads, platformLoads } from '../ground/platforms.js';
import { LEAST_LOAD } from '../ground/wrench.js';
import type { DeviceKind, Recording } from '../recording/recording.js';
import { median, quantile } from '../signal/series.js';
import { plus } from '../signal/vector.js';

/** One plate, board or foot as a plan shows it: stance directions (X toward the ball, Y to the golfer's left), m. */
export interface PreviewedFoot {
  /** Median place of the pressure while loaded; null where nothing stands. */
  readonly stands: readonly [number, number] | null;
  readonly route: readonly (readonly [number, number])[];
  /** Median load while loaded, N or the device's own unit. */
  readonly load: number;
}

/** What a recording looks like before anything is filtered: enough to see whether it was understood. */
export interface RecordingPreview {
  readonly device: DeviceKind;
  /** Hz and s. */
  readonly rate: number;
  readonly seconds: number;
  readonly feet: readonly PreviewedFoot[];
  /** Time, total load, and the share of the side to the golfer's left in %; thinned. */
  readonly time: readonly number[];
  readonly load: readonly number[];
  readonly left: readonly number[];
  /** Loads are newtons. */
  readonly absolute: boolean;
  /** Horizontal over vertical force while standing; null on devices without horizontal forces. */
  readonly sideways: number | null;
  readonly warnings: readonly string[];
}

const POINTS = 400;
const ROUTE_POINTS = 240;

/** Looks at a recording as it was read. */
export function previewOf(rec: Recording): RecordingPreview {
  const clock = rec.device === 'mat' && rec.mat ? rec.mat.time : rec.time;
  const base = timeBase(clock);
  const sides = loadsOf(rec, base);
  const total = sum(sides.map((s) => s.fz));
  const threshold = !DEVICES[rec.device].newtons ? 0.025 * quantile(total, 0.9) : LEAST_LOAD;
  const cops = sides.map((s) => copOf(s, threshold, base.t0, base.rate));
  const meanY = cops.map((c) => median(c.y.v));
  const leftmost = meanY.length === 2 ? (meanY[0]! >= meanY[1]! ? 0 : 1) : null;
  const every = (n: number) =>
    Array.from({ length: Math.min(n, total.length) }, (_, i) =>
      Math.floor((i * total.length) / Math.min(n, total.length)),
    );
  const places = every(POINTS);
  return {
    device: rec.device,
    rate: base.rate,
    seconds: (base.n - 1) / base.rate,
    feet: cops.map((c, i) => {
      const loaded = sides[i]!.fz.filter((f) => f >= threshold);
      const stands: [number, number] | null = loaded.length ? [median(c.x.v), median(c.y.v)] : null;
      const route = every(ROUTE_POINTS)
        .map((k): [number, number] => [c.x.v[k]!, c.y.v[k]!])
        .filter(([x, y]) => x === x && y === y);
      return { stands, route, load: loaded.length ? median(loaded) : 0 };
    }),
    time: places.map((k) => base.t0 + k / base.rate),
    load: places.map((k) => total[k]!),
    left:
      leftmost === null
        ? []
        : places.map((k) => (total[k]! > threshold ? (100 * sides[leftmost]!.fz[k]!) / total[k]! : NaN)),
    absolute: DEVICES[rec.device].newtons,
    sideways: sidewaysOf(sides, total),
    warnings: rec.warnings,
  };
}

/** Loads of each side on the grid, not mirrored. */
function loadsOf(rec: Recording, base: TimeBase): FootLoads[] {
  if (rec.path) return [pathLoads(rec.path, base, 1)];
  if (rec.device === 'mat' && rec.mat) {
    const cells = readCells(rec.mat);
    const told = matFeet(rec.mat, cells, 1);
    const { feet } = matLoads(rec.mat, { cells, feet: told }, base, 1);
    return told ? [feet.lead, feet.trail] : [feet.lead];
  }
  return [...rec.platforms.map((p) => platformLoads(p, base, 1)), ...rec.boards.map((b) => boardLoads(b, base, 1))];
}

const sum = (all: readonly Float64Array[]): Float64Array => all.slice(1).reduce(plus, all[0]!);

function sidewaysOf(sides: readonly FootLoads[], fz: Float64Array): number | null {
  if (!sides.length || sides.some((s) => !s.fx || !s.fy)) return null;
  const fx = sum(sides.map((s) => s.fx!));
  const fy = sum(sides.map((s) => s.fy!));
  return median(fx.map((x, k) => Math.hypot(x, fy[k]!))) / Math.max(1, Math.abs(median(fz)));
}
