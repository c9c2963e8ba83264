import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What is looked at: kept when Read is left, and known to the rest of the house. */
export interface ReadState {
  readonly swingId: string | null;
  /** s on the recording's clock; null until somebody moved it. */
  readonly cursor: number | null;
  /** Pattern chosen by hand; null: the pupil's, else the house's. */
  readonly pattern: string | null;
}

export const ReadActions = createActionGroup({
  source: 'Read',
  events: {
    'Open swing': props<{ id: string }>(),
    'Move cursor': props<{ t: number }>(),
    'Choose pattern': props<{ pattern: string }>(),
  },
});

const initial: ReadState = { swingId: null, cursor: null, pattern: null };

export const readFeature = createFeature({
  name: 'read',
  reducer: createReducer(
    initial,
    on(ReadActions.openSwing, (s, { id }): ReadState => (s.swingId === id ? s : { ...s, swingId: id, cursor: null })),
    on(ReadActions.moveCursor, (s, { t }): ReadState => ({ ...s, cursor: t })),
    on(ReadActions.choosePattern, (s, { pattern }): ReadState => ({ ...s, pattern })),
  ),
});
