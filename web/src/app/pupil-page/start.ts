import { type Provider, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideHttp } from '../state/http';
import { AtHand } from './at-hand';
import { KeptHere, LINK_TOKEN } from './kept-here';
import { Outbox } from './outbox';
import { PupilPage } from './page';

/** The page behind a pupil's link, with what it stands on. */
export const pupilPageOf = (token: string): Provider[] => [
  { provide: LINK_TOKEN, useValue: token },
  KeptHere,
  Outbox,
  AtHand,
];

export const startPupilPage = async (token: string): Promise<void> => {
  const page = await bootstrapApplication(PupilPage, {
    providers: [provideZonelessChangeDetection(), provideHttp(), ...pupilPageOf(token)],
  });
  await page.injector.get(AtHand).begin();
};
