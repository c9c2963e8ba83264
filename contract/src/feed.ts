import { ASKED } from '@vilko/core/live/words';
import { EXTRA_CHANNELS } from '@vilko/core/recording/recording';
export { ASKED, type Asked } from '@vilko/core/live/words';
import * as z from 'zod';
import { Device } from './lesson.js';
import { ClubClass, Handed } from './pupil.js';

/** More than any device sends: samples a second, cells along one side of a mat, cells of all its frames a second. */
const MOST = { rate: 20_000, side: 512, cellsPerSecond: 10_000_000 } as const;

/** First word of a device on /api/feed: what it is and what its binary messages hold. */
export const Hello = z.object({
  type: z.literal('hello'),
  protocol: z.literal('vilko-feed'),
  version: z.literal(1),
  device: z.object({
    kind: Device,
    name: z.string().min(1),
    /** Samples per second of plates, boards and channels. */
    rate: z.number().positive().max(MOST.rate),
    plates: z.array(z.object({ centre: z.tuple([z.number(), z.number()]) })).max(2),
    mat: z
      .object({
        rows: z.int().positive().max(MOST.side),
        cols: z.int().positive().max(MOST.side),
        pitch: z.number().positive(),
        rate: z.number().positive(),
      })
      .refine((m) => m.rows * m.cols * m.rate <= MOST.cellsPerSecond, 'too many cells a second')
      .nullable(),
    channels: z.array(z.enum(EXTRA_CHANNELS)).max(2 * EXTRA_CHANNELS.length),
    /** No device but a stand-in for one and its pupil: only it is told how they are built. */
    standIn: z.boolean().optional(),
  }),
});
export type Hello = z.infer<typeof Hello>;

/**
 * What the server tells a device about who stands on it and what they were asked to do; a real device may ignore it.
 */
export const WhoStands = z.object({
  type: z.literal('who'),
  handed: Handed,
  club: ClubClass,
  does: z.enum(ASKED),
  build: z.object({ stature: z.number(), mass: z.number() }).nullable(),
});
export type WhoStands = z.infer<typeof WhoStands>;

/** Kinds of binary feed message. */
export const SAMPLES = 1;
export const MAT_FRAME = 2;
/** kind u8, 3 spare, sequence u32, device time f64 (s), count u32, spare u32: 24 bytes, little endian. */
export const FEED_HEADER = 24;

export interface FeedHeader {
  readonly kind: number;
  /** Counts every binary message of the device; a jump is a gap. */
  readonly sequence: number;
  /** Device time of the first sample, s. */
  readonly time: number;
  /** Samples in the message (1 for a mat frame). */
  readonly count: number;
}

/** Packs a feed message: float32 samples (per sample all plate components, then the channels) or a byte mat frame. */
export function packFeed(h: FeedHeader, payload: Float32Array | Uint8Array): Uint8Array {
  const out = new Uint8Array(FEED_HEADER + payload.byteLength);
  const view = new DataView(out.buffer);
  view.setUint8(0, h.kind);
  view.setUint32(4, h.sequence, true);
  view.setFloat64(8, h.time, true);
  view.setUint32(16, h.count, true);
  out.set(new Uint8Array(payload.buffer, payload.byteOffset, payload.byteLength), FEED_HEADER);
  return out;
}

/** Header of a feed message; null when it is too short to have one. */
export function feedHeader(bytes: Uint8Array): FeedHeader | null {
  if (bytes.byteLength < FEED_HEADER) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return {
    kind: view.getUint8(0),
    sequence: view.getUint32(4, true),
    time: view.getFloat64(8, true),
    count: view.getUint32(16, true),
  };
}
