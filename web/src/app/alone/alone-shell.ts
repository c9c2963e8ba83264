import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { counted } from '@vilko/core/words/amounts';
import { Keys } from '../shell/keys';
import { Notices } from '../shell/notices';
import { bayFeature } from '../state/bay';
import { DrillActions } from '../state/drills';
import { Live } from '../state/live';
import { OfficeActions } from '../state/office';
import { PatternActions } from '../state/patterns';
import { AloneDesk } from './alone-desk';
import { AloneEndSheet, type Practised } from './alone-end';
import { AlonePractice } from './alone-practice';
import { GetReady } from './get-ready';
import { TakeAlong } from './take-along';
import { TodaysBlock } from './todays-block';
import { Who } from './who';

/** Practising alone on the boards at home: five steps, and no way from here into the office. */
@Component({
  selector: 'vk-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AloneEndSheet, AlonePractice, GetReady, Notices, TakeAlong, TodaysBlock, Who],
  host: { '(window:keydown)': 'keys.handle($event)' },
  template: `
    <div class="flex h-full min-h-0 flex-col bg-paper text-ink">
      @if (!connected()) {
        <p class="border-b border-rules px-4 py-1 text-15 text-alarm" role="status">
          No connection: trying again. Every swing that was found is stored.
        </p>
      }
      @if (desk.failed(); as f) {
        <p class="border-b border-alarm px-4 py-2 text-18 text-alarm" role="alert">{{ f }}</p>
      }
      @if (desk.step() === 'train') {
        <vk-alone-practice
          class="min-h-0 flex-1"
          (done)="ended({ blocks: $event, stopped: false, before: null, now: null })"
          (hurt)="ended({ blocks: $event.blocks, stopped: true, before: $event.before, now: $event.now })"
        />
      } @else {
        <header class="flex h-12 shrink-0 items-center gap-4 border-b border-rules px-6 text-15">
          <span class="text-18 font-semibold">Practise alone</span>
          <span class="text-ink2">{{ head() }}</span>
        </header>
        <main class="min-h-0 flex-1 overflow-y-auto px-6 py-6">
          @switch (desk.step()) {
            @case ('who') {
              <vk-alone-who />
            }
            @case ('ready') {
              <vk-get-ready />
            }
            @case ('today') {
              <vk-todays-block />
            }
            @case ('end') {
              <vk-alone-end [how]="how()!" (back)="desk.step.set('train')" />
            }
            @case ('done') {
              <h1 class="text-40 leading-[48px] font-semibold">Kept</h1>
              <p class="mt-2 max-w-[680px] text-18" role="status">{{ kept() }}</p>
              @if (desk.home()?.home && desk.kept()?.swings) {
                <h2 class="mt-5 text-18 font-semibold">To your instructor</h2>
                <vk-take-along class="mt-1 block" [lessonId]="desk.lessonId()!" />
              }
              <button class="main-button mt-6 min-h-11 px-6 text-18" (click)="desk.leave()">Done</button>
            }
          }
        </main>
      }
    </div>
    <vk-notices />
  `,
})
export class AloneShell {
  protected readonly desk = inject(AloneDesk);
  protected readonly keys = inject(Keys);
  private readonly store = inject(Store);
  protected readonly connected = this.store.selectSignal(bayFeature.selectLive);
  protected readonly how = signal<Practised | null>(null);
  protected readonly head = computed(() =>
    [this.desk.home()?.house, this.desk.pupil()?.name].filter(Boolean).join(' · '),
  );
  protected readonly kept = computed(() => {
    const kept = this.desk.kept();
    if (!kept?.swings) return 'What you wrote is in your logbook. There was no swing to keep.';
    return `${counted(kept.swings, 'swing')} and what you wrote are in your logbook. They are practice: no lesson counts them.${
      this.desk.home()?.home ? '' : ' Your instructor finds them there.'
    }`;
  });

  constructor() {
    inject(Live).connect();
    this.store.dispatch(OfficeActions.openHouse());
    this.store.dispatch(PatternActions.open());
    this.store.dispatch(DrillActions.open());
    effect(() => {
      document.documentElement.className = this.desk.step() === 'train' ? 'night' : 'day';
    });
  }
  protected ended(how: Practised): void {
    this.how.set(how);
    this.desk.step.set('end');
  }
}
