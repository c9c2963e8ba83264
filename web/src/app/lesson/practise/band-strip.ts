import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PracticeBand } from '@vilko/core/practice/attempts';
import { bandScale, placeOn } from '@vilko/core/practice/band-scale';
import { figure } from '@vilko/core/words/amounts';

const WIDTH = 452;

/** A value against its band, on a strip that shows five worths beyond either end. */
@Component({
  selector: 'vk-band-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg viewBox="0 0 452 74" class="block w-full" role="img" [attr.aria-label]="label()">
      <defs>
        <pattern id="band-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="var(--target)" stroke-width="1.4" />
        </pattern>
      </defs>
      <path d="M0 24H452M1 17v14M451 17v14" stroke="var(--strong-rules)" />
      <rect [attr.x]="edges()[0]" y="9" [attr.width]="edges()[1] - edges()[0]" height="30" fill="url(#band-hatch)" />
      @if (band()[0] !== null) {
        <path
          [attr.d]="'M' + (edges()[0] + 8) + ' 9H' + edges()[0] + 'V39H' + (edges()[0] + 8)"
          fill="none"
          stroke="var(--target)"
          stroke-width="3"
        />
        <text class="figures" [attr.x]="edges()[0]" y="68" text-anchor="middle" font-size="24" fill="var(--target)">
          {{ figure(band()[0]!) }}
        </text>
      }
      @if (band()[1] !== null) {
        <path
          [attr.d]="'M' + (edges()[1] - 8) + ' 9H' + edges()[1] + 'V39H' + (edges()[1] - 8)"
          fill="none"
          stroke="var(--target)"
          stroke-width="3"
        />
        <text class="figures" [attr.x]="edges()[1]" y="68" text-anchor="middle" font-size="24" fill="var(--target)">
          {{ figure(band()[1]!) }}
        </text>
      }
      @if (ends(); as e) {
        <g class="figures" font-size="24" fill="var(--ink2)">
          <text x="0" y="68">{{ figure(e[0]) }}</text>
          <text x="452" y="68" text-anchor="end">{{ figure(e[1]) }}</text>
        </g>
      }
      @if (value() !== null) {
        <path [attr.d]="'M' + at(value()!) + ' 6V42'" stroke="var(--ink)" stroke-width="5" />
      }
    </svg>
  `,
})
export class BandStrip {
  /** The unit its numbers are in, and the smallest difference that matters in it; null where none is known. */
  readonly of = input.required<{ readonly unit: string; readonly worth: number | null }>();
  readonly band = input.required<PracticeBand>();
  readonly value = input<number | null>(null);
  /** Ends of the strip, which are then said; else five worths beyond the band. */
  readonly ends = input<readonly [number, number] | null>(null);
  private readonly scale = computed(() => this.ends() ?? bandScale(this.band(), this.of().worth ?? 1));
  protected readonly edges = computed((): [number, number] => {
    const [lo, hi] = this.band();
    return [lo === null ? 0 : this.at(lo), hi === null ? WIDTH : this.at(hi)];
  });
  protected readonly label = computed(() => {
    const v = this.value();
    const [lo, hi] = this.band();
    return `${v === null ? 'No value yet' : `Value ${this.figure(v)}`}; wanted ${lo === null ? 'at most' : this.figure(lo)}${lo !== null && hi !== null ? ' to ' : ' '}${hi === null ? 'or more' : this.figure(hi)}`;
  });

  protected at(v: number): number {
    return placeOn(this.scale(), WIDTH)(v);
  }
  protected figure(v: number): string {
    return figure(v, this.of().unit);
  }
}
