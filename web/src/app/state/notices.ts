import type { SwingHead } from '@vilko/contract/swing';
import { type Action, createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { dateText } from '@vilko/core/words/dates';
import { BayActions } from './bay';
import { ImportActions } from './import-actions';
import { importedText, shotsText } from './import-words';
import { LessonActions } from './lesson';

export const NoticeActions = createActionGroup({
  source: 'Notice',
  events: {
    Say: props<{ text: string; kind: 'plain' | 'alarm' }>(),
    'Offer undo': props<{ text: string; undo: Action }>(),
    Dismiss: emptyProps(),
    /** What was offered has been done. */
    Undone: emptyProps(),
  },
});

/** What is said at the foot of the screen until it is dismissed. */
export interface Notice {
  readonly text: string;
  readonly kind: 'plain' | 'alarm';
  /** What puts it back. */
  readonly undo?: Action;
}

export interface NoticeState {
  readonly notice: Notice | null;
  /** What brings the last deletion back: it stays until the next. */
  readonly undo: Action | null;
  /** What the bay last gave as the reason why nothing was kept: it is said once. */
  readonly ofBay: string | null;
}

const initial: NoticeState = { notice: null, undo: null, ofBay: null };

const plain = (text: string, undo?: Action): Notice => ({ text, kind: 'plain', ...(undo ? { undo } : {}) });
const alarm = (text: string): Notice => ({ text, kind: 'alarm' });
const undoable = (s: NoticeState, text: string, undo: Action): NoticeState => ({
  ...s,
  notice: plain(text, undo),
  undo,
});
const named = (s: SwingHead): string => `Swing ${s.number} with the ${s.clubName}`;

/** One notice at a time, from whatever part of the application has something to say. */
export const noticeFeature = createFeature({
  name: 'notices',
  reducer: createReducer(
    initial,
    on(NoticeActions.say, (s, { text, kind }): NoticeState => ({ ...s, notice: { text, kind } })),
    on(NoticeActions.offerUndo, (s, { text, undo }): NoticeState => undoable(s, text, undo)),
    on(NoticeActions.undone, (s): NoticeState => ({ ...s, undo: null })),
    on(NoticeActions.dismiss, (s): NoticeState => ({ ...s, notice: null })),
    on(LessonActions.failed, (s, { message }): NoticeState => ({ ...s, notice: alarm(message) })),
    on(LessonActions.swingDeleted, (s, { swing }): NoticeState =>
      undoable(s, `${named(swing)} was deleted.`, LessonActions.restoreSwing({ id: swing.id })),
    ),
    on(LessonActions.swingRestored, (s, { swing }): NoticeState => ({
      ...s,
      notice: plain(`${named(swing)} is back.`),
    })),
    on(LessonActions.lessonDeleted, (s, { head }): NoticeState =>
      undoable(
        s,
        `The lesson of ${dateText(head.startedAt)} is in the bin, with all its swings.`,
        LessonActions.restoreLesson({ id: head.id }),
      ),
    ),
    on(LessonActions.lessonRestored, (s, { head }): NoticeState => ({
      ...s,
      notice: plain(`The lesson of ${dateText(head.startedAt)} is back.`),
    })),
    on(LessonActions.filmChanged, (s, { said }): NoticeState => (said ? { ...s, notice: plain(said) } : s)),
    on(LessonActions.filmDeleted, (s, { film }): NoticeState =>
      undoable(s, `The ${film.angle} film was deleted.`, LessonActions.restoreFilm({ id: film.id })),
    ),
    on(ImportActions.fileImported, (s, { imported }): NoticeState => ({ ...s, notice: plain(importedText(imported)) })),
    on(ImportActions.fileRefused, (s, { file, message }): NoticeState => ({
      ...s,
      notice: alarm(`${file}: ${message}`),
    })),
    on(ImportActions.shotsImported, (s, { file, shots }): NoticeState => ({
      ...s,
      notice: plain(shotsText(file, shots)),
    })),
    on(BayActions.bayFailed, (s, { message }): NoticeState => ({ ...s, notice: alarm(message) })),
    on(BayActions.bayCame, (s, { bay }): NoticeState => ({
      ...s,
      ofBay: bay.notice,
      notice: bay.notice && bay.notice !== s.ofBay ? plain(bay.notice) : s.notice,
    })),
    on(BayActions.zeroed, (s): NoticeState => ({ ...s, notice: plain('Zero taken.') })),
  ),
});
