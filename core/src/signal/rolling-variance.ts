/** Population variance of every window of `length` samples that lies in from … to; NaN where undefined. */
export function rollingVariance(v: Float64Array, from: number, to: number, length: number): Float64Array {
  const out = new Float64Array(Math.max(0, to - from - length + 2));
  const origin = v[from]!; // differences from the first sample keep the running squares small
  let sum = 0;
  let squares = 0;
  let undefinedOnes = 0;
  const add = (x: number, sign: 1 | -1) => {
    if (x !== x) undefinedOnes += sign;
    else {
      const d = x - (origin === origin ? origin : 0);
      sum += sign * d;
      squares += sign * d * d;
    }
  };
  for (let k = from; k <= to; k++) {
    add(v[k]!, 1);
    if (k - from >= length) add(v[k - length]!, -1);
    if (k - from >= length - 1)
      out[k - from - length + 1] = undefinedOnes ? NaN : Math.max(0, squares / length - (sum / length) ** 2);
  }
  return out;
}
