import { type Knot, pchip } from './curves.js';
import type { FeetPair, FootName } from '../ground/foot-outline.js';

/** A golfer's build. */
export interface Build {
  /** m */
  readonly stature: number;
  /** kg */
  readonly mass: number;
}

/** A sole on the ground, right-handed lab directions, m. */
export interface Sole {
  readonly foot: FootName;
  readonly heel: readonly [number, number];
  readonly axis: readonly [number, number];
  readonly inner: readonly [number, number];
  readonly length: number;
  /** Half the greatest width; inside position ±100 lies there. */
  readonly halfWidth: number;
}

const TOE_OUT: FeetPair<number> = { lead: 18, trail: 8 };
const FOOT_LENGTH = 0.152;
const HALF_WIDTH = 0.18;

/** Edges of a sole along its length, as parts of the half width: outer and inner. */
const OUTER = pchip([
  [0, 0],
  [0.04, 0.45],
  [0.14, 0.68],
  [0.35, 0.66],
  [0.55, 0.82],
  [0.72, 0.95],
  [0.86, 0.82],
  [0.95, 0.5],
  [1, 0],
] as Knot[]);
const INNER = pchip([
  [0, 0],
  [0.04, 0.45],
  [0.14, 0.66],
  [0.33, 0.44],
  [0.5, 0.5],
  [0.68, 0.96],
  [0.78, 1],
  [0.9, 0.85],
  [0.97, 0.5],
  [1, 0],
] as Knot[]);

/** Both soles of a stance whose foot centres are `width` apart, placed about `centre`. */
export function stance(build: Build, width: number, centre: readonly [number, number]): FeetPair<Sole> {
  const sole = (foot: FootName): Sole => {
    const out = (TOE_OUT[foot] * Math.PI) / 180;
    const side = foot === 'lead' ? 1 : -1;
    const axis: [number, number] = [Math.cos(out), side * Math.sin(out)];
    const inner: [number, number] = [Math.sin(out), -side * Math.cos(out)];
    const length = FOOT_LENGTH * build.stature;
    const mid: [number, number] = [centre[0], centre[1] + (side * width) / 2];
    return {
      foot,
      heel: [mid[0] - (axis[0] * length) / 2, mid[1] - (axis[1] * length) / 2],
      axis,
      inner,
      length,
      halfWidth: HALF_WIDTH * length,
    };
  };
  return { lead: sole('lead'), trail: sole('trail') };
}

/** Lab point of a forward position (%) and inside position (−100 … 100). */
export function pointOf(s: Sole, forward: number, inside: number): [number, number] {
  const u = (forward / 100) * s.length;
  const v = (inside / 100) * s.halfWidth;
  return [s.heel[0] + s.axis[0] * u + s.inner[0] * v, s.heel[1] + s.axis[1] * u + s.inner[1] * v];
}

/** How near to the sole's edge a foot may press, % of the half width. */
const RIM = 0.1;

/** An inside position (−100 … 100) at a forward one (%), no farther out than the sole is there. */
export function withinSole(forward: number, inside: number): number {
  const u = forward / 100;
  return Math.min(100 * INNER(u) - RIM, Math.max(RIM - 100 * OUTER(u), inside));
}

/** Sole coordinates of a lab point: u along (0 … 1), v across in half widths (positive inner). */
export function soleCoordinates(s: Sole, x: number, y: number): { u: number; v: number } {
  const dx = x - s.heel[0];
  const dy = y - s.heel[1];
  return { u: (dx * s.axis[0] + dy * s.axis[1]) / s.length, v: (dx * s.inner[0] + dy * s.inner[1]) / s.halfWidth };
}

/** True when the point lies within the sole's edges. */
export function insideSole(s: Sole, x: number, y: number): boolean {
  const { u, v } = soleCoordinates(s, x, y);
  return u > 0 && u < 1 && v > -OUTER(u) && v < INNER(u);
}

/** How a foot at rest presses: heel, ball and toes, little under the arch (relative). */
export function restingPressure(u: number, v: number): number {
  const blob = ([cu, cv]: [number, number], [su, sv]: [number, number], h: number) =>
    h * Math.exp(-0.5 * (((u - cu) / su) ** 2 + ((v - cv) / sv) ** 2));
  return (
    0.06 +
    blob([0.14, 0], [0.1, 0.5], 1) +
    blob([0.68, 0.25], [0.1, 0.55], 0.95) +
    blob([0.62, -0.45], [0.12, 0.35], 0.5) +
    blob([0.9, 0.4], [0.06, 0.3], 0.45)
  );
}

/** The sole's edge as a closed polygon in lab directions, for drawing. */
export function soleOutline(s: Sole, steps = 24): [number, number][] {
  const side = (edge: (u: number) => number, sign: 1 | -1) =>
    Array.from({ length: steps + 1 }, (_, i) => {
      const u = i / steps;
      return pointOf(s, 100 * u, 100 * sign * edge(u));
    });
  return [...side(OUTER, -1), ...side(INNER, 1).reverse()];
}
