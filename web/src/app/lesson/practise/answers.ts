import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SwingTask } from '@vilko/contract/practice';
import { quantityOf } from '@vilko/core/measures/quantity';
import { answerWords, testState } from '@vilko/core/practice/attempts';
import { number } from '../compare/difference-words';
import { unitBehind } from '@vilko/core/words/amounts';
import { BandStrip } from './band-strip';

/** A trainer's swing and what it gave. */
export interface Attempt {
  readonly number: number;
  readonly task: SwingTask;
}

/** The last answer, large; the swings of the test as marks; how many are still wanted. */
@Component({
  selector: 'vk-answers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BandStrip],
  host: { class: 'grid grid-cols-[452px_1fr] gap-6' },
  template: `
    <div>
      @if (hidden()) {
        <p class="text-40 leading-[48px]" role="status">{{ state().tried }} of {{ n() }} done</p>
        <p class="text-18 text-ink2">The numbers come when all {{ n() }} are done.</p>
      } @else if (last(); as a) {
        <p class="flex items-baseline gap-4 leading-[52px]" role="status" aria-live="polite">
          <span class="figures text-40 font-bold"
            >{{ a.task.value === null ? '–' : figure(a) }}<span class="text-24 font-normal">{{ unit(a) }}</span></span
          >
          <span class="text-40" [class.text-alarm]="a.task.answer !== 'in'">{{ words(a) }}</span>
        </p>
        <vk-band-strip [of]="of(a)" [band]="a.task.band" [value]="a.task.value" />
        @if (a.task.reason) {
          <p class="text-15 text-alarm">{{ a.task.reason }}</p>
        }
      } @else if (armed()) {
        <p class="text-40 leading-[48px] text-ink2">Swing when ready.</p>
        <p class="text-18 text-ink2">It is found by itself.</p>
      }
    </div>
    <div class="min-w-0">
      <p class="text-24 leading-8" role="status">
        @if (state().passed) {
          <strong>Passed.</strong>
        } @else {
          <span class="figures font-bold">{{ hidden() ? '–' : state().hits }}</span> of the last {{ n() }} in the band;
          {{ hidden() ? k() + ' pass it' : state().wanted + ' more to pass' }}
        }
      </p>
      <ol class="mt-2 flex flex-wrap gap-2" aria-label="Swings of this rung">
        @for (a of shown(); track a.number) {
          <li
            class="w-[64px] text-center"
            [attr.aria-label]="'Swing ' + a.number + ': ' + (hidden() ? 'done' : words(a))"
          >
            <svg viewBox="0 0 40 40" width="40" height="40" class="mx-auto" aria-hidden="true">
              @if (hidden() || a.task.answer === null) {
                <circle
                  cx="20"
                  cy="20"
                  r="13"
                  fill="none"
                  stroke="var(--ink2)"
                  stroke-width="2"
                  stroke-dasharray="4 3"
                />
              } @else if (a.task.answer === 'in') {
                <circle cx="20" cy="20" r="14" fill="var(--ink)" />
              } @else {
                <circle cx="20" cy="20" r="13" fill="none" stroke="var(--ink)" stroke-width="2" />
                <path
                  [attr.d]="a.task.answer === 'under' ? 'M26 13L14 20L26 27' : 'M14 13L26 20L14 27'"
                  fill="none"
                  stroke="var(--alarm)"
                  stroke-width="3"
                />
              }
            </svg>
            <span class="figures text-13 text-ink2">{{ hidden() || a.task.value === null ? '–' : figure(a) }}</span>
          </li>
        }
      </ol>
    </div>
  `,
})
export class Answers {
  /** The bay hears what is swung. */
  readonly armed = input(true);
  /** Swings of this rung, oldest first. */
  readonly attempts = input.required<readonly Attempt[]>();
  readonly k = input.required<number>();
  readonly n = input.required<number>();
  /** A test without aid: nothing is shown until it is over. */
  readonly blind = input(false);
  protected readonly state = computed(() =>
    testState(
      this.attempts().map((a) => a.task.answer),
      { k: this.k(), n: this.n() },
    ),
  );
  protected readonly hidden = computed(() => this.blind() && this.state().tried < this.n());
  protected readonly last = computed(() => this.attempts().at(-1) ?? null);
  protected readonly shown = computed(() => this.attempts().slice(-this.n()));

  protected words(a: Attempt): string {
    return a.task.answer === null ? 'no number' : answerWords(a.task.measure, a.task.answer);
  }
  protected figure(a: Attempt): string {
    return number(a.task.measure, a.task.value!);
  }
  protected of(a: Attempt) {
    return quantityOf(a.task.measure);
  }
  protected unit(a: Attempt): string {
    return a.task.value === null ? '' : unitBehind(this.of(a).unit);
  }
}
