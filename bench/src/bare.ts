import { type Recording, WRENCH_CHANNELS } from '@vilko/core';

// What a task cannot be done without: plain loops over typed arrays, nothing else. They are what is compared with.

function sum(v: ArrayLike<number>): number {
  let s = 0;
  for (let k = 0; k < v.length; k++) s += v[k]!;
  return s;
}

/** Every sample of every channel read once. */
export function passOver({ platforms, boards, path, mat }: Recording): number {
  let s = 0;
  for (const p of platforms) for (const c of WRENCH_CHANNELS) s += sum(p[c]);
  for (const b of boards) for (const c of b.cells) s += sum(c);
  if (path) s += sum(path.x) + sum(path.y);
  if (mat) s += sum(mat.frames);
  return s;
}

/** Every 4 bytes turned into a double: what no reader of numbers can avoid. */
export function convert(bytes: Uint8Array): number {
  const own = bytes.slice();
  const floats = new Float32Array(own.buffer, 0, own.length >> 2);
  const out = new Float64Array(floats.length);
  for (let i = 0; i < floats.length; i++) out[i] = floats[i]! * 1.0001;
  return out.length;
}
