/** Digits and decimals up to which one correctly rounded division is exact. */
export const SAFE_DIGITS = 15;
export const SAFE_DECIMALS = 22;
/** Powers of ten that a double holds exactly. */
export const POWERS = Float64Array.from({ length: 23 }, (_, i) => Number(`1e${i}`));

/**
 * Reads a decimal number from bytes a … b − 1. `point` is the byte of the decimal sign. Exact for up to 15 digits
 * and 22 decimals (one correctly rounded division); anything else goes through the language's own parser.
 * An empty or blank field gives NaN with `blank` semantics left to the caller; a field that is no number gives null.
 */
export function scanNumber(bytes: Uint8Array, a: number, b: number, point: number): number | null {
  while (a < b && (bytes[a] === 32 || bytes[a] === 9 || bytes[a] === 34)) a++;
  while (b > a && (bytes[b - 1] === 32 || bytes[b - 1] === 13 || bytes[b - 1] === 9 || bytes[b - 1] === 34)) b--;
  if (a === b) return NaN;
  let i = a;
  let sign = 1;
  if (bytes[i] === 45) {
    sign = -1;
    i++;
  } else if (bytes[i] === 43) i++;
  let mantissa = 0;
  let digits = 0;
  let decimals = -1;
  for (; i < b; i++) {
    const c = bytes[i]!;
    if (c >= 48 && c <= 57) {
      mantissa = mantissa * 10 + (c - 48);
      digits++;
      if (decimals >= 0) decimals++;
    } else if (c === point && decimals < 0) decimals = 0;
    else return slow(bytes, a, b, point);
  }
  if (digits === 0 || digits > SAFE_DIGITS || decimals > SAFE_DECIMALS) return digits ? slow(bytes, a, b, point) : null;
  return sign * (decimals > 0 ? mantissa / POWERS[decimals]! : mantissa);
}

function slow(bytes: Uint8Array, a: number, b: number, point: number): number | null {
  let text = '';
  for (let i = a; i < b; i++) text += String.fromCharCode(bytes[i] === point ? 46 : bytes[i]!);
  if (/^nan$/i.test(text)) return NaN;
  return /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text) ? Number(text) : null;
}
