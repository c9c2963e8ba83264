import type { Mat } from '../../recording/recording.js';

/** Mat cells as they are read, row after row, in the narrowest numbers that hold them exactly. */
export interface CellStore {
  /** Blank cells (NaN) are not stored: a mat slower than its plates has rows without a frame. */
  readonly set: (row: number, cell: number, v: number) => void;
  /** Whole frames, the row each stands in, and how many rows had only some of their cells. */
  readonly frames: () => { readonly frames: Mat['frames']; readonly rows: readonly number[]; readonly broken: number };
}

type Frames = Mat['frames'];
const KINDS: readonly { readonly make: (n: number) => Frames; readonly holds: (v: number) => boolean }[] = [
  { make: (n) => new Uint8Array(n), holds: (v) => v >= 0 && v <= 255 && Number.isInteger(v) },
  { make: (n) => new Uint16Array(n), holds: (v) => v >= 0 && v <= 65535 && Number.isInteger(v) },
  { make: (n) => new Float32Array(n), holds: (v) => Math.fround(v) === v },
  { make: (n) => new Float64Array(n), holds: () => true },
];

/**
 * A mat of thousands of cells is mostly small whole numbers: in bytes they take less room than their text.
 * @param rows rows at most
 * @param size cells in a frame
 */
export function cellStore(rows: number, size: number): CellStore {
  let kind = 0;
  let frames = KINDS[0]!.make(rows * size);
  const kept: number[] = [];
  let broken = 0;
  let now = -1;
  let filled = 0;
  // a row with some of its cells is written over by the next
  const close = (): void => {
    if (now >= 0 && filled === size) kept.push(now);
    else if (now >= 0) broken++;
    now = -1;
  };
  return {
    set(row, cell, v) {
      if (v !== v) return;
      if (row !== now) {
        close();
        now = row;
        filled = 0;
      }
      while (!KINDS[kind]!.holds(v)) {
        const wider = KINDS[++kind]!.make(rows * size);
        wider.set(frames.subarray(0, (kept.length + 1) * size));
        frames = wider;
      }
      frames[kept.length * size + cell] = v;
      filled++;
    },
    frames() {
      close();
      return { frames: frames.subarray(0, kept.length * size), rows: kept, broken };
    },
  };
}
