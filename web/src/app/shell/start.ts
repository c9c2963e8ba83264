import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import { switchMap } from 'rxjs';
import { Api } from '../state/api';

/** Where the application opens: at the bay's lesson, else with the pupils. */
@Component({
  selector: 'vk-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="p-6 text-15 text-ink2">Opening the bay …</p>`,
})
export class Start {
  constructor() {
    const router = inject(Router);
    const api = inject(Api);
    const go = (path: string[]) => void router.navigate(path, { replaceUrl: true });
    api
      .ask('bays')
      .pipe(switchMap(([first]) => api.ask('bay', { bay: first!.id })))
      .subscribe({
        next: (bay) => go(bay.lessonId ? ['/lesson', bay.lessonId, 'record'] : ['/office/pupils']),
        error: () => go(['/office/pupils']),
      });
  }
}
