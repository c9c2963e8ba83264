import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router } from '@angular/router';
import { HttpClient } from '@angular/common/http';
import type { Bay } from '@vilko/contract';

/** Where the application opens: at the bay's lesson, else with the pupils. */
@Component({
  selector: 'vk-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p class="p-6 text-15 text-ink2">Opening the bay …</p>`,
})
export class Start {
  constructor() {
    const router = inject(Router);
    const go = (path: string[]) => void router.navigate(path, { replaceUrl: true });
    inject(HttpClient)
      .get<Bay>('/api/bay')
      .subscribe({
        next: (bay) => go(bay.lessonId ? ['/lesson', bay.lessonId, 'record'] : ['/office/pupils']),
        error: () => go(['/office/pupils']),
      });
  }
}
