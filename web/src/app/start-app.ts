import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding, withRouterConfig } from '@angular/router';
import { provideRouterStore } from '@ngrx/router-store';
import { provideStore } from '@ngrx/store';
import { routes } from './routes';
import { Shell } from './shell/shell';
import { provideHouseState } from './state/house-state';
import { provideHttp } from './state/http';

/** The instructor's application. */
export const startApp = (): Promise<unknown> =>
  bootstrapApplication(Shell, {
    providers: [
      provideZonelessChangeDetection(),
      provideHttp(),
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
