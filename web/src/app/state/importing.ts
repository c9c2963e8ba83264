import { Dialog } from '@angular/cdk/dialog';
import { capital } from '@vilko/core/words/case';
import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import type { HouseSettings } from '@vilko/contract/settings';
import type { Lesson, SwingHead } from '@vilko/contract/swing';
import type { FileReading as Reading } from '@vilko/core/formats/formats';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createFeature, createReducer, on, Store } from '@ngrx/store';
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
import { Api } from './api';
import { sentenceOf } from './sentences';
import { ImportActions, type ImportStage, type ImportTarget } from './import-actions';
import { importedText, shotsText } from './import-words';
import { NoticeActions } from './notices';
import { filmQuery, LessonActions, lessonFeature } from './lesson';
import { OfficeActions, officeFeature } from './office';
import { readFeature } from './read';

type How = Pick<Reading, 'axes' | 'mapping'>;

/** What a dialog about a file answers; undefined when it was cancelled. */
export interface Decided {
  readonly how: How;
  readonly remember: boolean;
}

export const isFilm = (name: string): boolean => /\.(webm|mp4)$/i.test(name);
/** A list of shots tells itself by its name; other CSV files are recordings. */
export const isShotList = (name: string): boolean => /shots?[^/]*\.csv$/i.test(name);
/** A dropped film belongs to the swing that is being read, else to the newest. */
const swingFor = (rack: readonly SwingHead[], reading: string | null): SwingHead | undefined =>
  rack.find((s) => s.id === reading) ?? rack.at(-1);

const wentOn = (file: File, stage: ImportStage, part: number | null = null): Action =>
  ImportActions.importWentOn({ file: file.name, stage, part });

/** What a file that is dropped now falls into. */
interface Around {
  readonly lesson: Pick<Lesson, 'id'> | null;
  readonly rack: readonly SwingHead[];
  /** The swing that is being read. */
  readonly swingId: string | null;
  readonly house: HouseSettings;
}

/** What brings one file where it belongs. */
class Importer {
  private readonly api = inject(Api);
  private readonly reading = inject(FileReading);
  private readonly dialog = inject(Dialog);

  bring(file: File, to: ImportTarget | null, { lesson, rack, swingId, house }: Around): Observable<Action> {
    const refuse = (message: string) => of(ImportActions.fileRefused({ file: file.name, message }));
    const lessonId = to?.lessonId ?? lesson?.id;
    if (lessonId === undefined) return refuse('open a lesson first, then drop the file again.');
    const swing = lessonId === lesson?.id ? swingFor(rack, swingId) : undefined;
    const way = isFilm(file.name)
      ? swing
        ? this.film(file, swing)
        : refuse('a film belongs to a swing: record one first, or open its lesson.')
      : isShotList(file.name)
        ? this.shots(file, lessonId)
        : to
          ? this.recording(file, to, house)
          : refuse('nobody has said whose swing it is, and with which club.');
    // what this page refused itself has not reached the server
    const said = (e: unknown) =>
      e instanceof HttpErrorResponse ? sentenceOf(e) : `${sentenceOf(e)}. Nothing of this file was stored.`;
    return way.pipe(catchError((e: unknown) => refuse(said(e))));
  }

  private film(file: File, swing: SwingHead): Observable<Action> {
    const kept = from(import('../film/film-file').then((m) => m.filmFacts(file))).pipe(
      mergeMap((facts) =>
        this.api.ask('addFilm', { ...filmQuery(facts), id: swing.id, angle: 'face on', from: 'file' }, file),
      ),
      mergeMap((film) => [
        LessonActions.filmChanged({ film, said: `${file.name} is kept with swing ${swing.number}.` }),
        ImportActions.imported({ said: `Kept with swing ${swing.number}.` }),
      ]),
    );
    return concat(of(wentOn(file, 'sending')), kept);
  }

  private shots(file: File, lessonId: string): Observable<Action> {
    const read = this.api
      .ask('importShots', { id: lessonId, name: file.name }, file)
      .pipe(
        mergeMap((shots) => [
          ImportActions.shotsImported({ file: file.name, shots }),
          LessonActions.reload({ id: lessonId }),
        ]),
      );
    return concat(of(wentOn(file, 'analysing')), read);
  }

  /** Looked at, asked about if nobody has said how it is to be understood, sent as it is, read and analysed there. */
  private recording(file: File, to: ImportTarget, house: HouseSettings): Observable<Action> {
    const whole = this.reading.look(file).pipe(
      switchMap((look) => {
        const known = rememberedHow(look, house);
        if (known) return this.send(file, known, to);
        return concat(of(wentOn(file, 'asking')), this.asked(file, look, to, house));
      }),
    );
    return concat(of(wentOn(file, 'looking')), whole);
  }

  private asked(file: File, look: Look, to: ImportTarget, house: HouseSettings): Observable<Action> {
    return from(askHow(this.dialog, file, look)).pipe(
      switchMap((said) => {
        if (!said)
          return of(
            ImportActions.imported({ said: 'Not read. Nothing was stored.' }),
            NoticeActions.say({ text: `${file.name} was not read. Nothing was stored.`, kind: 'plain' }),
          );
        const kept = said.remember ? of(OfficeActions.changeHouse({ house: remembered(house, look, said.how) })) : of();
        return concat(kept as Observable<Action>, this.send(file, said.how, to));
      }),
    );
  }

  private send(file: File, { axes, mapping }: How, to: ImportTarget): Observable<Action> {
    const how = { ...(axes ? { axes } : {}), ...(mapping ? { mapping: JSON.stringify(mapping) } : {}) };
    const { lessonId: id, ...what } = to;
    const sent = this.api.askWithProgress('importRecording', { id, ...what, ...how, name: file.name }, file).pipe(
      map((x) => {
        if (typeof x !== 'number') return ImportActions.fileImported({ imported: x });
        return wentOn(file, x < 1 ? 'sending' : 'analysing', x < 1 ? x : null);
      }),
    );
    return concat(of(wentOn(file, 'sending')), sent);
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

export interface Importing {
  readonly file: string;
  readonly stage: ImportStage;
  /** 0–1 of the stage; null where nobody knows. */
  readonly part: number | null;
}

/** What came of a file, in words. */
export interface ImportResult {
  readonly words: string;
  readonly wrong: boolean;
}

export interface ImportState {
  readonly importing: Importing | null;
  /** What came of the files that were brought together, by their names. */
  readonly results: Readonly<Record<string, ImportResult>>;
}
const initial: ImportState = { importing: null, results: {} };

/** A file is done: what came of it stands in the list. */
const done = (s: ImportState, file: string, words: string, wrong = false): ImportState => ({
  importing: null,
  results: { ...s.results, [file]: { words, wrong } },
});
/** Without the name, that the list has anyhow. */
const behindName = (text: string, file: string): string => {
  const rest = text.startsWith(`${file}: `) ? text.slice(file.length + 2) : text;
  return capital(rest);
};

export const importFeature = createFeature({
  name: 'importing',
  reducer: createReducer<ImportState>(
    initial,
    on(ImportActions.importFiles, (): ImportState => initial),
    on(ImportActions.importWentOn, (s, { file, stage, part }): ImportState => ({
      ...s,
      importing: { file, stage, part },
    })),
    on(ImportActions.imported, (s, { said }): ImportState =>
      s.importing ? done(s, s.importing.file, said) : { ...s, importing: null },
    ),
    on(ImportActions.fileImported, (s, { imported }): ImportState =>
      done(s, imported.file, behindName(importedText(imported), imported.file)),
    ),
    on(ImportActions.fileRefused, (s, { file, message }): ImportState => done(s, file, message, true)),
    on(ImportActions.shotsImported, (s, { file, shots }): ImportState =>
      done(s, file, behindName(shotsText(file, shots), file)),
    ),
  ),
});

export const importingEffects = {
  /** Films and shots belong to what is open; whose a recording is, is asked. */
  ask: createEffect(
    (actions = inject(Actions), store = inject(Store), dialog = inject(Dialog)) =>
      actions.pipe(
        ofType(ImportActions.importFiles),
        withLatestFrom(store.select(lessonFeature.selectLesson)),
        concatMap(async ([{ files }, lesson]): Promise<Action[]> => {
          if (lesson && files.every((f) => isFilm(f.name) || isShotList(f.name)))
            return files.map((file) => ImportActions.importFile({ file, to: null }));
          if (!files.length || dialog.openDialogs.length) return [];
          const { ImportSheet } = await import('../lesson/importing/import-sheet');
          dialog.open(ImportSheet, { data: files, ariaLabel: 'Files to read' });
          return [];
        }),
        mergeMap((next) => next),
      ),
    { functional: true },
  ),
  /** One file after the other, each until it is there, refused or cancelled. */
  importFile: createEffect(
    (actions = inject(Actions), store = inject(Store), importer = new Importer()) =>
      actions.pipe(
        ofType(ImportActions.importFile),
        concatMap(({ file, to }) =>
          of(file).pipe(
            withLatestFrom(
              store.select(lessonFeature.selectLesson),
              store.select(lessonFeature.selectRack),
              store.select(readFeature.selectSwingId),
              store.select(officeFeature.selectHouse),
            ),
            switchMap(([f, lesson, rack, swingId, house]) => importer.bring(f, to, { lesson, rack, swingId, house })),
            takeUntil(actions.pipe(ofType(ImportActions.cancelImport))),
          ),
        ),
      ),
    { functional: true },
  ),
  cancelled: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(ImportActions.cancelImport),
        withLatestFrom(store.select(importFeature.selectImporting)),
        mergeMap(([, now]) => [
          ImportActions.imported({ said: 'Cancelled. Nothing was stored.' }),
          NoticeActions.say({
            text: `${now?.file ?? 'The file'} was cancelled. Nothing was stored.`,
            kind: 'plain' as const,
          }),
        ]),
      ),
    { functional: true },
  ),
};
