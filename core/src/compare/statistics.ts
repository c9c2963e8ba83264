/** Arithmetic mean; NaN of nothing. */
export const mean = (v: readonly number[]): number => v.reduce((s, x) => s + x, 0) / v.length;

/** Sample variance (n − 1); NaN of fewer than two. */
export function variance(v: readonly number[]): number {
  const m = mean(v);
  return v.reduce((s, x) => s + (x - m) ** 2, 0) / (v.length - 1);
}

/** Sample standard deviation; NaN of fewer than two. */
export const standardDeviation = (v: readonly number[]): number => Math.sqrt(variance(v));
