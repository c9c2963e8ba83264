import { inject } from '@angular/core';
import type { EnteredSwing, NewEnteredSwing } from '@vilko/contract/entered';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { map, tap } from 'rxjs';
import { calling } from './calling';
import { Drafts } from './drafts';
import { LessonActions } from './lesson';
import { NoticeActions } from './notices';

/** Swings of which only numbers are known. */
export const EnteredActions = createActionGroup({
  source: 'Entered',
  events: {
    Enter: props<{ lessonId: string; swing: NewEnteredSwing }>(),
    Kept: props<{ swing: EnteredSwing }>(),
    Change: props<{ id: string; swing: NewEnteredSwing; before: NewEnteredSwing | null }>(),
    Changed: props<{ swing: EnteredSwing; before: NewEnteredSwing | null }>(),
    Delete: props<{ id: string }>(),
    Deleted: props<{ swing: EnteredSwing }>(),
    Restore: props<{ id: string }>(),
    Restored: props<{ swing: EnteredSwing }>(),
    Failed: props<{ message: string }>(),
  },
});

const A = EnteredActions;

const adapter = createEntityAdapter<EnteredSwing>({
  sortComparer: (a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id),
});

export interface EnteredState {
  readonly swings: EntityState<EnteredSwing>;
}

const initial: EnteredState = { swings: adapter.getInitialState() };

export const enteredFeature = createFeature({
  name: 'entered',
  reducer: createReducer(
    initial,
    on(LessonActions.came, (s, { lesson }): EnteredState => ({
      swings: adapter.setAll([...lesson.entered], s.swings),
    })),
    on(A.kept, A.changed, A.restored, (s, { swing }): EnteredState => ({
      swings: adapter.upsertOne(swing, s.swings),
    })),
    on(A.deleted, (s, { swing }): EnteredState => ({ swings: adapter.removeOne(swing.id, s.swings) })),
  ),
  extraSelectors: ({ selectSwings }) => ({
    /** Those of the open lesson, oldest first. */
    selectOfLesson: createSelector(selectSwings, (s) => adapter.getSelectors().selectAll(s)),
  }),
});

const failed = (message: string) => A.failed({ message });

export const enteredEffects = {
  enter: calling(
    A.enter,
    (api, { lessonId, swing }) => api.ask('enterSwing', { id: lessonId }, swing),
    (swing) => A.kept({ swing }),
    failed,
  ),
  change: calling(
    A.change,
    (api, { id, swing }) => api.ask('changeEntered', { id }, swing),
    (swing, { before }) => A.changed({ swing, before }),
    failed,
  ),
  remove: calling(
    A.delete,
    (api, { id }) => api.ask('deleteEntered', { id }),
    (swing) => A.deleted({ swing }),
    failed,
  ),
  restore: calling(
    A.restore,
    (api, { id }) => api.ask('restoreEntered', { id }),
    (swing) => A.restored({ swing }),
    failed,
  ),
  /** What the server has is not kept in the browser any longer. */
  done: createEffect(
    (actions = inject(Actions), drafts = inject(Drafts)) =>
      actions.pipe(
        ofType(A.kept, A.changed),
        tap(({ type, swing }) => drafts.drop(`entered/${type === A.kept.type ? swing.lessonId : swing.id}`)),
      ),
    { functional: true, dispatch: false },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.kept, A.changed, A.deleted, A.restored, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          const what = `The numbers from ${a.swing.source}`;
          if (a.type === A.deleted.type)
            return NoticeActions.offerUndo({ text: `${what} are in the bin.`, undo: A.restore({ id: a.swing.id }) });
          if (a.type === A.changed.type && a.before)
            return NoticeActions.offerUndo({
              text: `${what} are changed.`,
              undo: A.change({ id: a.swing.id, swing: a.before, before: null }),
            });
          return NoticeActions.say({
            text: `${what} ${a.type === A.kept.type ? 'are kept' : 'are back'}.`,
            kind: 'plain',
          });
        }),
      ),
    { functional: true },
  ),
};
