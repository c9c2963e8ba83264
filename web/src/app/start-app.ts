import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideRouterStore } from '@ngrx/router-store';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './routes';
import { Shell } from './shell/shell';
import { importingEffects } from './state/importing';
import { lessonEffects, lessonFeature } from './state/lesson';
import { officeEffects, officeFeature } from './state/office';
import { patternEffects, patternFeature } from './state/patterns';
import { practiceEffects, practiceFeature } from './state/practice';
import { readFeature } from './state/read';
import { reportEffects, reportFeature } from './state/report';
import { settingsEffects, settingsFeature } from './state/settings';
import { trialEffects, trialFeature } from './state/trials';

/** The instructor's application. */
export const startApp = (): Promise<unknown> =>
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
      provideState(trialFeature),
      provideState(settingsFeature),
      provideEffects(lessonEffects, importingEffects, officeEffects, patternEffects, practiceEffects, reportEffects, trialEffects, settingsEffects),
      provideRouterStore(),
    ],
  });
