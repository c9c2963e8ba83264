import type { Recording } from '../recording/recording.js';
import { standing, type StandingOptions } from './routine.js';

/** Seconds of standing, and of rocking on each foot. */
const STANDS = 2;
const ROCKS = 6;

/**
 * A golfer who stands, then rocks from heel to toe on the lead and on the trail foot, as the guided set-up asks: what a
 * foot check is read from.
 */
export function rocking(o: Omit<StandingOptions, 'does' | 'seconds'>): Recording {
  const parts = (['stand', 'rock lead', 'rock trail'] as const).map(
    (does) => standing({ ...o, does, seconds: does === 'stand' ? STANDS : ROCKS }).recording,
  );
  const joined = (of: (r: Recording) => Float64Array): Float64Array =>
    Float64Array.from(parts.flatMap((r) => [...of(r)]));
  const first = parts[0]!;
  const rate = (first.time.length - 1) / (first.time.at(-1)! - first.time[0]!);
  const n = parts.reduce((s, r) => s + r.time.length, 0);
  return {
    ...first,
    time: Float64Array.from({ length: n }, (_, k) => k / rate),
    channels: {},
    platforms: first.platforms.map((p, i) => ({
      ...p,
      ...Object.fromEntries(
        (['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const).map((ch) => [ch, joined((r) => r.platforms[i]![ch])]),
      ),
    })),
    boards: first.boards.map((b, i) => ({
      ...b,
      cells: b.cells.map((_, q) => joined((r) => r.boards[i]!.cells[q]!)) as unknown as typeof b.cells,
    })),
  };
}
