import { inject } from '@angular/core';
import type { BinEntry, BinPick } from '@vilko/contract/bin';
import type { LastBytes } from '@vilko/contract/pupil';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { map } from 'rxjs';
import { calling, callingNewest } from './calling';
import { lastBytesText } from './last-bytes';
import { NoticeActions } from './notices';

export const BinActions = createActionGroup({
  source: 'Bin',
  events: {
    Open: emptyProps(),
    Came: props<{ entries: BinEntry[] }>(),
    Restore: props<{ pick: BinPick; what: string }>(),
    Restored: props<{ what: string }>(),
    Erase: props<{ pick: BinPick; what: string }>(),
    Erased: props<{ what: string; bytes: LastBytes }>(),
    Failed: props<{ message: string }>(),
  },
});
const A = BinActions;

export interface BinState {
  /** What was deleted, the newest first; null until it came. */
  readonly entries: readonly BinEntry[] | null;
}
const initial: BinState = { entries: null };

export const binFeature = createFeature({
  name: 'bin',
  reducer: createReducer(
    initial,
    on(A.came, (_, { entries }): BinState => ({ entries })),
  ),
});

const failed = (message: string) => A.failed({ message });

export const binEffects = {
  open: callingNewest(
    A.open,
    (api) => api.ask('bin'),
    (entries) => A.came({ entries }),
    failed,
  ),
  restore: calling(
    A.restore,
    (api, { pick }) => api.ask('restoreFromBin', {}, pick),
    (_, { what }) => A.restored({ what }),
    failed,
  ),
  erase: calling(
    A.erase,
    (api, { pick }) => api.ask('eraseFromBin', {}, pick),
    ({ bytes }, { what }) => A.erased({ what, bytes }),
    failed,
  ),
  /** What lies there is asked anew after everything that moved something. */
  again: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.restored, A.erased),
        map(() => A.open()),
      ),
    { functional: true },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.restored, A.erased, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          const text =
            a.type === A.restored.type
              ? `${a.what} is back where it was.`
              : `${a.what} is erased for good.${lastBytesText(a.bytes)}`;
          return NoticeActions.say({ text, kind: 'plain' });
        }),
      ),
    { functional: true },
  ),
};
