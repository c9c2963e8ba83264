import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter } from '@angular/router';
import { provideStore } from '@ngrx/store';
import { provideHouseState } from '../state/house-state';
import { provideHttp } from '../state/http';
import { providePracticeState } from '../state/lesson-state';
import { AloneShell } from './alone-shell';

/** Practising alone: one page, and no address of any other. */
export const startAlone = (): Promise<unknown> => {
  document.title = 'Practise alone';
  return bootstrapApplication(AloneShell, {
    providers: [
      provideZonelessChangeDetection(),
      provideHttp(),
      provideRouter([{ path: '**', children: [] }]),
      provideStore({}, { runtimeChecks: { strictStateImmutability: false, strictActionImmutability: false } }),
      ...provideHouseState(),
      ...providePracticeState(),
    ],
  });
};
