import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { bandScale, placeOn } from '@vilko/core/practice/band-scale';
import { amount } from '@vilko/core/words/amounts';

const WIDTH = 220;

/** What was agreed, on one line: its name, where the last run lay, and where it is to come. */
@Component({
  selector: 'vk-small-band',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex flex-wrap items-center gap-x-3' },
  template: `
    @if (edges(); as e) {
      <svg width="220" height="18" viewBox="0 0 220 18" class="shrink-0" role="img" [attr.aria-label]="label()">
        <path d="M0 9H220" stroke="var(--strong-rules)" />
        <rect [attr.x]="e[0]" y="4" [attr.width]="e[1] - e[0]" height="10" fill="none" stroke="var(--target)" />
        <path
          [attr.d]="'M' + (e[0] + 4) + ' 4l-4 5 4 5M' + (e[1] - 4) + ' 4l4 5-4 5'"
          fill="none"
          stroke="var(--target)"
          stroke-width="1.5"
        />
        @if (at() !== null) {
          <path [attr.d]="'M' + at() + ' 1V17'" stroke="var(--ink)" stroke-width="3" />
        }
      </svg>
    }
    <span class="text-ink2">{{ words() }}</span>
  `,
})
export class SmallBand {
  readonly of = input.required<{
    readonly measure: QuantityId;
    readonly mean: number | null;
    readonly n: number;
    readonly band: readonly [number | null, number | null] | null;
  }>();
  private readonly scale = computed(() => {
    const { measure, band } = this.of();
    return placeOn(bandScale(band ?? [null, null], quantityOf(measure).worth ?? 1), WIDTH);
  });
  protected readonly edges = computed(() => {
    const { band } = this.of();
    if (!band) return null;
    return [band[0] === null ? 0 : this.scale()(band[0]), band[1] === null ? WIDTH : this.scale()(band[1])] as const;
  });
  protected readonly at = computed(() => {
    const { mean, band } = this.of();
    return mean === null || !band ? null : this.scale()(mean);
  });
  protected readonly words = computed(() => {
    const { measure, mean, n } = this.of();
    return mean === null
      ? `${quantityOf(measure).words}: not measured yet`
      : `${quantityOf(measure).words} ${amount(mean, quantityOf(measure).unit)} (last ${n})`;
  });
  protected readonly label = computed(() => {
    const { measure, band } = this.of();
    const { unit } = quantityOf(measure);
    const ends = (band ?? []).map((v) => (v === null ? '' : amount(v, unit)));
    return `${this.words()}${band ? `; wanted ${ends.filter(Boolean).join(' to ')}` : ''}`;
  });
}
