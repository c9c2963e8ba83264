import { strFromU8, strToU8 } from 'fflate';
import { VilkoError } from '../error.js';
import type { NdArray } from '../formats/npz/npy.js';
import { flat, readNpzArrays, writeNpzArrays } from '../formats/npz/npz.js';
import { unzip, zip } from '../formats/npz/zip.js';
import type { SwingTraces } from './swing-traces.js';

const HEAD = 'swing.json';
const NUMBERS = 'numbers.npz';

/** Steps between the least and the greatest value of a trace: far finer than a screen's points. */
const STEPS = 65_534;
/** The step that stands for a break. */
const BREAK = 65_535;

/** Stands in the head for an array: its name, and for a trace what a step is worth. */
interface Held {
  readonly $: string;
  readonly from?: number;
  readonly step?: number;
}

/** Differences of neighbouring steps, modulo 2¹⁶: small where a signal is smooth, so that they pack well. */
function coded(v: Float32Array): { from: number; step: number; data: Uint16Array } {
  let [from, to] = [Infinity, -Infinity];
  for (let k = 0; k < v.length; k++) {
    if (v[k]! < from) from = v[k]!;
    if (v[k]! > to) to = v[k]!;
  }
  if (!(to >= from)) [from, to] = [0, 0];
  const step = (to - from) / STEPS;
  const data = new Uint16Array(v.length);
  let before = 0;
  for (let k = 0; k < v.length; k++) {
    const x = v[k]!;
    const n = x === x ? (step > 0 ? Math.round((x - from) / step) : 0) : BREAK;
    data[k] = n - before;
    before = n;
  }
  return { from, step, data };
}

function decoded(data: NdArray['data'], from: number, step: number): Float32Array {
  const out = new Float32Array(data.length);
  let n = 0;
  for (let k = 0; k < data.length; k++) {
    n = (n + data[k]!) & 0xffff;
    out[k] = n === BREAK ? NaN : from + n * step;
  }
  return out;
}

/**
 * Packs a swing's traces as a zip of swing.json and numbers.npz. Events, measures and times are kept to the last bit,
 * signals to the 65,534th part of their range.
 */
export function writeTraces(traces: SwingTraces, level: 0 | 1 | 6 = 6): Uint8Array {
  const arrays: Record<string, NdArray> = {};
  const hold = (data: NdArray['data']): Held => {
    const name = `a${Object.keys(arrays).length}`;
    arrays[name] = flat(data);
    return { $: name };
  };
  const head = JSON.stringify(traces, (_, v: unknown) => {
    if (v instanceof Float32Array) {
      const { from, step, data } = coded(v);
      return { ...hold(data), from, step };
    }
    return v instanceof Float64Array || v instanceof Uint8Array ? hold(v) : v;
  });
  return zip({ [HEAD]: strToU8(head), [NUMBERS]: [writeNpzArrays(arrays, level), { level: 0 }] }, level);
}

/**
 * Reads what writeTraces wrote.
 * @throws VilkoError `unreadable` or `truncated` when it is damaged
 */
export function readTraces(bytes: Uint8Array): SwingTraces {
  const files = unzip(bytes, 'a swing’s traces');
  const [head, numbers] = [files[HEAD], files[NUMBERS]];
  if (!head || !numbers) throw new VilkoError('unreadable', `a swing’s traces hold ${HEAD} and ${NUMBERS}`);
  const arrays = readNpzArrays(numbers, NUMBERS);
  return JSON.parse(strFromU8(head), (_, v: unknown) => {
    if (typeof v !== 'object' || v === null || !('$' in v)) return v;
    const { $, from, step } = v as Held;
    const { data } = arrays[$]!;
    return from === undefined || step === undefined ? data : decoded(data, from, step);
  }) as SwingTraces;
}
