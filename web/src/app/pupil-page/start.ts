import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { LINK_TOKEN, PupilPage } from './page';

/** The page behind a pupil's link. */
export const startPupilPage = (token: string): Promise<unknown> =>
  bootstrapApplication(PupilPage, {
    providers: [provideZonelessChangeDetection(), provideHttpClient(), { provide: LINK_TOKEN, useValue: token }],
  });
