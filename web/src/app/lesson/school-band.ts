import type { Standard } from '@vilko/contract/standard';
import type { QuantityId } from '@vilko/core/measures/quantity';
import { idealOf } from '@vilko/core/patterns/bands';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import type { ClubClass } from '@vilko/core/recording/recording';

/** Where no range is wanted. */
export const NO_BAND: PracticeBand = [null, null];

/** Where the school wants a quantity with a club; both ends null where it has no range for it. */
export function schoolBand(
  standardOf: (club: ClubClass, intent?: string) => Standard,
  club: ClubClass,
  measure: QuantityId,
  intent?: string,
): PracticeBand {
  return idealOf(standardOf(club, intent), club, measure) ?? NO_BAND;
}
