/** Coefficients of a second-order section, a0 = 1. */
export interface Section {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Highest cutoff as a part of the sampling rate. */
const HIGHEST = 0.4;

/** The cutoff in force: never above 0.4·fs. */
export const cutoffUsed = (fc: number, fs: number): number => Math.min(fc, HIGHEST * fs);

/**
 * Second-order Butterworth section for a forward and backward pass whose −3 dB point together is `fc` (Hz).
 * Pre-warped: Ω = tan(π·fc/fs)/(√2 − 1)^(1/4). Source: bilinear transform of 1/(s² + √2 s + 1).
 */
export function butterworthSection(fc: number, fs: number): Section {
  const w = Math.tan((Math.PI * cutoffUsed(fc, fs)) / fs) / Math.pow(Math.SQRT2 - 1, 0.25);
  const d = 1 + Math.SQRT2 * w + w * w;
  const b0 = (w * w) / d;
  return { b: [b0, 2 * b0, b0], a: [(2 * (w * w - 1)) / d, (1 - Math.SQRT2 * w + w * w) / d] };
}

/**
 * Zero-phase low-pass: forward and backward, odd extension by min(9, n − 1) samples, steady-state initial
 * conditions. Shape [n] in and out; under 3 samples unchanged. Undefined samples are not allowed.
 */
export function lowPass(x: Float64Array, fc: number, fs: number): Float64Array {
  const n = x.length;
  if (n < 3) return x.slice();
  const section = butterworthSection(fc, fs);
  const pad = Math.min(9, n - 1);
  const work = new Float64Array(n + 2 * pad);
  for (let k = 0; k < pad; k++) {
    work[k] = 2 * x[0]! - x[pad - k]!;
    work[pad + n + k] = 2 * x[n - 1]! - x[n - 2 - k]!;
  }
  work.set(x, pad);
  pass(work, section, 1);
  pass(work, section, -1);
  return work.slice(pad, pad + n);
}

/** One pass in place, forward or backward (transposed direct form II), from the steady state of its first sample. */
function pass(w: Float64Array, { b, a }: Section, direction: 1 | -1): void {
  const [b0, b1, b2] = b;
  const [a1, a2] = a;
  // steady state for a unit step: z2 = b2 − a2·y, z1 = b1 − a1·y + z2, with y = 1 (the section's gain at 0 Hz)
  const first = direction > 0 ? 0 : w.length - 1;
  let z2 = (b2 - a2) * w[first]!;
  let z1 = (b1 - a1) * w[first]! + z2;
  for (let k = first; k >= 0 && k < w.length; k += direction) {
    const u = w[k]!;
    const y = b0 * u + z1;
    z1 = b1 * u - a1 * y + z2;
    z2 = b2 * u - a2 * y;
    w[k] = y;
  }
}
