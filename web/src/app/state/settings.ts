import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { tap, withLatestFrom } from 'rxjs';
import { FIRST_CHOICE, type StaveChoice } from '../drawing/score/staves';
import type { TimeAxis } from '../drawing/score/time-scale';

export type Theme = 'auto' | 'day' | 'night';

export interface SettingsState {
  /** `auto`: night on Record, day elsewhere. */
  readonly theme: Theme;
  readonly axis: TimeAxis;
  /** The track turned to face as a film does. */
  readonly turned: boolean;
  /** The staves the reader wants on the Score. */
  readonly score: StaveChoice;
}

const KEY = 'vilko.settings';
const DEFAULTS: SettingsState = { theme: 'auto', axis: 'eased', turned: false, score: FIRST_CHOICE };

function stored(): SettingsState {
  try {
    return { ...DEFAULTS, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<SettingsState>) };
  } catch {
    return DEFAULTS;
  }
}

export const SettingsActions = createActionGroup({
  source: 'Settings',
  events: {
    'Set theme': props<{ theme: Theme }>(),
    'Next axis': emptyProps(),
    'Set axis': props<{ axis: TimeAxis }>(),
    'Turn track': emptyProps(),
    'Choose staves': props<{ score: StaveChoice }>(),
  },
});

const AXES: readonly TimeAxis[] = ['eased', 'linear', 'phase'];

export const settingsFeature = createFeature({
  name: 'settings',
  reducer: createReducer(
    stored(),
    on(SettingsActions.setTheme, (s, { theme }): SettingsState => ({ ...s, theme })),
    on(SettingsActions.nextAxis, (s): SettingsState => ({
      ...s,
      axis: AXES[(AXES.indexOf(s.axis) + 1) % AXES.length]!,
    })),
    on(SettingsActions.setAxis, (s, { axis }): SettingsState => ({ ...s, axis })),
    on(SettingsActions.chooseStaves, (s, { score }): SettingsState => ({ ...s, score })),
    on(SettingsActions.turnTrack, (s): SettingsState => ({ ...s, turned: !s.turned })),
  ),
});

export const settingsEffects = {
  keep: createEffect(
    (actions = inject(Actions), store = inject(Store)) =>
      actions.pipe(
        ofType(...Object.values(SettingsActions)),
        withLatestFrom(store.select(settingsFeature.selectSettingsState)),
        tap(([, s]) => localStorage.setItem(KEY, JSON.stringify(s))),
      ),
    { functional: true, dispatch: false },
  ),
};
