import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { bayRests } from '@vilko/core/vocabulary';
import { armOrPause, bayFeature } from '../state/bay';
import { BaySilence } from '../state/bay-silence';
import { bayDoes } from '../state/bay-words';
import { BayMark } from './bay-mark';

/** On every screen: whose lesson stands on the bay, what the bay does, and a press that pauses it. */
@Component({
  selector: 'vk-bay-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BayMark, RouterLink],
  host: { class: 'my-1.5 flex h-11 w-[300px] min-w-0 flex-col border-l border-rules pl-4 text-15 print:hidden' },
  template: `
    @if (bay(); as b) {
      @if (b.lessonId; as id) {
        <a
          class="truncate leading-[22px] hover:underline"
          [routerLink]="['/lesson', id, 'record']"
          [title]="b.name + ': ' + b.who + ', ' + b.clubName"
          ><span class="text-ink2">{{ b.name }}</span> {{ b.who }}</a
        >
        <button
          class="flex items-center gap-1.5 text-left leading-[22px] hover:underline"
          data-testid="bay-strip"
          [class.text-alarm]="does()!.mark === 'silent' || does()!.mark === 'none'"
          [title]="(rests() ? 'Arm' : 'Pause') + ' the bay: Q'"
          (click)="toggle()"
        >
          <vk-bay-mark [mark]="does()!.mark" />
          <span class="truncate" role="status"
            ><span class="font-semibold">{{ does()!.words }}</span
            ><span class="text-ink2"> · {{ b.clubName }}{{ b.last === null ? '' : ' · swing ' + b.last }}</span></span
          >
        </button>
      } @else {
        <span class="truncate leading-[22px] text-ink2">{{ b.name }}</span>
        <span class="flex items-center gap-1.5 leading-[22px]" data-testid="bay-strip"
          ><vk-bay-mark mark="free" /><span role="status">free</span></span
        >
      }
    }
  `,
})
export class BayStrip {
  private readonly store = inject(Store);
  private readonly silence = inject(BaySilence);
  protected readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly does = computed(() => {
    const bay = this.bay();
    return bay && bayDoes(bay, this.silence.seconds());
  });
  protected readonly rests = computed(() => {
    const bay = this.bay();
    return bay !== null && bayRests(bay.state);
  });

  protected toggle(): void {
    const bay = this.bay();
    if (bay) this.store.dispatch(armOrPause(bay));
  }
}
