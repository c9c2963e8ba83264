import cdf from '@stdlib/stats-base-dists-normal-cdf';

/** Φ: the standard normal distribution function. */
export const phi = (z: number): number => cdf(z, 0, 1);
