import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Pain from 0 to 10, or not asked. */
@Component({
  selector: 'vk-pain-entry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="flex items-center gap-1.5 text-ink2"
      >{{ words() }}
      <select
        class="figures rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5 text-ink"
        [value]="value() ?? ''"
        (change)="changed.emit($any($event.target).value === '' ? null : +$any($event.target).value)"
      >
        <option value="">–</option>
        @for (p of steps; track p) {
          <option [value]="p" [selected]="p === value()">{{ p }}</option>
        }
      </select>
      <span class="text-13">of 10</span>
    </label>
  `,
})
export class PainEntry {
  readonly words = input.required<string>();
  readonly value = input<number | null>(null);
  readonly changed = output<number | null>();
  protected readonly steps = Array.from({ length: 11 }, (_, i) => i);
}
