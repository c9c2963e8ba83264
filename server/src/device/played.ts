import { type Hello, MAT_FRAME, packFeed, SAMPLES } from '@vilko/contract';
import { type Recording, WRENCH_CHANNELS } from '@vilko/core';
import type { SimulatedDevice } from '@vilko/core/golfer';

/** Seconds of samples in one message. */
export const BLOCK_SECONDS = 0.004;
const CHANNELS = ['sound', 'shaft_deg', 'arm_deg'] as const;
/** What the plates read while nobody stands on them, N: real ones are never at zero. */
const OFFSETS = [4.2, -2.6];

const NAMES: Readonly<Record<SimulatedDevice, string>> = {
  'mat-plates': 'Simulated mat over two plates',
  plates: 'Two simulated plates',
  mat: 'Simulated mat',
  boards: 'Two simulated boards',
  plate: 'One simulated plate',
  path: 'A simulated whole-body path',
};

export const rateOf = (rec: Recording): number => Math.round(1 / (rec.time[1]! - rec.time[0]!));

/** What a simulated device says of itself. */
export function helloOf(rec: Recording, kind: SimulatedDevice): Hello {
  const { mat } = rec;
  return {
    type: 'hello',
    protocol: 'vilko-feed',
    version: 1,
    device: {
      kind,
      name: NAMES[kind],
      rate: rateOf(rec),
      plates: [...rec.platforms, ...rec.boards].map((p) => ({ centre: [...p.centre] as [number, number] })),
      mat: mat && {
        rows: mat.rows,
        cols: mat.cols,
        pitch: mat.pitch,
        rate: Math.round(1 / (mat.time[1]! - mat.time[0]!)),
      },
      channels: [...CHANNELS],
      standIn: true,
    },
  };
}

/** One sample of all columns; a mat alone has none but its channels. */
function columnsOf(rec: Recording): Float64Array[] {
  return [
    ...rec.platforms.flatMap((p, i) =>
      WRENCH_CHANNELS.map((c) => (c === 'fz' ? p.fz.map((v) => v + OFFSETS[i]!) : p[c])),
    ),
    ...rec.boards.flatMap((b, i) => b.cells.map((c) => c.map((v) => v + OFFSETS[i]! / 4))),
    ...(rec.path ? [rec.path.x, rec.path.y, rec.path.load!] : []),
    ...CHANNELS.map((c) => rec.channels[c]!),
  ];
}

/** Where a message begins: its sample in the recording, its time on the device's clock, s, and its number. */
export interface MessageAt {
  readonly position: number;
  readonly deviceTime: number;
  readonly sequence: number;
}

/** A recording, played as a device would send it. */
export interface Played {
  readonly samples: number;
  /** Samples in one message. */
  readonly block: number;
  /** The messages of one block: its samples, and the frame of a mat that falls into it; numbered onwards. */
  readonly messages: (at: MessageAt) => Uint8Array[];
}

export function played(rec: Recording): Played {
  const columns = columnsOf(rec);
  const rate = rateOf(rec);
  const samples = rec.time.length;
  const block = Math.max(1, Math.round(BLOCK_SECONDS * rate));
  const { mat } = rec;
  const frameAt = ({ position, deviceTime, sequence }: MessageAt): Uint8Array[] => {
    if (!mat) return [];
    const perFrame = Math.max(1, Math.round(rate * (mat.time[1]! - mat.time[0]!)));
    const frame = Math.ceil(position / perFrame);
    if (frame * perFrame >= position + block || frame >= mat.time.length) return [];
    const cells = mat.rows * mat.cols;
    const time = deviceTime + (frame * perFrame - position) / rate;
    const values = (mat.frames as Uint8Array).subarray(frame * cells, (frame + 1) * cells);
    return [packFeed({ kind: MAT_FRAME, sequence, time, count: 1 }, values)];
  };
  return {
    samples,
    block,
    messages: (at) => {
      const payload = new Float32Array(block * columns.length);
      for (let i = 0; i < block; i++) {
        const k = Math.min(samples - 1, at.position + i);
        columns.forEach((c, j) => (payload[i * columns.length + j] = c[k]!));
      }
      const { deviceTime: time, sequence } = at;
      return [
        packFeed({ kind: SAMPLES, sequence, time, count: block }, payload),
        ...frameAt({ ...at, sequence: sequence + 1 }),
      ];
    },
  };
}
