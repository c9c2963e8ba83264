import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideRouterStore } from '@ngrx/router-store';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app/routes';
import { Shell } from './app/shell/shell';
import { importingEffects } from './app/state/importing';
import { lessonEffects, lessonFeature } from './app/state/lesson';
import { officeEffects, officeFeature } from './app/state/office';
import { patternEffects, patternFeature } from './app/state/patterns';
import { practiceEffects, practiceFeature } from './app/state/practice';
import { readFeature } from './app/state/read';
import { reportEffects, reportFeature } from './app/state/report';
import { settingsEffects, settingsFeature } from './app/state/settings';

bootstrapApplication(Shell, {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(routes, withComponentInputBinding()),
    provideStore({}, { runtimeChecks: { strictStateImmutability: false, strictActionImmutability: false } }),
    provideState(lessonFeature),
    provideState(officeFeature),
    provideState(readFeature),
    provideState(patternFeature),
    provideState(practiceFeature),
    provideState(reportFeature),
    provideState(settingsFeature),
    provideEffects(lessonEffects, importingEffects, officeEffects, patternEffects, practiceEffects, reportEffects, settingsEffects),
    provideRouterStore(),
  ],
}).catch((e: unknown) => {
  document.body.textContent = 'Vilko could not start. Reload the page; what was recorded is kept.';
  throw e;
});
