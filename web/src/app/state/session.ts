import { inject } from '@angular/core';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import type { Session } from '@vilko/contract/settings';
import { Api } from './api';
import { sentenceOf } from './sentences';

interface SessionState {
  /** Whether this server asks who comes, and whether a password is set; null until it has said so. */
  readonly session: Session | null;
  /** A way in is being asked for. */
  readonly busy: boolean;
  /** What became of the last request, in one sentence. */
  readonly said: { readonly text: string; readonly alarm: boolean } | null;
}

const initial: SessionState = { session: null, busy: false, said: null };

/** Signing in and out, and the password of the house. Provided by the page. */
export const SessionStore = signalStore(
  withState(initial),
  withMethods((store, api = inject(Api)) => {
    const refused = (e: unknown): void =>
      patchState(store, { busy: false, said: { text: sentenceOf(e), alarm: true } });
    return {
      look(): void {
        api.ask('session').subscribe({ next: (session) => patchState(store, { session }), error: refused });
      },
      signIn(password: string, entered: () => void): void {
        patchState(store, { busy: true });
        api.ask('signIn', {}, { password }).subscribe({ next: entered, error: refused });
      },
      signOut(left: () => void): void {
        api.ask('signOut').subscribe({ next: left, error: refused });
      },
      /** @param old the password until now, where there is one */
      setPassword(old: string, password: string, done: () => void): void {
        const given = store.session()?.password ? old : null;
        api.ask('setPassword', {}, { old: given, password }).subscribe({
          next: (session) => {
            patchState(store, {
              session,
              said: { text: 'The password is set; everybody signs in anew.', alarm: false },
            });
            done();
          },
          error: refused,
        });
      },
    };
  }),
);
