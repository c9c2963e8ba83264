import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { SharedAct } from '@vilko/contract/share';
import { selfCheck } from '@vilko/core/practice/self-checks';
import { KeptHere } from './kept-here';
import { ballWords } from '../lesson/practise/entry-words';
import { EACH, inTurns } from '../lesson/practise/in-turns';

const NONE: readonly boolean[] = [];
/** By turns: the body first, then where the ball went. */
const TURNS = ['check', 'ball', 'check', 'ball'] as const;

/** Twenty balls, judged by turns by a self-check and by the ball: a change must live without being watched. */
@Component({
  selector: 'vk-ball-blocks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h2 class="text-18 font-semibold">Twenty balls by turns</h2>
    @if (!begun()) {
      <p class="text-13 text-ink2">
        Five judged by a check of the body, five only by where the ball goes, and the same again: what is learned should
        last when nobody looks at it.
      </p>
      <div class="mt-2 flex flex-wrap items-center gap-3">
        <label class="flex items-center gap-2"
          >The check
          <select
            class="min-h-11 rounded-[3px] border border-strong-rules bg-sheet px-2"
            (change)="chosen.set($any($event.target).value)"
          >
            @for (c of choice(); track c.id) {
              <option [value]="c.id" [selected]="c.id === check().id">{{ c.name }}</option>
            }
          </select>
        </label>
        <button class="plain-button min-h-11 px-5" (click)="begun.set(true)">Begin</button>
      </div>
    } @else {
      @if (turn(); as by) {
        <p class="text-ink2" role="status">
          Ball {{ answers().length + 1 }} of {{ most }} ·
          {{ by === 'ball' ? 'by the ball' : check().name.toLowerCase() }}
        </p>
        <p class="mt-1 font-semibold">
          {{ by === 'ball' ? 'Did the ball start where you wanted it to?' : check().asks }}
        </p>
        <div class="mt-1 flex flex-wrap items-center gap-3">
          <button class="plain-button min-h-11 w-[88px]" (click)="answer('yes')">Yes</button>
          <button class="plain-button min-h-11 w-[88px]" (click)="answer('no')">No</button>
          @if (answers().length) {
            <button class="link min-h-11" (click)="back()">Take the last one back</button>
            <button class="link min-h-11" (click)="ended.set(true)">Stop here</button>
          } @else {
            <button class="link min-h-11" (click)="clear()">Not now</button>
          }
        </div>
      } @else {
        <p class="mt-1" role="status">As you wanted: {{ words() }}.</p>
        <div class="mt-2 flex flex-wrap items-center gap-3">
          <button class="main-button min-h-11 px-5" (click)="send()">Send the result</button>
          <button class="link min-h-11" (click)="back()">Take the last one back</button>
          <button class="link min-h-11" (click)="clear()">Throw away</button>
        </div>
      }
    }
  `,
})
export class BallBlocks {
  /** Ids of the self-checks fit for the pupil. */
  readonly fit = input.required<readonly string[]>();
  readonly act = output<SharedAct>();
  protected readonly most = EACH * TURNS.length;
  protected readonly ended = signal(false);
  protected readonly chosen = signal('finish-tap');
  /** Whether each ball was as wanted, in their order. */
  protected readonly answers = inject(KeptHere).draft('balls', NONE);
  protected readonly begun = signal(this.answers().length > 0);
  protected readonly choice = computed(() =>
    this.fit().flatMap((id) => {
      const c = selfCheck(id);
      return c?.swing ? [c] : [];
    }),
  );
  protected readonly check = computed(() => this.choice().find((c) => c.id === this.chosen()) ?? this.choice()[0]!);
  /** What judges the next ball; null at the end. */
  protected readonly turn = computed(() =>
    this.ended() ? null : (TURNS[Math.floor(this.answers().length / EACH)] ?? null),
  );
  private readonly blocks = computed(() =>
    inTurns(this.answers(), (i) => ({ by: TURNS[i]!, check: TURNS[i] === 'check' ? this.check().id : null })),
  );
  protected readonly words = computed(() => ballWords(this.blocks()).join(', '));

  protected answer(answer: 'yes' | 'no'): void {
    const good = this.turn() === 'ball' ? 'yes' : this.check().good;
    this.answers.update((a) => [...a, answer === good]);
  }
  protected back(): void {
    this.ended.set(false);
    this.answers.update((a) => (a.length > 1 ? a.slice(0, -1) : NONE));
  }
  protected send(): void {
    this.act.emit({ act: 'balls', blocks: this.blocks(), note: '' });
    this.clear();
  }
  protected clear(): void {
    this.begun.set(false);
    this.ended.set(false);
    this.answers.set(NONE);
  }
}
