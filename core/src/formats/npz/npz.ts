import { VilkoError } from '../../error.js';
import { EXTRA_CHANNELS, type ExtraChannel, type Mat, type Recording } from '../../recording/recording.js';
import { type NdArray, readNpy, writeNpy } from './npy.js';
import { unzip, zip } from './zip.js';

/** A pitch above this is in mm. */
const METRES_UP_TO = 0.5;

/** Arrays of an .npz file by name. */
export function readNpzArrays(bytes: Uint8Array, what: string): Record<string, NdArray> {
  return Object.fromEntries(
    Object.entries(unzip(bytes, what)).map(([file, data]) => [file.replace(/\.npy$/, ''), readNpy(data, file)]),
  );
}

/** Reads a mat recording: `frames` [n, rows, cols], `time` [n], `pitch`, optional channels [n] and `mass`. */
export function readNpz(bytes: Uint8Array, name: string): Recording {
  const arrays = readNpzArrays(bytes, name);
  const { frames, time, pitch, mass } = arrays;
  const missing = (['frames', 'time', 'pitch'] as const).filter((k) => !arrays[k]);
  if (!frames || !time || !pitch)
    throw new VilkoError(
      'missing-channel',
      `the file lacks ${missing.join(', ')}: it holds ${Object.keys(arrays).join(', ')}`,
    );
  const [n, rows, cols] = frames.shape;
  if (frames.shape.length !== 3 || n === undefined || !rows || !cols)
    throw new VilkoError('unreadable', `frames must be [n, rows, cols], not [${frames.shape.join(', ')}]`);
  if (time.data.length !== n) throw new VilkoError('unreadable', `${n} frames but ${time.data.length} times`);
  const channels: Partial<Record<ExtraChannel, Float64Array>> = {};
  for (const c of EXTRA_CHANNELS) {
    const a = arrays[c];
    if (!a) continue;
    if (a.data.length !== n) throw new VilkoError('unreadable', `${n} frames but ${a.data.length} samples of ${c}`);
    channels[c] = Float64Array.from(a.data);
  }
  const p = pitch.data[0]!;
  const clock = Float64Array.from(time.data);
  const mat: Mat = { rows, cols, pitch: p > METRES_UP_TO ? p / 1000 : p, time: clock, frames: plain(frames.data) };
  const kg = mass?.data[0];
  return {
    name,
    device: 'mat',
    time: clock,
    platforms: [],
    boards: [],
    mat,
    channels,
    stated: kg ? { mass: kg } : {},
    warnings: [],
  };
}

const plain = (d: NdArray['data']): Mat['frames'] =>
  d instanceof Uint8Array || d instanceof Uint16Array || d instanceof Float32Array || d instanceof Float64Array
    ? d
    : Float64Array.from(d);

export const flat = (data: NdArray['data']): NdArray => ({ shape: [data.length], data });

/** Packs arrays as .npz. */
export function writeNpzArrays(arrays: Record<string, NdArray>, level: 0 | 1 | 6 = 6): Uint8Array {
  return zip(Object.fromEntries(Object.entries(arrays).map(([name, a]) => [`${name}.npy`, writeNpy(a)])), level);
}

/** Writes a mat recording as .npz; anything a mat file cannot hold is refused. */
export function writeNpz(rec: Recording): Uint8Array {
  if (!rec.mat || rec.device !== 'mat')
    throw new VilkoError(
      'would-lose-data',
      `an .npz file holds a mat only: the ${rec.device} of ${rec.name} would be lost`,
    );
  const { mat } = rec;
  const arrays: Record<string, NdArray> = {
    frames: { shape: [mat.time.length, mat.rows, mat.cols], data: mat.frames },
    time: flat(mat.time),
    pitch: flat(Float64Array.of(mat.pitch)),
  };
  for (const [c, v] of Object.entries(rec.channels)) arrays[c] = flat(v);
  if (rec.stated.mass !== undefined) arrays['mass'] = flat(Float64Array.of(rec.stated.mass));
  return writeNpzArrays(arrays);
}
