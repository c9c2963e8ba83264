import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** The live share against the wanted band, on a strip from 35 to 65%. */
@Component({
  selector: 'vk-share-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg viewBox="0 0 452 74" class="block w-full" role="img" [attr.aria-label]="label()">
      <defs>
        <pattern id="live-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="var(--target)" stroke-width="1.4" />
        </pattern>
      </defs>
      <path d="M0 24H452M1 17v14M76 17v14M151 17v14M226 17v14M301 17v14M376 17v14M451 17v14" stroke="var(--strong-rules)" />
      <rect [attr.x]="at(band()[0])" y="9" [attr.width]="at(band()[1]) - at(band()[0])" height="30" fill="url(#live-hatch)" />
      <path [attr.d]="bracket()" fill="none" stroke="var(--target)" stroke-width="3" />
      @if (share() === share()) {
        <path [attr.d]="'M' + at(share()) + ' 6V42'" stroke="var(--ink)" stroke-width="5" />
      }
      <g class="figures" font-size="24" fill="var(--ink2)">
        <text x="0" y="68">35</text>
        <text x="452" y="68" text-anchor="end">65</text>
        <text [attr.x]="at(band()[0])" y="68" text-anchor="middle" fill="var(--target)">{{ band()[0] }}</text>
        <text [attr.x]="at(band()[1])" y="68" text-anchor="middle" fill="var(--target)">{{ band()[1] }}</text>
      </g>
    </svg>
  `,
})
export class ShareStrip {
  /** %; NaN when nobody stands there. */
  readonly share = input.required<number>();
  readonly band = input.required<readonly [number, number]>();
  protected readonly label = computed(() => `Lead share ${this.share().toFixed(0)} percent; wanted at address ${this.band().join(' to ')} percent`);
  protected at(share: number): number {
    return Math.max(3, Math.min(449, ((share - 35) / 30) * 452));
  }
  protected readonly bracket = computed(() => {
    const [a, b] = this.band().map((s) => this.at(s)) as [number, number];
    return `M${a + 8} 9H${a}V39H${a + 8}M${b - 8} 9H${b}V39H${b - 8}`;
  });
}
