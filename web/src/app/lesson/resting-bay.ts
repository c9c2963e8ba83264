import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { bayRests } from '@vilko/core/live/words';
import { armOrPause, bayFeature } from '../state/bay';

/** Where a page waits for swings and its lesson’s bay hears none: why not, and the press that wakes it. */
@Component({
  selector: 'vk-resting-bay',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (words(); as w) {
      <p class="flex items-center gap-4 border-b border-alarm px-4 py-2 text-18" role="status">
        <span>{{ w }}</span>
        <button class="main-button" title="Q" (click)="wake()">Wake the bay</button>
      </p>
    }
  `,
})
export class RestingBay {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly words = computed(() => {
    const b = this.bay();
    if (b?.lessonId !== this.lessonId() || !bayRests(b.state)) return null;
    return b.state === 'asleep'
      ? `${b.name} sleeps: nobody has stood there for a while. What is swung now goes into the inbox.`
      : `${b.name} is paused: what is swung now is not stored.`;
  });

  protected wake(): void {
    const b = this.bay();
    if (b) this.store.dispatch(armOrPause(b));
  }
}
