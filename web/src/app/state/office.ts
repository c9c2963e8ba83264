import { inject } from '@angular/core';
import type { LessonHead, PupilRecord, PupilWithLessons } from '@vilko/contract/lesson';
import type { Erased, NewPupil, Pupil, PupilChange, PupilDashboard } from '@vilko/contract/pupil';
import type { Backup, HouseSettings, KnownDevice, Restored } from '@vilko/contract/settings';
import { DEFAULT_HOUSE } from '@vilko/contract/default-house';
import { counted } from '@vilko/core/words/amounts';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Router } from '@angular/router';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { filter, map, mergeMap, pairwise, startWith, tap, withLatestFrom } from 'rxjs';
import { BayActions } from './bay';
import { calling, callingNewest } from './calling';
import { lastBytesText } from './last-bytes';
import { NoticeActions } from './notices';
import { LessonActions, lessonFeature } from './lesson';
import { SwingsActions } from './swings-actions';

export const OfficeActions = createActionGroup({
  source: 'Office',
  events: {
    'Open pupils': emptyProps(),
    'Pupils came': props<{ pupils: PupilWithLessons[] }>(),
    'Open pupil': props<{ id: string }>(),
    'Pupil came': props<{ pupil: PupilRecord }>(),
    'Add pupil': props<{ pupil: NewPupil }>(),
    'Pupil added': props<{ pupil: Pupil }>(),
    'Change pupil': props<{ id: string; change: PupilChange }>(),
    'Pupil changed': props<{ pupil: Pupil }>(),
    'Open dashboard': props<{ id: string }>(),
    'Dashboard came': props<{ id: string; dashboard: PupilDashboard }>(),
    'Start lesson': props<{
      pupilId: string;
      aim: string;
      measure: LessonHead['measure'];
      /** Left out: as the school wants it. */
      target?: LessonHead['target'];
      footwear: LessonHead['footwear'];
      /** The bay of this screen. */
      bay?: string;
    }>(),
    'Lesson started': props<{ lesson: LessonHead }>(),
    'Merge pupils': props<{ id: string; double: string }>(),
    'Pupils merged': props<{ pupil: Pupil; double: string }>(),
    'Erase pupil': props<{ id: string; name: string }>(),
    'Pupil erased': props<{ id: string; erased: Erased }>(),
    'Open house': emptyProps(),
    'House came': props<{ house: HouseSettings }>(),
    'Change house': props<{ house: HouseSettings }>(),
    'House not changed': props<{ message: string }>(),
    'Open devices': emptyProps(),
    'Devices came': props<{ devices: KnownDevice[]; key: string }>(),
    'Open backups': emptyProps(),
    'Backups came': props<{ backups: Backup[] }>(),
    'Make backup': emptyProps(),
    'Backup made': props<{ backup: Backup }>(),
    'Restore backup': props<{ name: string }>(),
    'Restore file': props<{ file: File }>(),
    Restored: props<{ restored: Restored }>(),
    Failed: props<{ message: string }>(),
  },
});

export interface OfficeState {
  readonly pupils: readonly PupilWithLessons[] | null;
  /** Everything about the one whose page was opened last. */
  readonly record: PupilRecord | null;
  readonly dashboard: { readonly id: string; readonly dashboard: PupilDashboard } | null;
  readonly house: HouseSettings;
  readonly devices: readonly KnownDevice[] | null;
  readonly deviceKey: string;
  readonly backups: readonly Backup[] | null;
  /** What is being done that takes more than a moment. */
  readonly doing: string | null;
  readonly error: string | null;
}

const initial: OfficeState = {
  pupils: null,
  record: null,
  dashboard: null,
  house: DEFAULT_HOUSE,
  devices: null,
  deviceKey: '',
  backups: null,
  doing: null,
  error: null,
};

const A = OfficeActions;

/** Whoever has the lesson, with what was changed of it. */
const withLesson = <P extends { readonly id: string; readonly lessons: readonly { id: string; swings: number }[] }>(
  pupil: P,
  head: LessonHead,
): P =>
  pupil.id === head.pupilId
    ? { ...pupil, lessons: pupil.lessons.map((l) => (l.id === head.id ? { ...l, ...head, swings: l.swings } : l)) }
    : pupil;

export const officeFeature = createFeature({
  name: 'office',
  reducer: createReducer(
    initial,
    on(A.pupilsCame, (s, { pupils }): OfficeState => ({ ...s, pupils, error: null })),
    on(A.pupilChanged, (s, { pupil }): OfficeState => ({
      ...s,
      pupils: s.pupils?.map((p) => (p.id === pupil.id ? { ...p, ...pupil } : p)) ?? null,
      record: s.record?.id === pupil.id ? { ...s.record, ...pupil } : s.record,
    })),
    on(A.openPupil, (s, { id }): OfficeState => (s.record?.id === id ? s : { ...s, record: null })),
    on(A.pupilCame, (s, { pupil }): OfficeState => ({ ...s, record: pupil })),
    on(LessonActions.lessonChanged, (s, { head }): OfficeState => ({
      ...s,
      pupils: s.pupils?.map((p) => withLesson(p, head)) ?? null,
      record: s.record && withLesson(s.record, head),
    })),
    on(A.openDashboard, (s, { id }): OfficeState => ({ ...s, dashboard: s.dashboard?.id === id ? s.dashboard : null })),
    on(A.dashboardCame, (s, { id, dashboard }): OfficeState => ({ ...s, dashboard: { id, dashboard } })),
    on(A.erasePupil, (s): OfficeState => ({
      ...s,
      doing: 'Erasing: every table is rewritten, so that no byte stays …',
    })),
    on(A.pupilErased, (s, { id }): OfficeState => ({
      ...s,
      doing: null,
      pupils: s.pupils?.filter((p) => p.id !== id) ?? null,
      record: null,
    })),
    // shown at once: the next change is made to what this one made
    on(A.houseCame, A.changeHouse, (s, { house }): OfficeState => ({ ...s, house })),
    on(A.devicesCame, (s, { devices, key }): OfficeState => ({ ...s, devices, deviceKey: key, error: null })),
    on(A.backupsCame, (s, { backups }): OfficeState => ({ ...s, backups, error: null })),
    on(A.makeBackup, (s): OfficeState => ({ ...s, doing: 'Packing every pupil into one file …' })),
    on(A.restoreBackup, A.restoreFile, (s): OfficeState => ({ ...s, doing: 'Putting back what is not there …' })),
    on(A.backupMade, (s, { backup }): OfficeState => ({ ...s, doing: null, backups: [backup, ...(s.backups ?? [])] })),
    on(A.restored, (s): OfficeState => ({ ...s, doing: null })),
    on(A.failed, A.houseNotChanged, (s, { message }): OfficeState => ({ ...s, doing: null, error: message })),
  ),
});

const failed = (message: string) => A.failed({ message });
const say = (text: string) => NoticeActions.say({ text, kind: 'plain' });

function erasedText({ name, lessons, swings, films, backups, bytes }: Erased): string {
  const gone = `${name} is erased: ${lessons} lessons, ${swings} swings, ${films} films.${lastBytesText(bytes)}`;
  return backups.length
    ? `${gone} Still in these backups, delete them too: ${backups.join(', ')}.`
    : `${gone} No backup holds them.`;
}

function restoredText({ pupils, lessons, swings, films, inbox, settings, there }: Restored): string {
  const beside = [
    inbox ? `, ${counted(inbox, 'swing')} of the inbox` : '',
    settings ? ', settings that were missing' : '',
  ].join('');
  return `Put back: ${counted(pupils, 'pupil')}, ${counted(lessons, 'lesson')}, ${counted(swings, 'swing')}, ${counted(films, 'film')}${beside}. ${there} were there and stayed as they are.`;
}

export const officeEffects = {
  pupils: callingNewest(
    A.openPupils,
    (api) => api.ask('pupils'),
    (pupils) => A.pupilsCame({ pupils }),
    failed,
  ),
  pupil: callingNewest(
    A.openPupil,
    (api, { id }) => api.ask('pupil', { id }),
    (pupil) => A.pupilCame({ pupil }),
    failed,
  ),
  add: calling(
    A.addPupil,
    (api, { pupil }) => api.ask('addPupil', {}, pupil),
    (pupil) => A.pupilAdded({ pupil }),
    failed,
  ),
  change: calling(
    A.changePupil,
    (api, { id, change }) => api.ask('changePupil', { id }, change),
    (pupil) => A.pupilChanged({ pupil }),
    failed,
  ),
  dashboard: callingNewest(
    A.openDashboard,
    (api, { id }) => api.ask('dashboard', { id }),
    (dashboard, { id }) => A.dashboardCame({ id, dashboard }),
    failed,
  ),
  start: calling(
    A.startLesson,
    (api, { pupilId, ...about }) => api.ask('startLesson', { id: pupilId }, about),
    (lesson) => A.lessonStarted({ lesson }),
    failed,
  ),
  merge: calling(
    A.mergePupils,
    (api, { id, double }) => api.ask('mergePupils', { id }, { double }),
    (pupil, { double }) => A.pupilsMerged({ pupil, double }),
    failed,
  ),
  erase: calling(
    A.erasePupil,
    (api, { id, name }) => api.ask('erasePupil', { id }, { name }),
    (erased, { id }) => A.pupilErased({ id, erased }),
    failed,
  ),
  house: calling(
    A.openHouse,
    (api) => api.ask('house'),
    (house) => A.houseCame({ house }),
    failed,
  ),
  changeHouse: calling(
    A.changeHouse,
    (api, { house }) => api.ask('changeHouse', {}, house),
    (house) => A.houseCame({ house }),
    (message) => A.houseNotChanged({ message }),
  ),
  houseAsItIs: calling(
    A.houseNotChanged,
    (api) => api.ask('house'),
    (house) => A.houseCame({ house }),
    failed,
  ),
  devices: calling(
    A.openDevices,
    (api) => api.ask('devices'),
    (d) => A.devicesCame(d),
    failed,
  ),
  backups: calling(
    A.openBackups,
    (api) => api.ask('backups'),
    (backups) => A.backupsCame({ backups }),
    failed,
  ),
  backup: calling(
    A.makeBackup,
    (api) => api.ask('makeBackup'),
    (backup) => A.backupMade({ backup }),
    failed,
  ),
  restore: calling(
    A.restoreBackup,
    (api, { name }) => api.ask('restoreBackup', { name }),
    (restored) => A.restored({ restored }),
    failed,
  ),
  restoreFile: calling(
    A.restoreFile,
    (api, { file }) => api.ask('restoreFile', { name: file.name }, file),
    (restored) => A.restored({ restored }),
    failed,
  ),
  refused: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.failed, A.houseNotChanged),
        map(({ message }) => NoticeActions.say({ text: message, kind: 'alarm' })),
      ),
    { functional: true },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.pupilErased, A.restored, A.backupMade, A.pupilsMerged),
        map((a) => {
          if (a.type === A.pupilErased.type) return say(erasedText(a.erased));
          if (a.type === A.restored.type) return say(restoredText(a.restored));
          return say(
            a.type === A.backupMade.type
              ? `The backup ${a.backup.name} is made.`
              : `Both are one pupil now: ${a.pupil.name}.`,
          );
        }),
      ),
    { functional: true },
  ),
  afterwards: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(
          A.pupilsMerged,
          A.restored,
          LessonActions.lessonDeleted,
          LessonActions.lessonRestored,
          SwingsActions.moved,
          SwingsActions.movedBack,
        ),
        withLatestFrom(store.select(officeFeature.selectRecord)),
        mergeMap(([, open]) => [A.openPupils(), ...(open ? [A.openPupil({ id: open.id })] : [])]),
      ),
    { functional: true },
  ),
  /** The list of pupils counts the swings that are made behind it. */
  counted: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(BayActions.workBehindCame),
        map(({ work }) => work?.what ?? null),
        startWith(null),
        pairwise(),
        withLatestFrom(store.select(officeFeature.selectPupils)),
        filter(([[before], pupils]) => before !== null && before !== 'swings read anew' && pupils !== null),
        map(() => A.openPupils()),
      ),
    { functional: true },
  ),
  pupilInLesson: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.pupilChanged),
        map(({ pupil }) => LessonActions.pupilCame({ pupil })),
      ),
    { functional: true },
  ),
  /** What rests on the pupil's record, their swings too, is made anew. */
  lessonAnew: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(A.pupilChanged),
        withLatestFrom(store.select(lessonFeature.selectLesson)),
        filter(([{ pupil }, lesson]) => lesson?.pupil.id === pupil.id),
        map(([, lesson]) => LessonActions.reload({ id: lesson!.id })),
      ),
    { functional: true },
  ),
  /** To start a lesson is one of the acts that give it the bay. */
  take: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.lessonStarted),
        map(({ lesson }) => BayActions.changeBay({ change: { lessonId: lesson.id } })),
      ),
    { functional: true },
  ),
  go: createEffect(
    (actions = inject(Actions), router = inject(Router)) =>
      actions.pipe(
        ofType(A.pupilAdded, A.lessonStarted, A.pupilErased, A.pupilsMerged),
        tap((a) => {
          if (a.type === A.lessonStarted.type) void router.navigate(['/lesson', a.lesson.id, 'set-up']);
          else if (a.type === A.pupilErased.type) void router.navigate(['/office/pupils']);
          else void router.navigate(['/office/pupils', a.pupil.id]);
        }),
      ),
    { functional: true, dispatch: false },
  ),
};
