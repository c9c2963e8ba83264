import type { DeviceKind } from './device-kinds.js';
import type { FootCheck } from './foot-check.js';

export * from './device-kinds.js';

export const CLUB_CLASSES = ['driver', 'wood', 'iron', 'wedge'] as const;
export type ClubClass = (typeof CLUB_CLASSES)[number];

/** A whole swing, or a rehearsal: a half or a slow one. */
export const SWING_KINDS = ['full', 'half', 'slow'] as const;
export type SwingKind = (typeof SWING_KINDS)[number];

export type Handed = 'right' | 'left';

/** Which foot a golfer's own left or right is. */
export const footOfSide = (side: 'left' | 'right', handed: Handed): 'lead' | 'trail' =>
  (side === 'left') === (handed === 'right') ? 'lead' : 'trail';

/** Channels that may lie beside the ground on the same clock. */
export const EXTRA_CHANNELS = ['sound', 'trigger', 'shaft_deg', 'arm_deg'] as const;
export type ExtraChannel = (typeof EXTRA_CHANNELS)[number];

export const WRENCH_CHANNELS = ['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const;
export type WrenchChannel = (typeof WRENCH_CHANNELS)[number];

/**
 * A six-component platform: reaction on the golfer (N) and its moment (N·m) about the surface centre, in the
 * recording's stance directions (X toward the ball, Y to the golfer's left, Z up). `centre` in m.
 */
export interface Platform extends Record<WrenchChannel, Float64Array> {
  readonly centre: readonly [number, number];
}

/** A platform of n samples of nothing, to be filled. */
export function blankPlatform(
  n: number,
  centre: readonly [number, number],
): { -readonly [K in keyof Platform]: Platform[K] } {
  const zeros = (): Float64Array => new Float64Array(n);
  return { centre, fx: zeros(), fy: zeros(), fz: zeros(), mx: zeros(), my: zeros(), mz: zeros() };
}

/** A board on four vertical cells (N) at (+hx,+hy), (−hx,+hy), (−hx,−hy), (+hx,−hy) from `centre`, m. */
export interface Board {
  readonly centre: readonly [number, number];
  readonly hx: number;
  readonly hy: number;
  readonly cells: readonly [Float64Array, Float64Array, Float64Array, Float64Array];
}

/** Frames of a pressure mat, row-major: cell (r, c) of frame k at k·rows·cols + r·cols + c. Row 0 at the heels. */
export interface Mat {
  readonly rows: number;
  readonly cols: number;
  /** Pitch of the cells, m. */
  readonly pitch: number;
  /** Time of each frame on the recording's clock, s. */
  readonly time: Float64Array;
  readonly frames: Uint8Array | Uint16Array | Float32Array | Float64Array;
}

/** A whole-body centre of pressure, m in stance directions, and the load in any unit where the device knows it. */
export interface WholePath {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly load: Float64Array | null;
}

/** What the file itself states about the golfer; options given by a person win over it. */
export interface Stated {
  readonly mass?: number;
  readonly stature?: number;
  readonly handed?: Handed;
  readonly club?: ClubClass;
  /** What rocking on each foot showed before this was recorded. */
  readonly footCheck?: FootCheck;
}

/** What a device delivered, before any conditioning. Never changed after reading. */
export interface Recording {
  readonly name: string;
  readonly device: DeviceKind;
  /** Clock of platforms, boards and extra channels, s; of the mat too where there is nothing else. */
  readonly time: Float64Array;
  readonly platforms: readonly Platform[];
  readonly boards: readonly Board[];
  readonly mat: Mat | null;
  /** Only of the kind `path`. */
  readonly path?: WholePath;
  readonly channels: Readonly<Partial<Record<ExtraChannel, Float64Array>>>;
  readonly stated: Stated;
  /** Sentences about what was assumed or seen while reading. */
  readonly warnings: readonly string[];
}
