import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { lessonFeature } from '../state/lesson';
import { Keys } from './keys';
import { OFFICE, STOPS } from './places';

/** Everywhere one can go, two keys away: `G`, then the stop's number or the page's letter. */
@Component({
  selector: 'vk-go-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="overlay-card w-[420px] p-6" role="document">
      <h2 class="text-18 font-semibold">Go to</h2>
      <div class="mt-3 grid grid-cols-2 gap-x-6">
        @for (column of columns(); track column.title) {
          <nav [attr.aria-label]="column.title">
            <h3 class="mb-1 text-13 text-ink2">{{ column.title }}</h3>
            @for (p of column.places; track p.key) {
              <button
                class="flex w-full items-baseline gap-3 border-t border-rules py-1.5 text-left text-15 hover:underline"
                (click)="go(p.path)"
              >
                <span class="figures min-w-4 font-medium">{{ p.key.toUpperCase() }}</span> {{ p.words }}
              </button>
            }
          </nav>
        }
      </div>
      <button class="plain-button mt-5" (click)="ref.close()">Close</button>
    </div>
  `,
})
export class GoCard {
  protected readonly ref = inject(DialogRef);
  private readonly router = inject(Router);
  private readonly lesson = inject(Store).selectSignal(lessonFeature.selectLesson);
  protected readonly columns = computed(() => {
    const l = this.lesson();
    const stops = l
      ? [
          ...STOPS.map(({ path, words }, i) => ({ key: String(i + 1), words, path: `/lesson/${l.id}/${path}` })),
          { key: 'e', words: 'Numbers from elsewhere', path: `/lesson/${l.id}/entered` },
          { key: 'x', words: 'End of the lesson', path: `/lesson/${l.id}/end` },
        ]
      : [];
    return [...(l ? [{ title: `Lesson of ${l.pupil.name}`, places: stops }] : []), { title: 'House', places: OFFICE }];
  });

  constructor() {
    const bindings = this.columns().flatMap((c) =>
      c.places.map(({ key, words, path }) => ({ key, words, run: () => this.go(path) })),
    );
    inject(Keys).use('Go to', bindings, 'dialog');
  }

  protected go(path: string): void {
    this.ref.close();
    void this.router.navigateByUrl(path);
  }
}
