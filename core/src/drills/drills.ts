import type { ClubClass } from '../recording/recording.js';
import type { Drill } from './drill.js';
import type { InjuryTag } from './injuries.js';
import rows from './drills.json';
import { shippedAs } from '../shipped.js';

/** Every drill that comes with the application. */
export const DRILLS: readonly Drill[] = shippedAs(rows);

/** Who does a drill, with what, after which finding. */
export interface DrillFor {
  readonly fault: string;
  readonly club: ClubClass;
  /** Other faults found beside it. */
  readonly found: readonly string[];
  readonly injuries: readonly string[];
  readonly school: string;
  /** What there is to choose from. */
  readonly drills: readonly Drill[];
}

/** Drills offered for a finding, and those left out with the reason. */
export interface OfferedDrills {
  readonly offered: readonly Drill[];
  readonly leftOut: readonly { readonly drill: Drill; readonly reason: string }[];
}

/**
 * Drills for a fault: fit for the club, the injuries on record, what else was found, and the school; own school
 * first.
 */
export function drillsFor({ fault, club, found, injuries, school, drills }: DrillFor): OfferedDrills {
  const offered: Drill[] = [];
  const leftOut: { drill: Drill; reason: string }[] = [];
  for (const drill of drills) {
    if (!drill.for.includes(fault) || (drill.clubs && !drill.clubs.includes(club))) continue;
    const hurt = drill.tags.filter((t: InjuryTag) => injuries.includes(t));
    const against = drill.notWith.filter((f) => found.includes(f));
    if (hurt.length) leftOut.push({ drill, reason: `not with: ${hurt.join(', ')}` });
    else if (against.length) leftOut.push({ drill, reason: `not with ${against.join(', ')}` });
    else offered.push(drill);
  }
  const rank = (d: Drill) => (d.school === school ? 0 : d.school ? 2 : 1);
  return { offered: offered.sort((a, b) => rank(a) - rank(b)), leftOut };
}
