import type { Film, FilmChange } from '@vilko/contract/film';
import { bySide } from '@vilko/contract/film-sides';
import type { LessonChange, LessonHead } from '@vilko/contract/lesson';
import type { Pupil } from '@vilko/contract/pupil';
import type { ShotChange } from '@vilko/contract/shot';
import type { Lesson, SwingChange, SwingHead } from '@vilko/contract/swing';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, createSelector, on, props, Store } from '@ngrx/store';
import { filter, first, mergeMap, switchMap, withLatestFrom } from 'rxjs';
import { calling, callingNewest } from './calling';
import { ImportActions } from './import-actions';
import { SwingsActions } from './swings-actions';
import { ReportActions } from './report-actions';

/** What is told of a film that comes: its bytes tell the rest. */
export type NewFilm = Pick<Film, 'angle' | 'duration' | 'aspect' | 'frameRate' | 'impact' | 'impactBy' | 'from'>;

/** The same as a query: what is not known is left out. */
export const filmQuery = <T extends Partial<NewFilm>>({ impact, impactBy, ...rest }: T) => ({
  ...rest,
  ...(impact === null || impact === undefined ? {} : { impact }),
  ...(impactBy ? { impactBy } : {}),
});

export const LessonActions = createActionGroup({
  source: 'Lesson',
  events: {
    Open: props<{ id: string }>(),
    Came: props<{ lesson: Lesson }>(),
    Reload: props<{ id: string }>(),
    'Change lesson': props<{ id: string; change: LessonChange }>(),
    'Pupil came': props<{ pupil: Pupil }>(),
    'Lesson changed': props<{ head: LessonHead }>(),
    'Open failed': props<{ message: string }>(),
    Failed: props<{ message: string }>(),
    'Renew rack': props<{ id: string }>(),
    /** The same swings, each saying its number of what is agreed now. */
    'Rack renewed': props<{ lesson: Lesson }>(),
    'Swing arrived': props<{ swing: SwingHead }>(),
    /** Nobody said whose it was: it lies in the inbox now. */
    'Swing left': props<{ swing: SwingHead }>(),
    'Change swing': props<{ id: string; change: SwingChange }>(),
    'Swing changed': props<{ swing: SwingHead }>(),
    'Delete swing': props<{ id: string }>(),
    'Swing deleted': props<{ swing: SwingHead }>(),
    'Restore swing': props<{ id: string }>(),
    'Swing restored': props<{ swing: SwingHead }>(),
    'Change shot': props<{ id: string; change: ShotChange }>(),
    'Add film': props<{ swingId: string; file: Blob; about: NewFilm }>(),
    'Change film': props<{ id: string; change: FilmChange }>(),
    'Film changed': props<{ film: Film; said?: string }>(),
    'Delete lesson': props<{ id: string }>(),
    'Lesson deleted': props<{ head: LessonHead }>(),
    'Restore lesson': props<{ id: string }>(),
    'Lesson restored': props<{ head: LessonHead }>(),
    'Delete film': props<{ id: string }>(),
    'Film deleted': props<{ film: Film }>(),
    'Restore film': props<{ id: string }>(),
  },
});

export interface LessonState {
  readonly lesson: Omit<Lesson, 'rack' | 'entered'> | null;
  readonly swings: EntityState<SwingHead>;
  /** What came from a bay since the lesson was asked for last: the answer may not know it yet. */
  readonly arrived: readonly SwingHead[];
  readonly status: 'empty' | 'loading' | 'ready' | 'failed';
  readonly error: string | null;
}

const swingsAdapter = createEntityAdapter<SwingHead>({ sortComparer: (a, b) => a.number - b.number });

const initial: LessonState = {
  lesson: null,
  swings: swingsAdapter.getInitialState(),
  arrived: [],
  status: 'empty',
  error: null,
};

export const lessonFeature = createFeature({
  name: 'lesson',
  reducer: createReducer(
    initial,
    on(LessonActions.open, (s, { id }): LessonState =>
      s.lesson?.id === id
        ? s
        : { ...s, lesson: null, swings: swingsAdapter.removeAll(s.swings), status: 'loading', error: null },
    ),
    on(LessonActions.open, LessonActions.reload, (s): LessonState => ({ ...s, arrived: [] })),
    on(LessonActions.came, (s, { lesson: { rack, entered: _, ...lesson } }): LessonState => ({
      ...s,
      lesson,
      swings: swingsAdapter.addMany(
        s.arrived.filter((x) => x.lessonId === lesson.id),
        swingsAdapter.setAll(rack, s.swings),
      ),
      status: 'ready',
      error: null,
    })),
    // the lesson itself may have been changed again since; its head is what the changes answered
    on(LessonActions.rackRenewed, (s, { lesson: { id, rack } }): LessonState =>
      s.lesson?.id === id
        ? {
            ...s,
            swings: swingsAdapter.upsertMany(
              rack.filter((x) => s.swings.entities[x.id]),
              s.swings,
            ),
          }
        : s,
    ),
    on(LessonActions.openFailed, (s, { message }): LessonState => ({
      ...s,
      status: s.lesson ? s.status : 'failed',
      error: message,
    })),
    on(LessonActions.failed, (s, { message }): LessonState => ({ ...s, error: message })),
    on(LessonActions.swingArrived, (s, { swing }): LessonState => ({
      ...s,
      swings: swing.lessonId === s.lesson?.id ? swingsAdapter.upsertOne(swing, s.swings) : s.swings,
      arrived: [...s.arrived, swing],
    })),
    on(LessonActions.swingChanged, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
    })),
    on(LessonActions.swingDeleted, LessonActions.swingLeft, SwingsActions.wentToInbox, (s, { swing }): LessonState =>
      without(s, [swing]),
    ),
    // what was done on another page with swings of another lesson is not this one's
    on(SwingsActions.changed, SwingsActions.restored, SwingsActions.movedBack, (s, { swings }): LessonState =>
      withSwings(s, swings),
    ),
    on(SwingsActions.moved, (s, { moved }): LessonState => withSwings(s, moved.swings)),
    on(SwingsActions.deleted, (s, { swings }): LessonState => without(s, swings)),
    on(LessonActions.lessonDeleted, (s, { head }): LessonState => (s.lesson?.id === head.id ? initial : s)),
    on(LessonActions.swingRestored, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
    })),
    on(ImportActions.fileImported, (s, { imported }): LessonState => withSwings(s, imported.swings)),
    on(LessonActions.pupilCame, (s, { pupil }): LessonState =>
      s.lesson?.pupil.id === pupil.id ? { ...s, lesson: { ...s.lesson, pupil } } : s,
    ),
    on(ReportActions.taskChosen, (s, { lessonId, drill }): LessonState =>
      s.lesson?.id === lessonId ? { ...s, lesson: { ...s.lesson, task: drill } } : s,
    ),
    on(LessonActions.lessonChanged, (s, { head }): LessonState =>
      s.lesson?.id === head.id ? { ...s, lesson: { ...s.lesson, ...head } } : s,
    ),
    on(LessonActions.filmChanged, (s, { film }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) =>
        [...films.filter((f) => f.id !== film.id), film].sort(bySide),
      ),
    })),
    on(LessonActions.filmDeleted, (s, { film }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) => films.filter((f) => f.id !== film.id)),
    })),
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

/** The swings that stand in the open lesson now; those that went elsewhere are gone from it. */
function withSwings(s: LessonState, swings: readonly SwingHead[]): LessonState {
  const here = swings.filter((x) => x.lessonId === s.lesson?.id);
  const gone = swings.filter((x) => x.lessonId !== s.lesson?.id).map((x) => x.id);
  return { ...s, swings: swingsAdapter.removeMany(gone, swingsAdapter.upsertMany(here, s.swings)) };
}

/** The lesson without swings that were taken off it. */
function without(s: LessonState, swings: readonly SwingHead[]): LessonState {
  const ids = swings.map((x) => x.id);
  return {
    ...s,
    swings: swingsAdapter.removeMany(ids, s.swings),
    arrived: s.arrived.filter((x) => !ids.includes(x.id)),
  };
}

function withFilms(
  swings: EntityState<SwingHead>,
  id: string,
  change: (films: Film[]) => Film[],
): EntityState<SwingHead> {
  const swing = swings.entities[id];
  return swing ? swingsAdapter.upsertOne({ ...swing, films: change(swing.films) }, swings) : swings;
}

const failed = (message: string) => LessonActions.failed({ message });

export const lessonEffects = {
  lesson: callingNewest(
    LessonActions.open,
    (api, { id }) => api.ask('lesson', { id }),
    (lesson) => LessonActions.came({ lesson }),
    (message) => LessonActions.openFailed({ message }),
  ),
  changeLesson: calling(
    LessonActions.changeLesson,
    (api, { id, change }) => api.ask('changeLesson', { id }, change),
    (head) => LessonActions.lessonChanged({ head }),
    failed,
  ),
  /** Another measure was agreed: every swing says its number of it. */
  agreed: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(LessonActions.changeLesson),
        filter(({ change }) => change.measure !== undefined),
        switchMap(({ id }) =>
          actions.pipe(
            ofType(LessonActions.lessonChanged),
            first(({ head }) => head.id === id),
          ),
        ),
        withLatestFrom(store.select(lessonFeature.selectLesson)),
        mergeMap(([{ head }, open]) => (open?.id === head.id ? [LessonActions.renewRack({ id: head.id })] : [])),
      ),
    { functional: true },
  ),
  renew: callingNewest(
    LessonActions.renewRack,
    (api, { id }) => api.ask('lesson', { id }),
    (lesson) => LessonActions.rackRenewed({ lesson }),
    failed,
  ),
  change: calling(
    LessonActions.changeSwing,
    (api, { id, change }) => api.ask('changeSwing', { id }, change),
    (swing) => LessonActions.swingChanged({ swing }),
    failed,
  ),
  shot: calling(
    LessonActions.changeShot,
    (api, { id, change }) => api.ask('changeShot', { id }, change),
    (swing) => LessonActions.swingChanged({ swing }),
    failed,
  ),
  remove: calling(
    LessonActions.deleteSwing,
    (api, { id }) => api.ask('deleteSwing', { id }),
    (swing) => LessonActions.swingDeleted({ swing }),
    failed,
  ),
  restore: calling(
    LessonActions.restoreSwing,
    (api, { id }) => api.ask('restoreSwing', { id }),
    (swing) => LessonActions.swingRestored({ swing }),
    failed,
  ),
  addFilm: calling(
    LessonActions.addFilm,
    (api, { swingId, file, about }) => api.ask('addFilm', { ...filmQuery(about), id: swingId }, file),
    (film) => LessonActions.filmChanged({ film, said: 'The film is kept with the swing.' }),
    failed,
  ),
  changeFilm: calling(
    LessonActions.changeFilm,
    (api, { id, change }) => api.ask('changeFilm', { id }, change),
    (film) => LessonActions.filmChanged({ film }),
    failed,
  ),
  deleteFilm: calling(
    LessonActions.deleteFilm,
    (api, { id }) => api.ask('deleteFilm', { id }),
    (film) => LessonActions.filmDeleted({ film }),
    failed,
  ),
  restoreFilm: calling(
    LessonActions.restoreFilm,
    (api, { id }) => api.ask('restoreFilm', { id }),
    (film) => LessonActions.filmChanged({ film, said: 'The film is back.' }),
    failed,
  ),
  deleteLesson: calling(
    LessonActions.deleteLesson,
    (api, { id }) => api.ask('deleteLesson', { id }),
    (head) => LessonActions.lessonDeleted({ head }),
    failed,
  ),
  restoreLesson: calling(
    LessonActions.restoreLesson,
    (api, { id }) => api.ask('restoreLesson', { id }),
    (head) => LessonActions.lessonRestored({ head }),
    failed,
  ),
  reload: callingNewest(
    LessonActions.reload,
    (api, { id }) => api.ask('lesson', { id }),
    (lesson) => LessonActions.came({ lesson }),
    failed,
  ),
};
