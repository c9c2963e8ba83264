import { VilkoError } from '../error.js';
import { readChannels } from '../events/events.js';
import { findRehearsals } from '../events/find-rehearsals.js';
import { findSwings } from '../events/find-swings.js';
import { readGround } from '../ground/ground.js';
import type { Handed, Recording, SwingKind } from '../recording/recording.js';
import { meanOf, spreadOf, standingIn } from './stance.js';
import type { LiveStream } from './stream.js';

/** Seconds kept before and after impact. */
export const BEFORE_IMPACT = 4;
export const AFTER_IMPACT = 2.3;
/** A look needs so much of what came before an impact, s. */
const LOOK_BACK = 5;
/** Nothing older than this is looked at: a stream keeps 20 s, and a swing is cut with what came before it, s. */
const LOOK_BACK_MOST = 15;
/** A swing already seen is not found again within this, s. */
const APART = 2;
/** A swing moves the total load by more than this within these seconds. */
const STIR = 1.15;
const STIR_SECONDS = 4.5;
/** On a mat alone it also moves the pressure farther than this, m: some mats say shares, not loads. */
const STIR_TRAVEL = 0.05;
/** Under this total load nobody stands there, N; a quiet stretch of it shows how the zero wandered. */
export const NOBODY = 60;
const QUIET = 1.5;
const QUIET_SD = 4;

/** Who swings what: what a look for a swing must know. */
export interface Awaited {
  readonly handed: Handed;
  readonly kind: SwingKind;
  /** Device time of the last swing known, s. */
  readonly after: number;
  /** Device time of the newest sample at the look before, s; NaN where there was none. */
  readonly since: number;
}

/** The newest seconds of a stream, in which a swing may lie. */
export interface Stretch {
  readonly recording: Recording;
  /** Device time at which its clock begins, and of its newest sample, s. */
  readonly from: number;
  readonly newest: number;
  /** Seconds before it that no look has seen, and none will any more; 0 while looks come in time. */
  readonly unread: number;
}

/**
 * What is worth looking for a swing in: the newest seconds of a stream in which somebody stirs, without the mat where
 * plates say it sooner; null where there is nothing. A look that comes late looks back as far as the one before saw, so
 * that a busy server loses none. Cheap: the live picture goes on meanwhile.
 */
export function stretchToLook(r: LiveStream, { kind, since }: Awaited): Stretch | null {
  const newest = r.newest();
  // the first look at a device may come late too
  const wanted = Number.isNaN(since) ? LOOK_BACK_MOST : LOOK_BACK + Math.max(0, newest - since);
  const back = Math.min(LOOK_BACK_MOST, wanted);
  // a rehearsal need not move the load
  if (kind === 'full' && isStill(r, back - LOOK_BACK + STIR_SECONDS)) return null;
  const from = newest - back;
  const recording = r.cut(from, newest, false) ?? r.cut(from, newest, true);
  return recording && { recording, from, newest, unread: wanted - back };
}

/**
 * The rough impact (device time, s) of a new swing in a stretch, with the same finder that files use; null where there
 * is none. The oldest of several is found first. As dear as reading a file: for a thread of its own.
 */
export function swingIn({ recording, from, newest }: Stretch, { handed, kind, after }: Awaited): number | null {
  const found = swingsIn(recording, handed, kind)
    .map((s) => from + s.rough)
    .filter((impact) => impact > after + APART && impact < newest - 0.2);
  return found[0] ?? null;
}

/** No swing without an impact's load: a cheap look that keeps the live picture smooth while somebody waits. */
function isStill(r: LiveStream, seconds: number): boolean {
  const range = r.loadRange(seconds);
  if (range) return range.most < STIR * range.least;
  const mat = r.matRange(seconds);
  return mat !== null && mat.most < STIR * mat.least && mat.travel < STIR_TRAVEL;
}

/** A stream in which nobody stands is not an error: there is just no swing. */
function swingsIn(rec: Recording, handed: Handed, kind: SwingKind) {
  try {
    const g = readGround(rec, handed);
    return (kind === 'full' ? findSwings : findRehearsals)(g, readChannels(rec, g).shaft_deg ?? null);
  } catch (e) {
    if (e instanceof VilkoError) return [];
    throw e;
  }
}

/** What the device shows with nobody on it. */
export type Unloaded =
  | { readonly is: 'unloaded'; readonly load: number }
  | { readonly is: 'loaded'; readonly load: number }
  /** It gives no forces under each foot. */
  | { readonly is: 'unknown' };

/** Whether the newest quiet seconds are of an empty device, and what load it shows, N. */
export function unloadedNow(r: LiveStream, handed: Handed): Unloaded {
  const rec = r.cut(r.newest() - QUIET, r.newest(), false);
  const s = rec && standingIn(rec, handed);
  if (!s) return { is: 'unknown' };
  const load = meanOf(s.total);
  return { is: Math.abs(load) < NOBODY && spreadOf(s.total) < QUIET_SD ? 'unloaded' : 'loaded', load };
}

/** What an empty device reads in each column, to be taken as its zero. */
export const zeroNow = (r: LiveStream): readonly number[] => r.meanOfRaw(QUIET);
