import { phi } from '../compare/normal.js';
import { type MeasureId, measureRow, worthOf } from '../measures/registry.js';
import type { SomeMeasures } from '../measures/measure.js';
import type { ClubClass } from '../recording/recording.js';
import { bandsFor, type ClubBand, type Tuning } from './bands.js';
import type { Pattern, Range } from './pattern.js';

export const BAND_WORDS = ['ideal', 'tolerated', 'outside', 'too uncertain to tell', 'absent'] as const;
export type BandWord = (typeof BAND_WORDS)[number];

/** One band with the swing's value in it. */
export interface BandFit {
  readonly measure: MeasureId;
  readonly ideal: Range | null;
  readonly tolerated: Range | null;
  readonly weight: number;
  readonly value: number | readonly string[] | null;
  readonly u: number | null;
  /** 1 inside ideal, falling to 0 at the tolerated edge. */
  readonly membership: number | null;
  /** Probability that the value lies inside the tolerated range. */
  readonly pTolerated: number | null;
  readonly word: BandWord;
  readonly reason?: string;
}

/** A swing against a pattern. */
export interface Comparison {
  readonly pattern: string;
  readonly version: number;
  readonly club: ClubClass;
  readonly fit: number | null;
  readonly judged: number;
  readonly of: number;
  readonly bands: readonly BandFit[];
  /** Why there is nothing to compare with. */
  readonly reason?: string;
}

/** Below this the moment of the mass's way back says nothing, mm. */
const LEAST_BACK = 15;

/** Compares a swing's measures with a pattern, as it is set for the golfer, for a club (judging.md §1). */
export function compare(measures: SomeMeasures, pattern: Pattern, club: ClubClass, tuning?: Tuning): Comparison {
  const bands = bandsFor(pattern, club, tuning).map((b) => fitBand(b, measures));
  if (pattern.order && bands.length) bands.push(fitOrder(pattern.order, measures));
  const judged = bands.filter((b) => b.membership !== null && b.word !== 'too uncertain to tell');
  const weight = judged.reduce((s, b) => s + b.weight, 0);
  return {
    pattern: pattern.id,
    version: pattern.version,
    club,
    fit: weight > 0 ? judged.reduce((s, b) => s + b.weight * b.membership!, 0) / weight : null,
    judged: judged.length,
    of: bands.length,
    bands,
    ...(bands.length ? {} : { reason: `${pattern.name} says nothing about the ${club}` }),
  };
}

/** Membership of a value: 1 inside ideal, linearly to 0 at the tolerated edge. */
export function membershipOf(value: number, ideal: Range, tolerated: Range): number {
  const [lo, hi] = ideal;
  if (lo !== null && value < lo) return Math.max(0, Math.min(1, (value - tolerated[0]!) / (lo - tolerated[0]!)));
  if (hi !== null && value > hi) return Math.max(0, Math.min(1, (tolerated[1]! - value) / (tolerated[1]! - hi)));
  return 1;
}

function fitBand(b: ClubBand, measures: SomeMeasures): BandFit {
  const m = measures[b.measure];
  const shown = { measure: b.measure, ideal: b.ideal, tolerated: b.tolerated, weight: b.weight };
  const absent = (reason: string): BandFit => ({
    ...shown,
    value: null,
    u: null,
    membership: null,
    pTolerated: null,
    word: 'absent',
    reason,
  });
  if (!m || typeof m.value !== 'number') {
    const side = measureRow(b.measure).never?.find((n) => n.reason === m?.reason)?.band;
    if (!m || !side) return absent(m?.reason ?? 'not measured');
    const inside = side === 'above' ? b.ideal[1] === null : b.ideal[0] === null;
    return {
      ...shown,
      value: null,
      u: null,
      membership: inside ? 1 : 0,
      pTolerated: inside ? 1 : 0,
      word: inside ? 'ideal' : 'outside',
      reason: m.reason,
    };
  }
  if (m.basis === 'derived' && measureRow(b.measure).family === 'foot')
    return absent(m.reason ?? 'the foot is assumed');
  const back = measures['mass.back']?.value;
  if (b.measure === 'mass.back.phase' && typeof back === 'number' && back < LEAST_BACK)
    return absent('the mass hardly goes back');
  const u = m.u ?? 0;
  const [lo, hi] = b.tolerated;
  const p =
    u > 0
      ? (hi === null ? 1 : phi((hi - m.value) / u)) - (lo === null ? 0 : phi((lo - m.value) / u))
      : inRange(m.value, b.tolerated)
        ? 1
        : 0;
  const width = lo !== null && hi !== null ? (hi - lo) / 2 : 3 * (worthOf(b.measure) ?? Infinity);
  const membership = membershipOf(m.value, b.ideal, b.tolerated);
  const word: BandWord =
    u > width
      ? 'too uncertain to tell'
      : inRange(m.value, b.ideal)
        ? 'ideal'
        : inRange(m.value, b.tolerated)
          ? 'tolerated'
          : 'outside';
  return { ...shown, value: m.value, u: m.u, membership, pTolerated: p, word };
}

const inRange = (v: number, [lo, hi]: Range): boolean => (lo === null || v >= lo) && (hi === null || v <= hi);

/** ms by which the worst neighbouring pair runs against the wanted order. */
export function againstOrder(order: readonly string[], measures: SomeMeasures): number | null {
  const came = measures['sequence.order']?.value;
  const g1 = measures['sequence.gap.1']?.value;
  const g2 = measures['sequence.gap.2']?.value;
  if (!Array.isArray(came) || typeof g1 !== 'number' || typeof g2 !== 'number') return null;
  const at: Record<string, number> = { [came[0]]: 0, [came[1]]: g1, [came[2]]: g1 + g2 };
  return Math.max(at[order[0]!]! - at[order[1]!]!, at[order[1]!]! - at[order[2]!]!);
}

function fitOrder(order: readonly string[], measures: SomeMeasures): BandFit {
  const v = againstOrder(order, measures);
  const m = measures['sequence.order'];
  const shown = {
    measure: 'sequence.order' as const,
    ideal: null,
    tolerated: null,
    weight: 1,
    u: null,
    pTolerated: null,
  };
  if (v === null)
    return { ...shown, value: null, membership: null, word: 'absent', reason: m?.reason ?? 'not measured' };
  const membership = v <= 10 ? 1 : v <= 30 ? 0.5 : 0;
  return {
    ...shown,
    value: m!.value as readonly string[],
    membership,
    word: membership === 1 ? 'ideal' : membership > 0 ? 'tolerated' : 'outside',
  };
}
