import { mean, standardDeviation } from '../compare/statistics.js';
import { VilkoError } from '../error.js';
import type { SomeMeasures } from '../measures/measure.js';
import { MEASURE_IDS, type MeasureId, measureRow } from '../measures/registry.js';
import { CLUB_CLASSES, type ClubClass } from '../recording/recording.js';
import { PATTERNS } from './library.js';
import { type Band, Pattern } from './pattern.js';

/** A swing chosen as a model. */
export interface ModelSwing {
  readonly club: ClubClass;
  readonly measures: SomeMeasures;
}

/** Fewest swings of a club from which a spread can be told. */
const LEAST = 3;

/** SomeMeasures that any school judges, in the order of the swing. */
const JUDGED = MEASURE_IDS.filter((id) => PATTERNS.some((p) => p.bands.some((b) => b.measure === id)));

/**
 * A pattern from chosen swings: per club and measure mean ± 1 SD ideal, ± 2 SD tolerated, where an SD is no less than
 * the measure's own mean uncertainty. Only what more than half of a club's swings measured takes part.
 * @throws VilkoError when no club has three swings
 */
export function patternFromSwings(
  swings: readonly ModelSwing[],
  head: Pick<Pattern, 'id' | 'name' | 'belief'>,
): Pattern {
  const clubs = CLUB_CLASSES.filter((c) => swings.filter((s) => s.club === c).length >= LEAST);
  if (!clubs.length)
    throw new VilkoError('bad-option', `a pattern is made from at least ${LEAST} swings of one club class`);
  const bands = clubs.flatMap((club) => {
    const own = swings.filter((s) => s.club === club);
    return JUDGED.flatMap((measure) => bandFrom(measure, club, own) ?? []);
  });
  return Pattern.parse({ ...head, version: 1, clubs, bands });
}

function bandFrom(measure: MeasureId, club: ClubClass, swings: readonly ModelSwing[]): Band | null {
  const known = swings.flatMap(({ measures }) => {
    const m = measures[measure];
    return typeof m?.value === 'number' && !(m.basis === 'derived' && measureRow(measure).family === 'foot')
      ? [{ value: m.value, u: m.u ?? 0 }]
      : [];
  });
  const n = known.length;
  if (n < 2 || n <= swings.length / 2) return null;
  const values = known.map((k) => k.value);
  const centre = mean(values);
  const sd = Math.max(standardDeviation(values), mean(known.map((k) => k.u)));
  const around = (k: number): [number, number] => [short(centre - k * sd), short(centre + k * sd)];
  return {
    measure,
    clubs: [club],
    ideal: around(1),
    tolerated: around(2),
    weight: 1,
    why: `From ${n} chosen swings: mean ${short(centre)}, one SD ${short(sd)} either way.`,
    source: 'own swings',
    sure: 'one view',
  };
}

/** Four figures are as many as any of these measures has. */
const short = (x: number): number => Number(x.toPrecision(4));
