import type { Mat } from '../recording/recording.js';
import { quantile } from '../signal/series.js';

const DEAD_NEIGHBOURS = 6;
const DEAD_VARIES = 0.02;
const SATURATED_PART = 0.02;
const LOADED_PART = 0.05;
const LOADED_QUANTILE = 0.99;
/** A cell with this part of the most that one carries while standing is under a foot, however hard others are hit. */
const STANDING_PART = 0.1;

/** What was found in the cells of a mat, before the feet are told apart. */
export interface MatCells {
  /** Frames with dead cells filled, [n × cells], in the device's unit. */
  readonly frames: Mat['frames'];
  /** The cells that ever show anything are among these, in order: most of a mat is never stood on. */
  readonly active: Int32Array;
  /** 99th percentile of each cell over the recording. */
  readonly high: Float64Array;
  /** Cells that carry load at some time, as a mask. */
  readonly loaded: Uint8Array;
  readonly dead: readonly number[];
  readonly saturated: number;
}

/** Finds dead, saturated and loaded cells; dead ones are filled per frame with the median of live neighbours. */
export function readCells(mat: Mat): MatCells {
  const cells = mat.rows * mat.cols;
  const shown = everShown(mat.frames, cells);
  const spreads = new Map(spreadsOf(mat.frames, cells, shown).map((s, i) => [shown[i]!, s]));
  let most = 0;
  for (const { top } of spreads.values()) if (top > most) most = top;
  const dead = deadCells(mat, spreads, most);
  const frames = dead.length ? filled(mat, dead) : mat.frames;
  spreadsOf(frames, cells, Int32Array.from(dead)).forEach((s, i) => spreads.set(dead[i]!, s));
  const [high, usual] = [new Float64Array(cells), new Float64Array(cells)];
  let saturated = 0;
  const enough = SATURATED_PART * mat.time.length;
  const isDead = new Set(dead);
  for (const [c, s] of spreads) {
    if (s.top <= 0 && !isDead.has(c)) continue;
    if (s.reach(most) > enough) saturated++;
    high[c] = s.quantile(LOADED_QUANTILE);
    usual[c] = s.quantile(0.5);
  }
  const greatest = high.reduce((a, b) => Math.max(a, b), 0);
  const loaded = Uint8Array.from(high, (h) => (h > LOADED_PART * greatest ? 1 : 0));
  standOn(loaded, usual, mat);
  return { frames, active: Int32Array.from(spreads.keys()).sort(), high, loaded, dead, saturated };
}

/** Cells that never change while most of those around them do. */
function deadCells(mat: Mat, spreads: ReadonlyMap<number, Spread>, most: number): number[] {
  const alive = new Uint8Array(mat.rows * mat.cols);
  const still = new Uint8Array(alive.length).fill(1);
  for (const [c, { low, top }] of spreads) {
    still[c] = low === top ? 1 : 0;
    if (top - low > DEAD_VARIES * most) for (const d of neighbours(c, mat)) alive[d]!++;
  }
  return Array.from(still.keys()).filter((c) => still[c] && alive[c]! >= DEAD_NEIGHBOURS);
}

/**
 * Adds what a foot stands on around its loaded cells: one heel that is hit hard makes little of both feet's toes.
 * What a mat shows everywhere is nobody's.
 */
function standOn(loaded: Uint8Array, usual: Float64Array, mat: Mat): void {
  const everywhere = quantile(usual, 0.5);
  const most = usual.reduce((a, b) => Math.max(a, b), 0) - everywhere;
  const stood = (c: number): boolean => usual[c]! - everywhere > STANDING_PART * most;
  const grow = Array.from(loaded.keys()).filter((c) => loaded[c]);
  for (let i = 0; i < grow.length; i++)
    for (const d of neighbours(grow[i]!, mat))
      if (!loaded[d] && stood(d)) {
        loaded[d] = 1;
        grow.push(d);
      }
}

export function neighbours(c: number, { rows, cols }: { rows: number; cols: number }): number[] {
  const r = Math.floor(c / cols);
  const q = c % cols;
  const out: number[] = [];
  for (let i = r - 1; i <= r + 1; i++)
    for (let j = q - 1; j <= q + 1; j++)
      if ((i !== r || j !== q) && i >= 0 && j >= 0 && i < rows && j < cols) out.push(i * cols + j);
  return out;
}

function filled(mat: Mat, dead: readonly number[]): Mat['frames'] {
  const cells = mat.rows * mat.cols;
  const frames = mat.frames.slice();
  const isDead = new Set(dead);
  for (const c of dead) {
    const live = neighbours(c, mat).filter((d) => !isDead.has(d));
    for (let k = 0; k < mat.time.length; k++) {
      const around = live.map((d) => mat.frames[k * cells + d]!).sort((a, b) => a - b);
      const m = around.length >> 1;
      frames[k * cells + c] = around.length % 2 ? around[m]! : (around[m - 1]! + around[m]!) / 2;
    }
  }
  return frames;
}

/**
 * Cells that are ever anything but zero, and those that lie in one word with them: frames are looked through a word at
 * a time, since most of a mat is empty.
 */
function everShown(frames: Mat['frames'], cells: number): Int32Array {
  const each = Math.max(1, 4 / frames.BYTES_PER_ELEMENT);
  const aligned = frames.BYTES_PER_ELEMENT <= 4 && cells % each === 0 && frames.byteOffset % 4 === 0;
  const view = aligned ? new Uint32Array(frames.buffer, frames.byteOffset, frames.length / each) : frames;
  const part = aligned ? each : 1;
  const wide = cells / part;
  const shown = new Uint8Array(wide);
  for (let first = 0; first + wide <= view.length; first += wide)
    for (let i = 0; i < wide; i++) if (view[first + i]! !== 0) shown[i] = 1;
  const within = Array.from(shown.keys()).filter((i) => shown[i]);
  return Int32Array.from(within.flatMap((i) => Array.from({ length: part }, (_, j) => i * part + j)));
}

/** How the values of a cell lie over a recording. */
interface Spread {
  readonly low: number;
  readonly top: number;
  readonly quantile: (q: number) => number;
  /** How many frames reach a value. */
  readonly reach: (value: number) => number;
}

/** The spread of each of these cells; 8-bit values are counted, others put in order. */
function spreadsOf(frames: Mat['frames'], cells: number, these: Int32Array): Spread[] {
  const n = frames.length / cells;
  if (frames instanceof Uint8Array) return counted(frames, cells, these);
  const column = new Float64Array(n);
  const gather = (c: number): Float64Array => {
    for (let k = 0; k < n; k++) column[k] = frames[k * cells + c]!;
    return column;
  };
  return Array.from(these, (c) => {
    const [low, top] = extremes(gather(c));
    return {
      low,
      top,
      quantile: (q) => quantile(gather(c), q),
      reach: (value) => gather(c).reduce((s, v) => s + (v >= value ? 1 : 0), 0),
    };
  });
}

function extremes(v: Float64Array): [low: number, top: number] {
  let low = Infinity;
  let top = -Infinity;
  for (let k = 0; k < v.length; k++) {
    if (v[k]! < low) low = v[k]!;
    if (v[k]! > top) top = v[k]!;
  }
  return [low, top];
}

const BYTES = 256;

/** In one walk through the frames, whatever their number, each value of each cell is counted. */
function counted(frames: Uint8Array, cells: number, these: Int32Array): Spread[] {
  const counts = new Uint32Array(these.length * BYTES);
  for (let first = 0; first < frames.length; first += cells)
    for (let i = 0; i < these.length; i++) counts[i * BYTES + frames[first + these[i]!]!]!++;
  const n = frames.length / cells;
  return Array.from(these, (_, i) => {
    const mine = counts.subarray(i * BYTES, (i + 1) * BYTES);
    const low = mine.findIndex((x) => x > 0);
    const top = mine.findLastIndex((x) => x > 0);
    /** The value that more than `order` frames do not exceed. */
    const statistic = (order: number): number => {
      let v = low;
      for (let sum = mine[v]!; sum <= order && v < top; sum += mine[v]!) v++;
      return v;
    };
    return {
      low,
      top,
      quantile: (q) => {
        const x = q * (n - 1);
        const at = Math.floor(x);
        const value = statistic(at);
        return x === at ? value : value + (x - at) * (statistic(at + 1) - value);
      },
      reach: (value) => mine.subarray(Math.ceil(value)).reduce((s, x) => s + x, 0),
    };
  });
}
