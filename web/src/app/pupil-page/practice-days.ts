import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { SharedAct, SharedDay } from '@vilko/contract/share';
import { addDays } from '@vilko/core/practice/day';
import { RUNGS } from '@vilko/core/practice/rungs';
import { counted } from '@vilko/core/words/amounts';
import { HouseDrills } from '../state/house-drills';
import { dayWords, today } from '../lesson/practise/day-words';
import { PainEntry } from '../lesson/practise/pain-entry';

type Tick = Extract<SharedAct, { act: 'tick' }>;

/** Days shown before and after today. */
const NEAR = 7;

/** The days of practice, ticked by the pupil; without a plan, one tick for today. */
@Component({
  selector: 'vk-practice-days',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PainEntry],
  template: `
    <h2 class="text-18 font-semibold">Practice</h2>
    <p class="text-13 text-ink2">Stop on pain. If it hurts, write down how much before and after, 0 to 10.</p>
    @if (days().length) {
      <ul class="mt-1">
        @for (d of near(); track d.block) {
          <li class="border-t border-rules py-2">
            <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
              <span class="figures w-[104px] shrink-0" [class.font-semibold]="d.today">{{
                d.today ? 'today' : d.day
              }}</span>
              <span class="min-w-[180px] flex-1" [class.line-through]="d.withdrawn">{{ d.words }}</span>
              @if (d.withdrawn) {
                <span class="text-alarm">not before your instructor has seen it</span>
              } @else if (d.did) {
                <span class="font-semibold">{{ said[d.did] }}</span>
                <button
                  class="link min-h-11"
                  [disabled]="busy()"
                  (click)="tick.emit({ act: 'tick', block: d.block, did: null, painBefore: null, painAfter: null })"
                >
                  Take back
                </button>
              } @else if (d.ahead) {
                <span class="text-ink2">{{ d.minutes }} min</span>
              } @else {
                <button
                  class="plain-button min-h-11 px-4"
                  [attr.aria-label]="'Done on ' + d.day"
                  [disabled]="busy()"
                  (click)="done(d.block)"
                >
                  Done
                </button>
                <button
                  class="link min-h-11"
                  [attr.aria-expanded]="hurts() === d.block"
                  (click)="hurts.set(hurts() === d.block ? null : d.block)"
                >
                  It hurt
                </button>
              }
            </div>
            @if (hurts() === d.block) {
              <div class="mt-1 flex flex-wrap items-center gap-3">
                <vk-pain-entry words="Pain before" [value]="before()" (changed)="before.set($event)" />
                <vk-pain-entry words="after" [value]="after()" (changed)="after.set($event)" />
                <button class="alarm-button min-h-11 px-4" [disabled]="busy()" (click)="stopped(d.block)">
                  I stopped
                </button>
              </div>
            }
          </li>
        }
      </ul>
      @if (further()) {
        <p class="text-13 text-ink2">{{ further() }}</p>
      }
    } @else {
      <div class="mt-1 flex flex-wrap items-center gap-3">
        <button class="plain-button min-h-11 px-4" [disabled]="busy()" (click)="done(null)">I practised today</button>
        <vk-pain-entry words="Pain before" [value]="before()" (changed)="before.set($event)" />
        <vk-pain-entry words="after" [value]="after()" (changed)="after.set($event)" />
      </div>
    }
  `,
})
export class PracticeDays {
  readonly days = input.required<readonly SharedDay[]>();
  readonly busy = input(false);
  readonly tick = output<Tick>();
  private readonly house = inject(HouseDrills);
  protected readonly hurts = signal<string | null>(null);
  protected readonly before = signal<number | null>(null);
  protected readonly after = signal<number | null>(null);
  protected readonly said = { done: 'Done', missed: 'Missed', stopped: 'Stopped by pain' };
  private readonly all = computed(() => {
    const now = today();
    return this.days().map((d) => ({
      ...d,
      day: dayWords(d.date),
      today: d.date === now,
      ahead: d.date > now,
      words: `${this.house.shelf().nameOf(d.drill)}, ${RUNGS[d.rung]!.words}`,
    }));
  });
  protected readonly near = computed(() => {
    const [from, to] = [addDays(today(), -NEAR), addDays(today(), NEAR)];
    return this.all().filter((d) => d.date >= from && d.date <= to);
  });
  protected readonly further = computed(() => {
    const after = this.all().filter((d) => d.date > addDays(today(), NEAR)).length;
    return after ? `${counted(after, 'more day')} after that.` : '';
  });

  protected done(block: string | null): void {
    this.tick.emit({ act: 'tick', block, did: 'done', painBefore: this.before(), painAfter: this.after() });
    this.clear();
  }
  protected stopped(block: string): void {
    this.tick.emit({ act: 'tick', block, did: 'stopped', painBefore: this.before(), painAfter: this.after() });
    this.clear();
  }
  private clear(): void {
    this.hurts.set(null);
    this.before.set(null);
    this.after.set(null);
  }
}
