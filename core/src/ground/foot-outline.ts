import type { CheckedFoot } from '../recording/foot-check.js';

/** Where a foot lies and how positions in it are counted. Lab directions, m. */
export interface FootOutline {
  /** Middle of the heel edge. */
  readonly heel: readonly [number, number];
  /** The 50% point. */
  readonly centre: readonly [number, number];
  /** Unit vector from heel to toe. */
  readonly axis: readonly [number, number];
  /** Unit vector from the outer to the inner edge. */
  readonly inner: readonly [number, number];
  readonly length: number;
  readonly halfWidth: number;
}

export interface FeetPair<T> {
  readonly lead: T;
  readonly trail: T;
}

export type FootName = keyof FeetPair<unknown>;
export const FEET: readonly FootName[] = ['lead', 'trail'];

export const ASSUMED_LENGTH = 0.27;
export const ASSUMED_HALF_WIDTH = 0.05;
/** Where the mean pressure at address is put in a foot that nothing has measured, % of its length. */
export const ASSUMED_FORWARD = 45;

/** A foot put around its mean pressure at address: 45% of a 0.27 m foot along X, inside position 0. */
export function assumedFoot(name: FootName, x: number, y: number): FootOutline {
  const heelX = x - (ASSUMED_FORWARD / 100) * ASSUMED_LENGTH;
  return {
    heel: [heelX, y],
    centre: [heelX + ASSUMED_LENGTH / 2, y],
    axis: [1, 0],
    inner: [0, name === 'lead' ? -1 : 1],
    length: ASSUMED_LENGTH,
    halfWidth: ASSUMED_HALF_WIDTH,
  };
}

/**
 * A foot as its check showed it; one that has left the ground since is put so that it stands at `now` as it stood
 * then.
 */
export function checkedOutline(name: FootName, c: CheckedFoot, now: readonly [number, number] | null): FootOutline {
  const [dx, dy] = now ? [now[0] - c.standing[0], now[1] - c.standing[1]] : [0, 0];
  const heel: [number, number] = [c.heel[0] + dx, c.heel[1] + dy];
  const side = name === 'lead' ? 1 : -1;
  return {
    heel,
    centre: [heel[0] + (c.axis[0] * c.length) / 2, heel[1] + (c.axis[1] * c.length) / 2],
    axis: [...c.axis],
    inner: [side * c.axis[1], -side * c.axis[0]],
    length: c.length,
    halfWidth: ASSUMED_HALF_WIDTH,
  };
}

/** Forward position: 0 at the heel end, 100 at the toe end, % of foot length. */
export const forwardPosition = (f: FootOutline, x: number, y: number): number =>
  (100 * ((x - f.heel[0]) * f.axis[0] + (y - f.heel[1]) * f.axis[1])) / f.length;

/** Inside position: −100 at the outer edge, +100 at the inner edge. */
export const insidePosition = (f: FootOutline, x: number, y: number): number =>
  (100 * ((x - f.centre[0]) * f.inner[0] + (y - f.centre[1]) * f.inner[1])) / f.halfWidth;

/** The stance line: from trail to lead foot centre. */
export interface StanceLine {
  /** Midpoint of the foot centres: the origin of the stance frame. */
  readonly origin: readonly [number, number];
  /** Unit vector from trail to lead. */
  readonly along: readonly [number, number];
  /** Unit vector across, positive toward the toes. */
  readonly across: readonly [number, number];
  /** Distance between the foot centres, m. */
  readonly width: number;
}

export function stanceLine(feet: FeetPair<Pick<FootOutline, 'centre'>>): StanceLine {
  const [lx, ly] = feet.lead.centre;
  const [tx, ty] = feet.trail.centre;
  const width = Math.hypot(lx - tx, ly - ty);
  const along: [number, number] = [(lx - tx) / width, (ly - ty) / width];
  return { origin: [(lx + tx) / 2, (ly + ty) / 2], along, across: [along[1], -along[0]], width };
}
