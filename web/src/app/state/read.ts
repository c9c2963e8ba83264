import type { MeasureId } from '@vilko/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

/** What the reader looks at: one cursor for every picture. */
export interface ReadState {
  readonly swingId: string | null;
  /** s on the recording's clock; null until a swing has been read. */
  readonly cursor: number | null;
  /** Pattern chosen by hand; null: the pupil's, else the house's. */
  readonly pattern: string | null;
  /** Measures lit by hovering a finding's evidence. */
  readonly lit: readonly MeasureId[];
  readonly status: 'empty' | 'reading' | 'ready' | 'refused';
  readonly refusal: string | null;
}

export const ReadActions = createActionGroup({
  source: 'Read',
  events: {
    'Open swing': props<{ id: string }>(),
    Ready: props<{ cursor: number }>(),
    Refused: props<{ message: string }>(),
    'Move cursor': props<{ t: number }>(),
    'Choose pattern': props<{ pattern: string }>(),
    Light: props<{ measures: readonly MeasureId[] }>(),
    Close: emptyProps(),
  },
});

const initial: ReadState = { swingId: null, cursor: null, pattern: null, lit: [], status: 'empty', refusal: null };

export const readFeature = createFeature({
  name: 'read',
  reducer: createReducer(
    initial,
    on(ReadActions.openSwing, (s, { id }): ReadState => ({
      ...s,
      swingId: id,
      status: 'reading',
      refusal: null,
      cursor: s.swingId === id ? s.cursor : null,
      lit: [],
    })),
    on(ReadActions.ready, (s, { cursor }): ReadState => ({ ...s, status: 'ready', cursor: s.cursor ?? cursor })),
    on(ReadActions.refused, (s, { message }): ReadState => ({ ...s, status: 'refused', refusal: message })),
    on(ReadActions.moveCursor, (s, { t }): ReadState => ({ ...s, cursor: t })),
    on(ReadActions.choosePattern, (s, { pattern }): ReadState => ({ ...s, pattern })),
    on(ReadActions.light, (s, { measures }): ReadState => ({ ...s, lit: measures })),
    on(ReadActions.close, (): ReadState => initial),
  ),
});
