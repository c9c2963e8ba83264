import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { Keys } from '../shell/keys';
import { LessonActions, lessonFeature } from '../state/lesson';
import { openMarkCard } from './time-line/open-mark-card';

/** Around every page of a lesson: opens the lesson that the address names, and shows its pages once it is there. */
@Component({
  selector: 'vk-lesson',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterOutlet],
  host: { class: 'block h-full min-h-0 print:h-auto' },
  template: `
    @if (here()) {
      <router-outlet />
    } @else if (error(); as e) {
      <div class="p-6 text-18">
        <p class="text-alarm" role="alert">{{ e }}</p>
        <p class="mt-3 text-15"><a class="link" routerLink="/office/pupils">To the pupils and their lessons</a></p>
      </div>
    } @else {
      <p class="p-6 text-15 text-ink2" role="status">Fetching the lesson …</p>
    }
  `,
})
export class LessonPage {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly error = this.store.selectSignal(lessonFeature.selectError);
  protected readonly here = computed(() => this.lesson()?.id === this.lessonId());

  constructor() {
    effect(() => this.store.dispatch(LessonActions.open({ id: this.lessonId() })));
    const dialog = inject(Dialog);
    inject(Keys).use(
      'Lesson',
      [
        {
          key: 'y',
          words: 'time line: a cue, a drill, a pause before the next swing',
          run: () => {
            if (this.here()) void openMarkCard(dialog);
          },
        },
      ],
      'house',
    );
  }
}
