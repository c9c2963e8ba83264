import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { Keys } from '../shell/keys';
import { BayActions, bayFeature } from '../state/bay';
import { BaySilence } from '../state/bay-silence';
import { bayDoes } from '../state/bay-words';

/** Where a page needs the bay and its lesson does not have it: whose it is now, and the press that takes it. */
@Component({
  selector: 'vk-take-bay',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block p-6 text-18' },
  template: `
    @if (bay(); as b) {
      <h1 class="text-24 font-semibold">{{ b.name }} {{ b.lessonId === null ? 'is free' : 'is not this lesson’s' }}</h1>
      <p class="mt-3 max-w-[620px]">{{ whose() }} Nothing that is swung there comes into this lesson.</p>
      <p class="mt-5">
        <button class="main-button" (click)="take()">Take the bay</button>
      </p>
    } @else {
      <p class="text-ink2" role="status">Asking the bay …</p>
    }
  `,
})
export class TakeBay {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly silence = inject(BaySilence);
  protected readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly whose = computed(() => {
    const bay = this.bay();
    if (!bay || bay.lessonId === null) return 'No lesson stands there.';
    const { mark, words } = bayDoes(bay, this.silence.seconds());
    return `${bay.who} has it: ${mark === 'hears' || mark === 'found' ? 'armed' : words}, ${bay.clubName}.`;
  });

  constructor() {
    inject(Keys).use('The bay', [{ key: 'Enter', words: 'take the bay', run: () => this.take() }]);
  }

  take(): void {
    this.store.dispatch(BayActions.changeBay({ change: { lessonId: this.lessonId() } }));
  }
}
