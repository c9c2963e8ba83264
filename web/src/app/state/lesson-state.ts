import type { EnvironmentProviders } from '@angular/core';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { practiceEffects, practiceFeature } from './practice';
import { reportEffects, reportFeature } from './report';
import { trialEffects, trialFeature } from './trials';

/** What is practised and filmed: known in a lesson, and where its films are watched in the office. */
export const providePracticeState = (): EnvironmentProviders[] => [
  provideState(practiceFeature),
  provideEffects(practiceEffects),
];

/** What only the pages of a lesson know. */
export const provideLessonState = (): EnvironmentProviders[] => [
  ...providePracticeState(),
  provideState(reportFeature),
  provideState(trialFeature),
  provideEffects(reportEffects, trialEffects),
];
