import { computed, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { answerOf } from '../state/answer';
import { lessonFeature } from '../state/lesson';

/**
 * Every swing of the open lesson's pupil, of all lessons; null until they came, none where they are
 * refused. Called where things are injected.
 * @param asked whether they are asked for yet: they are many, and what a page shows first goes before
 */
export function swingsOfPupil(asked: () => boolean = () => true): Signal<readonly SwingHead[] | null> {
  const pupil = inject(Store).selectSignal(lessonFeature.selectPupil);
  const { value, refused } = answerOf('swingsOf', () => {
    const id = pupil()?.id;
    return id === undefined || !asked() ? null : { id };
  });
  return computed(() => value() ?? (refused() === null ? null : []));
}
