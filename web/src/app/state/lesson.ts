import { inject } from '@angular/core';
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
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { type Action, createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, from, map, mergeMap, of, withLatestFrom } from 'rxjs';
import { Api, sentenceOf } from './api';
import { calling } from './calling';
import { readFeature } from './read';

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
    'Live connection': props<{ up: boolean }>(),
    Dismiss: emptyProps(),
  },
});

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
  readonly importing: string | null;
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
      notice: { text: `${named(swing)} was deleted.`, kind: 'plain', undo: LessonActions.restoreSwing({ id: swing.id }) },
    })),
    on(LessonActions.swingRestored, (s, { swing }): LessonState => ({
      ...s,
      swings: swingsAdapter.upsertOne(swing, s.swings),
      notice: { text: `${named(swing)} is back.`, kind: 'plain' },
    })),
    on(LessonActions.importFile, (s, { file }): LessonState => ({ ...s, importing: file.name, notice: null })),
    on(LessonActions.imported, (s): LessonState => ({ ...s, importing: null })),
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
    on(LessonActions.setUpCame, (s, { setUp }): LessonState => ({ ...s, setUp })),
    on(LessonActions.zeroed, (s, { bay }): LessonState => ({ ...s, bay, notice: { text: 'Zero taken.', kind: 'plain' } })),
    on(LessonActions.say, (s, { text, kind }): LessonState => ({ ...s, notice: { text, kind } })),
    on(LessonActions.pupilCame, (s, { pupil }): LessonState => (s.lesson?.pupil.id === pupil.id ? { ...s, lesson: { ...s.lesson, pupil } } : s)),
    on(LessonActions.lessonChanged, (s, { head }): LessonState => (s.lesson?.id === head.id ? { ...s, lesson: { ...s.lesson, ...head } } : s)),
    on(LessonActions.shotsImported, (s, { file, shots }): LessonState => ({ ...s, importing: null, notice: { text: shotsText(file, shots), kind: 'plain' } })),
    on(LessonActions.filmChanged, (s, { film, said }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) => [...films.filter((f) => f.id !== film.id), film].sort((a, b) => b.angle.localeCompare(a.angle))),
      notice: said ? { text: said, kind: 'plain' } : s.notice,
    })),
    on(LessonActions.filmDeleted, (s, { film }): LessonState => ({
      ...s,
      swings: withFilms(s.swings, film.swingId, (films) => films.filter((f) => f.id !== film.id)),
      notice: { text: `The ${film.angle} film was deleted.`, kind: 'plain', undo: LessonActions.restoreFilm({ id: film.id }) },
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

const isFilm = (name: string): boolean => /\.(webm|mp4)$/i.test(name);

/** A dropped film belongs to the swing that is being read, else to the newest. */
const swingFor = (rack: readonly SwingHead[], reading: string | null): SwingHead | undefined => rack.find((s) => s.id === reading) ?? rack.at(-1);

/** A list of shots tells itself by its name; other CSV files are recordings. */
const isShotList = (name: string): boolean => /shots?[^/]*\.csv$/i.test(name);

function withFilms(swings: EntityState<SwingHead>, id: string, change: (films: Film[]) => Film[]): EntityState<SwingHead> {
  const swing = swings.entities[id];
  return swing ? swingsAdapter.upsertOne({ ...swing, films: change(swing.films) }, swings) : swings;
}

function shotsText(file: string, { matched, waiting, left }: ShotsImported): string {
  const parts = [`${file}: ${matched} ${matched === 1 ? 'shot' : 'shots'} matched to swings`];
  if (waiting) parts.push(`${waiting} kept that no swing is near in time`);
  if (left.length) parts.push(`columns left: ${left.join(', ')}`);
  return `${parts.join('; ')}.`;
}

function importedText({ file, device, swings, warnings }: Imported): string {
  const many = swings.length === 1 ? 'one swing' : `${swings.length} swings`;
  return [`${file}: ${many} read from ${device === 'mat' ? 'a mat' : device}.`, ...warnings.map((w) => `${w[0]!.toUpperCase()}${w.slice(1)}.`)].join(' ');
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
  importFile: createEffect(
    (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
      actions.pipe(
        ofType(LessonActions.importFile),
        withLatestFrom(store.select(lessonFeature.selectLessonState), store.select(lessonFeature.selectRack), store.select(readFeature.selectSwingId)),
        mergeMap(([{ file }, { lesson, bay }, rack, swingId]) => {
          const refused = (e: unknown) => of(LessonActions.fileRefused({ file: file.name, message: sentenceOf(e) }));
          const film = isFilm(file.name);
          const swing = film ? swingFor(rack, swingId) : undefined;
          if (film && lesson && !swing) return of(LessonActions.fileRefused({ file: file.name, message: 'a film belongs to a swing: record one first.' }));
          if (!lesson) return of(LessonActions.fileRefused({ file: file.name, message: 'open a lesson first, then drop the file again.' }));
          if (swing)
            return from(import('../film/film-file').then((m) => m.filmFacts(file))).pipe(
              mergeMap((facts) => api.addFilm(swing.id, file, { ...facts, angle: 'face on', from: 'file' })),
              mergeMap((kept) => [
                LessonActions.filmChanged({ film: kept, said: `${file.name} is kept with swing ${swing.number}.` }),
                LessonActions.imported(),
              ]),
              catchError(refused),
            );
          if (isShotList(file.name))
            return api.importShots(lesson.id, file).pipe(
              mergeMap((shots) => [LessonActions.shotsImported({ file: file.name, shots }), LessonActions.reload({ id: lesson.id })]),
              catchError(refused),
            );
          return api.importFile(lesson.id, file, { club: bay?.club ?? 'iron', clubName: bay?.clubName ?? '7-iron', kind: bay?.kind ?? 'full' }).pipe(
            map((imported) => LessonActions.fileImported({ imported })),
            catchError(refused),
          );
        }),
      ),
    { functional: true },
  ),
  reload: calling(
    LessonActions.reload,
    (api, { id }) => api.lesson(id),
    (lesson) => LessonActions.came({ lesson }),
    failed,
    'switch',
  ),
};
