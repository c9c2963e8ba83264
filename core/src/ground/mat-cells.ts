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
  const n = mat.time.length;
  const { low, top } = extremes(mat.frames, n, cells);
  const most = top.reduce((a, b) => Math.max(a, b), 0);
  const isDead = (c: number) =>
    low[c] === top[c] &&
    neighbours(c, mat).filter((d) => top[d]! - low[d]! > DEAD_VARIES * most).length >= DEAD_NEIGHBOURS;
  const dead = Array.from({ length: cells }, (_, c) => c).filter(isDead);
  const frames = dead.length ? filled(mat, dead) : mat.frames;
  const { high, usual, saturated } = upper(frames, n, { top, most, dead });
  const greatest = high.reduce((a, b) => Math.max(a, b), 0);
  const loaded = Uint8Array.from(high, (h) => (h > LOADED_PART * greatest ? 1 : 0));
  standOn(loaded, usual, mat);
  return { frames, high, loaded, dead, saturated };
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

/** Least and greatest value of each cell. */
function extremes(frames: Mat['frames'], n: number, cells: number): { low: Float64Array; top: Float64Array } {
  const low = new Float64Array(cells).fill(Infinity);
  const top = new Float64Array(cells).fill(-Infinity);
  for (let k = 0, i = 0; k < n; k++)
    for (let c = 0; c < cells; c++, i++) {
      const v = frames[i]!;
      if (v < low[c]!) low[c] = v;
      if (v > top[c]!) top[c] = v;
    }
  return { low, top };
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

/** 99th percentile and median of each cell, and how many stood at the greatest value of all for a part of n frames. */
function upper(
  frames: Mat['frames'],
  n: number,
  { top, most, dead }: { top: Float64Array; most: number; dead: readonly number[] },
): { high: Float64Array; usual: Float64Array; saturated: number } {
  const cells = top.length;
  const [high, usual] = [new Float64Array(cells), new Float64Array(cells)];
  const isDead = new Set(dead);
  const column = new Float64Array(n);
  let saturated = 0;
  for (let c = 0; c < cells; c++) {
    if (top[c]! <= 0 && !isDead.has(c)) continue;
    let atMost = 0;
    for (let k = 0; k < n; k++) {
      column[k] = frames[k * cells + c]!;
      if (column[k]! >= most) atMost++;
    }
    if (atMost > SATURATED_PART * n) saturated++;
    high[c] = quantile(column, LOADED_QUANTILE);
    usual[c] = quantile(column, 0.5);
  }
  return { high, usual, saturated };
}
