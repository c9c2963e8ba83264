import { VilkoError } from '../error.js';
import type { CheckedFoot } from '../recording/foot-check.js';
import { quantile } from '../signal/series.js';
import { ASSUMED_LENGTH, type FootName } from './foot-outline.js';

/** The ends of the pressure's path are widened by this part of its span at each side: nobody stands on an edge. */
const WIDEN = 0.08;
/** A foot shorter than this was not rocked from end to end. */
const GOOD_LENGTH = 0.22;
/** Rocking should be this much longer than wide. */
const STRAIGHT = 0.25;
const BEST_U = 3;
const LEAST_SAMPLES = 20;
const LEAST_SPAN = 0.03;

/**
 * A foot's axis and length from rocking heel to toe on it (measuring.md §4): the principal direction of its pressure,
 * pointing to the toes; ends at the 1st and 99th percentile along it, each widened by 8% of the span.
 * @param x toes positive, m; NaN where the foot is unloaded
 * @param y toward the target, m
 * @param standing mean pressure while standing quietly
 * @throws VilkoError when the pressure hardly moved
 */
export function checkFoot(
  name: FootName,
  x: Float64Array,
  y: Float64Array,
  standing: readonly [number, number],
): CheckedFoot {
  const there = Array.from(x.keys()).filter((k) => Number.isFinite(x[k]!) && Number.isFinite(y[k]!));
  if (there.length < LEAST_SAMPLES)
    throw new VilkoError('unreadable', `the ${name} foot carried too little load to be checked`);
  const mx = there.reduce((s, k) => s + x[k]!, 0) / there.length;
  const my = there.reduce((s, k) => s + y[k]!, 0) / there.length;
  let [xx, xy, yy] = [0, 0, 0];
  for (const k of there) {
    const [dx, dy] = [x[k]! - mx, y[k]! - my];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const sign = Math.cos(angle) < 0 ? -1 : 1;
  const axis: [number, number] = [sign * Math.cos(angle), sign * Math.sin(angle)];
  const along = Float64Array.from(there, (k) => (x[k]! - mx) * axis[0] + (y[k]! - my) * axis[1]);
  const across = Float64Array.from(there, (k) => (x[k]! - mx) * axis[1] - (y[k]! - my) * axis[0]);
  const [back, front] = [quantile(along, 0.01), quantile(along, 0.99)];
  const span = front - back;
  if (span < LEAST_SPAN)
    throw new VilkoError(
      'unreadable',
      `the pressure under the ${name} foot moved only ${Math.round(1000 * span)} mm: rock from heel to toe`,
    );
  const start = back - WIDEN * span;
  const length = span * (1 + 2 * WIDEN);
  const reach = Math.min(1, length / ASSUMED_LENGTH);
  const sd = (v: Float64Array) => Math.sqrt(v.reduce((s, a) => s + a * a, 0) / v.length);
  const crooked = sd(across) > STRAIGHT * sd(along);
  return {
    heel: [mx + axis[0] * start, my + axis[1] * start],
    axis,
    length,
    standing: [...standing],
    reach,
    // what is missing of the length may be missing at either end
    u: Math.hypot(BEST_U, 50 * (1 - reach)) * (crooked ? 1.5 : 1),
    words:
      length < GOOD_LENGTH
        ? `rock further on the ${name} foot`
        : crooked
          ? `rock straighter on the ${name} foot`
          : 'good',
  };
}
