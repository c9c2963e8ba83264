import { VilkoError } from '../../error.js';
import { type Platform, WRENCH_CHANNELS, type WrenchChannel } from '../../recording/recording.js';
import { median, quantile } from '../../signal/series.js';
import { times } from '../../signal/vector.js';
import { type AnalogData, analogTexts, number } from './analog.js';
import { type LabAxes, toStance } from './lab-axes.js';
import type { C3dParameters } from './parameters.js';
import {
  CHANNELS_OF_TYPE,
  type Matrix,
  plateAxes,
  type PlateAxes,
  plateWrench,
  type PlateWrench,
  toLab,
  type Vec,
} from './platform-wrench.js';

/** Channels of a type that are places of the pressure, not loads: never zeroed, scaled as lengths. */
const COP_CHANNELS: Readonly<Record<number, readonly number[]>> = { 1: [3, 4] };
/** Channels of a type that are moments. Type 3 has forces only; type 4 has volts, scaled after its calibration. */
const MOMENT_CHANNELS: Readonly<Record<number, readonly number[]>> = { 1: [5], 2: [3, 4, 5] };

interface PlatformFacts {
  readonly i: number;
  readonly type: number;
  readonly axes: PlateAxes;
  /** m, in the lab. */
  readonly corners: readonly Vec[];
  readonly origin: Vec;
  /** Metres per POINT unit. */
  readonly metre: number;
  /** Type 4 only. */
  readonly cal: Matrix | null;
}

/**
 * Every force platform of a C3D file as forces and moments about its surface centre, in stance axes.
 * @throws VilkoError naming the platform and the parameter that is missing or cannot be used
 */
export function readPlatforms(p: C3dParameters, analog: AnalogData, lab: LabAxes, warnings: string[]): Platform[] {
  const used = number(p, 'FORCE_PLATFORM', 'USED') ?? 0;
  if (!(used > 0)) throw new VilkoError('missing-channel', 'the file has no force platform (FORCE_PLATFORM:USED is 0)');
  const metre = p.get('POINT', 'UNITS')?.texts[0]?.toLowerCase() === 'm' ? 1 : 1e-3;
  return Array.from({ length: used }, (_, i) => {
    const type = p.get('FORCE_PLATFORM', 'TYPE')?.numbers[i] ?? 0;
    if (!CHANNELS_OF_TYPE[type])
      throw new VilkoError(
        'unsupported',
        `platform ${i + 1} is of type ${type}; types 1, 2, 3 and 4 can be read`,
        'FORCE_PLATFORM:TYPE',
      );
    const corners = vectors(p.get('FORCE_PLATFORM', 'CORNERS')?.numbers ?? [], 4 * i, 4, metre);
    const origin = vectors(p.get('FORCE_PLATFORM', 'ORIGIN')?.numbers ?? [], i, 1, metre)[0];
    if (corners.length < 4 || !origin)
      throw new VilkoError('missing-channel', `platform ${i + 1} has no corners or origin`, 'FORCE_PLATFORM');
    const axes = plateAxes(corners);
    if (![...axes.x, ...axes.y, ...axes.z].every(Number.isFinite))
      throw new VilkoError(
        'unreadable',
        `the corners of platform ${i + 1} do not span a plane`,
        'FORCE_PLATFORM:CORNERS',
      );
    const facts = { i, type, axes, corners, origin, metre, cal: type === 4 ? calibration(p, i) : null };
    return readPlatform({ p, analog, lab, warnings }, facts);
  });
}

function vectors(flat: readonly number[], first: number, count: number, scale: number): Vec[] {
  return Array.from({ length: count }, (_, k): Vec => {
    const at = 3 * (first + k);
    return [flat[at]! * scale, flat[at + 1]! * scale, flat[at + 2]! * scale];
  }).filter((v) => v.every(Number.isFinite));
}

/** CAL_MATRIX of a platform: element (i, j), first index fastest, multiplies channel j into output i. */
function calibration(p: C3dParameters, i: number): Matrix {
  const m = p.get('FORCE_PLATFORM', 'CAL_MATRIX');
  const [rows = 6, columns = 6] = m?.dims ?? [];
  const flat = m?.numbers.slice(i * rows * columns, (i + 1) * rows * columns) ?? [];
  if (rows !== 6 || columns !== 6 || flat.length < 36)
    throw new VilkoError(
      'missing-channel',
      `platform ${i + 1} is of type 4 and has no calibration matrix of 6 × 6`,
      'FORCE_PLATFORM:CAL_MATRIX',
    );
  return Array.from({ length: 6 }, (_, r) => Array.from({ length: 6 }, (__, c) => flat[r + 6 * c]!));
}

/** The vertical in the plate's axes before any zero, from its channels. */
function verticalOf(type: number, ch: readonly Float64Array[], cal: Matrix | null): Float64Array {
  if (type === 3) return ch[4]!.map((v, k) => v + ch[5]![k]! + ch[6]![k]! + ch[7]![k]!);
  if (cal) return ch[0]!.map((_, k) => cal[2]!.reduce((s, x, j) => s + x * ch[j]![k]!, 0));
  return ch[2]!;
}

/** What a platform is read from, and where it is said what was noticed. */
interface PlatformSource {
  readonly p: C3dParameters;
  readonly analog: AnalogData;
  readonly lab: LabAxes;
  readonly warnings: string[];
}

function readPlatform(source: PlatformSource, facts: PlatformFacts): Platform {
  const { p, analog, lab, warnings } = source;
  const { i, type, axes, corners, origin, metre, cal } = facts;
  const count = CHANNELS_OF_TYPE[type]!;
  const channel = p.get('FORCE_PLATFORM', 'CHANNEL');
  const stride = channel?.dims[0] ?? count;
  const names = channel?.numbers.slice(i * stride, i * stride + count) ?? [];
  const units = analogTexts(p, 'UNITS').map((u) => u.toLowerCase().replace(/[·.*\s]/g, ''));
  const lost = names.find((c) => !(c >= 1 && c <= analog.channels));
  if (lost !== undefined)
    throw new VilkoError(
      'missing-channel',
      `platform ${i + 1} names channel ${lost}, which the file does not have`,
      'FORCE_PLATFORM:CHANNEL',
    );
  const samples = analog.read(names.map((c) => c - 1));
  const data = names.map((c, j) => {
    const unit = units[c - 1];
    const isMoment = MOMENT_CHANNELS[type]?.includes(j);
    return {
      ch: samples[j]!,
      unit: isMoment ? momentScale(unit, metre) : COP_CHANNELS[type]?.includes(j) ? lengthScale(unit, metre) : 1,
    };
  });
  if (data.length < count)
    throw new VilkoError(
      'missing-channel',
      `platform ${i + 1} names ${data.length} of ${count} channels`,
      'FORCE_PLATFORM:CHANNEL',
    );
  const zeros = zeroOf(
    source,
    data.map((d) => d.ch),
    facts,
  );
  if (origin[2] > 0 && axes.z[2] < 0 && type !== 1)
    warnings.push(`platform ${i + 1}: ORIGIN z is positive although its z axis points down`);
  // a calibrated output has the unit of POINT for its moments, unless its channel says newton metres itself
  const calibrated =
    cal?.map((row, r) => (r < 3 ? row : row.map((x) => x * momentScale(units[names[r]! - 1], metre)))) ?? null;
  // in place: these samples are nobody else's; a unit is a factor more where channels are only summed
  data.forEach(({ ch, unit }, j) => {
    const zero = zeros[j]!;
    const factor = type === 1 ? unit : 1;
    if (zero !== 0 || factor !== 1) for (let k = 0; k < ch.length; k++) ch[k] = (ch[k]! - zero) * factor;
  });
  const channels = data.map((d) => d.ch);
  const turn = (v: Vec): Vec => toStance(lab, toLab(axes, v));
  const wrench = (ch: readonly number[]): PlateWrench =>
    plateWrench(
      type,
      ch.map((v, j) => v * data[j]!.unit),
      origin,
      calibrated,
    );
  const out = type === 1 ? fromPressure(channels, turn) : fromLoads(channels, wrench, turn);
  const centre = toStance(lab, axes.centre);
  const beside = pressureBeside(
    out,
    corners.map((corner) => toStance(lab, corner)),
    centre,
  );
  if (beside)
    warnings.push(
      `platform ${i + 1}: the pressure lies up to ${(100 * beside).toFixed(0)} cm beside its plate: look whether ORIGIN, CORNERS and the units are right`,
    );
  return { ...out, centre: [centre[0], centre[1]] };
}

const AXES: readonly Vec[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** A sum of channels, each with a factor; a channel that comes alone and as it is is not copied. */
function combined(parts: readonly (readonly [ch: Float64Array, factor: number])[], n: number): Float64Array {
  const used = parts.filter(([, factor]) => factor !== 0);
  const [first, ...rest] = used;
  if (!first) return new Float64Array(n);
  if (!rest.length && first[1] === 1) return first[0];
  const out = times(first[0], first[1]);
  for (const [ch, factor] of rest) for (let k = 0; k < n; k++) out[k]! += factor * ch[k]!;
  return out;
}

/**
 * Forces and moments of a platform whose outputs are sums of its channels, as all but type 1 are: what a unit in one
 * channel does is asked once, and most of it is nothing.
 */
function fromLoads(
  ch: readonly Float64Array[],
  wrench: (ch: readonly number[]) => { f: Vec; m: Vec },
  turn: (v: Vec) => Vec,
): Record<WrenchChannel, Float64Array> {
  const by = ch.map((_, j) => {
    const w = wrench(ch.map((__, i) => (i === j ? 1 : 0)));
    return [...turn(w.f), ...turn(w.m)];
  });
  return upwards((i, sign) =>
    combined(
      ch.map((v, j) => [v, sign * by[j]![i]!] as const),
      ch[0]!.length,
    ),
  );
}

/** Type 1 gives a pressure's place instead of moments: M = (py·Fz, −px·Fz, Mz + px·Fy − py·Fx). */
function fromPressure(ch: readonly Float64Array[], turn: (v: Vec) => Vec): Record<WrenchChannel, Float64Array> {
  const [fx, fy, fz, px, py, mz] = ch as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const moments = [
    py.map((y, k) => y * fz[k]!),
    px.map((x, k) => -x * fz[k]!),
    mz.map((m, k) => m + px[k]! * fy[k]! - py[k]! * fx[k]!),
  ];
  const to = AXES.map(turn);
  return upwards((i, sign) =>
    combined(
      (i < 3 ? [fx, fy, fz] : moments).map((v, j) => [v, sign * to[j]![i % 3]!] as const),
      fx.length,
    ),
  );
}

/**
 * The wrench of a platform turned so that what stands on it pushes it down and is pushed up: forces and moments turn
 * together, and a place of pressure stays where it is.
 */
function upwards(of: (i: number, sign: 1 | -1) => Float64Array): Record<WrenchChannel, Float64Array> {
  const vertical = WRENCH_CHANNELS.indexOf('fz');
  const fz = of(vertical, 1);
  const sign = upSign(fz);
  return Object.fromEntries(
    WRENCH_CHANNELS.map((c, i) => [c, i === vertical && sign === 1 ? fz : of(i, sign)]),
  ) as Record<WrenchChannel, Float64Array>;
}

/** A great load is told from every so many samples: it stays for longer. */
const LOADED_EVERY = 8;

/** Over this a plate is loaded, N. */
function leastLoaded(fz: Float64Array): number {
  const some = Float64Array.from({ length: Math.ceil(fz.length / LOADED_EVERY) }, (_, k) =>
    Math.abs(fz[k * LOADED_EVERY]!),
  );
  return Math.max(20, 0.2 * quantile(some, 0.95));
}

/** A pressure so far beside its plate is no pressure, m; and no chance where so much of the loaded time is. */
const BESIDE = 0.05;
const OFTEN = 0.01;

/** How far beside its plate the pressure lies when it lies farthest, m; 0 where it lies on it, or nearly. */
function pressureBeside(
  { fz, mx, my }: Record<WrenchChannel, Float64Array>,
  corners: readonly Vec[],
  centre: Vec,
): number {
  const half = [0, 1].map((axis) => Math.max(...corners.map((c) => Math.abs(c[axis]! - centre[axis]!)))) as [
    number,
    number,
  ];
  const least = leastLoaded(fz);
  let [loaded, off, farthest] = [0, 0, 0];
  for (let k = 0; k < fz.length; k++) {
    const load = fz[k]!;
    if (!(load > least)) continue;
    loaded++;
    const beside = Math.max(Math.abs(my[k]! / load) - half[0], Math.abs(mx[k]! / load) - half[1]);
    if (!(beside > BESIDE)) continue;
    off++;
    farthest = Math.max(farthest, beside);
  }
  return off > OFTEN * loaded ? farthest : 0;
}

/**
 * Sign that makes the median vertical over the loaded samples point up: it is down where more of them point down than
 * up.
 */
function upSign(fz: Float64Array): 1 | -1 {
  const least = leastLoaded(fz);
  let [up, down] = [0, 0];
  for (const f of fz)
    if (f > least) up++;
    else if (f < -least) down++;
  return down > up ? -1 : 1;
}

/** N·m per unit of a moment: ANALOG:UNITS where it is Nm or Nmm, else by POINT:UNITS. */
const momentScale = (unit: string | undefined, metre: number): number =>
  unit === 'nm' ? 1 : unit === 'nmm' ? 1e-3 : metre;
/** Metres per unit of a place: ANALOG:UNITS where it is a length, else by POINT:UNITS. */
const lengthScale = (unit: string | undefined, metre: number): number =>
  unit === 'm' ? 1 : unit === 'mm' ? 1e-3 : metre;

/** Baseline per channel from FORCE_PLATFORM:ZERO, if the platform is unloaded there; frames from 1. */
function zeroOf(
  { p, analog, warnings }: PlatformSource,
  ch: readonly Float64Array[],
  { i, type, cal }: PlatformFacts,
): number[] {
  const { perFrame } = analog;
  const none = ch.map(() => 0);
  const [first = 0, last = 0] = p.get('FORCE_PLATFORM', 'ZERO')?.numbers ?? [];
  if (first <= 0 || last < first) return none;
  const range = (v: Float64Array) => v.subarray((first - 1) * perFrame, last * perFrame);
  const fz = verticalOf(type, ch, cal);
  const part = range(fz);
  if (part.length === 0) return none;
  const mean = (v: Float64Array) => v.reduce((s, x) => s + x, 0) / v.length;
  const m = median(fz);
  const spread = Math.max(Math.abs(m), quantile(fz, 0.99) - quantile(fz, 0.01));
  const level = mean(part);
  const sd = Math.sqrt(mean(part.map((x) => (x - level) ** 2)));
  if (Math.abs(level - m) <= 0.25 * spread || sd > 0.05 * spread) {
    warnings.push(`platform ${i + 1} is loaded in the frames ${first}–${last} named as its zero: they were not used`);
    return none;
  }
  return ch.map((v, j) => (COP_CHANNELS[type]?.includes(j) ? 0 : mean(range(v))));
}
