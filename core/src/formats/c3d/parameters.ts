import { strFromU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { type Processor, processor } from './processor.js';

/** One parameter: numbers, or texts cut at the first dimension. */
export interface Parameter {
  readonly dims: readonly number[];
  readonly numbers: readonly number[];
  readonly texts: readonly string[];
}

export interface C3dParameters {
  readonly processor: Processor;
  readonly get: (group: string, name: string) => Parameter | undefined;
}

const BLOCK = 512;
const signed = (byte: number | undefined): number => ((byte ?? 0) << 24) >> 24;

/** Reads the parameter section. Groups and parameters may come in any order; names are compared without case. */
export function readParameters(bytes: Uint8Array, view: DataView): C3dParameters {
  if (bytes.length < BLOCK)
    throw new VilkoError('truncated', 'shorter than the header of a C3D file', `byte ${bytes.length}`);
  if (bytes[1] !== 0x50) throw new VilkoError('unreadable', 'not a C3D file: the second byte is not 80', 'byte 1');
  const start = (bytes[0]! - 1) * BLOCK;
  if (start < 0 || start + 4 > bytes.length)
    throw new VilkoError('truncated', 'the parameter section lies outside the file', `byte ${start}`);
  const p = processor(bytes[start + 3]!, view);
  if (!p) throw new VilkoError('unreadable', `unknown processor code ${bytes[start + 3]}`, `byte ${start + 3}`);
  const end = Math.min(bytes.length, start + (bytes[start + 2]! || 255) * BLOCK);
  const groups = new Map<number, string>();
  const found: { group: number; name: string; parameter: Parameter }[] = [];
  for (let at = start + 4; at + 2 < end;) {
    const length = Math.abs(signed(bytes[at]));
    const id = signed(bytes[at + 1]);
    if (length === 0 || id === 0) break;
    const name = strFromU8(bytes.subarray(at + 2, at + 2 + length), true)
      .trim()
      .toUpperCase();
    const link = at + 2 + length;
    if (link + 2 > bytes.length)
      throw new VilkoError('truncated', 'the parameter section ends inside a parameter', `byte ${at}`);
    const next = p.int16(link);
    if (id < 0) groups.set(-id, name);
    else found.push({ group: id, name, parameter: readParameter(bytes, p, link + 2) });
    if (next === 0) break;
    if (next < 0) throw new VilkoError('unreadable', 'a parameter points backward', `byte ${link}`);
    at = link + next;
  }
  const byName = new Map(found.map((f) => [`${groups.get(f.group) ?? ''}:${f.name}`, f.parameter]));
  return { processor: p, get: (g, n) => byName.get(`${g}:${n}`) };
}

/** Bytes of a value by a parameter's type: letters, bytes, words, floats. */
const SIZE_OF_TYPE: Readonly<Record<number, number>> = { [-1]: 1, 1: 1, 2: 2, 4: 4 };

function readParameter(bytes: Uint8Array, p: Processor, at: number): Parameter {
  const type = signed(bytes[at]);
  const count = bytes[at + 1] ?? 0;
  const dims = Array.from(bytes.subarray(at + 2, at + 2 + count));
  const data = at + 2 + count;
  const n = dims.reduce((a, b) => a * b, 1);
  const size = SIZE_OF_TYPE[type];
  if (size === undefined)
    throw new VilkoError('unreadable', `a parameter is of type ${type}; −1, 1, 2 and 4 can be read`, `byte ${at}`);
  // nothing is made before it is known to lie in the file
  if (data + n * size > bytes.length)
    throw new VilkoError('truncated', 'a parameter ends outside the file', `byte ${data}`);
  if (type === -1) {
    const width = dims[0] ?? 1;
    const texts = Array.from({ length: width ? n / width : 0 }, (_, i) =>
      strFromU8(bytes.subarray(data + i * width, data + (i + 1) * width), true).trim(),
    );
    return { dims, numbers: [], texts };
  }
  const read =
    type === 1
      ? (i: number) => bytes[data + i]!
      : type === 2
        ? (i: number) => p.int16(data + 2 * i)
        : (i: number) => p.float(data + 4 * i);
  return { dims, numbers: Array.from({ length: n }, (_, i) => read(i)), texts: [] };
}
