import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Report } from '@vilko/contract/report';
import { counted } from '@vilko/core/words/amounts';
import { clockText, shortDate } from '@vilko/core/words/dates';

/** Numbers in a row as spans: "1–4, 6". */
export function spans(numbers: readonly number[]): string {
  const out: [number, number][] = [];
  for (const n of [...numbers].sort((a, b) => a - b)) {
    const last = out.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else out.push([n, n]);
  }
  return out.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(', ');
}

/** Which swings the figures are of, when they were frozen, and one act to renew them. */
@Component({
  selector: 'vk-frozen-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p role="status">
      <span class="text-ink2">{{ from() }}</span>
      @if (report().behind !== null) {
        <strong class="font-semibold"> {{ since() }}</strong>
        <button class="link ml-1 font-semibold" (click)="renew.emit()">Renew</button>
      }
    </p>
  `,
})
export class FrozenLine {
  readonly report = input.required<Pick<Report, 'source' | 'madeAt' | 'behind'>>();
  readonly renew = output();
  protected readonly from = computed(() => {
    const { source, madeAt } = this.report();
    const [before, after] = source.swings;
    if (!after.length) return madeAt ? `Kept ${this.at(madeAt)}: no swing is read yet.` : 'No swing is read yet.';
    const against = !before.length
      ? ''
      : source.beforeAt
        ? ` against the lesson of ${shortDate(source.beforeAt)}`
        : ` against ${spans(before)}`;
    const of = `${after.length === 1 ? 'swing' : 'swings'} ${spans(after)}${against}`;
    return madeAt ? `Figures kept ${this.at(madeAt)}: ${of}.` : `Figures follow the lesson: ${of}.`;
  });
  protected readonly since = computed(() => {
    const n = this.report().behind;
    return n ? `${counted(n, 'swing')} since.` : 'They would be others today.';
  });

  private at(iso: string): string {
    return `${shortDate(iso)}, ${clockText(iso)}`;
  }
}
