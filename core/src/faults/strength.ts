import { phi } from '../compare/normal.js';
import { worthOf } from '../compare/worth.js';
import type { Pattern } from '../patterns/pattern.js';
import { bandsFor } from '../patterns/pattern.js';
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
  readonly topEstimated: boolean;
  readonly about: (id: string) => Known;
  readonly difference: (a: string, b: string) => Known;
  readonly against: (order: readonly string[]) => Known;
}

/** One piece of evidence with its numbers. */
export interface Piece {
  readonly measures: readonly string[];
  readonly value: number | null;
  readonly u: number | null;
  readonly limit: number;
  readonly direction: 'over' | 'under';
  readonly z: number;
  readonly provisional: boolean;
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
  return club === 'wood' ? (limit.iron + limit.driver) / 2 : limit.iron;
}

/** z = (value − limit)/√(u² + s²); *and* takes the smallest, *or* the largest (judging.md §3). */
export function weigh(e: Evidence, w: Witness): Weighed {
  if ('all' in e) {
    const parts = e.all.map((x) => weigh(x, w));
    const stuck = parts.find((p) => !isWeighed(p));
    if (stuck) return stuck;
    const known = parts.filter(isWeighed);
    return { z: Math.min(...known.map((p) => p.z)), pieces: known.flatMap((p) => p.pieces) };
  }
  if ('any' in e) {
    const parts = e.any.map((x) => weigh(x, w));
    const known = parts.filter(isWeighed);
    if (!known.length) return parts.find((p) => !isWeighed(p))!;
    return known.reduce((a, b) => (b.z > a.z ? b : a));
  }
  if ('order' in e) {
    const k = w.against(e.order);
    if (k.kind !== 'value') return { reason: k.kind === 'unknown' ? k.reason : 'one of the three peaks was not found' };
    const z = (k.value - e.from) / e.soft;
    return { z, pieces: [{ measures: ['sequence.order'], value: k.value, u: k.u, limit: e.from, direction: 'over', z, provisional: false }] };
  }
  return weighLeaf(w.topEstimated && e.topEstimated ? e.topEstimated : e, w);
}

function weighLeaf(leaf: Leaf, w: Witness): Weighed {
  if (leaf.exempt?.includes(w.pattern.id)) return { reason: `${w.pattern.name} does not count this` };
  const measures = leaf.difference ?? [leaf.measure!];
  const direction = leaf.over !== undefined ? 'over' : 'under';
  let limit = limitFor((leaf.over ?? leaf.under)!, w.club);
  if (leaf.earlyPattern && endsBy(w, leaf.earlyPattern.measure) <= leaf.earlyPattern.endsBy) limit = leaf.earlyPattern.limit;
  const known = leaf.difference ? w.difference(...leaf.difference) : w.about(leaf.measure!);
  if (known.kind === 'unknown') return { reason: known.reason };
  const piece = (value: number | null, u: number | null, z: number): Weighed => ({
    z,
    pieces: [{ measures, value, u, limit, direction, z, provisional: leaf.provisional ?? false }],
  });
  if (known.kind === 'never') return piece(null, null, known.z(direction));
  if (leaf.unless && holds(leaf.unless, w)) return piece(known.value, known.u, -NEVER_Z);
  const soft = leaf.soft ?? Math.max(...measures.map((m) => worthOf(m) ?? 0));
  const z = ((direction === 'over' ? 1 : -1) * (known.value - limit)) / Math.hypot(known.u, soft);
  return piece(known.value, known.u, z);
}

const endsBy = (w: Witness, measure: string): number => bandsFor(w.pattern, w.club).find((b) => b.measure === measure)?.ideal[1] ?? Infinity;

function holds(c: NonNullable<Leaf['unless']>, w: Witness): boolean {
  const value = (id: string): number => {
    const k = w.about(id);
    return k.kind === 'value' ? k.value : NaN;
  };
  const [a, b] = c.sumAtLeast.measures;
  return value(c.below.measure) < c.below.limit && value(a) + value(b) >= c.sumAtLeast.limit;
}

/** z of an event that never came: `above` is +∞, `below` −∞, or a fixed z. */
export const neverZ = {
  above: (d: 'over' | 'under'): number => (d === 'over' ? NEVER_Z : -NEVER_Z),
  below: (): number => -NEVER_Z,
  late: (): number => 2,
};
