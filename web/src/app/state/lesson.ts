import type {
  Bay,
  Film,
  FilmChange,
  Imported,
  Lesson,
  LessonChange,
  LessonHead,
  Pupil,
  SetUpAct,
  SetUpState,
  ShotChange,
  ShotsImported,
  SwingChange,
  SwingHead,
} from '@vilko/contract';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import {
  type Action,
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { Api } from './api';
import { importedText, shotsText } from './import-words';
import { calling } from './calling';

export const LessonActions = createActionGroup({
  source: 'Lesson',
  events: {
    Open: props<{ id: string }>(),
    Came: props<{ lesson: Lesson }>(),
    Reload: props<{ id: string }>(),
    'Change lesson': props<{ id: string; change: LessonChange }>(),
    'Pupil came': props<{ pupil: Pupil }>(),
    'Lesson changed': props<{ head: LessonHead }>(),
    Failed: props<{ message: string }>(),
    'Swing arrived': props<{ swing: SwingHead }>(),
    'Change swing': props<{ id: string; change: SwingChange }>(),
    'Swing changed': props<{ swing: SwingHead }>(),
    'Delete swing': props<{ id: string }>(),
    'Swing deleted': props<{ swing: SwingHead }>(),
    'Restore swing': props<{ id: string }>(),
    'Swing restored': props<{ swing: SwingHead }>(),
    'Change shot': props<{ id: string; change: ShotChange }>(),
    'Shots imported': props<{ file: string; shots: ShotsImported }>(),
    'Add film': props<{ swingId: string; file: Blob; about: Parameters<Api['addFilm']>[2] }>(),
    'Change film': props<{ id: string; change: FilmChange }>(),
    'Film changed': props<{ film: Film; said?: string }>(),
    'Delete film': props<{ id: string }>(),
    'Film deleted': props<{ film: Film }>(),
    'Restore film': props<{ id: string }>(),
    'Import file': props<{ file: File }>(),
    Imported: emptyProps(),
    'Import went on': props<{ file: string; stage: ImportStage; part: number | null }>(),
    'Cancel import': emptyProps(),
    'File imported': props<{ imported: Imported }>(),
    'File refused': props<{ file: string; message: string }>(),
    'Bay came': props<{ bay: Bay }>(),
    'Change bay': props<{ change: Parameters<Api['changeBay']>[0] }>(),
    Zero: emptyProps(),
    Zeroed: props<{ bay: Bay }>(),
    'Set up': props<{ act: SetUpAct['act'] }>(),
    'Set up told': emptyProps(),
    'Set up came': props<{ setUp: SetUpState | null }>(),
    Say: props<{ text: string; kind: 'plain' | 'alarm' }>(),
    'Offer undo': props<{ text: string; undo: Action }>(),
    'Live connection': props<{ up: boolean }>(),
    Dismiss: emptyProps(),
  },
});

/** Where a file is on its way into the lesson. */
export type ImportStage = 'looking' | 'asking' | 'reading' | 'sending' | 'analysing';
export interface Importing {
  readonly file: string;
  readonly stage: ImportStage;
  /** 0–1 of the stage; null where nobody knows. */
  readonly part: number | null;
}

/** What is said at the foot of the screen until it is dismissed. */
export interface Notice {
  readonly text: string;
  readonly kind: 'plain' | 'alarm';
  /** What puts it back. */
  readonly undo?: Action;
}

export interface LessonState {
  readonly lesson: Omit<Lesson, 'rack'> | null;
  readonly swings: EntityState<SwingHead>;
  readonly status: 'empty' | 'loading' | 'ready' | 'failed';
  readonly error: string | null;
  readonly importing: Importing | null;
  readonly notice: Notice | null;
  readonly bay: Bay | null;
  /** The guided set-up; null while none runs. */
  readonly setUp: SetUpState | null;
  readonly live: boolean;
}

const swingsAdapter = createEntityAdapter<SwingHead>({ sortComparer: (a, b) => a.number - b.number });

const initial: LessonState = {
  lesson: null,
  swings: swingsAdapter.getInitialState(),
  status: 'empty',
  error: null,
  importing: null,
  notice: null,
  bay: null,
  setUp: null,
  live: false,
};

const named = (s: SwingHead): string => `Swing ${s.number} with the ${s.clubName}`;

export const lessonFeature = createFeature({
  name: 'lesson',
  reducer: createReducer(
    initial,
    on(LessonActions.open, (s, { id }): LessonState =>
      s.lesson?.id === id
        ? s
        : { ...s, lesson: null, swings: swingsAdapter.removeAll(s.swings), status: 'loading', error: null },
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
    on(LessonActions.swingChanged, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
    })),
    on(LessonActions.swingDeleted, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.removeOne(swing.id, s.swings),
      notice: {
        text: `${named(swing)} was deleted.`,
        kind: 'plain',
        undo: LessonActions.restoreSwing({ id: swing.id }),
      },
    })),
    on(LessonActions.swingRestored, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
      notice: { text: `${named(swing)} is back.`, kind: 'plain' },
    })),
    on(LessonActions.importWentOn, (s, { file, stage, part }): LessonState => ({
      ...s,
      importing: { file, stage, part },
    })),
    on(LessonActions.imported, (s): LessonState => ({ ...s, importing: null })),
    on(LessonActions.fileImported, (s, { imported }): LessonState => ({
      ...s,
      importing: null,
      swings: swingsAdapter.upsertMany(imported.swings, s.swings),
      notice: { text: importedText(imported), kind: 'plain' },
    })),
    on(LessonActions.fileRefused, (s, { file, message }): LessonState => ({
      ...s,
      importing: null,
      notice: { text: `${file}: ${message}`, kind: 'alarm' },
    })),
    on(LessonActions.bayCame, (s, { bay }): LessonState => ({
      ...s,
      bay,
      notice: bay.notice && bay.notice !== s.bay?.notice ? { text: bay.notice, kind: 'plain' } : s.notice,
    })),
    on(LessonActions.setUpCame, (s, { setUp }): LessonState => ({ ...s, setUp })),
    on(LessonActions.zeroed, (s, { bay }): LessonState => ({
      ...s,
      bay,
      notice: { text: 'Zero taken.', kind: 'plain' },
    })),
    on(LessonActions.offerUndo, (s, { text, undo }): LessonState => ({ ...s, notice: { text, kind: 'plain', undo } })),
    on(LessonActions.say, (s, { text, kind }): LessonState => ({ ...s, notice: { text, kind } })),
    on(LessonActions.pupilCame, (s, { pupil }): LessonState =>
      s.lesson?.pupil.id === pupil.id ? { ...s, lesson: { ...s.lesson, pupil } } : s,
    ),
    on(LessonActions.lessonChanged, (s, { head }): LessonState =>
      s.lesson?.id === head.id ? { ...s, lesson: { ...s.lesson, ...head } } : s,
    ),
    on(LessonActions.shotsImported, (s, { file, shots }): LessonState => ({
      ...s,
      importing: null,
      notice: { text: shotsText(file, shots), kind: 'plain' },
    })),
    on(LessonActions.filmChanged, (s, { film, said }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) =>
        [...films.filter((f) => f.id !== film.id), film].sort((a, b) => b.angle.localeCompare(a.angle)),
      ),
      notice: said ? { text: said, kind: 'plain' } : s.notice,
    })),
    on(LessonActions.filmDeleted, (s, { film }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) => films.filter((f) => f.id !== film.id)),
      notice: {
        text: `The ${film.angle} film was deleted.`,
        kind: 'plain',
        undo: LessonActions.restoreFilm({ id: film.id }),
      },
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
  lesson: calling(
    LessonActions.open,
    (api, { id }) => api.lesson(id),
    (lesson) => LessonActions.came({ lesson }),
    failed,
    'switch',
  ),
  changeLesson: calling(
    LessonActions.changeLesson,
    (api, { id, change }) => api.changeLesson(id, change),
    (head) => LessonActions.lessonChanged({ head }),
    failed,
  ),
  change: calling(
    LessonActions.changeSwing,
    (api, { id, change }) => api.changeSwing(id, change),
    (swing) => LessonActions.swingChanged({ swing }),
    failed,
  ),
  shot: calling(
    LessonActions.changeShot,
    (api, { id, change }) => api.changeShot(id, change),
    (swing) => LessonActions.swingChanged({ swing }),
    failed,
  ),
  remove: calling(
    LessonActions.deleteSwing,
    (api, { id }) => api.deleteSwing(id),
    (swing) => LessonActions.swingDeleted({ swing }),
    failed,
  ),
  restore: calling(
    LessonActions.restoreSwing,
    (api, { id }) => api.restoreSwing(id),
    (swing) => LessonActions.swingRestored({ swing }),
    failed,
  ),
  addFilm: calling(
    LessonActions.addFilm,
    (api, { swingId, file, about }) => api.addFilm(swingId, file, about),
    (film) => LessonActions.filmChanged({ film, said: 'The film is kept with the swing.' }),
    failed,
  ),
  changeFilm: calling(
    LessonActions.changeFilm,
    (api, { id, change }) => api.changeFilm(id, change),
    (film) => LessonActions.filmChanged({ film }),
    failed,
  ),
  deleteFilm: calling(
    LessonActions.deleteFilm,
    (api, { id }) => api.deleteFilm(id),
    (film) => LessonActions.filmDeleted({ film }),
    failed,
  ),
  restoreFilm: calling(
    LessonActions.restoreFilm,
    (api, { id }) => api.restoreFilm(id),
    (film) => LessonActions.filmChanged({ film, said: 'The film is back.' }),
    failed,
  ),
  bay: calling(
    LessonActions.changeBay,
    (api, { change }) => api.changeBay(change),
    (bay) => LessonActions.bayCame({ bay }),
    failed,
  ),
  zero: calling(
    LessonActions.zero,
    (api) => api.zero(),
    (bay) => LessonActions.zeroed({ bay }),
    failed,
  ),
  setUp: calling(
    LessonActions.setUp,
    (api, { act }) => api.setUp(act),
    () => LessonActions.setUpTold(),
    failed,
  ),
  reload: calling(
    LessonActions.reload,
    (api, { id }) => api.lesson(id),
    (lesson) => LessonActions.came({ lesson }),
    failed,
    'switch',
  ),
};
