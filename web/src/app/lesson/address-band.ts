import type { Standard } from '@vilko/contract';
import { bandsFor, type ClubClass } from '@vilko/core';

/** What is wanted of the lead share while somebody stands at address, %. */
export function addressBand(standardOf: (club: ClubClass) => Standard, club: ClubClass): [number, number] {
  const { pattern, tuning } = standardOf(club);
  const b = bandsFor(pattern, club, tuning).find((x) => x.measure === 'share.lead.address');
  return [b?.ideal[0] ?? 45, b?.ideal[1] ?? 60];
}
