import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import type { SharedAct } from '@vilko/contract/share';

const HALF = 50;

/** How much was felt under the lead foot at the strike: written down as felt, never as measured. */
@Component({
  selector: 'vk-felt-share',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h2 class="text-18 font-semibold">What did you feel?</h2>
    <p class="text-13 text-ink2">
      At the strike: how much of what presses on the ground was under your front foot, 0 to 100%? A feeling, not a
      number to hit.
    </p>
    <label class="mt-2 flex max-w-[480px] items-center gap-3">
      <input
        class="h-11 min-w-0 flex-1 accent-(--lead)"
        type="range"
        min="0"
        max="100"
        step="5"
        aria-label="Felt under the front foot, %"
        [value]="felt() ?? half"
        (input)="felt.set(+$any($event.target).value)"
      />
      <span class="figures w-[64px] text-right text-24">{{ felt() === null ? '–' : felt() + '%' }}</span>
    </label>
    <button class="plain-button mt-1 min-h-11 px-5" [disabled]="felt() === null" (click)="send()">
      Send what I felt
    </button>
  `,
})
export class FeltShare {
  readonly act = output<SharedAct>();
  protected readonly half = HALF;
  /** Null until it has been moved: the middle is not an answer. */
  protected readonly felt = signal<number | null>(null);

  protected send(): void {
    this.act.emit({ act: 'felt', felt: this.felt()!, note: '' });
    this.felt.set(null);
  }
}
