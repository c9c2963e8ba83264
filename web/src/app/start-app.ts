import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideRouterStore } from '@ngrx/router-store';
import { provideStore } from '@ngrx/store';
import { routes } from './routes';
import { Shell } from './shell/shell';
import { provideEverything } from './state/everything';

/** The instructor's application. */
export const startApp = (): Promise<unknown> =>
  bootstrapApplication(Shell, {
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(withFetch()),
      provideRouter(routes, withComponentInputBinding()),
      provideStore({}, { runtimeChecks: { strictStateImmutability: false, strictActionImmutability: false } }),
      ...provideEverything(),
      provideRouterStore(),
    ],
  });
