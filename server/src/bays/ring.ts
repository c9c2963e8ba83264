import { type FeedHeader, MAT_FRAME, SAMPLES } from '@vilko/contract';
import {
  type Board,
  deviceKindOf,
  type ExtraChannel,
  type Mat,
  type Platform,
  type Recording,
  WRENCH_CHANNELS,
} from '@vilko/core';
import {
  BOARD,
  CELLS_PER_BOARD,
  COLUMNS_PER_PLATE,
  columnsPerPlate,
  groundColumns,
  isPath,
  type LiveDevice,
  type LiveStream,
  onBoards,
} from '@vilko/core/live';

/** The last seconds of a device's stream, filled as it comes. */
export interface Ring extends LiveStream {
  readonly push: (kind: number, time: number, count: number, payload: Uint8Array) => void;
  /** What is taken off every plate or board column from now on; the kept seconds are corrected too. */
  readonly setZero: (zero: readonly number[]) => void;
}

const SECONDS = 20;
/** Times that come from adding steps must not fall out of a cut by rounding, s. */
const HAIR = 1e-7;
/** Columns of one sample: components of the plates or cells of the boards, then channels. */
export const columnCount = (d: LiveDevice): number => groundColumns(d) + d.channels.length;

/** Places in a ring that follow each other, the oldest first. */
interface Run {
  readonly first: number;
  readonly count: number;
}

/** The places whose stamps lie between two times; the newest of them where a device's clock has begun anew. */
function pick(stamps: Float64Array, from: number, to: number, start: number): Run {
  const size = stamps.length;
  let [first, count, inside] = [0, 0, false];
  for (let i = 0; i < size; i++) {
    const k = (start + i) % size;
    const was = inside;
    inside = stamps[k]! >= from - HAIR && stamps[k]! <= to + HAIR;
    if (inside && !was) [first, count] = [k, 0];
    if (inside) count++;
  }
  return { first, count };
}

/** What stands at every place of a run, `stride` apart and `at` into each, less `less`. */
function along(v: Float64Array | Float32Array, { first, count }: Run, [stride, at] = [1, 0], less = 0): Float64Array {
  const out = new Float64Array(count);
  const size = v.length / stride;
  for (let i = 0, k = first; i < count; i++, k = k + 1 === size ? 0 : k + 1) out[i] = v[k * stride + at]! - less;
  return out;
}

/** The last seconds of a mat's frames; one that lies alone is weighed too, frame by frame. */
function matRing(mat: NonNullable<LiveDevice['mat']>, alone: boolean) {
  const cells = mat.rows * mat.cols;
  const size = Math.ceil(SECONDS * mat.rate);
  const frames = new Uint8Array(size * cells);
  const times = new Float64Array(size).fill(NaN);
  /** Of every frame: the sum of its cells and where their centre lies, m. */
  const sums = { total: new Float64Array(size), x: new Float64Array(size), y: new Float64Array(size) };
  const weigh = (k: number): void => {
    let [total, x, y] = [0, 0, 0];
    for (let row = 0, i = k * cells; row < mat.rows; row++)
      for (let col = 0; col < mat.cols; col++, i++) {
        const v = frames[i]!;
        total += v;
        x += v * col;
        y += v * row;
      }
    sums.total[k] = total;
    sums.x[k] = (mat.pitch * x) / total;
    sums.y[k] = (mat.pitch * y) / total;
  };
  let head = 0;
  const frame = (k: number): Uint8Array => frames.subarray(k * cells, (k + 1) * cells);
  return {
    /** False where the frame is cut short. */
    push(time: number, payload: Uint8Array): boolean {
      if (cells === 0 || payload.length < cells) return false;
      times[head] = time;
      frames.set(payload.subarray(0, cells), head * cells);
      if (alone) weigh(head);
      head = (head + 1) % size;
      return true;
    },
    last(): Uint8Array | null {
      const k = (head - 1 + size) % size;
      return Number.isNaN(times[k]!) ? null : frame(k);
    },
    count: (from: number, to: number): number => pick(times, from, to, head).count,
    range(from: number, to: number): { least: number; most: number; travel: number } | null {
      const run = pick(times, from, to, head);
      const [totals, x, y] = [sums.total, sums.x, sums.y].map((v) => along(v, run)) as [
        Float64Array,
        Float64Array,
        Float64Array,
      ];
      if (run.count === 0 || totals.some((total) => total === 0)) return null;
      const span = (v: Float64Array): number => Math.max(...v) - Math.min(...v);
      return { least: Math.min(...totals), most: Math.max(...totals), travel: Math.max(span(x), span(y)) };
    },
    /** Frames between two times, on a clock that begins at `from`; null without one. */
    cut(from: number, to: number): Mat | null {
      const run = pick(times, from, to, head);
      if (run.count === 0) return null;
      // to the end of the ring, and what goes on at its beginning
      const whole = Math.min(run.count, size - run.first);
      const out = new Uint8Array(run.count * cells);
      out.set(frames.subarray(run.first * cells, (run.first + whole) * cells));
      out.set(frames.subarray(0, (run.count - whole) * cells), whole * cells);
      return { ...mat, time: along(times, run, [1, 0], from), frames: out };
    },
  };
}

/**
 * Whether a message of a device holds what its header says: whole samples of all its columns, or a frame of all its
 * cells, at a time that is one.
 * @param bytes of the message without its header
 */
export function holds(h: FeedHeader, bytes: number, device: LiveDevice): boolean {
  if (!Number.isFinite(h.time)) return false;
  if (h.kind === SAMPLES) return bytes === h.count * columnCount(device) * Float32Array.BYTES_PER_ELEMENT;
  return h.kind !== MAT_FRAME || !device.mat || bytes >= device.mat.rows * device.mat.cols;
}

/** Keeps the stream of one device. */
export function ring(device: LiveDevice): Ring {
  const columns = columnCount(device);
  const size = Math.ceil(SECONDS * device.rate);
  const data = new Float32Array(size * Math.max(1, columns));
  const times = new Float64Array(size).fill(NaN);
  const forces = device.plates.length * columnsPerPlate(device);
  let zero = new Float32Array(forces);
  let head = 0;
  let newest = NaN;
  /** Where in a sample each load is read. */
  const loadsAt = isPath(device) ? [0] : device.plates.map((_, p) => p * columnsPerPlate(device));
  const alone = loadsAt.length === 0;
  const mats = device.mat && matRing(device.mat, alone);
  /** Vertical load of the plate or board whose columns start at `at`; of a path in its own unit. */
  const loadOf = (at: number): number =>
    onBoards(device) ? data[at]! + data[at + 1]! + data[at + 2]! + data[at + 3]! : data[at + 2]!;
  return {
    push(kind, time, count, payload) {
      if (kind === SAMPLES && columns > 0) {
        const values = new Float32Array(payload.slice().buffer);
        for (let i = 0; i < count; i++) {
          times[head] = time + i / device.rate;
          data.set(values.subarray(i * columns, (i + 1) * columns), head * columns);
          for (let c = 0; c < forces; c++) data[head * columns + c]! -= zero[c]!;
          head = (head + 1) % size;
        }
        newest = time + (count - 1) / device.rate;
      } else if (kind === MAT_FRAME && mats?.push(time, payload) && columns === 0) newest = time;
    },
    newest: () => newest,
    last: () =>
      Number.isNaN(newest) || columns === 0
        ? null
        : data.subarray(((head - 1 + size) % size) * columns, ((head - 1 + size) % size) * columns + columns),
    lastMat: () => mats?.last() ?? null,
    loadRange(seconds) {
      if (!loadsAt.length || Number.isNaN(newest)) return null;
      let [least, most] = [Infinity, -Infinity];
      const step = Math.max(1, Math.round(device.rate / 100));
      for (let i = 1; i <= seconds * device.rate; i += step) {
        const k = (head - i + 2 * size) % size;
        if (!(times[k]! > newest - seconds)) break;
        let load = 0;
        for (const at of loadsAt) load += loadOf(k * columns + at);
        if (load < least) least = load;
        if (load > most) most = load;
      }
      return { least, most };
    },
    matRange: (seconds) => (alone && mats?.range(newest - seconds, newest)) || null,
    count: (from, to) => (columns ? pick(times, from, to, head).count : (mats?.count(from, to) ?? 0)),
    meanOfRaw(seconds) {
      const run = pick(times, newest - seconds, newest, head);
      const mean = (v: Float64Array): number => v.reduce((s, x) => s + x, 0) / Math.max(1, v.length);
      return Array.from({ length: forces }, (_, c) => mean(along(data, run, [columns, c])) + zero[c]!);
    },
    setZero(next) {
      const fresh = Float32Array.from({ length: forces }, (_, c) => next[c] ?? 0);
      for (let k = 0; k < size; k++) for (let c = 0; c < forces; c++) data[k * columns + c]! += zero[c]! - fresh[c]!;
      zero = fresh;
    },
    cut(from, to, withMat) {
      const run = pick(times, from, to, head);
      const column = (c: number) => along(data, run, [columns, c]);
      const mat = (withMat && mats?.cut(from, to)) || null;
      return cutOf(device, { clock: along(times, run, [1, 0], from), column, mat });
    },
  };
}

/** What was cut out of a stream: its clock, s, its columns and its mat. */
interface Cut {
  readonly clock: Float64Array;
  readonly column: (c: number) => Float64Array;
  readonly mat: Mat | null;
}

/** A recording of what was cut out; null where that is too short to be one. */
function cutOf(device: LiveDevice, { clock, column, mat }: Cut): Recording | null {
  const boarded = onBoards(device);
  const boards = boarded
    ? device.plates.map((p, i): Board => ({
        centre: p.centre,
        ...BOARD,
        cells: [0, 1, 2, 3].map((j) => column(i * CELLS_PER_BOARD + j)) as unknown as Board['cells'],
      }))
    : [];
  const platforms = (boarded ? [] : device.plates).map((p, i): Platform => {
    const wrench = Object.fromEntries(WRENCH_CHANNELS.map((c, j) => [c, column(i * COLUMNS_PER_PLATE + j)]));
    return { centre: p.centre, ...wrench } as unknown as Platform;
  });
  const first = columnCount(device) - device.channels.length;
  const path = isPath(device) ? { x: column(0), y: column(1), load: column(2) } : null;
  const time = device.plates.length || path ? clock : mat?.time;
  if (!time || time.length < 10) return null;
  // a mat alone has a clock of its own: between two messages it may be a frame ahead of its channels, or behind
  const channels = Object.fromEntries(
    clock.length ? device.channels.map((c, i) => [c, onClock(time, clock, column(first + i))]) : [],
  ) as Partial<Record<ExtraChannel, Float64Array>>;
  const has = { platforms: platforms.length, boards: boards.length, mat: mat !== null, path: path !== null };
  return {
    name: device.name,
    device: deviceKindOf(has) ?? device.kind,
    time,
    platforms,
    boards,
    mat,
    ...(path ? { path } : {}),
    channels,
    stated: {},
    warnings: [],
  };
}

/** Samples of one ascending clock at the times of another: to each time the nearest. */
function onClock(time: Float64Array, clock: Float64Array, v: Float64Array): Float64Array {
  if (time === clock) return v;
  let i = 0;
  return time.map((t) => {
    while (i + 1 < clock.length && Math.abs(clock[i + 1]! - t) <= Math.abs(clock[i]! - t)) i++;
    return v[i]!;
  });
}
