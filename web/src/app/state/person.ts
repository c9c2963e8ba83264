import { inject } from '@angular/core';
import type { SwingHead } from '@vilko/contract/swing';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createFeature, createReducer, on } from '@ngrx/store';
import { map } from 'rxjs';
import { InboxActions } from './inbox';
import { LessonActions } from './lesson';
import { NoticeActions } from './notices';
import { SwingsActions } from './swings-actions';

export interface PersonState {
  /** The swing that came last and may be another person's; null while nothing is asked. */
  readonly asking: SwingHead | null;
}
const initial: PersonState = { asking: null };

/** What is heard of a swing that is asked about: still in doubt, or not any more. */
const heardOf = (s: PersonState, swings: readonly SwingHead[]): PersonState => {
  const same = swings.find((x) => x.id === s.asking?.id);
  return same ? { asking: same.doubt ? same : null } : s;
};
const leftOf = (s: PersonState, swings: readonly SwingHead[]): PersonState =>
  swings.some((x) => x.id === s.asking?.id) ? initial : s;

/** Whose was the swing that just came: asked on every screen until somebody answers or it lies in the inbox. */
export const personFeature = createFeature({
  name: 'person',
  reducer: createReducer(
    initial,
    on(LessonActions.swingArrived, (s, { swing }): PersonState =>
      swing.doubt ? { asking: swing } : heardOf(s, [swing]),
    ),
    on(LessonActions.swingChanged, (s, { swing }): PersonState => heardOf(s, [swing])),
    on(SwingsActions.changed, (s, { swings }): PersonState => heardOf(s, swings)),
    on(LessonActions.came, (s, { lesson }): PersonState => heardOf(s, lesson.rack)),
    on(LessonActions.swingLeft, LessonActions.swingDeleted, SwingsActions.wentToInbox, (s, { swing }): PersonState =>
      leftOf(s, [swing]),
    ),
    on(SwingsActions.deleted, (s, { swings }): PersonState => leftOf(s, swings)),
    on(SwingsActions.moved, (s, { moved }): PersonState => leftOf(s, moved.swings)),
  ),
});

export const personEffects = {
  said: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(LessonActions.swingLeft, SwingsActions.wentToInbox),
        map(({ type, swing }) =>
          NoticeActions.say({
            text:
              type === LessonActions.swingLeft.type
                ? `Nobody said whose swing ${swing.number} was: it lies in the inbox, and counts nowhere yet.`
                : `Swing ${swing.number} lies in the inbox, and counts nowhere yet.`,
            kind: 'plain',
          }),
        ),
      ),
    { functional: true },
  ),
  /** The inbox holds one more. */
  look: createEffect(
    (actions = inject(Actions)) =>
      actions.pipe(
        ofType(LessonActions.swingLeft, SwingsActions.wentToInbox),
        map(() => InboxActions.open()),
      ),
    { functional: true },
  ),
};
