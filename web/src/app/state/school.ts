import { NO_PROFILE } from '@vilko/contract/no-profile';
import { type Standard, standardFor, type StandardSources } from '@vilko/contract/standard';
import type { ClubClass } from '@vilko/core/recording/recording';
import { createSelector } from '@ngrx/store';
import { lessonFeature } from './lesson';
import { officeFeature } from './office';
import { selectOwnPatterns } from './patterns';
import { readFeature } from './read';

/** Where a lesson's standards are looked up: the pupil, the house, its own patterns. */
export const selectSources = createSelector(
  lessonFeature.selectLesson,
  officeFeature.selectHouse,
  selectOwnPatterns,
  (lesson, house, own): StandardSources => ({
    profile: lesson?.pupil.profile ?? NO_PROFILE,
    handed: lesson?.pupil.handed ?? 'right',
    house,
    own,
  }),
);

/**
 * What swings of this lesson are judged by, club by club: the pattern chosen for the reading, else the pupil's, else
 * the house's.
 */
export const selectStandardRead = createSelector(
  readFeature.selectPattern,
  selectSources,
  (chosen, sources) =>
    (club: ClubClass, intent?: string): Standard =>
      standardFor(sources, club, intent, chosen ?? undefined),
);

/** The standard of the lesson itself, whatever is chosen for a reading. */
export const selectStandard = createSelector(
  selectSources,
  (sources) =>
    (club: ClubClass, intent?: string): Standard =>
      standardFor(sources, club, intent),
);
