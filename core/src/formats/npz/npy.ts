import { strFromU8, strToU8 } from 'fflate';
import { VilkoError } from '../../error.js';

/** A numeric array of any shape, C order. */
export interface NdArray {
  readonly shape: readonly number[];
  readonly data: Uint8Array | Uint16Array | Int16Array | Int32Array | Uint32Array | Float32Array | Float64Array;
}

/** Bytes up to the header's text, of the versions that have the longer one. */
const HEAD = 12;
const MAGIC = [0x93, 0x4e, 0x55, 0x4d, 0x50, 0x59];

/**
 * Reads one .npy array (versions 1–3, numeric types, both byte and both memory orders). Bytes and floats of this
 * machine's order are looked at where they lie: the array lives as long as `bytes` does.
 */
export function readNpy(bytes: Uint8Array, name: string): NdArray {
  if (MAGIC.some((m, i) => bytes[i] !== m))
    throw new VilkoError('unreadable', `${name} is not a NumPy array`, 'byte 0');
  if (bytes.length < HEAD)
    throw new VilkoError('truncated', `${name} ends before it says what it holds`, `byte ${bytes.length}`);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const long = bytes[6]! >= 2;
  const length = long ? view.getUint32(8, true) : view.getUint16(8, true);
  const start = (long ? 12 : 10) + length;
  const header = strFromU8(bytes.subarray(long ? 12 : 10, start), true);
  const descr = /'descr':\s*'([<>|=]?)([a-zA-Z])(\d+)'/.exec(header);
  const shape = /'shape':\s*\(([^)]*)\)/.exec(header);
  if (!descr || !shape)
    throw new VilkoError('unreadable', `${name} holds no plain numbers: ${header.trim().slice(0, 60)}`, 'byte 10');
  const dims = shape[1]!
    .split(',')
    .filter((s) => s.trim())
    .map((s) => Number(s.trim()));
  if (!dims.every((n) => Number.isSafeInteger(n) && n >= 0))
    throw new VilkoError('unreadable', `${name} has the shape (${shape[1]!.slice(0, 60)})`, 'byte 10');
  const count = dims.reduce((a, b) => a * b, 1);
  const size = Number(descr[3]);
  if (bytes.length - start < count * size)
    throw new VilkoError('truncated', `${name} promises ${count} values but ends early`, `byte ${bytes.length}`);
  const values = new DataView(bytes.buffer, bytes.byteOffset + start, count * size);
  const data = decode(values, count, { kind: descr[2]!, size, little: descr[1] !== '>' }, name);
  return { shape: dims, data: /'fortran_order':\s*True/.test(header) ? toRowMajor(data, dims) : data };
}

/** The n values of a view, of NumPy's type `kind` with `size` bytes each. */
function decode(
  view: DataView,
  n: number,
  { kind, size, little }: { kind: string; size: number; little: boolean },
  name: string,
): NdArray['data'] {
  const fill = <T extends NdArray['data']>(out: T, get: (at: number) => number): T => {
    for (let k = 0; k < n; k++) out[k] = get(k * size);
    return out;
  };
  const bytes = new Uint8Array(view.buffer, view.byteOffset, n * size);
  switch (`${kind}${size}`) {
    case 'u1':
    case 'b1':
      return bytes;
    case 'i1':
      return fill(new Int16Array(n), (i) => view.getInt8(i));
    case 'u2':
      return fill(new Uint16Array(n), (i) => view.getUint16(i, little));
    case 'i2':
      return fill(new Int16Array(n), (i) => view.getInt16(i, little));
    case 'u4':
      return fill(new Uint32Array(n), (i) => view.getUint32(i, little));
    case 'i4':
      return fill(new Int32Array(n), (i) => view.getInt32(i, little));
    case 'u8':
      return fill(new Float64Array(n), (i) => Number(view.getBigUint64(i, little)));
    case 'i8':
      return fill(new Float64Array(n), (i) => Number(view.getBigInt64(i, little)));
    case 'f2':
      return fill(new Float32Array(n), (i) => half(view.getUint16(i, little)));
    case 'f4':
      return little
        ? new Float32Array(...aligned(bytes, 4))
        : fill(new Float32Array(n), (i) => view.getFloat32(i, false));
    case 'f8':
      return little
        ? new Float64Array(...aligned(bytes, 8))
        : fill(new Float64Array(n), (i) => view.getFloat64(i, false));
    default:
      throw new VilkoError('unsupported', `${name} has the type ${kind}${size}, which carries no plain numbers`);
  }
}

/** Where numbers of `size` bytes can be looked at in place; copied only where they lie across that size. */
function aligned(bytes: Uint8Array, size: number): [buffer: ArrayBufferLike, at: number, n: number] {
  const { buffer, byteOffset } = bytes.byteOffset % size ? bytes.slice() : bytes;
  return [buffer, byteOffset, bytes.length / size];
}

function half(bits: number): number {
  const sign = bits & 0x8000 ? -1 : 1;
  const e = (bits >> 10) & 31;
  const f = bits & 1023;
  if (e === 0) return sign * f * 2 ** -24;
  return e === 31 ? (f ? NaN : sign * Infinity) : sign * (1 + f / 1024) * 2 ** (e - 15);
}

/** Column-major data to row-major. */
function toRowMajor<T extends NdArray['data']>(data: T, dims: readonly number[]): T {
  const out = data.slice() as T;
  const strides = dims.map((_, i) => dims.slice(0, i).reduce((a, b) => a * b, 1));
  const index = new Array<number>(dims.length).fill(0);
  for (let k = 0; k < data.length; k++) {
    out[k] = data[index.reduce((s, x, i) => s + x * strides[i]!, 0)]!;
    for (let d = dims.length - 1; d >= 0 && ++index[d]! === dims[d]; d--) index[d] = 0;
  }
  return out;
}

const TYPES: readonly [new (n: number) => NdArray['data'], string][] = [
  [Uint8Array, '|u1'],
  [Uint16Array, '<u2'],
  [Int16Array, '<i2'],
  [Uint32Array, '<u4'],
  [Int32Array, '<i4'],
  [Float32Array, '<f4'],
  [Float64Array, '<f8'],
];

/** Writes one .npy array, version 1.0, C order. */
export function writeNpy({ shape, data }: NdArray): Uint8Array {
  const descr = TYPES.find(([type]) => data instanceof type)![1];
  const dims = shape.length === 1 ? `${shape[0]},` : shape.join(', ');
  const dict = `{'descr': '${descr}', 'fortran_order': False, 'shape': (${dims}), }`;
  const padded = dict.padEnd(64 * Math.ceil((dict.length + 11) / 64) - 11) + '\n';
  const head = new Uint8Array(10 + padded.length);
  head.set([...MAGIC, 1, 0, padded.length & 255, padded.length >> 8]);
  head.set(strToU8(padded, true), 10);
  const out = new Uint8Array(head.length + data.byteLength);
  out.set(head);
  out.set(new Uint8Array(data.buffer, data.byteOffset, data.byteLength), head.length);
  return out;
}
