/** A point a curve goes through. */
export type Knot = readonly [t: number, v: number];

/** Monotone piecewise-cubic interpolation (Fritsch–Carlson), constant beyond both ends. */
export function pchip(knots: readonly Knot[]): (t: number) => number {
  const n = knots.length;
  const slope = knots.slice(1).map((k, i) => (k[1] - knots[i]![1]) / (k[0] - knots[i]![0]));
  const d = Float64Array.from(knots, (_, i) => {
    if (i === 0 || i === n - 1) return 0;
    const a = slope[i - 1]!;
    const b = slope[i]!;
    if (a * b <= 0) return 0;
    const ha = knots[i]![0] - knots[i - 1]![0];
    const hb = knots[i + 1]![0] - knots[i]![0];
    return (3 * (ha + hb)) / ((2 * hb + ha) / a + (hb + 2 * ha) / b);
  });
  // asked in order of time, the piece is the one before or near it
  let i = 0;
  const times = Float64Array.from(knots, ([t]) => t);
  const values = Float64Array.from(knots, ([, v]) => v);
  return (t) => {
    if (t <= times[0]!) return values[0]!;
    if (t >= times[n - 1]!) return values[n - 1]!;
    if (t <= times[i]!) i = 0;
    while (t > times[i + 1]!) i++;
    const t0 = times[i]!;
    const v0 = values[i]!;
    const v1 = values[i + 1]!;
    const h = times[i + 1]! - t0;
    const x = (t - t0) / h;
    const x2 = x * x;
    const x3 = x2 * x;
    return (
      (2 * x3 - 3 * x2 + 1) * v0 + (x3 - 2 * x2 + x) * h * d[i]! + (3 * x2 - 2 * x3) * v1 + (x3 - x2) * h * d[i + 1]!
    );
  };
}

/** Samples a knotted curve at `rate` Hz and smooths it with a Gaussian of `sigma` s, ends held. */
export function smoothCurve(knots: readonly Knot[], n: number, rate: number, sigma: number): Float64Array {
  const f = pchip(knots);
  const reach = Math.ceil(4 * sigma * rate);
  const kernel = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-0.5 * ((i - reach) / rate / sigma) ** 2),
  );
  const total = kernel.reduce((a, b) => a + b, 0);
  const width = kernel.length;
  // with its ends held beyond them: the window of sample k begins at k
  const held = new Float64Array(n + 2 * reach);
  for (let k = 0; k < held.length; k++) held[k] = f(Math.min(n - 1, Math.max(0, k - reach)) / rate);
  const out = new Float64Array(n);
  // how many of the newest samples are alike: a golfer stands still for most of a recording
  let alike = 1;
  for (let k = 1; k < width - 1; k++) alike = held[k] === held[k - 1] ? alike + 1 : 1;
  for (let k = 0; k < n; k++) {
    const newest = k + width - 1;
    alike = held[newest] === held[newest - 1] ? alike + 1 : 1;
    if (alike > width && k > 0) {
      out[k] = out[k - 1]!;
      continue;
    }
    // three sums at once: an addition need not wait for the one before
    let a = 0;
    let b = 0;
    let c = 0;
    let i = 0;
    for (; i + 2 < width; i += 3) {
      a += kernel[i]! * held[k + i]!;
      b += kernel[i + 1]! * held[k + i + 1]!;
      c += kernel[i + 2]! * held[k + i + 2]!;
    }
    for (; i < width; i++) a += kernel[i]! * held[k + i]!;
    out[k] = (a + b + c) / total;
  }
  return out;
}

/** A bump A·(1 − ((t − c)/w)²)³ on |t − c| < w, twice continuously differentiable. */
export interface Bump {
  readonly c: number;
  readonly w: number;
  readonly a: number;
}

/** Integral of (1 − x²)³ from −1 to u. */
const area = (u: number): number => {
  const v = u * u;
  return u * (1 + v * (-1 + v * (3 / 5 - v / 7))) + 16 / 35;
};

/** The sum of bumps times `scale` at k/rate, k = 0 … n − 1. */
export function sampleBumps(bumps: readonly Bump[], n: number, rate: number, scale: number): Float64Array {
  const out = new Float64Array(n);
  for (const { c, w, a } of bumps)
    for (let k = Math.max(0, Math.ceil((c - w) * rate)); k < n && k <= (c + w) * rate; k++) {
      const u = (k / rate - c) / w;
      const v = 1 - u * u;
      out[k]! += scale * a * v * v * v;
    }
  return out;
}

/** The integral of the same sum from −∞. */
export function sampleIntegrals(bumps: readonly Bump[], n: number, rate: number, scale: number): Float64Array {
  const out = new Float64Array(n);
  for (const { c, w, a } of bumps) {
    let k = Math.max(0, Math.ceil((c - w) * rate));
    for (let u = (k / rate - c) / w; k < n && u < 1; u = (++k / rate - c) / w) out[k]! += scale * a * w * area(u);
    // behind the bump its whole area stays
    const whole = scale * a * w * area(1);
    for (; k < n; k++) out[k]! += whole;
  }
  return out;
}
