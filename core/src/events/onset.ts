import { indexFrom, indexTo, moments, type Series, timeOf } from '../signal/series.js';
import type { AddressWindow } from './address.js';

const LEAST_BAND = 2;
const SHORT_OUT = 0.06;
const SHORT_IN = 0.15;

/** When the lead share first leaves its band around the address mean, and that mean. */
export interface PressureOnset {
  /** s; null when the share never leaves the band in time. */
  readonly t: number | null;
  /** +1 when the share first rises (a forward press), −1 when it falls. */
  readonly direction: 1 | -1;
  readonly mean: number;
  readonly band: number;
}

/**
 * Pressure onset (measuring.md §5): from the anchor back while outside the band, its first sample; if inside at
 * the anchor, the first later outside sample up to `until`.
 */
export function pressureOnset(share: Series, address: AddressWindow, anchor: number, until: number): PressureOnset {
  const { mean, sd } = moments(share.v, address.i0, address.i1);
  const band = Math.max(LEAST_BAND, 4 * sd);
  const from = address.i0;
  const to = indexTo(share, Math.max(anchor, until));
  const out = Array.from({ length: to - from + 1 }, (_, k) => Math.abs(share.v[from + k]! - mean) > band);
  closeRuns(out, true, SHORT_OUT * share.rate);
  closeRuns(out, false, SHORT_IN * share.rate);
  const result = (k: number | null): PressureOnset => ({
    t: k === null ? null : timeOf(share, from + k),
    direction: k !== null && share.v[from + k]! > mean ? 1 : -1,
    mean,
    band,
  });
  let k = indexTo(share, anchor) - from;
  if (out[k]) {
    while (k > 0 && out[k - 1]) k--;
    return result(k);
  }
  for (k = indexFrom(share, anchor) - from; k <= indexTo(share, until) - from; k++) if (out[k]) return result(k);
  return result(null);
}

/** Turns runs of `value` shorter than `length` samples over, but for those at either end. */
function closeRuns(out: boolean[], value: boolean, length: number): void {
  for (let i = 0; i < out.length;) {
    let j = i;
    while (j < out.length && out[j] === out[i]) j++;
    if (out[i] === value && j - i < length && i > 0 && j < out.length) out.fill(!value, i, j);
    i = j;
  }
}
