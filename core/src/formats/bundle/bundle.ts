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
import { unzip, zip } from '../npz/zip.js';

const point = z.tuple([z.number(), z.number()]);

/** recording.json of a recording bundle, version 1. The numbers themselves lie in channels.npz beside it. */
export const BundleHead = z.object({
  vilko: z.literal('recording'),
  version: z.literal(1),
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

/**
 * Packs a recording as a zip of recording.json and channels.npz, so that nothing is lost: `time`, `p1_fx` …,
 * `b1_c1` …, `mat_time`, `mat_frames` and the optional channels. Frames that are whole bytes stay bytes,
 * channels whose values all are float32 (as devices deliver them) are kept so.
 */
export function writeBundle(rec: Recording, level: 0 | 1 | 6 = 6): Uint8Array {
  const arrays: Record<string, NdArray> = { time: flat(rec.time) };
  const slim = (v: Float64Array): NdArray =>
    flat(v.every((x) => Object.is(Math.fround(x), x)) ? Float32Array.from(v) : v);
  rec.platforms.forEach((p, i) => WRENCH_CHANNELS.forEach((c) => (arrays[`p${i + 1}_${c}`] = slim(p[c]))));
  rec.boards.forEach((b, i) => b.cells.forEach((v, j) => (arrays[`b${i + 1}_c${j + 1}`] = slim(v))));
  for (const [c, v] of Object.entries(rec.channels)) arrays[c] = slim(v);
  if (rec.mat) {
    arrays['mat_time'] = flat(rec.mat.time);
    arrays['mat_frames'] = { shape: [rec.mat.time.length, rec.mat.rows, rec.mat.cols], data: rec.mat.frames };
  }
  if (rec.path) for (const [c, v] of Object.entries(rec.path)) if (v) arrays[`path_${c}`] = slim(v as Float64Array);
  const head: z.infer<typeof BundleHead> = {
    vilko: 'recording',
    version: 1,
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

function matOf(m: Pick<Mat, 'rows' | 'cols' | 'pitch'>, time: NdArray, frames: NdArray): Mat {
  if (frames.data.length !== time.data.length * m.rows * m.cols)
    throw new VilkoError(
      'unreadable',
      `channels.npz: ${time.data.length} mat frames of ${m.rows} × ${m.cols} cells promise other than ${frames.data.length} values`,
    );
  return {
    ...m,
    time: time.data instanceof Float64Array ? time.data : Float64Array.from(time.data),
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
  const n = need('time').data.length;
  /** Samples on the bundle's clock, as many as there are times. */
  const wide = (key: string, length = n): Float64Array => {
    const { data } = need(key);
    if (data.length !== length)
      throw new VilkoError('unreadable', `channels.npz: ${data.length} samples of ${key}, but ${length} times`);
    return data instanceof Float64Array ? data : Float64Array.from(data);
  };
  const h = head.data;
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
    time: wide('time'),
    platforms,
    boards,
    mat,
    ...path,
    channels,
    stated,
    warnings: h.warnings,
  };
}
