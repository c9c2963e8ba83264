import type { PracticeBand } from '@vilko/core/practice/attempts';
import { bandScale } from '@vilko/core/practice/band-scale';

/** Answers that are offered: few enough for one row and the keys 1 to 6. */
const OFFERED = 6;

/**
 * What may be answered to "what did you feel?": round numbers about the band, one step apart. Null where nothing is
 * known about where the measure lies: then it is typed.
 * @param worth the difference a teacher would act on, in the measure's unit
 */
export function feltChoices(band: PracticeBand, worth: number, unit: string): readonly number[] | null {
  if (band[0] === null && band[1] === null) return null;
  const [lo, hi] = bandScale(band, worth);
  const step = roundStep((hi - lo) / (OFFERED - 1));
  const middle = Math.round((lo + hi) / 2 / step) * step;
  const share = unit === '%';
  const first = middle - step * (OFFERED / 2 - 1);
  // a share is never under 0 or over 100
  const start = share ? Math.max(0, Math.min(100 - step * (OFFERED - 1), first)) : first;
  return Array.from({ length: OFFERED }, (_, i) => Number((start + i * step).toPrecision(6)));
}

/** The nearest of 1, 2, 5 times a power of ten. */
function roundStep(v: number): number {
  const power = 10 ** Math.floor(Math.log10(v));
  const best = [1, 2, 5, 10].reduce((a, b) => (Math.abs(b - v / power) < Math.abs(a - v / power) ? b : a));
  return best * power;
}
