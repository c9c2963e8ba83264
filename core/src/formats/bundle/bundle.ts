import { strFromU8, strToU8 } from 'fflate';
import * as z from 'zod';
import { VilkoError } from '../../error.js';
import {
  type Board,
  CLUB_CLASSES,
  DEVICE_KINDS,
  EXTRA_CHANNELS,
  type ExtraChannel,
  type Mat,
  type Platform,
  type Recording,
  WRENCH_CHANNELS,
} from '../../recording/recording.js';
import { FootCheck } from '../../recording/foot-check.js';
import type { NdArray } from '../npz/npy.js';
import { flat, readNpzArrays, writeNpzArrays } from '../npz/npz.js';
import { type Decimals, decimalsOf, fromPlanes, toPlanes } from './decimals.js';
import { unzip, zip } from '../npz/zip.js';

const point = z.tuple([z.number(), z.number()]);

/**
 * recording.json of a recording bundle. The numbers themselves lie in channels.npz beside it; since version 2 a clock
 * that runs evenly and channels of a limited resolution are told shorter, to the last bit.
 */
export const BundleHead = z.object({
  vilko: z.literal('recording'),
  version: z.union([z.literal(1), z.literal(2)]),
  /** The times are `first` + k/`rate`, k < `n`: then there is no array of them. */
  clock: z.object({ first: z.number(), rate: z.number().positive(), n: z.int().nonnegative() }).optional(),
  /** Channels that lie as planes of bytes (decimals.ts). */
  decimals: z.record(z.string(), z.object({ digits: z.int().min(0).max(6), single: z.boolean() })).default({}),
  name: z.string(),
  device: z.enum(DEVICE_KINDS),
  platforms: z.array(z.object({ centre: point })),
  boards: z.array(z.object({ centre: point, hx: z.number(), hy: z.number() })),
  mat: z.object({ rows: z.int(), cols: z.int(), pitch: z.number() }).nullable(),
  path: z.object({ load: z.boolean() }).optional(),
  stated: z.object({
    mass: z.number().optional(),
    stature: z.number().optional(),
    handed: z.enum(['right', 'left']).optional(),
    club: z.enum(CLUB_CLASSES).optional(),
    footCheck: FootCheck.optional(),
  }),
  warnings: z.array(z.string()),
});

type Clock = NonNullable<z.infer<typeof BundleHead>['clock']>;

const timesOf = ({ first, rate, n }: Clock): Float64Array =>
  Float64Array.from({ length: n }, (_, k) => first + k / rate);

/** The clock that tells these times to the last bit, if there is one. */
function clockOf(time: Float64Array): Clock | undefined {
  const [first, last] = [time[0], time.at(-1)];
  if (first === undefined || last === undefined || !(last > first)) return undefined;
  const clock = { first, rate: Number(((time.length - 1) / (last - first)).toPrecision(9)), n: time.length };
  return Number.isFinite(clock.rate) && time.every((t, k) => t === first + k / clock.rate) ? clock : undefined;
}

/**
 * Packs a recording as a zip of recording.json and channels.npz, so that nothing is lost: `time`, `p1_fx` …,
 * `b1_c1` …, `mat_time`, `mat_frames` and the optional channels. Frames that are whole bytes stay bytes, an even clock
 * is told by its rate, channels of a limited resolution by whole numbers, those that all are float32 as such.
 */
export function writeBundle(rec: Recording, level: 0 | 1 | 6 = 6): Uint8Array {
  const clock = clockOf(rec.time);
  const arrays: Record<string, NdArray> = clock ? {} : { time: flat(rec.time) };
  const decimals: Record<string, Decimals> = {};
  const slim = (key: string, v: Float64Array): void => {
    const single = v.every((x) => Object.is(Math.fround(x), x));
    const told = decimalsOf(v, single);
    if (told) decimals[key] = told;
    arrays[key] = told ? toPlanes(v, told) : flat(single ? Float32Array.from(v) : v);
  };
  rec.platforms.forEach((p, i) => WRENCH_CHANNELS.forEach((c) => slim(`p${i + 1}_${c}`, p[c])));
  rec.boards.forEach((b, i) => b.cells.forEach((v, j) => slim(`b${i + 1}_c${j + 1}`, v)));
  for (const [c, v] of Object.entries(rec.channels)) slim(c, v);
  if (rec.mat) {
    arrays['mat_time'] = flat(rec.mat.time);
    arrays['mat_frames'] = { shape: [rec.mat.time.length, rec.mat.rows, rec.mat.cols], data: rec.mat.frames };
  }
  if (rec.path) for (const [c, v] of Object.entries(rec.path)) if (v) slim(`path_${c}`, v as Float64Array);
  const head: z.infer<typeof BundleHead> = {
    vilko: 'recording',
    version: 2,
    ...(clock ? { clock } : {}),
    decimals,
    name: rec.name,
    device: rec.device,
    platforms: rec.platforms.map((p) => ({ centre: [...p.centre] })),
    boards: rec.boards.map((b) => ({ centre: [...b.centre], hx: b.hx, hy: b.hy })),
    mat: rec.mat && { rows: rec.mat.rows, cols: rec.mat.cols, pitch: rec.mat.pitch },
    ...(rec.path ? { path: { load: rec.path.load !== null } } : {}),
    stated: rec.stated,
    warnings: [...rec.warnings],
  };
  return zip({
    'recording.json': strToU8(JSON.stringify(head)),
    'channels.npz': [writeNpzArrays(arrays, level), { level: 0 }],
  });
}

/** A clock that something was sampled by: no more times are made than there are samples. */
function sampledBy(clock: Clock, arrays: Readonly<Record<string, NdArray>>): Clock {
  if (Object.values(arrays).some(({ shape }) => shape.length < 3 && shape.at(-1) === clock.n)) return clock;
  throw new VilkoError(
    'truncated',
    `recording.json promises ${clock.n} times, but nothing in channels.npz has as many`,
  );
}

const wideOf = (data: NdArray['data']): Float64Array => (data instanceof Float64Array ? data : Float64Array.from(data));

function matOf(m: Pick<Mat, 'rows' | 'cols' | 'pitch'>, time: NdArray, frames: NdArray): Mat {
  if (frames.data.length !== time.data.length * m.rows * m.cols)
    throw new VilkoError(
      'unreadable',
      `channels.npz: ${time.data.length} mat frames of ${m.rows} × ${m.cols} cells promise other than ${frames.data.length} values`,
    );
  return {
    ...m,
    time: wideOf(time.data),
    frames: frames.data as Mat['frames'],
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (e) {
    throw new VilkoError('unreadable', `recording.json is damaged: ${(e as Error).message}`);
  }
}

/** Reads what writeBundle wrote. */
export function readBundle(bytes: Uint8Array, name: string): Recording {
  const files = unzip(bytes, name);
  const json = files['recording.json'];
  const npz = files['channels.npz'];
  if (!json || !npz)
    throw new VilkoError('unreadable', 'a recording bundle holds recording.json and channels.npz: this zip does not');
  const head = BundleHead.safeParse(parsed(strFromU8(json)));
  if (!head.success)
    throw new VilkoError(
      'unreadable',
      `recording.json: ${head.error.issues[0]?.message ?? 'not understood'}`,
      head.error.issues[0]?.path.join('.'),
    );
  const arrays = readNpzArrays(npz, 'channels.npz');
  const need = (key: string): NdArray => {
    const a = arrays[key];
    if (!a) throw new VilkoError('missing-channel', `channels.npz lacks ${key}`);
    return a;
  };
  const h = head.data;
  const time = h.clock ? timesOf(sampledBy(h.clock, arrays)) : wideOf(need('time').data);
  const n = time.length;
  /** Samples on the bundle's clock, as many as there are times. */
  const wide = (key: string, length = n): Float64Array => {
    const told = h.decimals[key];
    const data = told ? fromPlanes(need(key), told, key) : need(key).data;
    if (data.length !== length)
      throw new VilkoError('unreadable', `channels.npz: ${data.length} samples of ${key}, but ${length} times`);
    return wideOf(data);
  };
  const platforms = h.platforms.map((p, i): Platform => {
    const wrench = Object.fromEntries(WRENCH_CHANNELS.map((c) => [c, wide(`p${i + 1}_${c}`)]));
    return { centre: p.centre, ...wrench } as unknown as Platform;
  });
  const boards = h.boards.map((b, i): Board => ({
    ...b,
    cells: [1, 2, 3, 4].map((j) => wide(`b${i + 1}_c${j}`)) as unknown as Board['cells'],
  }));
  const channels: Partial<Record<ExtraChannel, Float64Array>> = {};
  for (const c of EXTRA_CHANNELS) if (arrays[c]) channels[c] = wide(c);
  const mat = h.mat && matOf(h.mat, need('mat_time'), need('mat_frames'));
  const stated = Object.fromEntries(Object.entries(h.stated).filter(([, v]) => v !== undefined));
  const path = h.path && {
    path: { x: wide('path_x'), y: wide('path_y'), load: h.path.load ? wide('path_load') : null },
  };
  return {
    name: h.name,
    device: h.device,
    time,
    platforms,
    boards,
    mat,
    ...path,
    channels,
    stated,
    warnings: h.warnings,
  };
}
