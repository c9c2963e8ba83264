import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { encode } from 'uqr';

/** Light modules around the mark, so that a camera finds its edge. */
const QUIET = 3;

/** A link as a mark that a phone's camera reads (ISO/IEC 18004): dark on light, by night too. */
@Component({
  selector: 'vk-qr-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + size() + ' ' + size()"
      class="block w-full"
      role="img"
      aria-label="The link as a mark for a phone’s camera"
      shape-rendering="crispEdges"
    >
      <rect [attr.width]="size()" [attr.height]="size()" fill="#fff" />
      <path [attr.d]="dark()" fill="#000" />
    </svg>
  `,
})
export class QrMark {
  readonly link = input.required<string>();
  private readonly code = computed(() => encode(this.link(), { ecc: 'M', border: QUIET }));
  protected readonly size = computed(() => this.code().size);
  protected readonly dark = computed(() =>
    this.code()
      .data.flatMap((row, y) => row.flatMap((on, x) => (on ? [`M${x} ${y}h1v1h-1z`] : [])))
      .join(''),
  );
}
