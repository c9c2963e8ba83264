import { inject } from '@angular/core';
import type { InboxSwing } from '@vilko/contract/inbox';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { distinctUntilChanged, filter, map } from 'rxjs';
import { BayActions } from './bay';
import { calling, callingNewest } from './calling';
import { NoticeActions } from './notices';

export const InboxActions = createActionGroup({
  source: 'Inbox',
  events: {
    Open: emptyProps(),
    Came: props<{ swings: InboxSwing[] }>(),
    Assign: props<{ ids: string[]; lessonId: string; whose: string }>(),
    Assigned: props<{ swings: number; whose: string }>(),
    Delete: props<{ ids: string[] }>(),
    Deleted: props<{ ids: string[]; swings: number }>(),
    Restore: props<{ ids: string[] }>(),
    Restored: emptyProps(),
    Failed: props<{ message: string }>(),
  },
});
const A = InboxActions;

export interface InboxState {
  /** Swings without a sure owner, the newest first; null until they came. */
  readonly swings: readonly InboxSwing[] | null;
}
const initial: InboxState = { swings: null };

export const inboxFeature = createFeature({
  name: 'inbox',
  reducer: createReducer(
    initial,
    on(A.came, (_, { swings }): InboxState => ({ swings })),
  ),
});

const counted = (n: number): string => (n === 1 ? 'One swing' : `${n} swings`);
const failed = (message: string) => A.failed({ message });

export const inboxEffects = {
  open: callingNewest(
    A.open,
    (api) => api.ask('inbox'),
    (swings) => A.came({ swings }),
    failed,
  ),
  assign: calling(
    A.assign,
    (api, { ids, lessonId }) => api.ask('assignInbox', {}, { ids, lessonId }),
    ({ swings }, { whose }) => A.assigned({ swings, whose }),
    failed,
  ),
  delete: calling(
    A.delete,
    (api, { ids }) => api.ask('deleteInbox', {}, { ids }),
    ({ swings }, { ids }) => A.deleted({ ids, swings }),
    failed,
  ),
  restore: calling(
    A.restore,
    (api, { ids }) => api.ask('restoreInbox', {}, { ids }),
    () => A.restored(),
    failed,
  ),
  /** What lies there is asked anew after everything that moved something. */
  again: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.assigned, A.deleted, A.restored),
        map(() => A.open()),
      ),
    { functional: true },
  ),
  /** A bay that sleeps has found something. */
  found: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(BayActions.bayCame),
        map(({ bay }) => (bay.state === 'asleep' ? bay.notice : null)),
        distinctUntilChanged(),
        filter((notice) => notice !== null),
        map(() => A.open()),
      ),
    { functional: true },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.assigned, A.deleted, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.assigned.type)
            return NoticeActions.say({ text: `${counted(a.swings)} went to ${a.whose}.`, kind: 'plain' });
          return NoticeActions.offerUndo({
            text: `${counted(a.swings)} of the inbox deleted.`,
            undo: A.restore({ ids: a.ids }),
          });
        }),
      ),
    { functional: true },
  ),
};
