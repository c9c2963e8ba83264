import type { Standard } from '@vilko/contract/standard';
import type { ClubClass } from '@vilko/core/recording/recording';
import { schoolBand } from './school-band';

/** What is wanted of the lead share while somebody stands at address, %. */
export function addressBand(standardOf: (club: ClubClass) => Standard, club: ClubClass): [number, number] {
  const [lo, hi] = schoolBand(standardOf, club, 'share.lead.address');
  return [lo ?? 45, hi ?? 60];
}
