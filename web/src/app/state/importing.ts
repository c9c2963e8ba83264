import { Dialog } from '@angular/cdk/dialog';
import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import type { HouseSettings, SwingHead } from '@vilko/contract';
import type { FileReading as Reading } from '@vilko/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  from,
  map,
  mergeMap,
  type Observable,
  of,
  switchMap,
  takeUntil,
  withLatestFrom,
} from 'rxjs';
import { FileReading } from '../workers/file-reading';
import type { Look } from '../workers/reading.worker';
import { Api, sentenceOf } from './api';
import { type ImportStage, LessonActions, lessonFeature, type LessonState } from './lesson';
import { OfficeActions, officeFeature } from './office';
import { readFeature } from './read';

type How = Pick<Reading, 'axes' | 'mapping'>;

/** What a dialog about a file answers; undefined when it was cancelled. */
export interface Decided {
  readonly how: How;
  readonly remember: boolean;
}

const isFilm = (name: string): boolean => /\.(webm|mp4)$/i.test(name);
/** A list of shots tells itself by its name; other CSV files are recordings. */
const isShotList = (name: string): boolean => /shots?[^/]*\.csv$/i.test(name);
/** A dropped film belongs to the swing that is being read, else to the newest. */
const swingFor = (rack: readonly SwingHead[], reading: string | null): SwingHead | undefined =>
  rack.find((s) => s.id === reading) ?? rack.at(-1);

const wentOn = (file: File, stage: ImportStage, part: number | null = null): Action =>
  LessonActions.importWentOn({ file: file.name, stage, part });

/** What brings one file where it belongs. */
class Importer {
  private readonly api = inject(Api);
  private readonly reading = inject(FileReading);
  private readonly dialog = inject(Dialog);

  bring(
    file: File,
    { lesson, bay }: LessonState,
    rack: readonly SwingHead[],
    swingId: string | null,
    house: HouseSettings,
  ): Observable<Action> {
    const refuse = (message: string) => of(LessonActions.fileRefused({ file: file.name, message }));
    if (!lesson) return refuse('open a lesson first, then drop the file again.');
    const about = { club: bay?.club ?? 'iron', clubName: bay?.clubName ?? '7-iron', kind: bay?.kind ?? 'full' };
    const swing = swingFor(rack, swingId);
    const way = isFilm(file.name)
      ? swing
        ? this.film(file, swing)
        : refuse('a film belongs to a swing: record one first.')
      : isShotList(file.name)
        ? this.shots(file, lesson.id)
        : this.recording(file, lesson.id, about, house);
    // what this page refused itself has not reached the server
    const said = (e: unknown) =>
      e instanceof HttpErrorResponse ? sentenceOf(e) : `${sentenceOf(e)}. Nothing of this file was stored.`;
    return way.pipe(catchError((e: unknown) => refuse(said(e))));
  }

  private film(file: File, swing: SwingHead): Observable<Action> {
    const kept = from(import('../film/film-file').then((m) => m.filmFacts(file))).pipe(
      mergeMap((facts) => this.api.addFilm(swing.id, file, { ...facts, angle: 'face on', from: 'file' })),
      mergeMap((film) => [
        LessonActions.filmChanged({ film, said: `${file.name} is kept with swing ${swing.number}.` }),
        LessonActions.imported(),
      ]),
    );
    return concat(of(wentOn(file, 'sending')), kept);
  }

  private shots(file: File, lessonId: string): Observable<Action> {
    const read = this.api
      .importShots(lessonId, file)
      .pipe(
        mergeMap((shots) => [
          LessonActions.shotsImported({ file: file.name, shots }),
          LessonActions.reload({ id: lessonId }),
        ]),
      );
    return concat(of(wentOn(file, 'analysing')), read);
  }

  /** Looked at, asked about if nobody has said how it is to be understood, read here, sent, analysed there. */
  private recording(
    file: File,
    lessonId: string,
    about: Parameters<Api['importFile']>[3],
    house: HouseSettings,
  ): Observable<Action> {
    const whole = this.reading.look(file).pipe(
      switchMap((look) => {
        const known = rememberedHow(look, house);
        if (known) return this.readAndSend(file, known, lessonId, about);
        return concat(of(wentOn(file, 'asking')), this.asked(file, look, lessonId, about, house));
      }),
    );
    return concat(of(wentOn(file, 'looking')), whole);
  }

  private asked(
    file: File,
    look: Look,
    lessonId: string,
    about: Parameters<Api['importFile']>[3],
    house: HouseSettings,
  ): Observable<Action> {
    return from(askHow(this.dialog, file, look)).pipe(
      switchMap((said) => {
        if (!said)
          return of(
            LessonActions.imported(),
            LessonActions.say({ text: `${file.name} was not read. Nothing was stored.`, kind: 'plain' }),
          );
        const kept = said.remember ? of(OfficeActions.changeHouse({ house: remembered(house, look, said.how) })) : of();
        return concat(kept as Observable<Action>, this.readAndSend(file, said.how, lessonId, about));
      }),
    );
  }

  private readAndSend(
    file: File,
    how: How,
    lessonId: string,
    about: Parameters<Api['importFile']>[3],
  ): Observable<Action> {
    const send = (bundle: Uint8Array) =>
      this.api
        .importFile(lessonId, file.name, bundle, about)
        .pipe(
          map((x) =>
            typeof x === 'number'
              ? wentOn(file, x < 1 ? 'sending' : 'analysing', x < 1 ? x : null)
              : LessonActions.fileImported({ imported: x }),
          ),
        );
    const read = this.reading
      .read(file, how)
      .pipe(concatMap((x) => (typeof x === 'number' ? of(wentOn(file, 'reading', x)) : send(x))));
    return concat(of(wentOn(file, 'reading')), read);
  }
}

/** How a file is to be read, if it says so itself or a person has said so before. */
export function rememberedHow(look: Look, house: HouseSettings): How | null {
  if (look.format === 'c3d') return house.labAxes[look.source] ? { axes: house.labAxes[look.source]! } : null;
  if (look.format === 'csv' && !look.known)
    return house.columns[look.source] ? { mapping: house.columns[look.source]! } : null;
  return {};
}

function remembered(house: HouseSettings, look: Look, how: How): HouseSettings {
  if (look.format === 'c3d' && how.axes) return { ...house, labAxes: { ...house.labAxes, [look.source]: how.axes } };
  if (look.format === 'csv' && how.mapping)
    return { ...house, columns: { ...house.columns, [look.source]: how.mapping } };
  return house;
}

async function askHow(dialog: Dialog, file: File, look: Look): Promise<Decided | undefined> {
  const c =
    look.format === 'c3d'
      ? (await import('../lesson/importing/lab-axes')).LabAxesDialog
      : (await import('../lesson/importing/map-columns')).MapColumns;
  const label = look.format === 'c3d' ? 'Lab axes' : 'What the columns mean';
  const ref = dialog.open<Decided>(c as never, { data: { file, look }, ariaLabel: label });
  return new Promise((resolve) => ref.closed.subscribe(resolve));
}

export const importingEffects = {
  /** One file after the other, each until it is there, refused or cancelled. */
  importFile: createEffect(
    (actions = inject(Actions), store = inject(Store), importer = new Importer()) =>
      actions.pipe(
        ofType(LessonActions.importFile),
        concatMap(({ file }) =>
          of(file).pipe(
            withLatestFrom(
              store.select(lessonFeature.selectLessonState),
              store.select(lessonFeature.selectRack),
              store.select(readFeature.selectSwingId),
              store.select(officeFeature.selectHouse),
            ),
            switchMap(([f, state, rack, swingId, house]) => importer.bring(f, state, rack, swingId, house)),
            takeUntil(actions.pipe(ofType(LessonActions.cancelImport))),
          ),
        ),
      ),
    { functional: true },
  ),
  cancelled: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(LessonActions.cancelImport),
        withLatestFrom(store.select(lessonFeature.selectImporting)),
        mergeMap(([, now]) => [
          LessonActions.imported(),
          LessonActions.say({
            text: `${now?.file ?? 'The file'} was cancelled. Nothing was stored.`,
            kind: 'plain' as const,
          }),
        ]),
      ),
    { functional: true },
  ),
};
