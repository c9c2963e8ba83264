import { computed, inject, type Signal } from '@angular/core';
import type { Bay, BayChange, LittleRoom, WorkBehind } from '@vilko/contract/bay';
import type { SetUpAct, SetUpState } from '@vilko/contract/set-up';
import { bayRests } from '@vilko/core/live/words';
import { Actions, createEffect, type FunctionalEffect, ofType } from '@ngrx/effects';
import {
  type Action,
  createActionGroup,
  createFeature,
  createReducer,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import { catchError, concatMap, filter, map, type Observable, of, take } from 'rxjs';
import { Api } from './api';
import { sentenceOf } from './sentences';

export const BayActions = createActionGroup({
  source: 'Bay',
  events: {
    /** What the server says of the bay, and the change that it answers, if it does. */
    'Bay came': props<{ bay: Bay; answers?: BayChange }>(),
    'Change bay': props<{ change: BayChange }>(),
    'Bay failed': props<{ message: string }>(),
    Zero: emptyProps(),
    Zeroed: props<{ bay: Bay }>(),
    'Set up': props<{ act: SetUpAct['act'] }>(),
    'Set up told': emptyProps(),
    'Set up came': props<{ setUp: SetUpState | null }>(),
    'Live connection': props<{ up: boolean }>(),
    'Work behind came': props<{ work: WorkBehind | null }>(),
    'Room came': props<{ room: LittleRoom | null }>(),
  },
});

export interface BayState {
  /** The bay of this screen; null before it has said so. */
  readonly bay: Bay | null;
  /** The same as the server said it last. */
  readonly told: Bay | null;
  /** What was changed here and is not answered yet, oldest first: shown at once, whatever comes in between. */
  readonly pending: readonly BayChange[];
  /** The guided set-up; null while none runs. */
  readonly setUp: SetUpState | null;
  /** Whether the server sends the live picture. */
  readonly live: boolean;
  /** What the server works at beside the bays; null while there is nothing. */
  readonly behind: WorkBehind | null;
  /** The server's disk, where it has little room left. */
  readonly room: LittleRoom | null;
}

/** What of a change needs nobody else to be true. */
const shownAtOnce = ({ club, clubName, kind, tag, intent }: BayChange): Partial<Bay> =>
  Object.fromEntries(Object.entries({ club, clubName, kind, tag, intent }).filter(([, v]) => v !== undefined));

const initial: BayState = { bay: null, told: null, pending: [], setUp: null, live: false, behind: null, room: null };

/** The state with the bay as it was told, and what is not answered yet laid over it. */
const shown = (s: BayState): BayState => ({
  ...s,
  bay: s.told && s.pending.reduce<Bay>((bay, change) => ({ ...bay, ...shownAtOnce(change) }), s.told),
});

export const bayFeature = createFeature({
  name: 'bay',
  reducer: createReducer(
    initial,
    on(BayActions.bayCame, (s, { bay, answers }): BayState =>
      shown({ ...s, told: bay, pending: s.pending.filter((change) => change !== answers) }),
    ),
    on(BayActions.zeroed, (s, { bay }): BayState => shown({ ...s, told: bay })),
    // two presses in a row are two steps, though the first has not been answered
    on(BayActions.changeBay, (s, { change }): BayState => shown({ ...s, pending: [...s.pending, change] })),
    on(BayActions.bayFailed, (s): BayState => shown({ ...s, pending: [] })),
    on(BayActions.setUpCame, (s, { setUp }): BayState => ({ ...s, setUp })),
    on(BayActions.liveConnection, (s, { up }): BayState => ({ ...s, live: up })),
    on(BayActions.workBehindCame, (s, { work }): BayState => ({ ...s, behind: work })),
    on(BayActions.roomCame, (s, { room }): BayState => ({ ...s, room })),
  ),
});

/**
 * Whether the bay of this screen is a lesson's: opening a page moves no bay, it is taken by a press. To be called where
 * things are injected.
 */
export function hasBay(lessonId: () => string): Signal<boolean> {
  const bay = inject(Store).selectSignal(bayFeature.selectBay);
  return computed(() => bay()?.lessonId === lessonId());
}

/** The press that pauses a bay, or arms one that rests. */
export const armOrPause = ({ state }: Bay): Action => BayActions.changeBay({ change: { armed: bayRests(state) } });

/** Asks the bay of this screen, as soon as it is known which that is; one thing after the other. */
function askingBay<A extends Action>(
  on: { readonly type: string } & ((...args: never[]) => A),
  ask: (api: Api, bay: string, a: A) => Observable<Action>,
): FunctionalEffect {
  return createEffect(
    (actions = inject(Actions), store = inject(Store), api = inject(Api)) =>
      (actions as Observable<Action>).pipe(
        ofType(on.type),
        concatMap((a) =>
          store.select(bayFeature.selectBay).pipe(
            filter((bay) => bay !== null),
            take(1),
            concatMap((bay) => ask(api, bay.id, a as A)),
            catchError((e: unknown) => of(BayActions.bayFailed({ message: sentenceOf(e) }))),
          ),
        ),
      ),
    { functional: true },
  );
}

export const bayEffects = {
  change: askingBay(BayActions.changeBay, (api, bay, { change }) =>
    api.ask('changeBay', { bay }, change).pipe(map((came) => BayActions.bayCame({ bay: came, answers: change }))),
  ),
  zero: askingBay(BayActions.zero, (api, bay) =>
    api.ask('zeroBay', { bay }).pipe(map((came) => BayActions.zeroed({ bay: came }))),
  ),
  setUp: askingBay(BayActions.setUp, (api, bay, { act }) =>
    api.ask('setUp', { bay }, { act }).pipe(map(() => BayActions.setUpTold())),
  ),
};
