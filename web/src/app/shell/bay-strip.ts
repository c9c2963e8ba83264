import { CdkMenu, CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { BayLine } from '@vilko/contract/bay';
import { bayRests } from '@vilko/core/live/words';
import { deviceWords } from '../device-words';
import { answerOf } from '../state/answer';
import { armOrPause, bayFeature } from '../state/bay';
import { BaySilence } from '../state/bay-silence';
import { bayDoes, stateWords } from '../state/bay-words';
import { Live } from '../state/live';
import { BayMark } from './bay-mark';

/** On every screen: whose lesson stands on the bay, what the bay does, and a press that pauses it. */
@Component({
  selector: 'vk-bay-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BayMark, CdkMenu, CdkMenuItem, CdkMenuTrigger, RouterLink],
  host: {
    class:
      'relative my-1.5 flex h-11 w-[300px] min-w-0 max-[1150px]:w-[220px] flex-col border-l border-rules pl-4 text-15 pointer-coarse:flex-row pointer-coarse:items-stretch pointer-coarse:w-auto pointer-coarse:gap-3 print:hidden',
    '[class.pointer-coarse:pl-10]': 'others().length > 0',
  },
  template: `
    @if (bay(); as b) {
      @if (others().length) {
        <button
          class="absolute inset-y-0 -left-1 w-5 text-ink2 hover:text-ink pointer-coarse:w-11"
          [cdkMenuTriggerFor]="menu"
          aria-label="Other bays"
          title="Other bays"
          (click)="look()"
        >
          ▾
        </button>
        <ng-template #menu>
          <div class="overlay-card flex min-w-[260px] flex-col py-2" cdkMenu aria-label="Bays">
            @for (o of others(); track o.id) {
              <button
                class="px-4 py-2 text-left text-15 hover:underline focus:underline"
                cdkMenuItem
                (click)="use(o.id)"
              >
                <span class="font-semibold">{{ o.name }}</span>
                <span class="text-ink2"> {{ lineWords(o) }}</span>
              </button>
            }
          </div>
        </ng-template>
      }
      @if (b.lessonId; as id) {
        <a
          class="press min-w-0 leading-[22px] hover:underline"
          [routerLink]="['/lesson', id, 'record']"
          [title]="b.name + ': ' + b.who + ', ' + b.clubName"
          ><span class="one-line pointer-coarse:h-auto pointer-coarse:whitespace-nowrap"
            ><span class="text-ink2 pointer-coarse:block">{{ b.name }}</span> {{ b.who }}</span
          ></a
        >
        <button
          class="flex items-center gap-1.5 text-left leading-[22px] hover:underline"
          data-testid="bay-strip"
          [class.text-alarm]="does()!.mark === 'silent' || does()!.mark === 'none'"
          [title]="(rests() ? 'Arm' : 'Pause') + ' the bay: Q'"
          (click)="toggle()"
        >
          <vk-bay-mark [mark]="does()!.mark" />
          <span class="one-line pointer-coarse:h-auto pointer-coarse:whitespace-nowrap" role="status"
            ><span class="font-semibold pointer-coarse:block">{{ does()!.words }}</span
            ><span class="text-ink2"
              ><span class="pointer-coarse:hidden"> · </span>{{ b.clubName
              }}{{ b.last === null ? '' : ' · swing ' + b.last }}</span
            ></span
          >
        </button>
      } @else {
        <span class="one-line leading-[22px] text-ink2">{{ b.name }}</span>
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

  private readonly live = inject(Live);
  /** Counted up when the menu opens: the bays are asked for anew. */
  private readonly looks = signal(0);
  private readonly bays = answerOf('bays', () => {
    this.looks();
    return this.bay() === null ? null : {};
  }).value;
  protected readonly others = computed(() => (this.bays() ?? []).filter((b) => b.id !== this.bay()?.id));

  protected look(): void {
    this.looks.update((n) => n + 1);
  }
  protected use(id: string): void {
    this.live.use(id);
  }
  protected lineWords({ who, state, device }: BayLine): string {
    const does = who === null ? 'free' : `${who}, ${stateWords(state)}`;
    return `${does}, ${device === null ? 'no device' : deviceWords(device)}`;
  }
  protected toggle(): void {
    const bay = this.bay();
    if (bay) this.store.dispatch(armOrPause(bay));
  }
}
