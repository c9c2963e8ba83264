import { VilkoError } from '../../error.js';
import { blankPlatform, EXTRA_CHANNELS, type ExtraChannel, type Platform, type Recording } from '../../recording/recording.js';
import { median, quantile } from '../../signal/series.js';
import { type C3dParameters, readParameters } from './parameters.js';
import { type LabAxes, labAxes, toStance } from './lab-axes.js';
import { CHANNELS_OF_TYPE, plateAxes, type PlateAxes, plateWrench, toLab, type Vec } from './platform-wrench.js';

/** Platform types that are read today. */
const READ_TYPES: readonly number[] = [2];

interface AnalogData {
  /** Raw samples, channel by channel. */
  readonly raw: readonly Float64Array[];
  readonly labels: readonly string[];
  readonly rate: number;
  readonly perFrame: number;
}

/** Reads platforms and optional channels of a C3D file (measuring.md §7). */
export function readC3d(bytes: Uint8Array, name: string, axes?: string): Recording {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const p = readParameters(bytes, view);
  const lab = labAxes(axes);
  const warnings: string[] = [];
  const analog = readAnalog(bytes, p);
  const platforms = readPlatforms(p, analog, lab, warnings);
  const n = analog.raw[0]?.length ?? 0;
  const time = Float64Array.from({ length: n }, (_, k) => k / analog.rate);
  const channels: Partial<Record<ExtraChannel, Float64Array>> = {};
  for (const c of EXTRA_CHANNELS) {
    const i = analog.labels.findIndex((l) => l.toLowerCase() === c);
    if (i >= 0) channels[c] = scaled(p, analog.raw[i]!, i);
  }
  const device = platforms.length === 1 ? 'plate' : 'plates';
  return { name, device, time, platforms, boards: [], mat: null, channels, stated: {}, warnings };
}

const number = (p: C3dParameters, g: string, n: string): number | undefined => p.get(g, n)?.numbers[0];
const unsigned = (x: number): number => (x < 0 ? x + 65536 : x);

/** Frames: TRIAL fields, else POINT:LONG_FRAMES, else the header. */
function frameCount(p: C3dParameters): number {
  const first = p.get('TRIAL', 'ACTUAL_START_FIELD')?.numbers;
  const last = p.get('TRIAL', 'ACTUAL_END_FIELD')?.numbers;
  const words = (v: readonly number[]) => unsigned(v[0]!) + 65536 * unsigned(v[1] ?? 0);
  if (first && last) return words(last) - words(first) + 1;
  const long = number(p, 'POINT', 'LONG_FRAMES');
  if (long) return long;
  return p.processor.uint16(8) - p.processor.uint16(6) + 1;
}

function readAnalog(bytes: Uint8Array, p: C3dParameters): AnalogData {
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
  const unsignedAnalog = p.get('ANALOG', 'FORMAT')?.texts[0]?.toUpperCase() === 'UNSIGNED';
  const read = floats ? processor.float : unsignedAnalog ? processor.uint16 : processor.int16;
  const raw = Array.from({ length: used }, () => new Float64Array(frames * ratio));
  for (let f = 0; f < frames; f++) {
    let at = start + f * frameBytes + points * 4 * size;
    for (let s = 0; s < ratio; s++) for (let c = 0; c < used; c++, at += size) raw[c]![f * ratio + s] = read(at);
  }
  const pointRate = number(p, 'POINT', 'RATE') ?? processor.float(20);
  const labels = [...(p.get('ANALOG', 'LABELS')?.texts ?? []), ...(p.get('ANALOG', 'LABELS2')?.texts ?? [])];
  const rate = number(p, 'ANALOG', 'RATE') || pointRate * ratio;
  if (!(rate > 0 && Number.isFinite(rate))) throw new VilkoError('unreadable', `the analog rate is ${rate} Hz`, 'ANALOG:RATE');
  return { raw, labels, rate, perFrame: ratio };
}

/** value = (raw − OFFSET)·SCALE·GEN_SCALE */
function scaled(p: C3dParameters, raw: Float64Array, i: number): Float64Array {
  const offset = p.get('ANALOG', 'OFFSET')?.numbers[i] ?? 0;
  const scale = (p.get('ANALOG', 'SCALE')?.numbers[i] ?? 1) * (number(p, 'ANALOG', 'GEN_SCALE') ?? 1);
  return raw.map((x) => (x - offset) * scale);
}

function readPlatforms(p: C3dParameters, analog: AnalogData, lab: LabAxes, warnings: string[]): Platform[] {
  const used = number(p, 'FORCE_PLATFORM', 'USED') ?? 0;
  if (used === 0) throw new VilkoError('missing-channel', 'the file has no force platform (FORCE_PLATFORM:USED is 0)');
  const metre = p.get('POINT', 'UNITS')?.texts[0]?.toLowerCase() === 'm' ? 1 : 1e-3;
  return Array.from({ length: used }, (_, i) => {
    const type = p.get('FORCE_PLATFORM', 'TYPE')?.numbers[i] ?? 0;
    if (!READ_TYPES.includes(type)) throw new VilkoError('unsupported', `platform ${i + 1} is of type ${type}; type 2 can be read`, 'FORCE_PLATFORM:TYPE');
    const corners = vectors(p.get('FORCE_PLATFORM', 'CORNERS')?.numbers ?? [], 4 * i, 4, metre);
    const origin = vectors(p.get('FORCE_PLATFORM', 'ORIGIN')?.numbers ?? [], i, 1, metre)[0];
    if (corners.length < 4 || !origin) throw new VilkoError('missing-channel', `platform ${i + 1} has no corners or origin`, 'FORCE_PLATFORM');
    return readPlatform(p, analog, lab, { i, type, axes: plateAxes(corners), origin, metre }, warnings);
  });
}

function vectors(flat: readonly number[], first: number, count: number, scale: number): Vec[] {
  return Array.from({ length: count }, (_, k): Vec => {
    const at = 3 * (first + k);
    return [flat[at]! * scale, flat[at + 1]! * scale, flat[at + 2]! * scale];
  }).filter((v) => v.every(Number.isFinite));
}

interface PlatformFacts {
  readonly i: number;
  readonly type: number;
  readonly axes: PlateAxes;
  readonly origin: Vec;
  readonly metre: number;
}

function readPlatform(p: C3dParameters, analog: AnalogData, lab: LabAxes, facts: PlatformFacts, warnings: string[]): Platform {
  const { i, type, axes, origin, metre } = facts;
  const count = CHANNELS_OF_TYPE[type]!;
  const channel = p.get('FORCE_PLATFORM', 'CHANNEL');
  const stride = channel?.dims[0] ?? count;
  const names = channel?.numbers.slice(i * stride, i * stride + count) ?? [];
  const data = names.map((c, j) => {
    const raw = analog.raw[c - 1];
    if (!raw) throw new VilkoError('missing-channel', `platform ${i + 1} names channel ${c}, which the file does not have`, 'FORCE_PLATFORM:CHANNEL');
    return { ch: scaled(p, raw, c - 1), unit: j >= 3 ? momentScale(p, c - 1, metre) : 1 };
  });
  if (data.length < count) throw new VilkoError('missing-channel', `platform ${i + 1} names ${data.length} of ${count} channels`, 'FORCE_PLATFORM:CHANNEL');
  const zeros = zeroOf(
    p,
    data.map((d) => d.ch),
    analog.perFrame,
    i,
    warnings,
  );
  if (origin[2] > 0 && axes.z[2] < 0) warnings.push(`platform ${i + 1}: ORIGIN z is positive although its z axis points down`);
  const n = analog.raw[0]!.length;
  const out = blankPlatform(n, [0, 0]);
  const sample = new Array<number>(count);
  for (let k = 0; k < n; k++) {
    for (let j = 0; j < count; j++) sample[j] = (data[j]!.ch[k]! - zeros[j]!) * data[j]!.unit;
    const w = plateWrench(type, sample, origin, null);
    [out.fx[k], out.fy[k], out.fz[k]] = toStance(lab, toLab(axes, w.f)) as [number, number, number];
    [out.mx[k], out.my[k], out.mz[k]] = toStance(lab, toLab(axes, w.m)) as [number, number, number];
  }
  if (upSign(out.fz) < 0) for (const c of ['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const) out[c] = out[c].map((x) => -x);
  const centre = toStance(lab, axes.centre);
  return { ...out, centre: [centre[0], centre[1]] };
}

/** Sign that makes the median vertical over the loaded samples point up. */
function upSign(fz: Float64Array): 1 | -1 {
  const size = fz.map(Math.abs);
  const least = Math.max(20, 0.2 * quantile(size, 0.95));
  return median(fz.filter((x) => Math.abs(x) > least)) < 0 ? -1 : 1;
}

/** N·m per unit of a moment channel: ANALOG:UNITS where it is Nm or Nmm, else by POINT:UNITS. */
function momentScale(p: C3dParameters, c: number, metre: number): number {
  const unit = p
    .get('ANALOG', 'UNITS')
    ?.texts[c]?.toLowerCase()
    .replace(/[·.*\s]/g, '');
  if (unit === 'nm') return 1;
  if (unit === 'nmm') return 1e-3;
  return metre;
}

/** Baseline per channel from FORCE_PLATFORM:ZERO, if the platform is unloaded there; frames from 1. */
function zeroOf(p: C3dParameters, ch: readonly Float64Array[], perFrame: number, i: number, warnings: string[]): number[] {
  const none = ch.map(() => 0);
  const [first = 0, last = 0] = p.get('FORCE_PLATFORM', 'ZERO')?.numbers ?? [];
  if (first <= 0 || last < first) return none;
  const range = (v: Float64Array) => v.subarray((first - 1) * perFrame, last * perFrame);
  const fz = ch[2]!;
  const part = range(fz);
  if (part.length === 0) return none;
  const mean = (v: Float64Array) => v.reduce((s, x) => s + x, 0) / v.length;
  const m = median(fz);
  const spread = Math.max(Math.abs(m), quantile(fz, 0.99) - quantile(fz, 0.01));
  const sd = Math.sqrt(mean(part.map((x) => (x - mean(part)) ** 2)));
  if (Math.abs(mean(part) - m) <= 0.25 * spread || sd > 0.05 * spread) {
    warnings.push(`platform ${i + 1} is loaded in the frames ${first}–${last} named as its zero: they were not used`);
    return none;
  }
  return ch.map((v) => mean(range(v)));
}
