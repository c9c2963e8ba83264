import { contours } from 'd3-contour';
import type { MatFrames } from '@vilko/core/traces/swing-traces';

/** Contour heights as parts of the swing's greatest cell. */
export const LEVELS = [0.035, 0.08, 0.14, 0.21, 0.3, 0.41, 0.55, 0.72] as const;

/** A blurred peak keeps about this part of its height. */
const BLURRED = 0.8;

/** Rings of one level in grid coordinates: [column, row], cell centres at whole numbers. */
export interface ContourLevel {
  readonly level: number;
  readonly rings: readonly (readonly (readonly [number, number])[])[];
}

/** The part of a mat where a foot ever stands, with one empty cell around. */
export interface FootBox {
  readonly r0: number;
  readonly c0: number;
  readonly rows: number;
  readonly cols: number;
}

/** Box of the cells of a foot that are ever loaded. */
export function footBox(cells: { rows: number; cols: number }, mine: (cell: number) => boolean): FootBox | null {
  let [r0, r1, c0, c1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < cells.rows * cells.cols; i++) {
    if (!mine(i)) continue;
    const r = Math.floor(i / cells.cols);
    const c = i % cells.cols;
    r0 = Math.min(r0, r);
    r1 = Math.max(r1, r);
    c0 = Math.min(c0, c);
    c1 = Math.max(c1, c);
  }
  return r1 < r0 ? null : { r0: r0 - 1, c0: c0 - 1, rows: r1 - r0 + 3, cols: c1 - c0 + 3 };
}

/**
 * Contours of one foot's pressure at a moment. The cells are blurred once (weights 1-2-1 both ways), so that a line
 * shows the shape of the pressure and not of the cells.
 * @param value of a cell, 0 for the other foot's
 */
export function footContours(
  box: FootBox,
  cells: { rows: number; cols: number },
  value: (cell: number) => number,
  most: number,
): ContourLevel[] {
  const { rows, cols, r0, c0 } = box;
  const raw = (r: number, c: number): number => {
    const R = r + r0;
    const C = c + c0;
    return R < 0 || C < 0 || R >= cells.rows || C >= cells.cols ? 0 : value(R * cells.cols + C);
  };
  const across = new Float64Array(rows * cols);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++) across[r * cols + c] = raw(r, c - 1) + 2 * raw(r, c) + raw(r, c + 1);
  const grid = new Array<number>(rows * cols);
  const at = (r: number, c: number) => (r < 0 || r >= rows ? 0 : across[r * cols + c]!);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++) grid[r * cols + c] = (at(r - 1, c) + 2 * at(r, c) + at(r + 1, c)) / 16;
  const make = contours().size([cols, rows]).smooth(true);
  return LEVELS.map((level) => ({
    level,
    rings: make
      .contour(grid, level * BLURRED * most)
      .coordinates.flatMap((polygon) =>
        polygon.map((ring) => ring.map(([x, y]) => [x! - 0.5 + c0, y! - 0.5 + r0] as const)),
      ),
  })).filter((l) => l.rings.length > 0);
}

/** Where a grid position lies in the stance frame, mm. */
export const placeOf = (m: MatFrames, [c, r]: readonly [number, number]): [number, number] => [
  m.origin[0] + r * m.rowStep[0] + c * m.colStep[0],
  m.origin[1] + r * m.rowStep[1] + c * m.colStep[1],
];
