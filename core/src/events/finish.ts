import { type Ground, seriesOn } from '../ground/ground.js';
import { indexFrom, indexTo, moments, timeOf } from '../signal/series.js';
import { rollingVariance } from '../signal/rolling-variance.js';
import type { TimedEvent } from './event.js';

const WEIGHT_WINDOW = 0.5;
const WEIGHT_SEARCH = 3;
const HELD = 0.3;
const FROM = 0.3;
const UNTIL = 4;
const LOAD_SD = 0.02;
const LOAD_OFF = 0.05;
const COP_SPREAD = 0.01;
const SIDEWAYS = 0.02;

/** Mean total vertical force over the 0.5 s of least variance in the 3 s before P1, in the unit of the loads. */
export function quietWeight(g: Ground, p1: number): number {
  const total = g.both.fz;
  const s = seriesOn(g.base, total);
  const to = indexTo(s, p1);
  const from = indexFrom(s, Math.max(g.base.t0, p1 - WEIGHT_SEARCH));
  const length = Math.min(Math.round(WEIGHT_WINDOW * g.base.rate), to - from + 1);
  const variance = rollingVariance(total, from, to, length);
  let best = 0;
  for (let k = 1; k < variance.length; k++) if (variance[k]! < variance[best]!) best = k;
  return moments(total, from + best, from + best + length).mean;
}

const STEP = 0.005;

/** The finish is looked for in steps of 5 ms, in whole samples (halves to the even one). */
export function searchStep(rate: number): number {
  const x = STEP * rate;
  const whole = Math.floor(x);
  const up = x - whole > 0.5 + 1e-9 || (Math.abs(x - whole - 0.5) <= 1e-3 && whole % 2 === 1);
  return Math.max(1, up ? whole + 1 : whole);
}

/** P10: start of the first quiet 0.3 s from P7 + 0.3 to P7 + 4 s (measuring.md §5), u 100 ms; null when never held. */
export function finishHeld(g: Ground, impact: number, weight: number): TimedEvent | null {
  const total = seriesOn(g.base, g.both.fz);
  const from = indexFrom(total, impact + FROM);
  const length = Math.round(HELD * g.base.rate);
  const to = Math.min(total.v.length - 1, indexTo(total, impact + UNTIL) + length - 1);
  if (to - from + 1 < length) return null;
  const load = rollingVariance(total.v, from, to, length);
  const vx = rollingVariance(g.path.x.v, from, to, length);
  const vy = rollingVariance(g.path.y.v, from, to, length);
  const still = (f: Float64Array | null, k: number) => {
    if (!f) return true;
    let sum = 0;
    for (let j = from + k; j < from + k + length; j++) sum += Math.abs(f[j]!);
    return sum / length < SIDEWAYS * weight;
  };
  for (let k = 0; k < load.length; k += searchStep(g.base.rate)) {
    if (!(Math.sqrt(load[k]!) < LOAD_SD * weight) || !(Math.sqrt(vx[k]! + vy[k]!) < COP_SPREAD)) continue;
    const mean = moments(total.v, from + k, from + k + length).mean;
    if (!(Math.abs(mean - weight) < LOAD_OFF * weight)) continue;
    if (still(g.both.fx, k) && still(g.both.fy, k)) return { t: timeOf(total, from + k), source: 'estimated', u: 0.1 };
  }
  return null;
}
