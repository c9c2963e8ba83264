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
  for (let k = 0; k < n; k++) {
    const x = a.x[k]!;
    const y = sign * a.y[k]! - sign * centreY;
    const fy = sign * a.fy[k]!;
    const fz = a.fz[k]!;
    out.fx[k] = a.fx[k]! + noisy(NOISE.force);
    out.fy[k] = fy + noisy(NOISE.force);
    out.fz[k] = fz + noisy(NOISE.vertical);
    out.mx[k] = y * fz + noisy(NOISE.moment);
    out.my[k] = -x * fz + noisy(NOISE.moment);
    out.mz[k] = sign * a.tz[k]! + x * fy - y * a.fx[k]! + noisy(NOISE.moment);
  }
  // a device delivers single precision; the device that tells the truth does not round
  if (!quiet) for (const c of WRENCH_CHANNELS) for (let k = 0; k < n; k++) out[c][k] = Math.fround(out[c][k]!);
  return out;
}

/** One six-component plate under both feet: their wrenches add up. */
function onePlatform(motion: Motion, { sign, noisy, quiet }: Sensing): Platform {
  const truth: Sensing = { sign, noisy: () => 0, quiet: true };
  const [lead, trail] = FEET.map((f) => platform(motion.feet[f], 0, truth)) as [Platform, Platform];
  const out = blankPlatform(lead.fz.length, [0, 0]);
  for (const c of WRENCH_CHANNELS) {
    const noise = c.startsWith('m') ? NOISE.moment : c === 'fz' ? NOISE.vertical : NOISE.force;
    for (let k = 0; k < out.fz.length; k++) {
      const v = lead[c][k]! + trail[c][k]! + noisy(noise);
      out[c][k] = quiet ? v : Math.fround(v);
    }
  }
  return out;
}

const sampled = (v: Float64Array, motion: Motion, time: Float64Array): Float64Array =>
  time.map((t) => {
    const x = t * motion.rate;
    const i = Math.min(v.length - 2, Math.floor(x));
    return v[i]! + (x - i) * (v[i + 1]! - v[i]!);
  });

function board(motion: Motion, foot: 'lead' | 'trail', time: Float64Array, { sign, noisy }: Sensing): Board {
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
  return { centre: [0, sign * cy], ...BOARD, cells: [cell(1, 1), cell(-1, 1), cell(-1, -1), cell(1, -1)] };
}

/** The whole-body centre of pressure and the load, as a device that knows no more delivers them. */
function wholePath(motion: Motion, time: Float64Array, { sign, noisy }: Sensing): WholePath {
  const [lead, trail] = FEET.map((f) => motion.feet[f]) as [FootAction, FootAction];
  const sum = (of: (a: FootAction, k: number) => number) =>
    sampled(
      lead.fz.map((_, k) => of(lead, k) + of(trail, k)),
      motion,
      time,
    );
  const load = sum((a, k) => a.fz[k]!);
  const place = (c: 'x' | 'y') => sum((a, k) => a.fz[k]! * a[c][k]!).map((m, k) => m / load[k]! + noisy(NOISE.place));
  return { x: place('x'), y: place('y').map((y) => sign * y), load: load.map((f) => f + noisy(NOISE.vertical)) };
}

interface SoleCells {
  readonly index: number[];
  readonly x: number[];
  readonly y: number[];
  readonly u: number[];
  readonly v: number[];
  readonly rest: number[];
}

/** The cells a sole covers, in right-handed lab directions about the stance. */
function cellsUnder(sole: Sole, sign: 1 | -1): SoleCells {
  const out: SoleCells = { index: [], x: [], y: [], u: [], v: [], rest: [] };
  for (let r = 0; r < MAT.rows; r++)
    for (let c = 0; c < MAT.cols; c++) {
      const x = (r - (MAT.rows - 1) / 2) * MAT.pitch;
      const y = sign * (c - (MAT.cols - 1) / 2) * MAT.pitch;
      if (!insideSole(sole, x, y)) continue;
      const { u, v } = soleCoordinates(sole, x, y);
      out.index.push(r * MAT.cols + c);
      out.x.push(x);
      out.y.push(y);
      out.u.push(u);
      out.v.push(v);
      out.rest.push(restingPressure(u, v));
    }
  return out;
}

/** Frames of a mat: each foot's load spread over its sole so that the centre of pressure comes out exactly. */
function pressMat(motion: Motion, sign: 1 | -1, rng: Random, quiet: boolean): Mat {
  const n = Math.floor(((motion.n - 1) * MAT.rate) / motion.rate) + 1;
  const cells = MAT.rows * MAT.cols;
  const time = Float64Array.from({ length: n }, (_, k) => k / MAT.rate);
  const load = new Float32Array(n * cells);
  const soles = FEET.map((foot) => ({ foot, under: cellsUnder(motion.soles[foot], sign) }));
  for (const { foot, under } of soles) spread(motion, foot, under, { time, frames: load });
  if (quiet) return { rows: MAT.rows, cols: MAT.cols, pitch: MAT.pitch, time, frames: load };
  // only cells under a sole are ever loaded; in the order of the mat, so that each draws its own noise
  const loaded = Int32Array.from(new Set(soles.flatMap(({ under }) => under.index))).sort();
  let most = 0;
  for (let k = 0; k < n; k++) for (const c of loaded) most = Math.max(most, load[k * cells + c]!);
  most *= 1 + MAT.creep;
  const frames = new Uint8Array(load.length);
  for (let k = 0; k < n; k++) {
    const gain = ((1 + MAT.creep * (1 - Math.exp(-time[k]! / MAT.creepTime))) * 250) / most;
    for (const c of loaded) {
      const at = k * cells + c;
      if (load[at]! > 0)
        frames[at] = Math.max(0, Math.min(255, Math.round(load[at]! * gain + MAT.noise * rng.normal())));
    }
  }
  return { rows: MAT.rows, cols: MAT.cols, pitch: MAT.pitch, time, frames };
}

/**
 * The flattest change of the resting pressure that has the wanted centre: each cell times exp(α·u + β·v). α and β
 * minimise the convex log Σ rest·exp(α(u − u*) + β(v − v*)): Newton's method with step halving, started from the
 * frame before.
 */
function spread(
  motion: Motion,
  foot: keyof FeetPair<unknown>,
  s: SoleCells,
  { time, frames }: { readonly time: Float64Array; readonly frames: Float32Array },
): void {
  const cells = MAT.rows * MAT.cols;
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
    for (let i = 0; i < w.length; i++) frames[k * cells + s.index[i]!] = (fz[k]! * w[i]!) / tilt.total;
  }
}

/** Weights of a tilt, its cost, how far its centre is off, and Newton's step from there. */
function tilted(
  s: SoleCells,
  w: Float64Array,
  { alpha, beta }: { alpha: number; beta: number },
  target: { u: number; v: number },
) {
  let [total, u1, v1, uu, uv, vv] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < w.length; i++) {
    const u = s.u[i]! - target.u;
    const v = s.v[i]! - target.v;
    const x = s.rest[i]! * Math.exp(alpha * u + beta * v);
    w[i] = x;
    total += x;
    u1 += x * u;
    v1 += x * v;
    uu += x * u * u;
    uv += x * u * v;
    vv += x * v * v;
  }
  const [mu, mv] = [u1 / total, v1 / total];
  const [suu, suv, svv] = [uu / total - mu * mu + 1e-9, uv / total - mu * mv, vv / total - mv * mv + 1e-9];
  const det = suu * svv - suv * suv;
  return {
    total,
    cost: total > 0 ? Math.log(total) : Infinity,
    off: Math.max(Math.abs(mu), Math.abs(mv)),
    da: -(svv * mu - suv * mv) / det,
    db: -(suu * mv - suv * mu) / det,
  };
}
