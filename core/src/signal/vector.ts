// Plain loops: a callback per sample costs ten times the arithmetic, and a recording has hundreds of thousands.

/** Every sample times a factor. */
export function times(v: Float64Array, factor: number): Float64Array {
  const out = new Float64Array(v.length);
  for (let k = 0; k < v.length; k++) out[k] = v[k]! * factor;
  return out;
}

/** Sample by sample. */
export function plus(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length);
  for (let k = 0; k < a.length; k++) out[k] = a[k]! + b[k]!;
  return out;
}

/** Every sample put through a function: what a typed array's own `map` does, at a fraction of its cost. */
export function mapped(v: Float64Array, f: (x: number, k: number) => number): Float64Array {
  const out = new Float64Array(v.length);
  for (let k = 0; k < v.length; k++) out[k] = f(v[k]!, k);
  return out;
}

/** Length of a vector in the plane: `Math.hypot` costs ten times as much, for overflows that no sample comes near. */
export const lengthOf = (x: number, y: number): number => Math.sqrt(x * x + y * y);

/** The sum of all samples. */
export function sumOf(v: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < v.length; k++) sum += v[k]!;
  return sum;
}

/** One times the other, sample by sample. */
export function product(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length);
  for (let k = 0; k < a.length; k++) out[k] = a[k]! * b[k]!;
  return out;
}

/** A constant less every sample. */
export function lessFrom(constant: number, v: Float64Array): Float64Array {
  const out = new Float64Array(v.length);
  for (let k = 0; k < v.length; k++) out[k] = constant - v[k]!;
  return out;
}
