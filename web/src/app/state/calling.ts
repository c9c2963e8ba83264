import { inject } from '@angular/core';
import { Actions, createEffect, type FunctionalEffect, ofType } from '@ngrx/effects';
import type { Action, ActionCreator } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, type Observable, of, switchMap } from 'rxjs';
import { Api } from './api';
import { sentenceOf, signedOut } from './sentences';

/** What an action carries besides its type. */
type Carried<A extends ActionCreator> = Omit<ReturnType<A>, 'type'>;

const effectOn =
  (which: 'all' | 'newest') =>
  <A extends ActionCreator, R>(
    on: A,
    ask: (api: Api, carried: Carried<A>) => Observable<R>,
    came: (answer: R, carried: Carried<A>) => Action,
    failed: (message: string, carried: Carried<A>) => Action,
  ): FunctionalEffect =>
    createEffect(
      (actions = inject(Actions), api = inject(Api)) => {
        const answer = (a: Carried<A>) =>
          ask(api, a).pipe(
            map((r) => came(r, a)),
            catchError((e: unknown) => {
              const sentence = sentenceOf(e);
              // who has to sign in first is taken there; nothing failed
              return signedOut(e) ? EMPTY : of(failed(sentence, a));
            }),
          );
        const asked = (actions as Observable<Action>).pipe(
          ofType(on.type),
          map(({ type: _, ...carried }) => carried as Carried<A>),
        );
        return asked.pipe(which === 'newest' ? switchMap(answer) : concatMap(answer));
      },
      { functional: true },
    );

/**
 * The effect nearly every action has: ask the server, say what came, or in one sentence why not. The answers keep the
 * order of the questions.
 */
export const calling = effectOn('all');

/** The same where only the newest question counts: the answer to an older one is dropped. */
export const callingNewest = effectOn('newest');
