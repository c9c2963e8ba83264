import type { EnvironmentProviders } from '@angular/core';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { bayEffects, bayFeature } from './bay';
import { importFeature, importingEffects } from './importing';
import { lessonEffects, lessonFeature } from './lesson';
import { noticeFeature } from './notices';
import { officeEffects, officeFeature } from './office';
import { patternEffects, patternFeature } from './patterns';
import { practiceEffects, practiceFeature } from './practice';
import { readFeature } from './read';
import { reportEffects, reportFeature } from './report';
import { settingsEffects, settingsFeature } from './settings';
import { trialEffects, trialFeature } from './trials';

/** Every feature's state and effects: a new feature is one line in each list. */
export const provideEverything = (): EnvironmentProviders[] => [
  provideState(lessonFeature),
  provideState(bayFeature),
  provideState(importFeature),
  provideState(noticeFeature),
  provideState(officeFeature),
  provideState(readFeature),
  provideState(patternFeature),
  provideState(practiceFeature),
  provideState(reportFeature),
  provideState(trialFeature),
  provideState(settingsFeature),
  provideEffects(
    lessonEffects,
    bayEffects,
    importingEffects,
    officeEffects,
    patternEffects,
    practiceEffects,
    reportEffects,
    trialEffects,
    settingsEffects,
  ),
];
