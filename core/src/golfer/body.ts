/**
 * Solves p̈ = w·(p − cop) + q with p = cop at both ends: where a mass must be so that the ground can hold it there
 * with the given rate of change of angular momentum. All arrays [n]; `w` in 1/s², `q` in m/s². Tridiagonal.
 * The second difference of the result over dt² is the right-hand side, exactly.
 */
export function massPath(
  cop: Float64Array,
  w: Float64Array,
  q: Float64Array,
  rate: number,
): { p: Float64Array; a: Float64Array } {
  const n = cop.length;
  const dt2 = 1 / rate ** 2;
  const c = new Float64Array(n);
  const d = new Float64Array(n);
  d[0] = cop[0]!;
  for (let k = 1; k < n - 1; k++) {
    const b = -(2 + dt2 * w[k]!);
    const r = dt2 * (q[k]! - w[k]! * cop[k]!);
    const m = b - c[k - 1]!;
    c[k] = 1 / m;
    d[k] = (r - d[k - 1]!) / m;
  }
  const p = new Float64Array(n);
  p[n - 1] = cop[n - 1]!;
  for (let k = n - 2; k >= 0; k--) p[k] = d[k]! - c[k]! * p[k + 1]!;
  const a = new Float64Array(n);
  for (let k = 0; k < n; k++) a[k] = w[k]! * (p[k]! - cop[k]!) + q[k]!;
  return { p, a };
}

/** Height from its acceleration by the same rule, at rest at h0 at the start. */
export function heightPath(a: Float64Array, h0: number, rate: number): Float64Array {
  const h = new Float64Array(a.length);
  const dt2 = 1 / rate ** 2;
  h[0] = h0;
  h[1] = h0;
  for (let k = 1; k + 1 < a.length; k++) h[k + 1] = 2 * h[k]! - h[k - 1]! + a[k]! * dt2;
  return h;
}
