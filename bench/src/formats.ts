import { readRecording, type Recording, writeRecording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { medianMs } from './analysis.js';

const MB = 1e6;
const line = (what: string, bytes: number, ms: number, base: number, against: string, aim: string): void =>
  console.log(
    `  ${what.padEnd(40)} ${(bytes / MB).toFixed(1).padStart(6)} MB ${(bytes / MB / (ms / 1000)).toFixed(0).padStart(6)} MB/s = ${(base / ms).toFixed(2)} × ${against} (${(bytes / MB / (base / 1000)).toFixed(0)} MB/s)${aim}`,
  );

/** Copies all bytes and turns each 4 of them into a double: what no reader of numbers can avoid. */
function convert(bytes: Uint8Array): number {
  const own = bytes.slice();
  const floats = new Float32Array(own.buffer, 0, own.length >> 2);
  const out = new Float64Array(floats.length);
  for (let i = 0; i < floats.length; i++) out[i] = floats[i]! * 1.0001;
  return out.length;
}

/** A common CSV parser fed the same text, its fields made numbers. */
const withParser = (text: Uint8Array): number =>
  Papa.parse(new TextDecoder().decode(text), { dynamicTyping: true, comments: '#', skipEmptyLines: true }).data.length;

/** Reading files in MB/s against the plain cost of the same bytes in the same run. */
export function benchFormats(): void {
  const plates = simulate({ device: 'plates', seed: 5, swings: 10 }).recording;
  const mat = simulate({ device: 'mat', seed: 5, swings: 10 }).recording;
  const read = (bytes: Uint8Array, name: string) => medianMs(() => readRecording(bytes, name), 7);
  const file = (rec: Recording, name: string) => writeRecording(rec, name);
  console.log('Reading files, 10 swings, median of 7 after warm-up');
  const c3d = file(plates, 'a.c3d');
  line(
    'C3D, two plates at 1,000 Hz',
    c3d.length,
    read(c3d, 'a.c3d'),
    medianMs(() => convert(c3d), 7),
    'plain conversion',
    ', aim no less than 0.33',
  );
  for (const [what, rec] of [
    ['CSV, two plates at 1,000 Hz', plates],
    ['CSV, mat 40×80 at 100 Hz', mat],
  ] as const) {
    const csv = file(rec, 'a.csv');
    const parserMs = time(() => withParser(csv));
    line(what, csv.length, read(csv, 'a.csv'), parserMs, 'a common CSV parser', ', aim over 1');
  }
  const npz = file(mat, 'a.npz');
  const inflated = Object.values(unzipSync(npz)).reduce((n, a) => n + a.length, 0);
  line(
    'NPZ, mat 40×80 at 100 Hz (inflated)',
    inflated,
    read(npz, 'a.npz'),
    medianMs(() => Object.values(unzipSync(npz)).map((a) => a.slice()), 7),
    'inflating and copying',
    '',
  );
  console.log('Memory of reading, the file itself included');
  for (const [what, name, bytes] of [
    ['CSV, mat', 'a.csv', file(mat, 'a.csv')],
    ['CSV, plates', 'a.csv', file(plates, 'a.csv')],
    ['C3D, plates', 'a.c3d', c3d],
  ] as const) {
    const kept = heldBy(() => readRecording(bytes, name));
    console.log(
      `  ${what.padEnd(40)} ${((kept + bytes.length) / bytes.length).toFixed(2)} × the file, aim no more than 2`,
    );
  }
}

function time(f: () => unknown): number {
  const t = performance.now();
  f();
  return performance.now() - t;
}

/** Bytes outside the heap that a result keeps. */
function heldBy(f: () => unknown): number {
  const gc = (globalThis as { gc?: () => void }).gc;
  // what earlier rows have left goes only after a second pass
  for (let i = 0; i < 3; i++) gc?.();
  const before = process.memoryUsage().arrayBuffers;
  const kept = f();
  gc?.();
  const held = process.memoryUsage().arrayBuffers - before;
  return kept ? held : 0;
}
