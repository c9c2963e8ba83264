import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import { LiveCanvas, NOBODY, type Seen } from '../lesson/record/live-canvas';
import { bayFeature } from '../state/bay';
import { AloneDesk } from './alone-desk';

/** Both feet are on it where neither carries less, %. */
const LEAST = 15;

/** Boards laid, zeroed, and a foot on each: three things seen by themselves, in a minute. */
@Component({
  selector: 'vk-get-ready',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LiveCanvas],
  host: { class: 'block' },
  template: `
    <h1 class="text-40 leading-[48px] font-semibold">Get ready</h1>
    <div class="mt-4 grid grid-cols-[minmax(0,1fr)_420px] gap-8 max-[900px]:grid-cols-1">
      <ol class="text-18 leading-7">
        <li class="border-t border-rules py-3">
          <p class="font-semibold">1. Room to swing</p>
          <p>Boards flat on the floor, a hip’s width apart. {{ cautions }}</p>
        </li>
        <li class="border-t border-rules py-3">
          <p class="font-semibold">2. Step off, then zero</p>
          <p class="mt-1 flex items-center gap-4">
            <button class="min-h-11" [class]="zeroed() ? 'plain-button' : 'main-button'" (click)="zero()">
              {{ zeroed() ? 'Zero again' : 'Zero' }}
            </button>
            <span role="status" [class.text-alarm]="refused()">{{ zeroWords() }}</span>
          </p>
        </li>
        <li class="border-t border-rules py-3">
          <p class="font-semibold">3. A foot on each board</p>
          <p role="status">{{ standWords() }}</p>
        </li>
        <li class="border-t border-rules py-3">
          <button
            class="min-h-11 px-6"
            [class]="stood() ? 'main-button' : 'plain-button'"
            (click)="desk.step.set('today')"
          >
            {{ stood() ? 'On to today’s practice' : 'Go on without' }}
          </button>
          <button class="link ml-4 min-h-11" (click)="desk.leave()">Somebody else</button>
        </li>
      </ol>
      <div class="relative h-[300px] bg-sheet">
        <vk-live-canvas
          [handed]="desk.pupil()?.handed ?? 'right'"
          [band]="null"
          [label]="'Live plan of the feet'"
          (seen)="seen.set($event)"
        />
      </div>
    </div>
  `,
})
export class GetReady {
  protected readonly desk = inject(AloneDesk);
  private readonly store = inject(Store);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly cautions = DRILL_CAUTIONS.slice(0, 3).join(' ');
  protected readonly seen = signal<Seen>(NOBODY);
  protected readonly zeroed = signal(false);
  protected readonly refused = signal('');
  protected readonly zeroWords = computed(
    () => this.refused() || (this.zeroed() ? 'Done: the empty boards read nothing.' : ''),
  );
  /** A foot was seen on each board once. */
  protected readonly stood = signal(false);
  protected readonly standWords = computed(() => {
    if (!this.bay()?.device?.connected) return 'The boards do not send. Switch them on.';
    const { there, lead } = this.seen().stance;
    if (!there) return this.stood() ? 'Seen. Step on again when you begin.' : 'Nobody is on them yet.';
    if (!(lead >= LEAST && lead <= 100 - LEAST)) return 'Only one foot is seen: one on each board.';
    return `Both feet are seen: ${Math.round(lead)}% under the front foot.`;
  });

  constructor() {
    effect(() => {
      const { there, lead } = this.seen().stance;
      if (there && lead >= LEAST && lead <= 100 - LEAST) this.stood.set(true);
    });
  }
  protected zero(): void {
    const bay = this.bay();
    if (!bay) return;
    void this.desk.zero(bay.id).then((why) => {
      this.refused.set(why ?? '');
      this.zeroed.set(why === null);
    });
  }
}
