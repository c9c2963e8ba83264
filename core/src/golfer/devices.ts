import { FEET, type FeetPair } from '../ground/foot-outline.js';
import {
  blankPlatform,
  type Board,
  type DeviceKind,
  type ExtraChannel,
  type Handed,
  type Mat,
  type Platform,
  type Recording,
  type Stated,
  type WholePath,
  WRENCH_CHANNELS,
} from '../recording/recording.js';
import { clubChannels } from './club-channels.js';
import type { FootAction, Motion } from './motion.js';
import type { Random } from './random.js';
import { deliver } from './resolution.js';
import { insideSole, restingPressure, type Sole, soleCoordinates } from './sole.js';

export const SIMULATED_DEVICES = [
  'plates',
  'mat',
  'mat-plates',
  'boards',
  'plate',
  'path',
] as const satisfies readonly DeviceKind[];
export type SimulatedDevice = (typeof SIMULATED_DEVICES)[number];

export const MAT = { rows: 40, cols: 80, pitch: 0.01, rate: 100, creep: 0.03, creepTime: 6, noise: 1.2 } as const;
const BOARD_RATE = 80;
const PATH_RATE = 100;
const PLATE_Y = 0.25;
const NOISE = { force: 0.6, vertical: 1.2, moment: 0.25, board: 0.8, place: 0.0008 };
const BOARD = { hx: 0.16, hy: 0.1 };

/** What a device makes of a motion. `quiet` leaves noise, creep and steps out: the device that tells the truth. */
export function record(
  motion: Motion,
  device: SimulatedDevice,
  rng: Random,
  o: { name: string; handed: Handed; club: boolean; quiet?: boolean; stated: Stated },
): Recording {
  const rate =
    device === 'mat' ? MAT.rate : device === 'boards' ? BOARD_RATE : device === 'path' ? PATH_RATE : motion.rate;
  const n = Math.floor((motion.n - 1) * (rate / motion.rate)) + 1;
  const time = Float64Array.from({ length: n }, (_, k) => k / rate);
  const noisy = (sd: number) => (o.quiet ? 0 : sd * rng.normal());
  const sign = o.handed === 'left' ? -1 : 1;
  const sensing: Sensing = { sign, noisy, quiet: o.quiet ?? false };
  const plates = device === 'plates' || device === 'mat-plates';
  // plates do not move: the first lies to the golfer's left, whoever stands there
  const fromLeft = sign > 0 ? FEET : [...FEET].reverse();
  const platforms = plates
    ? fromLeft.map((f) => platform(motion.feet[f], f === 'lead' ? PLATE_Y : -PLATE_Y, sensing))
    : device === 'plate'
      ? [onePlatform(motion, sensing)]
      : [];
  const boards = device === 'boards' ? fromLeft.map((f) => board(motion, f, time, sensing)) : [];
  const mat = device === 'mat' || device === 'mat-plates' ? pressMat(motion, sign, rng, o.quiet ?? false) : null;
  const path = device === 'path' ? { path: wholePath(motion, time, sensing) } : {};
  const channels: Partial<Record<ExtraChannel, Float64Array>> = o.club
    ? clubChannels(motion.plans, time, rng, motion.returns)
    : {};
  return {
    name: o.name,
    device,
    time: mat && device === 'mat' ? mat.time : time,
    platforms,
    boards,
    mat,
    ...path,
    channels,
    stated: o.stated,
    warnings: [],
  };
}

/** How a device senses: a left-hander stands mirrored, and the device that tells the truth adds nothing. */
interface Sensing {
  readonly sign: 1 | -1;
  /** A draw of noise with this SD. */
  readonly noisy: (sd: number) => number;
  readonly quiet: boolean;
}

/** A six-component plate under one foot; a left-hander stands mirrored. */
function platform(a: FootAction, centreY: number, { sign, noisy, quiet }: Sensing): Platform {
  const n = a.fz.length;
  const out = blankPlatform(n, [0, sign * centreY]);
  const { fx, fy, fz, mx, my, mz } = out;
  for (let k = 0; k < n; k++) {
    const x = a.x[k]!;
    const y = sign * a.y[k]! - sign * centreY;
    const across = sign * a.fy[k]!;
    const load = a.fz[k]!;
    fx[k] = a.fx[k]! + noisy(NOISE.force);
    fy[k] = across + noisy(NOISE.force);
    fz[k] = load + noisy(NOISE.vertical);
    mx[k] = y * load + noisy(NOISE.moment);
    my[k] = -x * load + noisy(NOISE.moment);
    mz[k] = sign * a.tz[k]! + x * across - y * a.fx[k]! + noisy(NOISE.moment);
  }
  if (!quiet) for (const c of WRENCH_CHANNELS) deliver(out[c], digitsOf(c));
  return out;
}

/** A plate tells a hundredth of a newton, and a thousandth of a newton metre. */
const digitsOf = (c: (typeof WRENCH_CHANNELS)[number]): number => (c.startsWith('m') ? 3 : 2);

/** One six-component plate under both feet: their wrenches add up. */
function onePlatform(motion: Motion, { sign, noisy, quiet }: Sensing): Platform {
  const truth: Sensing = { sign, noisy: () => 0, quiet: true };
  const [lead, trail] = FEET.map((f) => platform(motion.feet[f], 0, truth)) as [Platform, Platform];
  const out = blankPlatform(lead.fz.length, [0, 0]);
  for (const c of WRENCH_CHANNELS) {
    const noise = c.startsWith('m') ? NOISE.moment : c === 'fz' ? NOISE.vertical : NOISE.force;
    const [to, one, other] = [out[c], lead[c], trail[c]];
    for (let k = 0; k < to.length; k++) to[k] = one[k]! + other[k]! + noisy(noise);
    if (!quiet) deliver(to, digitsOf(c));
  }
  return out;
}

function sampled(v: Float64Array, { rate }: Motion, time: Float64Array): Float64Array {
  const out = new Float64Array(time.length);
  for (let k = 0; k < time.length; k++) {
    const x = time[k]! * rate;
    const i = Math.min(v.length - 2, Math.floor(x));
    out[k] = v[i]! + (x - i) * (v[i + 1]! - v[i]!);
  }
  return out;
}

function board(motion: Motion, foot: 'lead' | 'trail', time: Float64Array, { sign, noisy, quiet }: Sensing): Board {
  const a = motion.feet[foot];
  const cy = foot === 'lead' ? PLATE_Y - 0.03 : -PLATE_Y + 0.03;
  const [fz, x, y] = [a.fz, a.x, a.y].map((v) => sampled(v, motion, time)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const cell = (sx: 1 | -1, sy: 1 | -1) =>
    fz.map(
      (f, k) => (f / 4) * (1 + (sx * x[k]!) / BOARD.hx + (sy * sign * (y[k]! - cy)) / BOARD.hy) + noisy(NOISE.board),
    );
  const cells: Board['cells'] = [cell(1, 1), cell(-1, 1), cell(-1, -1), cell(1, -1)];
  if (!quiet) for (const c of cells) deliver(c, 2);
  return { centre: [0, sign * cy], ...BOARD, cells };
}

/** The whole-body centre of pressure and the load, as a device that knows no more delivers them. */
function wholePath(motion: Motion, time: Float64Array, { sign, noisy, quiet }: Sensing): WholePath {
  const [lead, trail] = FEET.map((f) => motion.feet[f]) as [FootAction, FootAction];
  const sum = (of: (a: FootAction, k: number) => number) =>
    sampled(
      lead.fz.map((_, k) => of(lead, k) + of(trail, k)),
      motion,
      time,
    );
  const load = sum((a, k) => a.fz[k]!);
  const place = (c: 'x' | 'y') => sum((a, k) => a.fz[k]! * a[c][k]!).map((m, k) => m / load[k]! + noisy(NOISE.place));
  const told = (v: Float64Array, digits: number): Float64Array => (quiet ? v : deliver(v, digits));
  return {
    x: told(place('x'), 5),
    y: told(
      place('y').map((y) => sign * y),
      5,
    ),
    load: told(
      load.map((f) => f + noisy(NOISE.vertical)),
      2,
    ),
  };
}

/** Which cells a sole covers, where each lies on the sole, and how a foot at rest presses there. */
interface SoleCells {
  readonly index: Int32Array;
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly rest: Float64Array;
}

/** The cells a sole covers, in right-handed lab directions about the stance. */
function cellsUnder(sole: Sole, sign: 1 | -1): SoleCells {
  const found: { index: number; u: number; v: number }[] = [];
  for (let r = 0; r < MAT.rows; r++)
    for (let c = 0; c < MAT.cols; c++) {
      const x = (r - (MAT.rows - 1) / 2) * MAT.pitch;
      const y = sign * (c - (MAT.cols - 1) / 2) * MAT.pitch;
      if (!insideSole(sole, x, y)) continue;
      found.push({ index: r * MAT.cols + c, ...soleCoordinates(sole, x, y) });
    }
  return {
    index: Int32Array.from(found, (f) => f.index),
    u: Float64Array.from(found, (f) => f.u),
    v: Float64Array.from(found, (f) => f.v),
    rest: Float64Array.from(found, (f) => restingPressure(f.u, f.v)),
  };
}

/** Frames of a mat: each foot's load spread over its sole so that the centre of pressure comes out exactly. */
function pressMat(motion: Motion, sign: 1 | -1, rng: Random, quiet: boolean): Mat {
  const n = Math.floor(((motion.n - 1) * MAT.rate) / motion.rate) + 1;
  const cells = MAT.rows * MAT.cols;
  const time = Float64Array.from({ length: n }, (_, k) => k / MAT.rate);
  const soles = FEET.map((foot) => ({ foot, under: cellsUnder(motion.soles[foot], sign) }));
  // only cells under a sole are ever loaded; in the order of the mat, so that each draws its own noise
  const loaded = Int32Array.from(new Set(soles.flatMap(({ under }) => [...under.index]))).sort();
  const load = new Float32Array(n * loaded.length);
  for (const { foot, under } of soles) {
    const at = under.index.map((cell) => loaded.indexOf(cell));
    spread(motion, foot, { ...under, index: at }, { time, loads: load, width: loaded.length });
  }
  const frames = quiet ? new Float32Array(n * cells) : new Uint8Array(n * cells);
  const values = quiet ? load : counted(load, loaded.length, time, rng);
  for (let k = 0; k < n; k++)
    for (let i = 0; i < loaded.length; i++) frames[k * cells + loaded[i]!] = values[k * loaded.length + i]!;
  return { rows: MAT.rows, cols: MAT.cols, pitch: MAT.pitch, time, frames };
}

/** Loads of `width` cells as counts: 8 bits, a gain that creeps, noise of its own. */
function counted(load: Float32Array, width: number, time: Float64Array, rng: Random): Uint8Array {
  const counts = new Uint8Array(load.length);
  let most = 0;
  for (let at = 0; at < load.length; at++) if (load[at]! > most) most = load[at]!;
  most *= 1 + MAT.creep;
  for (let k = 0, at = 0; k < time.length; k++) {
    const gain = ((1 + MAT.creep * (1 - Math.exp(-time[k]! / MAT.creepTime))) * 250) / most;
    for (const end = at + width; at < end; at++)
      if (load[at]! > 0)
        counts[at] = Math.max(0, Math.min(255, Math.round(load[at]! * gain + MAT.noise * rng.normal())));
  }
  return counts;
}

/**
 * The flattest change of the resting pressure that has the wanted centre: each cell times exp(α·u + β·v). α and β
 * minimise the convex log Σ rest·exp(α(u − u*) + β(v − v*)): Newton's method with step halving, started from the
 * frame before. The loads of a frame stand `width` apart, those of this foot's cells at their index.
 */
function spread(
  motion: Motion,
  foot: keyof FeetPair<unknown>,
  s: SoleCells,
  { time, loads, width }: { readonly time: Float64Array; readonly loads: Float32Array; readonly width: number },
): void {
  const a = motion.feet[foot];
  const [fz, cx, cy] = [a.fz, a.x, a.y].map((v) => sampled(v, motion, time)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const w = new Float64Array(s.index.length);
  let at = { alpha: 0, beta: 0 };
  for (let k = 0; k < time.length; k++) {
    const target = soleCoordinates(motion.soles[foot], cx[k]!, cy[k]!);
    let tilt = tilted(s, w, at, target);
    if (!Number.isFinite(tilt.cost)) tilt = tilted(s, w, (at = { alpha: 0, beta: 0 }), target);
    for (let round = 0; round < 30 && tilt.off > 1e-4; round++) {
      const from = at;
      const { da, db, cost } = tilt;
      const trial = (step: number) => {
        at = { alpha: from.alpha + step * da, beta: from.beta + step * db };
        tilt = tilted(s, w, at, target);
      };
      let step = 1;
      trial(step);
      while (!(tilt.cost <= cost) && step > 1e-4) trial((step /= 2));
      if (Number.isFinite(tilt.cost)) continue;
      // no pressure has its centre on the very edge of a sole: the nearest that has a number stays
      tilt = tilted(s, w, (at = from), target);
      break;
    }
    for (let i = 0; i < w.length; i++) loads[k * width + s.index[i]!] = (fz[k]! * w[i]!) / tilt.total;
  }
}

/** Weights of a tilt, its cost, how far its centre is off, and Newton's step from there. */
function tilted(
  s: SoleCells,
  w: Float64Array,
  { alpha, beta }: { alpha: number; beta: number },
  target: { u: number; v: number },
) {
  const { u: along, v: across, rest } = s;
  const u0 = target.u;
  const v0 = target.v;
  let total = 0;
  let u1 = 0;
  let v1 = 0;
  let uu = 0;
  let uv = 0;
  let vv = 0;
  for (let i = 0; i < w.length; i++) {
    const u = along[i]! - u0;
    const v = across[i]! - v0;
    const x = rest[i]! * Math.exp(alpha * u + beta * v);
    w[i] = x;
    total += x;
    u1 += x * u;
    v1 += x * v;
    uu += x * u * u;
    uv += x * u * v;
    vv += x * v * v;
  }
  const mu = u1 / total;
  const mv = v1 / total;
  const suu = uu / total - mu * mu + 1e-9;
  const suv = uv / total - mu * mv;
  const svv = vv / total - mv * mv + 1e-9;
  const det = suu * svv - suv * suv;
  return {
    total,
    cost: total > 0 ? Math.log(total) : Infinity,
    off: Math.max(Math.abs(mu), Math.abs(mv)),
    da: -(svv * mu - suv * mv) / det,
    db: -(suu * mv - suv * mu) / det,
  };
}
