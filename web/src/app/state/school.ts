import { createSelector } from '@ngrx/store';
import { lessonFeature } from './lesson';
import { officeFeature } from './office';
import { readFeature } from './read';

/** Pattern this lesson is read under: the pupil's own, else the house's. */
export const selectSchool = createSelector(
  lessonFeature.selectLesson,
  officeFeature.selectHouse,
  (lesson, house): string => lesson?.pupil.profile.school ?? house.school,
);

/** Pattern of the reading on the screen: the one chosen there, else the lesson's. */
export const selectPatternRead = createSelector(readFeature.selectPattern, selectSchool, (chosen, school): string => chosen ?? school);
