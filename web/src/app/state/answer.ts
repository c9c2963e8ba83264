import { computed, inject, signal, type Signal, type WritableSignal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { ReplyOf } from '@vilko/contract/endpoints/endpoint';
import type { EndpointName, Endpoints } from '@vilko/contract/endpoints/table';
import { catchError, EMPTY, type Observable, switchMap, tap, timer } from 'rxjs';
import { Api } from './api';
import type { Asks, Given } from './ask';
import { sentenceOf } from './sentences';

/** What the server answers to a question that a page keeps asking. */
export interface Answer<T> {
  /** Null until it came, and while something else is asked about. */
  readonly value: WritableSignal<T | null>;
  /** Why it did not come, in one sentence. */
  readonly refused: Signal<string | null>;
}

/** Endpoints that are asked without a body. */
export type Question = {
  [N in EndpointName]: Asks<Endpoints[N]>['length'] extends 2 ? never : N;
}[EndpointName];

/**
 * Asks whenever what is asked about changes; an answer to an older question is never shown. Asked anew about the
 * same, the answer before stays until the new one comes. To be called where things are injected.
 * @param given names of the address; null: nothing is asked yet. Signals read in it make it ask again.
 * @param settle ms of rest before it is asked
 * @example answerOf('progress', () => ({ id: this.pupilId() })).value()
 */
export function answerOf<N extends Question>(
  name: N,
  given: () => Given<Endpoints[N]> | null,
  settle = 0,
): Answer<ReplyOf<Endpoints[N]>> {
  const api = inject(Api);
  const value = signal<ReplyOf<Endpoints[N]> | null>(null);
  const refused = signal<string | null>(null);
  const ask = (now: Given<Endpoints[N]>): Observable<ReplyOf<Endpoints[N]>> =>
    api.ask(name, ...([now] as unknown as Asks<Endpoints[N]>));
  let about = '';
  toObservable(computed(given))
    .pipe(
      switchMap((now) => {
        if (JSON.stringify(now) !== about) value.set(null);
        about = JSON.stringify(now);
        refused.set(null);
        if (now === null) return EMPTY;
        return (settle ? timer(settle).pipe(switchMap(() => ask(now))) : ask(now)).pipe(
          tap((came) => value.set(came)),
          catchError((e: unknown) => {
            value.set(null);
            refused.set(sentenceOf(e));
            return EMPTY;
          }),
        );
      }),
      takeUntilDestroyed(),
    )
    .subscribe();
  return { value, refused: refused.asReadonly() };
}
