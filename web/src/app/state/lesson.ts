import { inject } from '@angular/core';
import type { Bay, Imported, Lesson, PupilWithLessons, SwingChange, SwingHead } from '@vilko/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, concatMap, map, mergeMap, of, switchMap, withLatestFrom } from 'rxjs';
import { Api, sentenceOf } from './api';

export const LessonActions = createActionGroup({
  source: 'Lesson',
  events: {
    'Open pupils': emptyProps(),
    'Pupils came': props<{ pupils: PupilWithLessons[] }>(),
    Open: props<{ id: string }>(),
    Came: props<{ lesson: Lesson }>(),
    Failed: props<{ message: string }>(),
    'Swing arrived': props<{ swing: SwingHead }>(),
    'Change swing': props<{ id: string; change: SwingChange }>(),
    'Swing changed': props<{ swing: SwingHead }>(),
    'Delete swing': props<{ id: string }>(),
    'Swing deleted': props<{ swing: SwingHead }>(),
    'Restore swing': props<{ id: string }>(),
    'Swing restored': props<{ swing: SwingHead }>(),
    'Import file': props<{ file: File }>(),
    'File imported': props<{ imported: Imported }>(),
    'File refused': props<{ file: string; message: string }>(),
    'Bay came': props<{ bay: Bay }>(),
    'Change bay': props<{ change: Parameters<Api['changeBay']>[0] }>(),
    'Live connection': props<{ up: boolean }>(),
    Dismiss: emptyProps(),
  },
});

/** What is said at the foot of the screen until it is dismissed. */
export interface Notice {
  readonly text: string;
  readonly kind: 'plain' | 'alarm';
  /** A deleted swing that can be put back. */
  readonly undo?: string;
}

export interface LessonState {
  readonly pupils: readonly PupilWithLessons[] | null;
  readonly lesson: Omit<Lesson, 'rack'> | null;
  readonly swings: EntityState<SwingHead>;
  readonly status: 'empty' | 'loading' | 'ready' | 'failed';
  readonly error: string | null;
  readonly importing: string | null;
  readonly notice: Notice | null;
  readonly bay: Bay | null;
  readonly live: boolean;
}

const swingsAdapter = createEntityAdapter<SwingHead>({ sortComparer: (a, b) => a.number - b.number });

const initial: LessonState = {
  pupils: null,
  lesson: null,
  swings: swingsAdapter.getInitialState(),
  status: 'empty',
  error: null,
  importing: null,
  notice: null,
  bay: null,
  live: false,
};

const named = (s: SwingHead): string => `Swing ${s.number} with the ${s.clubName}`;

export const lessonFeature = createFeature({
  name: 'lesson',
  reducer: createReducer(
    initial,
    on(LessonActions.pupilsCame, (s, { pupils }): LessonState => ({ ...s, pupils, error: null })),
    on(LessonActions.open, (s, { id }): LessonState =>
      s.lesson?.id === id ? s : { ...s, lesson: null, swings: swingsAdapter.removeAll(s.swings), status: 'loading', error: null },
    ),
    on(LessonActions.came, (s, { lesson: { rack, ...lesson } }): LessonState => ({
      ...s,
      lesson,
      swings: swingsAdapter.setAll(rack, s.swings),
      status: 'ready',
      error: null,
    })),
    on(LessonActions.failed, (s, { message }): LessonState => ({
      ...s,
      status: s.lesson ? s.status : 'failed',
      error: message,
      notice: s.lesson ? { text: message, kind: 'alarm' } : s.notice,
    })),
    on(LessonActions.swingArrived, (s, { swing }): LessonState =>
      swing.lessonId === s.lesson?.id ? { ...s, swings: swingsAdapter.upsertOne(swing, s.swings) } : s,
    ),
    on(LessonActions.swingChanged, (s, { swing }): LessonState => ({ ...s, swings: swingsAdapter.upsertOne(swing, s.swings) })),
    on(LessonActions.swingDeleted, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.removeOne(swing.id, s.swings),
      notice: { text: `${named(swing)} was deleted.`, kind: 'plain', undo: swing.id },
    })),
    on(LessonActions.swingRestored, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
      notice: { text: `${named(swing)} is back.`, kind: 'plain' },
    })),
    on(LessonActions.importFile, (s, { file }): LessonState => ({ ...s, importing: file.name, notice: null })),
    on(LessonActions.fileImported, (s, { imported }): LessonState => ({
      ...s,
      importing: null,
      swings: swingsAdapter.upsertMany(imported.swings, s.swings),
      notice: { text: importedText(imported), kind: 'plain' },
    })),
    on(LessonActions.fileRefused, (s, { file, message }): LessonState => ({ ...s, importing: null, notice: { text: `${file}: ${message}`, kind: 'alarm' } })),
    on(LessonActions.bayCame, (s, { bay }): LessonState => ({
      ...s,
      bay,
      notice: bay.notice && bay.notice !== s.bay?.notice ? { text: bay.notice, kind: 'plain' } : s.notice,
    })),
    on(LessonActions.liveConnection, (s, { up }): LessonState => ({ ...s, live: up })),
    on(LessonActions.dismiss, (s): LessonState => ({ ...s, notice: null })),
  ),
  extraSelectors: ({ selectSwings, selectLessonState }) => {
    const selectRack = createSelector(selectSwings, (s) => swingsAdapter.getSelectors().selectAll(s));
    return {
      selectRack,
      selectSwingEntities: createSelector(selectSwings, (s) => s.entities),
      selectPupil: createSelector(selectLessonState, (s) => s.lesson?.pupil ?? null),
    };
  },
});

function importedText({ file, device, swings, warnings }: Imported): string {
  const many = swings.length === 1 ? 'one swing' : `${swings.length} swings`;
  return [`${file}: ${many} read from ${device === 'mat' ? 'a mat' : device}.`, ...warnings.map((w) => `${w[0]!.toUpperCase()}${w.slice(1)}.`)].join(' ');
}

const failed = (e: unknown) => of(LessonActions.failed({ message: sentenceOf(e) }));

export const lessonEffects = {
  pupils: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.openPupils),
        switchMap(() =>
          api.pupils().pipe(
            map((pupils) => LessonActions.pupilsCame({ pupils })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
  lesson: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.open),
        switchMap(({ id }) =>
          api.lesson(id).pipe(
            map((lesson) => LessonActions.came({ lesson })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
  change: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.changeSwing),
        concatMap(({ id, change }) =>
          api.changeSwing(id, change).pipe(
            map((swing) => LessonActions.swingChanged({ swing })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
  remove: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.deleteSwing),
        concatMap(({ id }) =>
          api.deleteSwing(id).pipe(
            map((swing) => LessonActions.swingDeleted({ swing })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
  restore: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.restoreSwing),
        concatMap(({ id }) =>
          api.restoreSwing(id).pipe(
            map((swing) => LessonActions.swingRestored({ swing })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
  importFile: createEffect(
    (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
      actions.pipe(
        ofType(LessonActions.importFile),
        withLatestFrom(store.select(lessonFeature.selectLessonState)),
        mergeMap(([{ file }, { lesson, bay }]) =>
          lesson
            ? api.importFile(lesson.id, file, bay?.club ?? 'iron', bay?.clubName ?? '7-iron').pipe(
                map((imported) => LessonActions.fileImported({ imported })),
                catchError((e: unknown) => of(LessonActions.fileRefused({ file: file.name, message: sentenceOf(e) }))),
              )
            : of(LessonActions.fileRefused({ file: file.name, message: 'open a lesson first, then drop the file again.' })),
        ),
      ),
    { functional: true },
  ),
  bay: createEffect(
    (actions = inject(Actions), api = inject(Api)) =>
      actions.pipe(
        ofType(LessonActions.changeBay),
        concatMap(({ change }) =>
          api.changeBay(change).pipe(
            map((bay) => LessonActions.bayCame({ bay })),
            catchError(failed),
          ),
        ),
      ),
    { functional: true },
  ),
};
