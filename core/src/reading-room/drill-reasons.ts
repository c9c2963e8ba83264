import type { Drill } from '../drills/drill.js';
import type { InjuryTag } from '../drills/injuries.js';
import { patternOf } from '../patterns/library.js';
import { unfit } from '../practice/plan.js';
import type { ClubClass } from '../recording/recording.js';

/** Who is to get a drill, and for what. */
export interface DrillPupil {
  readonly fault: string;
  readonly club: ClubClass;
  /** Id of the pattern they swing by. */
  readonly school: string;
  readonly injuries: readonly InjuryTag[];
  /** Aids that are not there. */
  readonly lacks: readonly string[];
}

/** Why a drill is not for this pupil, by the rules of the library; null where it is. */
export function reasonAgainst(d: Drill, p: DrillPupil): string | null {
  if (!d.for.includes(p.fault)) return 'not for this finding';
  const { club } = p;
  const not = unfit(d, { injuries: [...p.injuries], lacks: [...p.lacks], club, minor: false });
  if (not !== null) return not;
  return d.school && d.school !== p.school ? `belongs to ${patternOf(d.school).name}` : null;
}
