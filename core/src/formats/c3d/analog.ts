import { VilkoError } from '../../error.js';
import type { C3dParameters } from './parameters.js';

/** The analog part of a C3D file. */
export interface AnalogData {
  /** Channels, and samples in each. */
  readonly channels: number;
  readonly length: number;
  /** Channels in their units, in the order asked for: (raw − OFFSET)·SCALE·GEN_SCALE, in both storages. */
  readonly read: (which: readonly number[]) => Float64Array[];
  readonly labels: readonly string[];
  /** Hz */
  readonly rate: number;
  /** Analog samples per frame. */
  readonly perFrame: number;
}

export const number = (p: C3dParameters, g: string, n: string): number | undefined => p.get(g, n)?.numbers[0];
const unsigned = (x: number): number => (x < 0 ? x + 65536 : x);

/** A list that goes on in NAME2, NAME3 … beyond 255 entries. */
function joined<T>(
  p: C3dParameters,
  name: string,
  part: (x: { numbers: readonly number[]; texts: readonly string[] }) => readonly T[],
): T[] {
  const out: T[] = [];
  for (let i = 1; ; i++) {
    const next = p.get('ANALOG', i === 1 ? name : `${name}${i}`);
    if (!next) return out;
    out.push(...part(next));
  }
}
export const analogTexts = (p: C3dParameters, name: 'LABELS' | 'UNITS'): string[] => joined(p, name, (x) => x.texts);
const analogNumbers = (p: C3dParameters, name: 'SCALE' | 'OFFSET'): number[] => joined(p, name, (x) => x.numbers);

/** Frames: TRIAL fields (low and high words), else POINT:LONG_FRAMES, else the header. */
function frameCount(p: C3dParameters): number {
  const first = p.get('TRIAL', 'ACTUAL_START_FIELD')?.numbers;
  const last = p.get('TRIAL', 'ACTUAL_END_FIELD')?.numbers;
  const words = (v: readonly number[]) => unsigned(v[0]!) + 65536 * unsigned(v[1] ?? 0);
  if (first?.length && last?.length) return words(last) - words(first) + 1;
  const long = number(p, 'POINT', 'LONG_FRAMES');
  if (long) return long;
  return p.processor.uint16(8) - p.processor.uint16(6) + 1;
}

const isUnsigned = (p: C3dParameters): boolean => p.get('ANALOG', 'FORMAT')?.texts[0]?.toUpperCase() === 'UNSIGNED';

/**
 * Reads the analog samples of a C3D file.
 * @throws VilkoError when there are none, or the file ends before the frames it promises
 */
export function readAnalog(bytes: Uint8Array, p: C3dParameters): AnalogData {
  const { processor } = p;
  const points = processor.uint16(2);
  const perFrameAll = processor.uint16(4);
  const ratio = Math.max(1, processor.uint16(18));
  const used = Math.round(perFrameAll / ratio);
  const frames = frameCount(p);
  const floats = (number(p, 'POINT', 'SCALE') ?? processor.float(12)) < 0;
  const size = floats ? 4 : 2;
  const start = (unsigned(number(p, 'POINT', 'DATA_START') ?? processor.uint16(16)) - 1) * 512;
  if (used === 0) throw new VilkoError('missing-channel', 'the file has no analog channels, so no force platform');
  if (!(frames >= 1)) throw new VilkoError('unreadable', `the file promises ${frames} frames`, 'byte 6');
  if (start < 0) throw new VilkoError('unreadable', 'the data are said to start before the file', 'byte 16');
  const frameBytes = (points * 4 + perFrameAll) * size;
  const wanted = start + frames * frameBytes;
  if (wanted > bytes.length)
    throw new VilkoError(
      'truncated',
      `${frames} frames are promised, but the file ends after ${Math.max(0, Math.floor((bytes.length - start) / frameBytes))}`,
      `byte ${bytes.length} of ${wanted}`,
    );
  const samples = sampleReader(p, bytes, floats, {
    start,
    frames,
    ratio,
    used,
    frameBytes,
    pointBytes: points * 4 * size,
  });
  const pointRate = number(p, 'POINT', 'RATE') ?? processor.float(20);
  const rate = number(p, 'ANALOG', 'RATE') || pointRate * ratio;
  if (!(rate > 0 && Number.isFinite(rate)))
    throw new VilkoError('unreadable', `the analog rate is ${rate} Hz`, 'ANALOG:RATE');
  return {
    channels: used,
    length: frames * ratio,
    read: (which) =>
      samples(
        which,
        which.map((i) => affineOf(p, i)),
      ),
    labels: analogTexts(p, 'LABELS'),
    rate,
    perFrame: ratio,
  };
}

interface Interleaved {
  readonly start: number;
  readonly frames: number;
  readonly ratio: number;
  readonly used: number;
  readonly frameBytes: number;
  /** Bytes of the points before the analog samples of a frame. */
  readonly pointBytes: number;
}

interface Affine {
  readonly offset: number;
  readonly scale: number;
}

const LITTLE = new Uint8Array(Uint16Array.of(1).buffer)[0] === 1;

/** Samples of this many frames are taken from all channels before the next: they stay in the nearest memory. */
const BLOCK = 256;

/**
 * Reads channels out of the frames; samples that lie in the file as this machine keeps them by the block, others one
 * by one.
 */
function sampleReader(
  p: C3dParameters,
  bytes: Uint8Array,
  floats: boolean,
  d: Interleaved,
): (which: readonly number[], a: readonly Affine[]) => Float64Array[] {
  const { start, frames, ratio, used, frameBytes, pointBytes } = d;
  const size = floats ? 4 : 2;
  const { processor } = p;
  const inBlocks = (
    which: readonly number[],
    a: readonly Affine[],
    take: (out: Float64Array, channel: number, affine: Affine, frames: readonly [number, number]) => void,
  ): Float64Array[] => {
    const out = which.map(() => new Float64Array(frames * ratio));
    for (let from = 0; from < frames; from += BLOCK)
      which.forEach((i, j) => take(out[j]!, i, a[j]!, [from, Math.min(frames, from + BLOCK)]));
    return out;
  };
  const native = LITTLE && (floats ? processor.name === 'Intel' : processor.name !== 'MIPS');
  if (!native) {
    const get = floats ? processor.float : isUnsigned(p) ? processor.uint16 : processor.int16;
    return (which, a) =>
      inBlocks(which, a, (out, i, { offset, scale }, [from, to]) => {
        for (let f = from, k = from * ratio; f < to; f++)
          for (let s = 0, at = start + f * frameBytes + pointBytes + i * size; s < ratio; s++, at += used * size)
            out[k++] = (get(at) - offset) * scale;
      });
  }
  const kind = floats ? Float32Array : isUnsigned(p) ? Uint16Array : Int16Array;
  const at0 = bytes.byteOffset + start;
  const count = (frames * frameBytes) / size;
  const all =
    at0 % size === 0
      ? new kind(bytes.buffer as ArrayBuffer, at0, count)
      : new kind(bytes.slice(start, start + frames * frameBytes).buffer, 0, count);
  const [stride, points] = [frameBytes / size, pointBytes / size];
  return (which, a) =>
    inBlocks(which, a, (out, i, { offset, scale }, [from, to]) => {
      for (let f = from, k = from * ratio; f < to; f++)
        for (let s = 0, at = f * stride + points + i; s < ratio; s++, at += used)
          out[k++] = (all[at]! - offset) * scale;
    });
}

/** What turns a stored sample into its unit. */
function affineOf(p: C3dParameters, i: number): Affine {
  const said = analogNumbers(p, 'OFFSET')[i] ?? 0;
  // an offset is a 16 bit word like the samples: with unsigned samples it is unsigned too
  const offset = isUnsigned(p) ? unsigned(said) : said;
  return { offset, scale: (analogNumbers(p, 'SCALE')[i] ?? 1) * (number(p, 'ANALOG', 'GEN_SCALE') ?? 1) };
}
