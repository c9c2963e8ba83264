import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import type { Drill } from '@vilko/core/drills/drill';
import { LONGEST_DRILL_FILM_S } from '@vilko/core/drills/own-drill';
import { filmLength } from '../../film/film-file';
import { DrillActions } from '../../state/drills';
import { HouseDrills } from '../../state/house-drills';
import { NoticeActions } from '../../state/notices';
import { photographOf } from './drill-file';

/** Adds a photograph or a short film to a drill of the house, or takes it away. */
@Component({
  selector: 'vk-drill-media-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p class="flex flex-wrap items-baseline gap-4 border-t border-rules pt-3">
      <label class="link cursor-pointer">
        {{ media() ? 'Another photograph or film …' : 'Add a photograph or a short film …' }}
        <input
          #file
          class="visually-hidden"
          type="file"
          accept="image/*,video/webm,video/mp4"
          aria-label="A photograph or a film of at most 30 seconds"
          [disabled]="busy()"
          (change)="take(file)"
        />
      </label>
      @if (media(); as m) {
        <button class="link" (click)="drop(m.id)">Remove it</button>
      }
      <span class="text-ink2" aria-live="polite">{{
        busy() ? 'Keeping it …' : 'A film lasts at most 30 seconds. Whoever is seen in it agrees to that.'
      }}</span>
    </p>
  `,
})
export class DrillMediaForm {
  readonly drill = input.required<Drill>();
  private readonly store = inject(Store);
  private readonly house = inject(HouseDrills);
  protected readonly busy = signal(false);
  protected readonly media = computed(() => this.house.shelf().mediaOf(this.drill().id));

  constructor() {
    inject(Actions)
      .pipe(ofType(DrillActions.mediaKept, DrillActions.failed), takeUntilDestroyed())
      .subscribe(() => this.busy.set(false));
  }

  protected take(box: HTMLInputElement): void {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    this.busy.set(true);
    const ready = file.type.startsWith('video/') ? this.film(file) : this.photograph(file);
    ready.catch((e: unknown) => {
      this.busy.set(false);
      const text = `${file.name}: ${(e as Error).message}. Nothing of the drill was changed.`;
      this.store.dispatch(NoticeActions.say({ text, kind: 'alarm' }));
    });
  }
  protected drop(media: string): void {
    this.store.dispatch(DrillActions.dropMedia({ id: this.drill().id, media }));
  }
  private async photograph(file: File): Promise<void> {
    this.keep(await photographOf(file), 0);
  }
  private async film(file: File): Promise<void> {
    const seconds = await filmLength(file);
    if (seconds > LONGEST_DRILL_FILM_S)
      throw new Error(`the film lasts ${Math.round(seconds)} s, and at most ${LONGEST_DRILL_FILM_S} s can be kept`);
    this.keep(file, seconds);
  }
  private keep(file: Blob, seconds: number): void {
    this.store.dispatch(DrillActions.keepMedia({ id: this.drill().id, file, seconds }));
  }
}
