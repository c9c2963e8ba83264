import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { Router } from '@angular/router';
import { answerOf } from '../state/answer';

/** Where the application opens: at the bay's lesson, else with the pupils; a bay that sleeps has nobody's any more. */
@Component({
  selector: 'vk-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="p-6 text-15 text-ink2">Opening the bay …</p>`,
})
export class Start {
  private readonly bays = answerOf('bays', () => ({}));
  private readonly bay = answerOf('bay', () => {
    const first = this.bays.value()?.[0];
    return first ? { bay: first.id } : null;
  });

  constructor() {
    const router = inject(Router);
    const go = (path: string[]) => void router.navigate(path, { replaceUrl: true });
    effect(() => {
      const bay = this.bay.value();
      if (bay) go(bay.lessonId && bay.state !== 'asleep' ? ['/lesson', bay.lessonId, 'record'] : ['/office/pupils']);
      else if (this.bays.refused() ?? this.bay.refused()) go(['/office/pupils']);
    });
  }
}
