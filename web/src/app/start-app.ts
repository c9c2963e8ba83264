import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideRouter, withComponentInputBinding, withRouterConfig } from '@angular/router';
import { provideRouterStore } from '@ngrx/router-store';
import { provideStore } from '@ngrx/store';
import { routes } from './routes';
import { Shell } from './shell/shell';
import { provideHouseState } from './state/house-state';

/** The instructor's application. */
export const startApp = (): Promise<unknown> =>
  bootstrapApplication(Shell, {
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(withFetch()),
      provideRouter(
        routes,
        withComponentInputBinding(),
        // a page of a lesson knows whose lesson it is
        withRouterConfig({ paramsInheritanceStrategy: 'always' }),
      ),
      provideStore({}, { runtimeChecks: { strictStateImmutability: false, strictActionImmutability: false } }),
      ...provideHouseState(),
      provideRouterStore(),
    ],
  });
