import type { Standard } from '@vilko/contract';
import { type ClubClass, idealOf, type PracticeBand, type QuantityId } from '@vilko/core';

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
