import type { Cop } from '../ground/foot-loads.js';
import type { Ground } from '../ground/ground.js';
import type { SwingEvents } from '../events/events.js';
import { G } from '../recording/units.js';
import { rollingVariance } from '../signal/rolling-variance.js';
import { mapped } from '../signal/vector.js';
import { bridged, indexFrom, indexTo, moments, type Series } from '../signal/series.js';

/** Height of the centre of mass as a part of stature. */
export const MASS_HEIGHT_PART = 0.53;

const HOLD = 0.5;
const HOLD_SEARCH = 2;
const HOLD_SHORT = 0.3;
const QUIET_BEFORE = 1.2;
const QUIET_OFF = 0.05;
/** Beyond these the finish hold contradicts the forces and is not believed. */
const MOST_V0 = 0.15;
const MOST_BIAS = 0.15;

/** Sample range [first, past-last]. */
export type Range = readonly [number, number];

/** Centre of mass in mirrored lab directions: positions (m), speed toward the target (m/s). */
export interface CentreOfMass {
  readonly x: Series;
  readonly y: Series;
  /** Height over the surface, m. */
  readonly h: Series;
  /** Speed toward the target; null where the device does not measure it. */
  readonly vy: Series | null;
  /** One standard uncertainty at a time, m. */
  readonly u: (t: number) => number;
  readonly warning: string | null;
}

/** Position (m) and velocity (m/s) by double integration, with what was solved for. */
export interface Integrated {
  readonly position: Float64Array;
  readonly velocity: Float64Array;
  readonly v0: number;
  readonly bias: number;
}

/** A body whose forces are integrated: its mass, kg, the samples' rate, Hz, and where it stands at address. */
export interface Standing {
  readonly m: number;
  readonly rate: number;
  readonly address: Range;
}

/** Cumulative trapezoids of v/over from sample `origin`, 0 there. */
function cumulative(v: Float64Array, rate: number, origin: number, over = 1): Float64Array {
  const out = new Float64Array(v.length);
  for (let k = origin + 1; k < v.length; k++) out[k] = out[k - 1]! + (v[k]! / over + v[k - 1]! / over) / 2 / rate;
  for (let k = origin - 1; k >= 0; k--) out[k] = out[k + 1]! - (v[k]! / over + v[k + 1]! / over) / 2 / rate;
  return out;
}

const meanOf = (v: Float64Array, [a, b]: Range): number => moments(v, a, b).mean;
export const middleOf = ([a, b]: Range): number => Math.floor((a + b - 1) / 2);

/**
 * p(t) = mean COP(address) + v0·s + b·s²/2 + ∬F/m with v0 and b such that over the finish hold the mean velocity
 * is 0 and the mean position the mean COP (measuring.md §6). Force in N, [n]; COPs in m.
 * @param copAddress mean COP over the address
 * @param finish the hold, and the mean COP over it
 */
export function integrateWithHold(
  force: Float64Array,
  { m, rate, address }: Standing,
  copAddress: number,
  { hold, cop: copHold }: { readonly hold: Range; readonly cop: number },
): Integrated {
  const o = middleOf(address);
  const velocity = cumulative(force, rate, o, m);
  const position = cumulative(velocity, rate, o);
  const since = (k: number): number => (k - o) / rate;
  // mean velocity: v0 + b·mean(s) = −mean(v); mean position: v0·mean(s) + b·mean(s²/2) = copHold − copAddress − mean(p)
  let [s1, s2] = [0, 0];
  for (let k = hold[0]; k < hold[1]; k++) {
    s1 += since(k) / (hold[1] - hold[0]);
    s2 += since(k) ** 2 / 2 / (hold[1] - hold[0]);
  }
  const r1 = -meanOf(velocity, hold);
  const r2 = copHold - copAddress - meanOf(position, hold);
  const det = s2 - s1 * s1;
  const v0 = (r1 * s2 - s1 * r2) / det;
  const bias = (r2 - s1 * r1) / det;
  for (let k = 0; k < position.length; k++) {
    const s = since(k);
    position[k]! += copAddress + v0 * s + (bias * s * s) / 2;
    velocity[k]! += v0 + bias * s;
  }
  return { position, velocity, v0, bias };
}

/** Without a hold: at rest at t_a, the mean force over `quiet` subtracted. */
export function integrateFromRest(
  force: Float64Array,
  { m, rate, address }: Standing,
  start: number,
  quiet: Range,
): Integrated {
  const o = middleOf(address);
  const rest = meanOf(force, quiet);
  const a = mapped(force, (f) => (f - rest) / m);
  const velocity = cumulative(a, rate, o);
  const position = mapped(cumulative(velocity, rate, o), (x) => start + x);
  return { position, velocity, v0: 0, bias: -rest / m };
}

/** Height over time: a = Fz/m − g′, at rest at t_a, g′ such that the mean velocity over the hold is 0. */
function integrateHeight(fz: Float64Array, { m, rate, address }: Standing, h0: number, hold: Range): Float64Array {
  const o = middleOf(address);
  const v = cumulative(fz, rate, o, m);
  const g = meanOf(v, hold) / ((hold[0] + hold[1] - 1) / 2 / rate - o / rate);
  const rising = mapped(v, (x, k) => x - (g * (k - o)) / rate);
  return mapped(cumulative(rising, rate, o), (x) => h0 + x);
}

/** Centre of mass from plate forces by double integration with drift correction over the finish hold. */
export function massFromForces(g: Ground, swing: SwingEvents, weight: number, stature: number): CentreOfMass {
  const { t0, rate } = g.base;
  const h0 = MASS_HEIGHT_PART * stature;
  const address: Range = [swing.address.i0, swing.address.i1];
  const body: Standing = { m: weight / G, rate, address };
  const { x: px, y: py } = g.path;
  const fx = g.both.fx!;
  const fy = g.both.fy!;
  const copX = meanOf(px.v, address);
  const copY = meanOf(py.v, address);
  const ta = t0 + middleOf(address) / rate;
  const series = (v: Float64Array): Series => ({ t0, rate, v });
  const hold = finishHold(g, swing, h0 / weight);
  let why = 'no finish was held';
  if (hold) {
    const x = integrateWithHold(fx, body, copX, { hold, cop: meanOf(px.v, hold) });
    const y = integrateWithHold(fy, body, copY, { hold, cop: meanOf(py.v, hold) });
    if ([x, y].every((a) => Math.abs(a.v0) <= MOST_V0 && Math.abs(a.bias) <= MOST_BIAS)) {
      const h = integrateHeight(g.both.fz, body, h0, hold);
      return {
        x: series(x.position),
        y: series(y.position),
        h: series(h),
        vy: series(y.velocity),
        u: () => 0.003,
        warning: null,
      };
    }
    why = 'the finish hold does not agree with the forces';
  }
  const quiet = quietBefore(g, swing, address);
  const x = integrateFromRest(fx, body, copX, quiet);
  const y = integrateFromRest(fy, body, copY, quiet);
  const h = integrateFromRest(g.both.fz, body, h0, quiet);
  return {
    x: series(x.position),
    y: series(y.position),
    h: series(h.position),
    vy: series(y.velocity),
    u: (t) => 0.003 + 0.01 * (t - ta) ** 2,
    warning: `${why}: the path of the mass drifts (about 5 mm at the top, 10 mm at impact)`,
  };
}

/** The 0.5 s in [P10, P10 + 2 s] with least motion and sideways force; the first 0.3 s where the file ends first. */
export function finishHold(g: Ground, swing: SwingEvents, heightOverWeight: number): Range | null {
  const p10 = swing.events.p10;
  if (!p10) return null;
  const clock = g.path.x;
  const from = indexFrom(clock, p10.t);
  const to = indexTo(clock, p10.t + HOLD_SEARCH);
  const length = Math.round(HOLD * g.base.rate);
  if (to - from + 1 < length) {
    const short = Math.round(HOLD_SHORT * g.base.rate);
    return from + short <= g.base.n ? [from, from + short] : null;
  }
  const vx = rollingVariance(g.path.x.v, from, to, length);
  const vy = rollingVariance(g.path.y.v, from, to, length);
  const fx = rollingMeanSquare(g.both.fx!, from, to, length);
  const fy = rollingMeanSquare(g.both.fy!, from, to, length);
  let best = Infinity;
  let at = from;
  vx.forEach((v, k) => {
    const cost = v + vy[k]! + heightOverWeight ** 2 * (fx[k]! + fy[k]!);
    if (cost < best) {
      best = cost;
      at = from + k;
    }
  });
  return [at, at + length];
}

/** Mean of the squares over every window of `length`: a force that swings through 0 is not a quiet one. */
function rollingMeanSquare(v: Float64Array, from: number, to: number, length: number): Float64Array {
  const out = new Float64Array(to - from - length + 2);
  let sum = 0;
  for (let k = from; k <= to; k++) {
    sum += v[k]! ** 2 - (k - from >= length ? v[k - length]! ** 2 : 0);
    if (k - from >= length - 1) out[k - from - length + 1] = Math.max(0, sum) / length;
  }
  return out;
}

/** Up to 1.2 s that end with the address window, as far back as the load stays within 5% of the quiet weight. */
function quietBefore(g: Ground, swing: SwingEvents, address: Range): Range {
  const first = Math.max(0, address[1] - Math.round(QUIET_BEFORE * g.base.rate));
  let from = address[0];
  while (from > first && Math.abs(g.both.fz[from - 1]! - swing.quiet) <= QUIET_OFF * swing.quiet) from--;
  return [from, address[1]];
}

/**
 * Zero-phase pendulum: COM(ω) = COP(ω)·ω0²/(ω0² + ω²), ω0² = g/height, by two first-order passes with the COP held
 * constant beyond both ends. COP in m [n], no undefined samples.
 */
export function pendulum(cop: Float64Array, rate: number, height: number): Float64Array {
  const n = cop.length;
  const k = Math.exp(-Math.sqrt(G / height) / rate);
  const f = new Float64Array(n);
  const y = new Float64Array(n);
  f[0] = cop[0]!;
  for (let i = 1; i < n; i++) f[i] = k * f[i - 1]! + (1 - k) * cop[i]!;
  y[n - 1] = cop[n - 1]! + (f[n - 1]! - cop[n - 1]!) / (1 + k);
  for (let i = n - 2; i >= 0; i--) y[i] = k * y[i + 1]! + (1 - k) * f[i]!;
  return y;
}

const heightOf = (stature: number): number => MASS_HEIGHT_PART * stature;

/** The path of a whole recording as an inverted pendulum follows it; undefined samples are bridged. */
export function pendulumOf(path: Cop, stature: number): Cop {
  const along = (s: Series): Series => ({ ...s, v: pendulum(bridged(s.v), s.rate, heightOf(stature)) });
  return { x: along(path.x), y: along(path.y) };
}

/**
 * Centre of mass from the COP alone, for mats and boards: an inverted pendulum of height 0.53 × stature.
 * @param along what `pendulumOf` made of the path, cut to the swing
 */
export function massFromPendulum(along: Cop, swing: SwingEvents, stature: number): CentreOfMass {
  const late = swing.events.p5?.t ?? Infinity;
  return {
    ...along,
    h: { ...along.x, v: new Float64Array(along.x.v.length).fill(heightOf(stature)) },
    vy: null,
    u: (t) => (t < late ? 0.02 : 0.04),
    warning: null,
  };
}
