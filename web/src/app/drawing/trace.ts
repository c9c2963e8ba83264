import type { Trace } from '@vilko/core/traces/swing-traces';

/** Value of a trace at a time by linear interpolation; NaN outside or beside a break. */
export function traceAt(s: Trace, t: number): number {
  const x = (t - s.t0) * s.rate;
  const i = Math.floor(x + 1e-9);
  if (i < 0 || i >= s.v.length) return NaN;
  const f = x - i;
  return i + 1 < s.v.length && f > 1e-9 ? s.v[i]! * (1 - f) + s.v[i + 1]! * f : s.v[i]!;
}
