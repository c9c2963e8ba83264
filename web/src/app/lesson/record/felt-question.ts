import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { figure, unitBehind } from '@vilko/core/words/amounts';
import { Keys } from '../../shell/keys';

/** What was felt, asked before the number is shown: answered by a touch, one key or a presenter's clicker. */
@Component({
  selector: 'vk-felt-question',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block text-18 leading-6' },
  template: `
    <p class="flex items-baseline gap-2">
      <span class="font-semibold">What did you feel?</span>
      <button class="link ml-auto min-h-11 px-1 text-15 whitespace-nowrap" (click)="waved.emit()">just show</button>
    </p>
    <p class="one-line">{{ name() }}{{ unit() ? ', ' + unit() : '' }}</p>
    <div class="mt-1 flex items-center gap-1">
      @if (choices(); as offered) {
        @for (f of offered; track f; let i = $index) {
          <button
            class="figures h-11 min-w-11 border px-1 text-18 hover:border-ink"
            [class]="picked() === i ? 'border-2 border-ink font-bold' : 'border-strong-rules'"
            [attr.aria-keyshortcuts]="i + 1"
            (click)="felt.emit(f)"
          >
            {{ shown(f) }}
          </button>
        }
      } @else {
        <form class="flex gap-1" (submit)="$event.preventDefault(); typed(answer.value)">
          <input
            #answer
            type="number"
            step="any"
            class="figures h-11 w-28 border border-strong-rules bg-sheet px-2"
            aria-label="What was felt"
          />
          <button class="plain-button h-11">Keep</button>
        </form>
      }
    </div>
  `,
})
export class FeltQuestion {
  /** The measure's words. */
  readonly name = input.required<string>();
  readonly rawUnit = input.required<string>();
  /** Null: it is typed. */
  readonly choices = input.required<readonly number[] | null>();
  readonly felt = output<number>();
  readonly waved = output();
  /** Which choice a clicker stands on. */
  protected readonly picked = signal(-1);
  protected readonly unit = () => unitBehind(this.rawUnit()).trim();

  constructor() {
    const take = (i: number): void => {
      const f = this.choices()?.[i];
      if (f !== undefined) this.felt.emit(f);
    };
    inject(Keys).use('What was felt', [
      ...Array.from({ length: 6 }, (_, i) => ({
        key: String(i + 1),
        words: i ? `answer ${i + 1}` : 'answer 1, and so on to 6',
        run: () => take(i),
      })),
      { key: 'n', words: 'just show the number', run: () => this.waved.emit() },
      {
        key: 'PageDown',
        words: 'clicker: the next answer',
        run: () => this.picked.update((i) => (i + 1) % (this.choices()?.length ?? 1)),
      },
      { key: '.', words: 'clicker: take this answer', run: () => take(this.picked()) },
      { key: 'PageUp', words: 'clicker: just show the number', run: () => this.waved.emit() },
    ]);
  }

  protected shown(f: number): string {
    return figure(f, this.rawUnit());
  }
  protected typed(text: string): void {
    const v = Number(text);
    if (text.trim() && Number.isFinite(v)) this.felt.emit(v);
  }
}
