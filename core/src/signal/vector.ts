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

/** A constant less every sample. */
export function lessFrom(constant: number, v: Float64Array): Float64Array {
  const out = new Float64Array(v.length);
  for (let k = 0; k < v.length; k++) out[k] = constant - v[k]!;
  return out;
}
