import { inject } from '@angular/core';
import type { PatternVersion } from '@vilko/contract/pattern';
import type { Pattern } from '@vilko/core/patterns/pattern';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import { clockText } from '@vilko/core/words/dates';
import { map, mergeMap, tap, withLatestFrom } from 'rxjs';
import { calling, callingNewest } from './calling';
import { Drafts } from './drafts';
import { NoticeActions } from './notices';

export const PatternActions = createActionGroup({
  source: 'Patterns',
  events: {
    Open: emptyProps(),
    Came: props<{ own: PatternVersion[] }>(),
    'Open history': props<{ id: string }>(),
    'History came': props<{ id: string; versions: PatternVersion[] }>(),
    Add: props<{ pattern: Pattern }>(),
    Added: props<{ saved: PatternVersion }>(),
    Save: props<{ pattern: Pattern; before: Pattern | null }>(),
    Saved: props<{ saved: PatternVersion; before: Pattern | null }>(),
    Delete: props<{ id: string }>(),
    Deleted: props<{ gone: PatternVersion }>(),
    Restore: props<{ id: string }>(),
    Restored: props<{ saved: PatternVersion }>(),
    Edit: props<{ pattern: Pattern; step: boolean }>(),
    'Undo edit': props<{ id: string }>(),
    'Drop edits': props<{ id: string }>(),
    Failed: props<{ message: string }>(),
  },
});

export interface PatternState {
  /** Newest versions of the house's own patterns; null until they came. */
  readonly own: readonly PatternVersion[] | null;
  readonly history: { readonly id: string; readonly versions: readonly PatternVersion[] } | null;
  /** What is being changed and not saved yet, by pattern: every step, the newest last. */
  readonly drafts: Readonly<Record<string, readonly Pattern[]>>;
  /** The one that was added last, for the page to go to. */
  readonly added: string | null;
}

const A = PatternActions;
const initial: PatternState = { own: null, history: null, drafts: {}, added: null };
const put = (s: PatternState, saved: PatternVersion): PatternState => ({
  ...s,
  own: [...(s.own ?? []).filter((p) => p.pattern.id !== saved.pattern.id), saved].sort((a, b) =>
    a.pattern.id.localeCompare(b.pattern.id),
  ),
  history:
    s.history?.id === saved.pattern.id
      ? { ...s.history, versions: [saved, ...s.history.versions.filter((v) => v.version !== saved.version)] }
      : s.history,
});

const withDraft = (s: PatternState, id: string, steps: readonly Pattern[]): PatternState => ({
  ...s,
  drafts: { ...s.drafts, [id]: steps },
});

export const patternFeature = createFeature({
  name: 'patterns',
  reducer: createReducer(
    initial,
    on(A.came, (s, { own }): PatternState => ({ ...s, own })),
    on(A.openHistory, (s, { id }): PatternState => (s.history?.id === id ? s : { ...s, history: null })),
    on(A.historyCame, (s, { id, versions }): PatternState => ({ ...s, history: { id, versions } })),
    on(A.added, (s, { saved }): PatternState => ({ ...put(s, saved), added: saved.pattern.id })),
    on(A.saved, A.restored, (s, { saved }): PatternState => put(withDraft(s, saved.pattern.id, []), saved)),
    on(A.edit, (s, { pattern, step }): PatternState => {
      const steps = s.drafts[pattern.id] ?? [];
      // a drag is many edits and one step
      return withDraft(s, pattern.id, step || !steps.length ? [...steps, pattern] : [...steps.slice(0, -1), pattern]);
    }),
    on(A.undoEdit, (s, { id }): PatternState => withDraft(s, id, (s.drafts[id] ?? []).slice(0, -1))),
    on(A.dropEdits, (s, { id }): PatternState => withDraft(s, id, [])),
    on(A.deleted, (s, { gone }): PatternState => ({
      ...s,
      own: s.own?.filter((p) => p.pattern.id !== gone.pattern.id) ?? null,
    })),
  ),
});

/** The house's own patterns. */
export const selectOwnPatterns = createSelector(patternFeature.selectOwn, (own): readonly Pattern[] =>
  (own ?? []).map((o) => o.pattern),
);

const failed = (message: string) => A.failed({ message });

export const patternEffects = {
  open: callingNewest(
    A.open,
    (api) => api.ask('ownPatterns'),
    (own) => A.came({ own }),
    failed,
  ),
  history: callingNewest(
    A.openHistory,
    (api, { id }) => api.ask('patternVersions', { id }),
    (versions, { id }) => A.historyCame({ id, versions }),
    failed,
  ),
  add: calling(
    A.add,
    (api, { pattern }) => api.ask('addPattern', {}, pattern),
    (saved) => A.added({ saved }),
    failed,
  ),
  save: calling(
    A.save,
    (api, { pattern }) => api.ask('savePattern', { id: pattern.id }, pattern),
    (saved, { before }) => A.saved({ saved, before }),
    failed,
  ),
  remove: calling(
    A.delete,
    (api, { id }) => api.ask('deletePattern', { id }),
    (gone) => A.deleted({ gone }),
    failed,
  ),
  restore: calling(
    A.restore,
    (api, { id }) => api.ask('restorePattern', { id }),
    (saved) => A.restored({ saved }),
    failed,
  ),
  /** What is being changed stays in this browser until it is saved or dropped. */
  kept: createEffect(
    (actions = inject(Actions), store = inject(Store), drafts = inject(Drafts)) =>
      actions.pipe(
        ofType(A.edit, A.undoEdit, A.dropEdits, A.saved),
        withLatestFrom(store.select(patternFeature.selectDrafts)),
        tap(([a, all]) => {
          const id = 'pattern' in a ? a.pattern.id : 'saved' in a ? a.saved.pattern.id : a.id;
          const newest = all[id]?.at(-1);
          if (newest) drafts.keep(`pattern/${id}`, newest);
          else drafts.drop(`pattern/${id}`);
        }),
      ),
    { functional: true, dispatch: false },
  ),
  /** What was being changed before a reload is there again; in this window it is there already. */
  back: createEffect(
    (actions = inject(Actions), store = inject(Store), drafts = inject(Drafts)) =>
      actions.pipe(
        ofType(A.came),
        withLatestFrom(store.select(patternFeature.selectDrafts)),
        mergeMap(([{ own }, all]) =>
          own.flatMap(({ pattern }) => {
            const before = all[pattern.id]?.length ? null : drafts.read<Pattern>(`pattern/${pattern.id}`);
            if (!before) return [];
            const text = `What you changed of ${pattern.name} at ${clockText(before.at)} was not saved yet: it is here again.`;
            return [
              A.edit({ pattern: { ...before.value, version: pattern.version }, step: true }),
              NoticeActions.say({ text, kind: 'plain' }),
            ];
          }),
        ),
      ),
    { functional: true },
  ),
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(A.added, A.saved, A.deleted, A.restored, A.failed),
        map((a) => {
          if (a.type === A.failed.type) return NoticeActions.say({ text: a.message, kind: 'alarm' });
          if (a.type === A.deleted.type)
            return NoticeActions.offerUndo({
              text: `${a.gone.pattern.name} was taken off the shelf.`,
              undo: A.restore({ id: a.gone.pattern.id }),
            });
          const { pattern, version } = a.saved;
          if (a.type === A.saved.type && a.before)
            return NoticeActions.offerUndo({
              text: `${pattern.name} is saved as version ${version}.`,
              undo: A.save({ pattern: a.before, before: null }),
            });
          return NoticeActions.say({
            text:
              a.type === A.added.type
                ? `${pattern.name} is on the shelf.`
                : `${pattern.name} is back, as version ${version}.`,
            kind: 'plain',
          });
        }),
      ),
    { functional: true },
  ),
};
