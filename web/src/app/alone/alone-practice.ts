import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { BallBlock } from '@vilko/contract/practice';
import { RUNGS } from '@vilko/core/practice/rungs';
import { Trainer } from '../lesson/practise/trainer';
import { HouseDrills } from '../state/house-drills';
import { lessonFeature } from '../state/lesson';
import { AloneDesk } from './alone-desk';
import { ballBlocks, turnOf } from './turns';

/** The trainer of who practises alone: by turns with its numbers, and by the ball without them. */
@Component({
  selector: 'vk-alone-practice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Trainer],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <div class="flex min-h-[58px] shrink-0 items-center gap-5 border-b border-rules px-4">
      <h1 class="text-24 font-semibold">{{ drill()?.name ?? 'Free practice' }}</h1>
      <p class="text-18 text-ink2">{{ turnWords() }}</p>
      <button class="main-button ml-auto min-h-11 text-18" (click)="done.emit(blocks())">I am done</button>
    </div>
    @if (asked(); as number) {
      <div
        class="flex shrink-0 flex-wrap items-center gap-4 border-b border-rules bg-sheet px-4 py-2 text-24"
        role="alert"
      >
        <p>Swing {{ number }}: did the ball start where you wanted it to?</p>
        <button class="plain-button min-h-11 w-[96px] text-18" (click)="answer(number, true)">Yes</button>
        <button class="plain-button min-h-11 w-[96px] text-18" (click)="answer(number, false)">No</button>
      </div>
    }
    <vk-trainer
      class="min-h-0 flex-1"
      [alone]="true"
      [lessonId]="desk.lessonId()!"
      [drill]="drill()?.id"
      [rung]="rung().toString()"
      [blind]="byBall()"
      (hurt)="hurt.emit({ blocks: blocks(), before: $event.before, now: $event.now })"
    />
  `,
})
export class AlonePractice {
  readonly done = output<BallBlock[]>();
  readonly hurt = output<{ blocks: BallBlock[]; before: number | null; now: number | null }>();
  protected readonly desk = inject(AloneDesk);
  private readonly house = inject(HouseDrills);
  private readonly rack = inject(Store).selectSignal(lessonFeature.selectRack);
  protected readonly drill = computed(() => this.house.shelf().one(this.desk.now()?.drill) ?? null);
  protected readonly rung = computed(() => this.desk.now()?.rung ?? 0);
  /** Without a ball nothing is judged by one. */
  private readonly balls = computed(() => this.drill() === null || RUNGS[this.rung()]!.ball);
  private readonly swings = computed(() => this.rack().filter((s) => s.task !== null));
  private readonly key = `vilko alone ${this.desk.lessonId()}`;
  /** Whether each ball started as wanted, by the number of its swing. */
  private readonly given = signal<Readonly<Record<number, boolean>>>(
    JSON.parse(sessionStorage.getItem(this.key) ?? '{}') as Record<number, boolean>,
  );
  /** The swing whose ball is asked about. */
  protected readonly asked = computed(
    () =>
      this.swings().find((s, i) => turnOf(i, this.balls()) === 'ball' && this.given()[s.number] === undefined)?.number,
  );
  protected readonly byBall = computed(
    () => this.asked() !== undefined || turnOf(this.swings().length, this.balls()) === 'ball',
  );
  protected readonly turnWords = computed(() =>
    this.byBall() ? 'By the ball: no numbers now, only where it goes' : 'With the numbers',
  );
  protected readonly blocks = computed(() =>
    ballBlocks(
      this.swings().map((s) => ({ number: s.number, answer: s.task!.answer })),
      this.given(),
      this.balls(),
    ),
  );

  constructor() {
    effect(() => sessionStorage.setItem(this.key, JSON.stringify(this.given())));
  }
  protected answer(number: number, wanted: boolean): void {
    this.given.update((g) => ({ ...g, [number]: wanted }));
  }
}
