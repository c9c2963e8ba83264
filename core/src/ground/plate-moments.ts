/**
 * What plates and boards say of one foot, sample by sample: the vertical force, and its first moments load·x and load·y
 * about the lab origin (N·m), mirrored in y for a left-hander. Files and live pictures read them from here.
 */

/** Load·x of a plate: −My + cx·Fz; My about the plate's centre at `cx`, m. */
export const momentX = (fz: number, my: number, cx: number): number => -my + cx * fz;
/** Load·y of a plate: ±(Mx + cy·Fz). */
export const momentY = (fz: number, mx: number, cy: number, sign: 1 | -1): number => sign * (mx + cy * fz);

/** Four cells at (+hx,+hy), (−hx,+hy), (−hx,−hy), (+hx,−hy) as a plate would say them: Fz = Σc. */
export const boardFz = (a: number, b: number, c: number, d: number): number => a + b + c + d;
/** Mx = hy(a + b − c − d). */
export const boardMx = (hy: number, [a, b, c, d]: FourCells): number => hy * (a + b - c - d);
/** My = −hx(a − b − c + d). */
export const boardMy = (hx: number, [a, b, c, d]: FourCells): number => -hx * (a - b - c + d);

export type FourCells = readonly [number, number, number, number];
