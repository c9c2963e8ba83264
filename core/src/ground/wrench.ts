/** Load under which a platform's centre of pressure is undefined, N. */
export const LEAST_LOAD = 20;

/** Centre of pressure (m) and free moment (N·m) of a plate wrench. */
export interface PressurePoint {
  readonly x: number;
  readonly y: number;
  readonly tz: number;
}

/**
 * Centre of pressure of a wrench F (N), M (N·m) about the plate's surface centre, in the plate's axes:
 * x = −My/Fz, y = Mx/Fz, Tz = Mz − x·Fy + y·Fx; null under 20 N.
 */
export function pressurePoint(f: readonly number[], m: readonly number[]): PressurePoint | null {
  const [fx, fy, fz] = f as [number, number, number];
  const [mx, my, mz] = m as [number, number, number];
  if (!(fz >= LEAST_LOAD)) return null;
  const x = -my / fz;
  const y = mx / fz;
  return { x, y, tz: mz - x * fy + y * fx };
}
