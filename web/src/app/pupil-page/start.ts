import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttp } from '../state/http';
import { LINK_TOKEN, PupilPage } from './page';

/** The page behind a pupil's link. */
export const startPupilPage = (token: string): Promise<unknown> =>
  bootstrapApplication(PupilPage, {
    providers: [provideZonelessChangeDetection(), provideHttp(), { provide: LINK_TOKEN, useValue: token }],
  });
