import { inject } from '@angular/core';
import type { Experiment, ExperimentAct, NewExperiment } from '@vilko/contract/experiment';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { map } from 'rxjs';
import { calling, callingNewest } from './calling';
import { NoticeActions } from './notices';

export const TrialActions = createActionGroup({
  source: 'Trials',
  events: {
    Open: props<{ lessonId: string }>(),
    Came: props<{ lessonId: string; experiments: Experiment[] }>(),
    Begin: props<{ lessonId: string; about: NewExperiment }>(),
    Act: props<{ lessonId: string; id: string; act: ExperimentAct }>(),
    Failed: props<{ message: string }>(),
  },
});

export interface TrialState {
  readonly lessonId: string | null;
  /** Null until they came; the oldest first. */
  readonly experiments: readonly Experiment[] | null;
  readonly error: string | null;
}

const A = TrialActions;
const initial: TrialState = { lessonId: null, experiments: null, error: null };

export const trialFeature = createFeature({
  name: 'trials',
  reducer: createReducer(
    initial,
    on(A.open, (s, { lessonId }): TrialState =>
      s.lessonId === lessonId ? { ...s, error: null } : { ...initial, lessonId },
    ),
    on(A.came, (s, { lessonId, experiments }): TrialState => (s.lessonId === lessonId ? { ...s, experiments } : s)),
    on(A.failed, (s, { message }): TrialState => ({ ...s, error: message })),
  ),
  extraSelectors: ({ selectExperiments }) => ({
    /** The one that waits for a swing, if one does. */
    selectRunning: createSelector(
      selectExperiments,
      (all): Experiment | null => all?.find((e) => e.next !== null) ?? null,
    ),
  }),
});

const came = (experiments: Experiment[], { lessonId }: { lessonId: string }) => A.came({ lessonId, experiments });
const failed = (message: string) => A.failed({ message });

export const trialEffects = {
  open: callingNewest(A.open, (api, { lessonId }) => api.ask('experiments', { id: lessonId }), came, failed),
  begin: calling(
    A.begin,
    (api, { lessonId, about }) => api.ask('beginExperiment', { id: lessonId }, about),
    came,
    failed,
  ),
  act: calling(A.act, (api, { id, act }) => api.ask('actOnExperiment', { id }, act), came, failed),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.failed),
        map(({ message }) => NoticeActions.say({ text: message, kind: 'alarm' })),
      ),
    { functional: true },
  ),
};
