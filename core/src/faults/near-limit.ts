import { mean, standardDeviation } from '../compare/statistics.js';
import { numberOf } from '../measures/measure.js';
import type { MeasureId } from '../measures/registry.js';
import type { Piece } from './strength.js';
import type { JudgedSwing } from './witness.js';

/** A fault that a set neither shows nor rules out: its limit lies within what the mean of so few swings may be. */
export interface NearLimit {
  readonly fault: string;
  /** The measure that keeps it from being found, its mean and its limit. */
  readonly measure: MeasureId;
  readonly value: number;
  readonly limit: number;
  readonly direction: 'over' | 'under';
  /** How many swings more would tell, with the spread seen; null: more than a lesson has. */
  readonly more: number | null;
}

/** Half-width of the 95% interval of a mean, in standard errors. */
const SURE = 1.96;
/** Fewer swings tell no spread. */
const LEAST = 3;
/** Nobody swings more for one question. */
const MOST_MORE = 40;

/**
 * Whether a set of swings is too small to tell a fault: the piece of evidence that speaks most against it is one
 * measure whose limit lies inside the 95% interval of its mean.
 * @param pieces what was weighed, all of it needed
 * @returns null where the set tells
 */
export function nearLimit(fault: string, pieces: readonly Piece[], swings: readonly JudgedSwing[]): NearLimit | null {
  const against = pieces.reduce<Piece | null>((worst, p) => (worst === null || p.z < worst.z ? p : worst), null);
  if (!against || against.measures.length !== 1 || against.spread || against.beyond) return null;
  const [measure] = against.measures as readonly [MeasureId];
  const values = swings.flatMap((s) => numberOf(s.measures[measure]) ?? []);
  if (values.length < LEAST) return null;
  const [value, sd] = [mean(values), standardDeviation(values)];
  const away = value - against.limit;
  const wrongSide = against.direction === 'over' ? away < 0 : away > 0;
  if (!wrongSide || Math.abs(away) >= (SURE * sd) / Math.sqrt(values.length)) return null;
  const enough = Math.ceil((SURE * sd / away) ** 2); // prettier-ignore
  const more = enough - values.length;
  const { limit, direction } = against;
  return { fault, measure, value, limit, direction, more: more <= MOST_MORE ? Math.max(1, more) : null };
}
