import type { SomeMeasures } from '../measures/measure.js';
import type { MeasureId } from '../measures/registry.js';
import type { ClubClass } from '../recording/recording.js';
import type { Tuning } from './bands.js';
import { type Dispute, DISPUTES } from './disputes.js';
import { type BandFit, compare, type Comparison } from './fit.js';
import type { Pattern } from './pattern.js';

/** One swing under several schools at once. */
export interface Schools {
  /** Best fit first; schools that could judge nothing last. */
  readonly comparisons: readonly Comparison[];
  /** Measure by measure what each school says; null where a school is silent. In the order of the swing. */
  readonly rows: readonly { readonly measure: MeasureId; readonly bands: readonly (BandFit | null)[] }[];
  /** Open disputes that this swing falls between: some schools call its value ideal, others outside. */
  readonly disputes: readonly { readonly dispute: Dispute; readonly measures: readonly MeasureId[] }[];
}

/** Fewest bands a school must have judged before its fit ranks it. */
const ENOUGH = 5;

/**
 * Reads a swing under every school. No school is favoured: they stand by fit, with how much each could judge.
 * @param order ids of measures in the order of the swing
 */
export function readUnderSchools(
  measures: SomeMeasures,
  patterns: readonly Pattern[],
  order: readonly MeasureId[],
  { club, tuning }: { readonly club: ClubClass; readonly tuning?: Tuning },
): Schools {
  const rank = (c: Comparison): number => (c.fit === null ? -2 : c.judged < ENOUGH ? c.fit - 1 : c.fit);
  const comparisons = patterns.map((p) => compare(measures, p, club, tuning)).sort((a, b) => rank(b) - rank(a));
  const named = new Set(comparisons.flatMap((c) => c.bands.map((b) => b.measure)));
  const rows = order
    .filter((id) => named.has(id))
    .map((measure) => ({ measure, bands: comparisons.map((c) => c.bands.find((b) => b.measure === measure) ?? null) }));
  const divided = new Set(rows.filter((r) => isDivided(r.bands)).map((r) => r.measure));
  const disputes = DISPUTES.flatMap((dispute) => {
    const decided = dispute.measures.filter((m) => divided.has(m));
    return decided.length ? [{ dispute, measures: decided }] : [];
  });
  return { comparisons, rows, disputes };
}

const isDivided = (bands: readonly (BandFit | null)[]): boolean =>
  bands.some((b) => b?.word === 'ideal') && bands.some((b) => b?.word === 'outside');
