import { phi } from '../compare/normal.js';
import { type MeasureId, worthOf } from '../measures/registry.js';
import type { Pattern } from '../patterns/pattern.js';
import { type ClubBand, sized, sizeFor, type Tuning } from '../patterns/bands.js';
import type { ClubClass } from '../recording/recording.js';
import type { Evidence, Leaf, Limit } from './rule.js';

/** What is known about a measure: a number, that the event never came, or why nothing can be said. */
export type Known =
  | { readonly kind: 'value'; readonly value: number; readonly u: number }
  | { readonly kind: 'never'; readonly z: (direction: 'over' | 'under') => number }
  | { readonly kind: 'unknown'; readonly reason: string };

/** Where evidence is looked up: one swing, or the mean of several. */
export interface Witness {
  readonly club: ClubClass;
  readonly pattern: Pattern;
  readonly tuning: Tuning;
  /** Bands of the pattern in force, by measure. */
  readonly bands: ReadonlyMap<MeasureId, ClubBand>;
  /** How many swings this is about. */
  readonly swings: number;
  readonly topEstimated: boolean;
  readonly about: (id: MeasureId) => Known;
  /** SD of a measure over the swings of a set, within the runs of a lesson that changed. */
  readonly spread: (id: MeasureId) => Known;
  /** How many swings that spread is of. */
  readonly spreadOf: number;
  readonly difference: (a: MeasureId, b: MeasureId) => Known;
  /** m less (a less b). */
  readonly beyond: (m: MeasureId, a: MeasureId, b: MeasureId) => Known;
  readonly against: (order: readonly string[]) => Known;
}

/** One piece of evidence with its numbers. */
export interface Piece {
  readonly measures: readonly MeasureId[];
  readonly value: number | null;
  readonly u: number | null;
  readonly limit: number;
  readonly direction: 'over' | 'under';
  readonly z: number;
  readonly provisional: boolean;
  /** The numbers are of the spread over a set. */
  readonly spread?: true;
  /** The number is what the second measure less the third does not explain of the first. */
  readonly beyond?: true;
}

/** Which rule is weighed, with limits that the house has changed by `fault:measure`. */
export interface RuleInForce {
  readonly fault: string;
  readonly limits: Readonly<Record<string, Limit>>;
}

/** Evidence weighed: z with its deciding pieces, or why it cannot be judged. */
export type Weighed = { readonly z: number; readonly pieces: readonly Piece[] } | { readonly reason: string };

export const isWeighed = (w: Weighed): w is { z: number; pieces: readonly Piece[] } => 'z' in w;

/** z at which nothing more is said: an event that never came. */
const NEVER_Z = 9;
export const strengthOf = (z: number): number => phi(z);

export function limitFor(limit: Limit, club: ClubClass): number {
  if (typeof limit === 'number') return limit;
  if (club === 'driver') return limit.driver;
  if (club === 'wedge') return limit.wedge ?? limit.iron;
  return club === 'wood' ? (limit.iron + limit.driver) / 2 : limit.iron;
}

/** z = (value − limit)/√(u² + s²); *and* takes the smallest, *or* the largest (judging.md §3). */
export function weigh(e: Evidence, w: Witness, rule: RuleInForce): Weighed {
  if ('all' in e) {
    const parts = e.all.map((x) => weigh(x, w, rule));
    const stuck = parts.find((p) => !isWeighed(p));
    if (stuck) return stuck;
    const known = parts.filter(isWeighed);
    return { z: Math.min(...known.map((p) => p.z)), pieces: known.flatMap((p) => p.pieces) };
  }
  if ('any' in e) {
    const parts = e.any.map((x) => weigh(x, w, rule));
    const known = parts.filter(isWeighed);
    if (!known.length) return parts.find((p) => !isWeighed(p))!;
    return known.reduce((a, b) => (b.z > a.z ? b : a));
  }
  if ('order' in e) {
    const k = w.against(e.order);
    if (k.kind !== 'value') return { reason: k.kind === 'unknown' ? k.reason : 'one of the three peaks was not found' };
    const z = (k.value - e.from) / e.soft;
    return {
      z,
      pieces: [
        {
          measures: ['sequence.order'],
          value: k.value,
          u: k.u,
          limit: e.from,
          direction: 'over',
          z,
          provisional: false,
        },
      ],
    };
  }
  return weighLeaf(w.topEstimated && e.topEstimated ? e.topEstimated : e, w, rule);
}

/** What a comparison asks its witness. */
function askedOf({ measure, difference, spread, beyond }: Leaf, w: Witness): Known {
  if (spread) return w.spread(measure!);
  if (difference) return w.difference(...difference);
  return beyond ? w.beyond(measure!, ...beyond) : w.about(measure!);
}

function weighLeaf(leaf: Leaf, w: Witness, rule: RuleInForce): Weighed {
  const measures = leaf.difference ?? [leaf.measure!, ...(leaf.beyond ?? [])];
  if (measures.some((m) => w.pattern.faults?.off?.includes(`${rule.fault}:${m}`)))
    return { reason: `${w.pattern.name} does not count this` };
  const direction = leaf.over !== undefined ? 'over' : 'under';
  const limit = limitInForce(leaf, w, rule);
  const known = askedOf(leaf, w);
  if (known.kind === 'unknown') return { reason: known.reason };
  const piece = (value: number | null, u: number | null, z: number): Weighed => ({
    z,
    pieces: [
      {
        measures,
        value,
        u,
        limit,
        direction,
        z,
        provisional: leaf.provisional ?? false,
        ...(leaf.spread ? { spread: true as const } : {}),
        ...(leaf.beyond ? { beyond: true as const } : {}),
      },
    ],
  });
  if (known.kind === 'never') return piece(null, null, known.z(direction));
  if (leaf.unless && holds(leaf.unless, w)) return piece(known.value, known.u, -NEVER_Z);
  const soft = leaf.soft ?? Math.max(...measures.map((m) => worthOf(m) ?? 0));
  const z = ((direction === 'over' ? 1 : -1) * (known.value - limit)) / Math.hypot(known.u, soft);
  return piece(known.value, known.u, z);
}

/**
 * The limit for this club, golfer and wanted shot. A size is asked in the golfer's own measure; a limit that would lie
 * inside what the pattern calls ideal moves to that band's edge.
 */
function limitInForce(leaf: Leaf, w: Witness, rule: RuleInForce): number {
  const own = leaf.measure === undefined ? undefined : rule.limits[`${rule.fault}:${leaf.measure}`];
  const over = leaf.over !== undefined;
  let limit = limitFor(own ?? (leaf.over ?? leaf.under)!, w.club);
  if (leaf.overlay && w.tuning.overlays?.includes(leaf.overlay.id)) limit = limitFor(leaf.overlay.limit, w.club);
  if (leaf.earlyPattern && (w.bands.get(leaf.earlyPattern.measure)?.ideal[1] ?? Infinity) <= leaf.earlyPattern.endsBy)
    limit = leaf.earlyPattern.limit;
  if (leaf.latePattern && (w.bands.get(leaf.latePattern.measure)?.ideal[0] ?? -Infinity) >= leaf.latePattern.beginsFrom)
    limit = leaf.latePattern.limit;
  if (leaf.measure === undefined || leaf.spread || leaf.beyond) return limit;
  limit = sized(leaf.measure, limit, sizeFor(leaf.measure, w.tuning));
  if (leaf.beside) return limit;
  const [lo, hi] = w.bands.get(leaf.measure)?.ideal ?? [null, null];
  if (over) return hi !== null && hi > limit ? hi : limit;
  return lo !== null && lo < limit ? lo : limit;
}

function holds(c: NonNullable<Leaf['unless']>, w: Witness): boolean {
  const value = (id: MeasureId): number => {
    const k = w.about(id);
    return k.kind === 'value' ? k.value : NaN;
  };
  const [a, b] = c.sumAtLeast.measures;
  // what the pattern calls ideal of both is enough
  const ideal = (w.bands.get(a)?.ideal[0] ?? Infinity) + (w.bands.get(b)?.ideal[0] ?? Infinity);
  const least = w.bands.has('share.lead.p4') ? Math.min(c.sumAtLeast.limit, ideal) : c.sumAtLeast.limit;
  return value(c.below.measure) < c.below.limit && value(a) + value(b) >= least;
}

/** z of an event that never came: `above` is +∞, `below` −∞, or a fixed z. */
export const neverZ = {
  above: (d: 'over' | 'under'): number => (d === 'over' ? NEVER_Z : -NEVER_Z),
  below: (): number => -NEVER_Z,
  late: (): number => 2,
};
