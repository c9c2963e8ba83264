/** A seeded source of numbers: the same seed gives the same golfer, everywhere. */
export interface Random {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Normal, mean 0, SD 1. */
  readonly normal: () => number;
}

/** Mulberry32 and Box–Muller. */
export function random(seed: number): Random {
  // in arrays of their own: a number that changes in a closure is boxed anew every time
  const state = Int32Array.of(seed ^ 0x9e3779b9);
  const spare = Float64Array.of(NaN);
  const uniform = (): number => {
    let t = (state[0]! += 0x6d2b79f5) | 0;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = (): number => {
    const kept = spare[0]!;
    if (!Number.isNaN(kept)) {
      spare[0] = NaN;
      return kept;
    }
    const r = Math.sqrt(-2 * Math.log(1 - uniform()));
    const a = 2 * Math.PI * uniform();
    spare[0] = r * Math.sin(a);
    return r * Math.cos(a);
  };
  for (let i = 0; i < 8; i++) uniform();
  return { uniform, normal };
}
