import type { Trace } from '../workers/read-view';

/** Value of a trace at a time by linear interpolation; NaN outside or beside a break. */
export function traceAt(s: Trace, t: number): number {
  const x = (t - s.t0) * s.rate;
  const i = Math.floor(x + 1e-9);
  if (i < 0 || i >= s.v.length) return NaN;
  const f = x - i;
  return i + 1 < s.v.length && f > 1e-9 ? s.v[i]! * (1 - f) + s.v[i + 1]! * f : s.v[i]!;
}

/** Units that are not said behind a number. */
const UNSAID: ReadonlySet<string> = new Set(['', '–', '0–1', 'P']);

/** A number with its unit: "61%", "12 ms", "0.42". */
export function amount(v: number, unit: string, text = figure(v, unit)): string {
  if (UNSAID.has(unit)) return text;
  return unit === '%' || unit === '°' ? `${text}${unit}` : `${text} ${unit}`;
}

/** A number as the views show it: about three figures, a real minus sign. */
export function figure(v: number, unit = ''): string {
  if (!Number.isFinite(v)) return '–';
  const digits =
    unit === 'N·m/kg' || unit === 'N·m·s/kg' || unit === 'm/s' || unit === '–' || unit === '0–1' || unit === 'P'
      ? 2
      : Math.abs(v) < 10 && (unit === '%BW' || unit === 'mm' || unit === 'in')
        ? 1
        : 0;
  const text = Math.abs(v).toFixed(digits);
  return (v < 0 && Number(text) !== 0 ? '−' : '') + text;
}
