import type { EnvironmentProviders } from '@angular/core';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { bayEffects, bayFeature } from './bay';
import { binEffects, binFeature } from './bin';
import { drillEffects } from './drills';
import { draftEffects } from './drafts';
import { enteredEffects, enteredFeature } from './entered';
import { importFeature, importingEffects } from './importing';
import { inboxEffects, inboxFeature } from './inbox';
import { lessonEffects, lessonFeature } from './lesson';
import { noticeFeature } from './notices';
import { officeEffects, officeFeature } from './office';
import { patternEffects, patternFeature } from './patterns';
import { personEffects, personFeature } from './person';
import { readFeature } from './read';
import { settingsEffects, settingsFeature } from './settings';
import { swingsEffects } from './swings';

/** What the whole house knows, on whatever page. What only some pages know comes with their route. */
export const provideHouseState = (): EnvironmentProviders[] => [
  provideState(lessonFeature),
  provideState(enteredFeature),
  provideState(bayFeature),
  provideState(importFeature),
  provideState(noticeFeature),
  provideState(inboxFeature),
  provideState(binFeature),
  provideState(personFeature),
  provideState(officeFeature),
  provideState(readFeature),
  provideState(patternFeature),
  provideState(settingsFeature),
  provideEffects(
    lessonEffects,
    enteredEffects,
    bayEffects,
    importingEffects,
    inboxEffects,
    officeEffects,
    patternEffects,
    settingsEffects,
    binEffects,
    draftEffects,
    drillEffects,
    personEffects,
    swingsEffects,
  ),
];
