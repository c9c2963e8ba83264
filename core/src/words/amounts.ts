/** Numbers as people read them, the same on every screen, in print, in letters and on the command line. */

/** Units that are not said behind a number. */
const UNSAID: ReadonlySet<string> = new Set(['', '–', '0–1', 'P', 'name', 'list']);
/** Units that stand right behind it. */
const CLOSE: ReadonlySet<string> = new Set(['%', '°']);
/** Units whose numbers are small. */
const HUNDREDTHS: ReadonlySet<string> = new Set(['N·m/kg', 'N·m·s/kg', 'm/s', '–', '0–1', 'P']);
/** Units whose numbers under 10 keep a tenth. */
const TENTHS: ReadonlySet<string> = new Set(['%BW', 'mm', 'in']);

/**
 * A number alone: about three figures, a real minus sign, no minus before zero, a dash for what is no number.
 * @example figure(-0.004, 'm/s') // '0.00'
 */
export function figure(v: number, unit = ''): string {
  if (!Number.isFinite(v)) return '–';
  const digits = HUNDREDTHS.has(unit) ? 2 : Math.abs(v) < 10 && TENTHS.has(unit) ? 1 : 0;
  const text = Math.abs(v).toFixed(digits);
  return (v < 0 && Number(text) !== 0 ? '−' : '') + text;
}

/** A unit as it stands behind a number: close for % and °, after a space for others, nothing for a plain number. */
export const unitBehind = (unit: string): string => (UNSAID.has(unit) ? '' : CLOSE.has(unit) ? unit : ` ${unit}`);

/**
 * A number with its unit.
 * @example amount(61.2, '%') // '61%'; amount(12, 'ms') // '12 ms'; amount(0.42, '–') // '0.42'
 */
export const amount = (v: number, unit: string, text = figure(v, unit)): string => `${text}${unitBehind(unit)}`;

/** One standard uncertainty behind its number: shares keep a tenth. */
export const plusMinus = (u: number, unit: string): string =>
  `±${figure(u, unit === 'points' || unit === '%' ? '%BW' : unit)}`;

/** The unit of a difference: two shares differ by points. */
export const unitOfDifference = (unit: string): string => (unit === '%' ? 'points' : unit);

/** The size of a difference, without its sign. */
export const difference = (v: number, unit: string): string =>
  amount(Math.abs(v), unitOfDifference(unit), figure(Math.abs(v), unit));

/** A difference with its sign, as a number alone. */
export const signed = (v: number, unit: string): string => `${v > 0 ? '+' : ''}${figure(v, unit)}`;

/**
 * How many of a thing.
 * @example counted(1, 'swing') // '1 swing'; counted(2, 'answer') // '2 answers'
 */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** An end that somebody set, as it was set: 62.5 stays 62.5. */
const end = (v: number, unit: string): string => {
  const text = figure(v, unit);
  return Number(text.replace('−', '-')) === v ? text : String(Number(v.toPrecision(4))).replace('-', '−');
};

/** What is wanted: "at least 58%", "30 to 55%"; ends are null where it is open. */
export function wanted([lo, hi]: readonly [number | null, number | null], unit: string): string {
  const said = (v: number): string => amount(v, unit, end(v, unit));
  if (lo === null) return hi === null ? 'without a fixed range' : `at most ${said(hi)}`;
  return hi === null ? `at least ${said(lo)}` : `${end(lo, unit)} to ${said(hi)}`;
}
