import { inject } from '@angular/core';
import type { SwingHead } from '@vilko/contract/swing';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatMap, from, map, reduce } from 'rxjs';
import { calling } from './calling';
import { NoticeActions } from './notices';
import { SwingsActions } from './swings-actions';

const A = SwingsActions;

const failed = (message: string) => A.failed({ message });
const counted = (n: number): string => (n === 1 ? 'One swing' : `${n} swings`);
const ids = (swings: readonly { id: string }[]): string[] => swings.map((s) => s.id);

export const swingsEffects = {
  change: calling(
    A.change,
    (api, { ids, change }) => api.ask('changeSwings', {}, { ids, change }),
    (swings) => A.changed({ swings }),
    failed,
  ),
  move: calling(
    A.move,
    (api, { ids, lessonId }) => api.ask('moveSwings', {}, { lessonId, swings: ids.map((id) => ({ id })) }),
    (moved, { whose }) => A.moved({ moved, whose }),
    failed,
  ),
  /** Each lesson its own again, under the old numbers. */
  moveBack: calling(
    A.moveBack,
    (api, { before }) =>
      from([...new Set(before.map((b) => b.lessonId))]).pipe(
        concatMap((lessonId) =>
          api.ask('moveSwings', {}, { lessonId, swings: before.filter((b) => b.lessonId === lessonId) }),
        ),
        reduce((all: SwingHead[], { swings }) => [...all, ...swings], []),
      ),
    (swings) => A.movedBack({ swings }),
    failed,
  ),
  delete: calling(
    A.delete,
    (api, { ids }) => api.ask('deleteSwings', {}, { ids }),
    (swings) => A.deleted({ swings }),
    failed,
  ),
  restore: calling(
    A.restore,
    (api, { ids }) => api.ask('restoreSwings', {}, { ids }),
    (swings) => A.restored({ swings }),
    failed,
  ),
  toInbox: calling(
    A.toInbox,
    (api, { id }) => api.ask('toInbox', { id }),
    (swing) => A.wentToInbox({ swing }),
    failed,
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.moved, A.movedBack, A.deleted, A.restored, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.moved.type)
            return NoticeActions.offerUndo({
              text: `${counted(a.moved.swings.length)} went to ${a.whose}.`,
              undo: A.moveBack({ before: a.moved.before }),
            });
          if (a.type === A.deleted.type)
            return NoticeActions.offerUndo({
              text: `${counted(a.swings.length)} put into the bin.`,
              undo: A.restore({ ids: ids(a.swings) }),
            });
          const n = counted(a.swings.length);
          return NoticeActions.say({ text: `${n} ${a.swings.length === 1 ? 'is' : 'are'} back.`, kind: 'plain' });
        }),
      ),
    { functional: true },
  ),
};
