import { VilkoError } from '../../error.js';
import type { NdArray } from '../npz/npy.js';

/** How the values of a coded channel are made of whole numbers. */
export interface Decimals {
  /** Each is its whole number over ten to this power. */
  readonly digits: number;
  /** And then rounded to single precision, as devices deliver them. */
  readonly single: boolean;
}

/** No device tells finer than this, in the units of a recording. */
const MOST_DIGITS = 6;
const MOST = 2 ** 30;

const valueOf = (whole: number, tens: number, single: boolean): number =>
  single ? Math.fround(whole / tens) : whole / tens;

/**
 * The digits after the point with which every value of a channel can be told to the last bit: a device has a
 * resolution, and what it delivers are multiples of that. Null where there are none (noise in every bit, NaN, −0).
 * @param single whether every value is one of single precision
 */
export function decimalsOf(v: Float64Array, single: boolean): Decimals | null {
  const holds = (x: number, tens: number): boolean => {
    const whole = Math.round(x * tens);
    return Math.abs(whole) < MOST && Object.is(valueOf(whole + 0, tens, single), x);
  };
  let digits = 0;
  for (const x of v) {
    while (digits <= MOST_DIGITS && !holds(x, 10 ** digits)) digits++;
    if (digits > MOST_DIGITS) return null;
  }
  // a great value told coarsely may be too great to be told finely
  return v.every((x) => holds(x, 10 ** digits)) ? { digits, single } : null;
}

/**
 * Samples [n] as planes of bytes, uint8 [planes, n]: of each whole number the difference to the one before, folded so
 * that small ones of both signs are small (0, −1, 1, −2 … become 0, 1, 2, 3 …), its bytes apart and the least first;
 * as many planes as the greatest needs.
 */
export function toPlanes(v: Float64Array, { digits }: Decimals): NdArray {
  const n = v.length;
  const tens = 10 ** digits;
  const folded = new Uint32Array(n);
  let most = 0;
  let before = 0;
  for (let k = 0; k < n; k++) {
    const whole = Math.round(v[k]! * tens);
    const d = whole - before;
    folded[k] = (d << 1) ^ (d >> 31);
    if (folded[k]! > most) most = folded[k]!;
    before = whole;
  }
  const planes = Math.max(1, Math.ceil(Math.log2(most + 1) / 8));
  const data = new Uint8Array(planes * n);
  for (let p = 0; p < planes; p++) for (let k = 0; k < n; k++) data[p * n + k] = folded[k]! >>> (8 * p);
  return { shape: [planes, n], data };
}

/**
 * The samples [n] of planes [planes, n]; `key` is what they are called.
 * @throws VilkoError when they are no planes
 */
export function fromPlanes({ shape, data }: NdArray, { digits, single }: Decimals, key: string): Float64Array {
  const [planes = 0, n = 0] = shape;
  if (!(data instanceof Uint8Array) || shape.length !== 2 || planes > 4)
    throw new VilkoError('unreadable', `channels.npz: ${key} is no planes of bytes, which recording.json promises`);
  const tens = 10 ** digits;
  const out = new Float64Array(n);
  let whole = 0;
  for (let k = 0; k < n; k++) {
    let folded = 0;
    for (let p = 0; p < planes; p++) folded |= data[p * n + k]! << (8 * p);
    whole = (whole + ((folded >>> 1) ^ -(folded & 1))) | 0;
    out[k] = valueOf(whole, tens, single);
  }
  return out;
}
