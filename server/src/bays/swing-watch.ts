import {
  findRehearsals,
  findSwings,
  readChannels,
  readGround,
  type Recording,
  type SwingKind,
  VilkoError,
} from '@vilko/core';
import type { Ring } from './ring.js';

/** Seconds kept before and after impact. */
export const BEFORE_IMPACT = 4;
export const AFTER_IMPACT = 2.3;
const LOOK_BACK = 5;
/** A swing already seen is not found again within this, s. */
const APART = 2;
/** A swing moves the total load by more than this within these seconds. */
const STIR = 1.15;
const STIR_SECONDS = 4.5;

/** A swing seen in the stream, by its rough impact in device time. */
export interface Sighting {
  readonly impact: number;
}

/**
 * Looks for a new swing in the newest seconds of a stream, with the same finder that files use (the mat is left out:
 * plates say it sooner).
 * @param after device time of the last swing known
 */
export function lookForSwing(
  r: Ring,
  handed: 'right' | 'left',
  after: number,
  kind: SwingKind = 'full',
): Sighting | null {
  // a rehearsal need not move the load
  if (kind === 'full' && isStill(r)) return null;
  const now = r.newest();
  const rec = r.cut(now - LOOK_BACK, now, {}, false) ?? r.cut(now - LOOK_BACK, now, {}, true);
  if (!rec) return null;
  const found = swingsIn(rec, handed, kind)
    .map((s) => now - LOOK_BACK + s.rough)
    .filter((impact) => impact > after + APART && impact < now - 0.2);
  return found.length ? { impact: found.at(-1)! } : null;
}

/** No swing without an impact's load: a cheap look that keeps the live picture smooth while somebody waits. */
function isStill(r: Ring): boolean {
  const range = r.loadRange(STIR_SECONDS);
  return range !== null && range.most < STIR * range.least;
}

/** A stream in which nobody stands is not an error: there is just no swing. */
function swingsIn(rec: Recording, handed: 'right' | 'left', kind: SwingKind) {
  try {
    const g = readGround(rec, handed);
    return (kind === 'full' ? findSwings : findRehearsals)(g, readChannels(rec, g).shaft_deg ?? null);
  } catch (e) {
    if (e instanceof VilkoError) return [];
    throw e;
  }
}
