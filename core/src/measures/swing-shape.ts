import { FEET, type FootOutline } from '../ground/foot-outline.js';
import { at, mapSeries } from '../signal/series.js';
import type { SwingContext } from './context.js';
import { stanceCoordinates } from './path-legs.js';

export type ShapePoint = [along: number, across: number];

/** A swing small: its route in three parts and the soles, mm along (target +) and across (toes +) the stance line. */
export interface SwingShape {
  readonly back: ShapePoint[];
  readonly down: ShapePoint[];
  readonly through: ShapePoint[];
  readonly soles: ShapePoint[][];
}

const STEP = 0.02;
const MM = 1000;

/** A generic sole about an outline, as parts of length and half width, outer edge then inner edge. */
const SOLE: readonly (readonly [u: number, v: number])[] = [
  [0, 0],
  [0.03, -0.5],
  [0.12, -0.68],
  [0.3, -0.66],
  [0.5, -0.78],
  [0.68, -0.97],
  [0.82, -0.9],
  [0.93, -0.62],
  [0.99, -0.12],
  [1, 0.24],
  [0.96, 0.66],
  [0.86, 0.94],
  [0.74, 1],
  [0.62, 0.86],
  [0.48, 0.5],
  [0.34, 0.44],
  [0.2, 0.6],
  [0.1, 0.66],
  [0.03, 0.5],
];

/** Points of a sole's edge in lab directions, m. */
export const soleEdge = (o: FootOutline): [number, number][] =>
  SOLE.map(([u, v]) => [
    o.heel[0] + o.axis[0] * u * o.length + o.inner[0] * v * o.halfWidth,
    o.heel[1] + o.axis[1] * u * o.length + o.inner[1] * v * o.halfWidth,
  ]);

/** The route of a swing for a thumbnail, every 20 ms; null where the feet could not be told apart. */
export function swingShape(c: SwingContext): SwingShape | null {
  const { p1, p4, p7, p9 } = c.events;
  if (!c.line || !c.outlines || !p1 || !p4 || !p7 || !p9) return null;
  const { along, across } = stanceCoordinates(c.ground.path, c.line);
  const x = mapSeries(along, (v) => MM * v);
  const y = mapSeries(across, (v) => MM * v);
  const part = (a: number, b: number): ShapePoint[] => {
    const n = Math.max(1, Math.round((b - a) / STEP));
    const points = Array.from({ length: n + 1 }, (_, i): ShapePoint => {
      const t = a + ((b - a) * i) / n;
      return [round(at(x, t)), round(at(y, t))];
    });
    return points.filter((p) => Number.isFinite(p[0]) && Number.isFinite(p[1]));
  };
  const { origin, along: e, across: n } = c.line;
  const soles = FEET.map((f) =>
    soleEdge(c.outlines![f]).map(([px, py]): ShapePoint => {
      const [dx, dy] = [px - origin[0], py - origin[1]];
      return [round(MM * (dx * e[0] + dy * e[1])), round(MM * (dx * n[0] + dy * n[1]))];
    }),
  );
  return { back: part(p1.t, p4.t), down: part(p4.t, p7.t), through: part(p7.t, p9.t + 0.1), soles };
}

const round = (v: number): number => Math.round(v * 10) / 10;
