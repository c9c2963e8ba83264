/**
 * What a device of this resolution (digits after the point) delivers, in single precision; the device that tells the
 * truth does not round.
 */
export function deliver(v: Float64Array, digits: number): Float64Array {
  const tens = 10 ** digits;
  // + 0: nothing is delivered as −0
  for (let k = 0; k < v.length; k++) v[k] = Math.fround((Math.round(v[k]! * tens) + 0) / tens);
  return v;
}
