import type { DeviceKind } from '../recording/device-kinds.js';
import type { ExtraChannel, Recording } from '../recording/recording.js';

/** A device as it introduces itself. */
export interface LiveDevice {
  readonly kind: DeviceKind;
  readonly name: string;
  /** Samples per second of plates, boards and channels. */
  readonly rate: number;
  /** Centres of plates or boards, m; a whole-body path has none. */
  readonly plates: readonly { readonly centre: readonly [number, number] }[];
  /** Cells, pitch in m, frames per second. */
  readonly mat: {
    readonly rows: number;
    readonly cols: number;
    readonly pitch: number;
    readonly rate: number;
  } | null;
  readonly channels: readonly ExtraChannel[];
  /** No device but a stand-in for one and its pupil: only it is told how they are built. */
  readonly standIn?: boolean | undefined;
}

/** The last seconds of a device's stream, by device time (s), as whoever looks at it asks them. */
export interface LiveStream {
  /** Device time of the newest sample; NaN before the first. */
  readonly newest: () => number;
  /** Samples between two device times; frames of a mat that sends nothing else. */
  readonly count: (from: number, to: number) => number;
  /** Greatest and least total plate load over the last seconds, N; null without plates. */
  readonly loadRange: (seconds: number) => { readonly least: number; readonly most: number } | null;
  /**
   * Greatest and least total of a mat's cells over the last seconds, in its own unit, and how far their centre went
   * along either side, m; null without a mat that lies alone, or where it stood empty meanwhile.
   */
  readonly matRange: (
    seconds: number,
  ) => { readonly least: number; readonly most: number; readonly travel: number } | null;
  /** Means of the plate or board columns over the last seconds, before any zero is taken off. */
  readonly meanOfRaw: (seconds: number) => readonly number[];
  /** [from, to] as a recording whose clock starts at 0; null where too little of it is there. */
  readonly cut: (from: number, to: number, withMat: boolean) => Recording | null;
  /** The newest sample of every column; null before the first. */
  readonly last: () => Float32Array | null;
  /** The newest frame of the mat; null before the first. */
  readonly lastMat: () => Uint8Array | null;
}

/** A plate gives six components, a board its four cells. */
export const COLUMNS_PER_PLATE = 6;
export const CELLS_PER_BOARD = 4;
/** Half distances of a board's cells from its centre, m. */
export const BOARD = { hx: 0.16, hy: 0.1 } as const;

/** A whole-body path gives its place, x and y in m, and its load in a unit of its own. */
const PATH_COLUMNS = 3;
export const isPath = (d: LiveDevice): boolean => d.kind === 'path';

export const onBoards = (d: LiveDevice): boolean => d.kind === 'boards';
/** Columns of one sample that one plate or board fills. */
export const columnsPerPlate = (d: LiveDevice): number => (onBoards(d) ? CELLS_PER_BOARD : COLUMNS_PER_PLATE);
/** Columns of one sample that say something of the ground; channels follow. */
export const groundColumns = (d: LiveDevice): number =>
  isPath(d) ? PATH_COLUMNS : d.plates.length * columnsPerPlate(d);
