import type { Recording } from '../recording/recording.js';
import { WRENCH_CHANNELS } from '../recording/recording.js';

/** A peak that stays this long at its very highest value was cut off, s; never under this many samples. */
const SHORTEST = 0.005;
const LEAST_SAMPLES = 4;
/** A clipped peak is entered and left in larger steps than the device's own resolution. */
const STEP = 2.5;

/** An end of range is no small value: a foot that has left its plate reads exactly nothing too. */
const SUBSTANTIAL = 0.3;

/** Where a channel stays at its end of range. */
export interface Clipped {
  readonly value: number;
  /** Index of the first sample of the longest such stretch, and samples in all of them. */
  readonly first: number;
  readonly samples: number;
}

/**
 * Looks for a channel that has reached the end of its range: stretches of exactly equal samples at its greatest or
 * least value, entered or left in a step of several times the channel's resolution (a true peak slows down first).
 */
export function clipped(v: Float64Array, rate: number): Clipped | null {
  const least = Math.max(LEAST_SAMPLES, Math.round(SHORTEST * rate));
  let [low, high, resolution] = [Infinity, -Infinity, Infinity];
  for (let k = 0; k < v.length; k++) {
    const x = v[k]!;
    if (x < low) low = x;
    if (x > high) high = x;
    const step = k > 0 ? Math.abs(x - v[k - 1]!) : 0;
    if (step > 0 && step < resolution) resolution = step;
  }
  let found: Clipped | null = null;
  const reach = SUBSTANTIAL * Math.max(Math.abs(low), Math.abs(high));
  for (const value of high > low ? [high, low].filter((v) => Math.abs(v) >= reach) : []) {
    let samples = 0;
    let longest = 0;
    let first = 0;
    for (let k = 0; k < v.length; k++) {
      if (v[k] !== value) continue;
      let end = k;
      while (v[end + 1] === value) end++;
      const into = k > 0 ? Math.abs(value - v[k - 1]!) : 0;
      const out = end + 1 < v.length ? Math.abs(value - v[end + 1]!) : 0;
      // at rest a channel may sit at its lowest count: entered by single counts, or from the very start
      if (end - k + 1 >= least && k > 0 && end + 1 < v.length && (into + out) / 2 > STEP * resolution) {
        samples += end - k + 1;
        if (end - k + 1 > longest) {
          longest = end - k + 1;
          first = k;
        }
      }
      k = end;
    }
    if (samples && (!found || samples > found.samples)) found = { value, first, samples };
  }
  return found;
}

/** A sentence for each channel of a plate or board that reached the end of its range. */
export function clippingWarnings(rec: Recording, rate: number): string[] {
  const said = (what: string, unit: string, v: Float64Array): string[] => {
    const c = clipped(v, rate);
    if (!c) return [];
    const ms = Math.round((1000 * c.samples) / rate);
    return [
      `${what} is saturated: it stays at ${c.value.toFixed(c.value > 100 ? 0 : 1)} ${unit} for ${ms} ms, from ${rec.time[c.first]!.toFixed(3)} s: its peaks are greater than shown`,
    ];
  };
  return [
    ...rec.platforms.flatMap((p, i) =>
      WRENCH_CHANNELS.flatMap((c) =>
        said(`plate ${i + 1}, ${c[0]!.toUpperCase()}${c[1]}`, c.startsWith('f') ? 'N' : 'N·m', p[c]),
      ),
    ),
    ...rec.boards.flatMap((b, i) => b.cells.flatMap((v, j) => said(`board ${i + 1}, cell ${j + 1}`, 'N', v))),
  ];
}
