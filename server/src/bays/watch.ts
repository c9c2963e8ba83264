import type { Recording } from '@vilko/core';
import type { Awaited, Stretch } from '@vilko/core/live';
import type { Piscina } from 'piscina';
import { openPool } from '../threads/pool.js';

/** One look for a swing. */
export interface Look {
  readonly stretch: Stretch;
  readonly awaited: Awaited;
}

const THREAD = {
  bundle: new URL('./watch-worker.mjs', import.meta.url),
  source: new URL('./watch-worker.ts', import.meta.url),
};
/** A lesson's pauses are shorter, ms. */
const IDLE = 20 * 60_000;

let pool: Piscina | null = null;

/** The samples of a recording that was cut for this look alone: they go over as they are. */
function samplesOf({ time, platforms, boards, mat, path, channels }: Recording): ArrayBuffer[] {
  const arrays = [
    time,
    ...platforms.flatMap((p) => [p.fx, p.fy, p.fz, p.mx, p.my, p.mz]),
    ...boards.flatMap((b) => [...b.cells]),
    ...(mat ? [mat.time, mat.frames] : []),
    ...(path ? [path.x, path.y, path.load] : []),
    ...Object.values(channels),
  ];
  return [...new Set(arrays.flatMap((v) => (v ? [v.buffer as ArrayBuffer] : [])))];
}

/** Looks for a swing in a thread of its own: the rough impact, device time in s; null where there is none. */
export function watchForSwing(look: Look): Promise<number | null> {
  pool ??= openPool(THREAD, IDLE);
  return pool.run(look, { transferList: samplesOf(look.stretch.recording) }) as Promise<number | null>;
}
