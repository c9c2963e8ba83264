import { VilkoError } from '../../error.js';
import type { C3dParameters } from './parameters.js';

/** The analog part of a C3D file, as it is stored. */
export interface AnalogData {
  /** Raw samples, channel by channel. */
  readonly raw: readonly Float64Array[];
  readonly labels: readonly string[];
  /** Hz */
  readonly rate: number;
  /** Analog samples per frame. */
  readonly perFrame: number;
}

export const number = (p: C3dParameters, g: string, n: string): number | undefined => p.get(g, n)?.numbers[0];
const unsigned = (x: number): number => (x < 0 ? x + 65536 : x);

/** A list that goes on in NAME2, NAME3 … beyond 255 entries. */
function joined<T>(p: C3dParameters, name: string, part: (x: { numbers: readonly number[]; texts: readonly string[] }) => readonly T[]): T[] {
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
  const read = floats ? processor.float : isUnsigned(p) ? processor.uint16 : processor.int16;
  const raw = Array.from({ length: used }, () => new Float64Array(frames * ratio));
  for (let f = 0; f < frames; f++) {
    let at = start + f * frameBytes + points * 4 * size;
    for (let s = 0; s < ratio; s++) for (let c = 0; c < used; c++, at += size) raw[c]![f * ratio + s] = read(at);
  }
  const pointRate = number(p, 'POINT', 'RATE') ?? processor.float(20);
  const rate = number(p, 'ANALOG', 'RATE') || pointRate * ratio;
  if (!(rate > 0 && Number.isFinite(rate))) throw new VilkoError('unreadable', `the analog rate is ${rate} Hz`, 'ANALOG:RATE');
  return { raw, labels: analogTexts(p, 'LABELS'), rate, perFrame: ratio };
}

/** A channel in its unit: (raw − OFFSET)·SCALE·GEN_SCALE, in both storages. */
export function scaled(p: C3dParameters, raw: Float64Array, i: number): Float64Array {
  const said = analogNumbers(p, 'OFFSET')[i] ?? 0;
  // an offset is a 16 bit word like the samples: with unsigned samples it is unsigned too
  const offset = isUnsigned(p) ? unsigned(said) : said;
  const scale = (analogNumbers(p, 'SCALE')[i] ?? 1) * (number(p, 'ANALOG', 'GEN_SCALE') ?? 1);
  return raw.map((x) => (x - offset) * scale);
}
