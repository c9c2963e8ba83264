import { inject } from '@angular/core';
import type { Drill } from '@vilko/core/drills/drill';
import type { OwnDrill } from '@vilko/core/drills/own-drill';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, createActionGroup, emptyProps, props } from '@ngrx/store';
import { map, mergeMap, tap } from 'rxjs';
import { calling, callingNewest } from './calling';
import { Drafts } from './drafts';
import { OwnDrills } from './own-drills';
import { NoticeActions } from './notices';

export const DrillActions = createActionGroup({
  source: 'Drills',
  events: {
    Open: emptyProps(),
    Came: props<{ own: OwnDrill[] }>(),
    /** A photograph that was brought along is kept with it. */
    Add: props<{ drill: Drill; photograph: Blob | null }>(),
    Added: props<{ saved: OwnDrill; photograph: Blob | null }>(),
    Save: props<{ drill: Drill; before: Drill | null }>(),
    Saved: props<{ saved: OwnDrill; before: Drill | null }>(),
    /** One that comes with the application is then as it came; pages that show drills know which do. */
    'Take off': props<{ id: string; comes: boolean }>(),
    'Taken off': props<{ saved: OwnDrill; comes: boolean }>(),
    'Put back': props<{ id: string }>(),
    'Was put back': props<{ saved: OwnDrill }>(),
    'Keep media': props<{ id: string; file: Blob; seconds: number }>(),
    'Media kept': props<{ saved: OwnDrill }>(),
    'Drop media': props<{ id: string; media: string }>(),
    'Media dropped': props<{ saved: OwnDrill; media: string }>(),
    'Put back media': props<{ id: string; media: string }>(),
    Failed: props<{ message: string }>(),
  },
});

const A = DrillActions;
const failed = (message: string) => A.failed({ message });
const plain = (text: string) => NoticeActions.say({ text, kind: 'plain' });

/** What is said after something was done to a drill, with the way back. */
function saidOf(a: ReturnType<typeof A.added | typeof A.saved | typeof A.takenOff | typeof A.wasPutBack>): Action {
  const { drill } = a.saved;
  if (a.type === A.added.type) return plain(`${drill.name} is on the shelf.`);
  if (a.type === A.wasPutBack.type) return plain(`${drill.name} is back.`);
  if (a.type === A.takenOff.type)
    return NoticeActions.offerUndo({
      text: a.comes ? `${drill.name} is as it came.` : `${drill.name} was taken off the shelf.`,
      undo: A.putBack({ id: drill.id }),
    });
  const text = `${drill.name} is saved.`;
  return a.before ? NoticeActions.offerUndo({ text, undo: A.save({ drill: a.before, before: null }) }) : plain(text);
}

export const drillEffects = {
  open: callingNewest(
    A.open,
    (api) => api.ask('ownDrills'),
    (own) => A.came({ own }),
    failed,
  ),
  add: calling(
    A.add,
    (api, { drill }) => api.ask('addDrill', {}, drill),
    (saved, { photograph }) => A.added({ saved, photograph }),
    failed,
  ),
  save: calling(
    A.save,
    (api, { drill }) => api.ask('saveDrill', { id: drill.id }, drill),
    (saved, { before }) => A.saved({ saved, before }),
    failed,
  ),
  takeOff: calling(
    A.takeOff,
    (api, { id }) => api.ask('takeOffDrill', { id }),
    (saved, { comes }) => A.takenOff({ saved, comes }),
    failed,
  ),
  putBack: calling(
    A.putBack,
    (api, { id }) => api.ask('restoreDrill', { id }),
    (saved) => A.wasPutBack({ saved }),
    failed,
  ),
  keepMedia: calling(
    A.keepMedia,
    (api, { id, file, seconds }) => api.ask('keepDrillMedia', { id, seconds }, file),
    (saved) => A.mediaKept({ saved }),
    failed,
  ),
  dropMedia: calling(
    A.dropMedia,
    (api, { id }) => api.ask('dropDrillMedia', { id }),
    (saved, { media }) => A.mediaDropped({ saved, media }),
    failed,
  ),
  putBackMedia: calling(
    A.putBackMedia,
    (api, { id, media }) => api.ask('putBackDrillMedia', { id }, { id: media }),
    (saved) => A.mediaKept({ saved }),
    failed,
  ),
  /** A photograph that came with a drill is kept as soon as the drill is. */
  brought: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.added),
        mergeMap(({ saved, photograph }) =>
          photograph ? [A.keepMedia({ id: saved.drill.id, file: photograph, seconds: 0 })] : [],
        ),
      ),
    { functional: true },
  ),
  kept: createEffect(
    (actions = inject(Actions), house = inject(OwnDrills), drafts = inject(Drafts)) =>
      actions.pipe(
        ofType(A.came, A.added, A.saved, A.takenOff, A.wasPutBack, A.mediaKept, A.mediaDropped),
        tap((a) => {
          if (a.type === A.came.type) house.all.set(a.own);
          else house.put(a.saved);
          if (a.type === A.added.type) drafts.drop('drill');
          if (a.type === A.saved.type) drafts.drop(`drill/${a.saved.drill.id}`);
        }),
      ),
    { functional: true, dispatch: false },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.added, A.saved, A.takenOff, A.wasPutBack),
        map((a) => saidOf(a)),
      ),
    { functional: true },
  ),
  saidOfMedia: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.mediaKept, A.mediaDropped, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          const { drill, media } = a.saved;
          const what = media?.mime.startsWith('video/') ? 'The film' : 'The photograph';
          if (a.type === A.mediaKept.type) return plain(`${what} is kept with ${drill.name}.`);
          return NoticeActions.offerUndo({
            text: `${drill.name} is shown by its drawings alone.`,
            undo: A.putBackMedia({ id: drill.id, media: a.media }),
          });
        }),
      ),
    { functional: true },
  ),
};
