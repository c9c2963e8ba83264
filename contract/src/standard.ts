import { capsOf } from '@vilko/core/drills/injury-caps';
import type { Tuning } from '@vilko/core/patterns/bands';
import { DEFAULT_PATTERN, patternOf, PATTERNS } from '@vilko/core/patterns/library';
import { overlaysFor } from '@vilko/core/patterns/overlays';
import type { Pattern } from '@vilko/core/patterns/pattern';
import type { ClubClass, Handed } from '@vilko/core/recording/recording';
import type { PupilProfile } from './pupil.js';
import { onRecord } from './injury-words.js';
import type { HouseSettings } from './settings.js';

/** What a swing is judged by: a pattern, how it is set for this golfer and shot, and limits the house has changed. */
export interface Standard {
  readonly pattern: Pattern;
  readonly tuning: Tuning;
  readonly limits: HouseSettings['limits'];
  /** Id of a chosen pattern that is not there any more; common-ground stands in. */
  readonly missing: string | null;
}

/** Where a standard is looked up. */
export interface StandardSources {
  readonly profile: PupilProfile;
  readonly handed: Handed;
  readonly house: Pick<HouseSettings, 'school' | 'limits'>;
  /** Patterns of the house's own. */
  readonly own: readonly Pattern[];
}

/** The standard for a club and an intent: the pupil's school for the club, else the pupil's, else the house's. */
export function standardFor(
  { profile, handed, house, own }: StandardSources,
  club: ClubClass,
  intent?: string,
  chosen?: string,
): Standard {
  const id = chosen ?? profile.schools[club] ?? profile.school ?? house.school;
  // what is hurt is asked for less, whatever the school
  const caps = capsOf(onRecord(profile), handed);
  const found = [...PATTERNS, ...own].find((p) => p.id === id);
  return {
    pattern: found ?? patternOf(DEFAULT_PATTERN),
    tuning: {
      overlays: overlaysFor(intent, club).filter((o) => caps.forLength || o !== 'for-length'),
      size: Math.min(profile.size, caps.size),
      sizeOfFoot: caps.sizeOfFoot,
      strictness: profile.strictness,
    },
    limits: house.limits,
    missing: found ? null : id,
  };
}
