import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Range } from '@vilko/core/patterns/pattern';

const W = 72;

/** A value against its bands: tolerated as a thick line, ideal hatched in brackets, the value a bar. */
@Component({
  selector: 'vk-bullet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="72" height="16" class="block" aria-hidden="true">
      <defs>
        <pattern id="bullet-hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V4" stroke="var(--target)" />
        </pattern>
      </defs>
      <path d="M0 8H72" stroke="var(--strong-rules)" />
      @if (place(); as p) {
        <path [attr.d]="'M' + p.t0 + ' 8H' + p.t1" stroke="var(--rules)" stroke-width="5" />
        <rect [attr.x]="p.i0" y="3.5" [attr.width]="p.i1 - p.i0" height="9" fill="url(#bullet-hatch)" opacity=".7" />
        <path [attr.d]="p.brackets" fill="none" stroke="var(--target)" />
        @if (p.v !== null) {
          <path [attr.d]="'M' + p.v + ' 2V14'" stroke="var(--ink)" stroke-width="3" />
        }
      }
    </svg>
  `,
})
export class Bullet {
  readonly ideal = input.required<Range | null>();
  readonly tolerated = input.required<Range | null>();
  readonly value = input.required<number | null>();

  protected readonly place = computed(() => {
    const ideal = this.ideal();
    const tolerated = this.tolerated();
    if (!ideal || !tolerated) return null;
    const [lo, hi] = tolerated;
    const width = lo !== null && hi !== null ? hi - lo : 3 * Math.abs((ideal[0] ?? ideal[1])! - (lo ?? hi)!);
    const span = width || 0.25 * Math.abs(lo ?? hi ?? 0) || 1;
    const a = lo !== null ? lo - 0.35 * span : hi! - 1.6 * span;
    const b = hi !== null ? hi + 0.35 * span : lo! + 1.6 * span;
    const x = (v: number) => Math.max(2, Math.min(W - 2, (W * (v - a)) / (b - a)));
    const i0 = ideal[0] === null ? 0 : x(ideal[0]);
    const i1 = ideal[1] === null ? W : x(ideal[1]);
    const bracket = (at: number, d: 1 | -1) => `M${at + 3 * d} 3H${at}V13H${at + 3 * d}`;
    const v = this.value();
    return {
      t0: lo === null ? 0 : x(lo),
      t1: hi === null ? W : x(hi),
      i0,
      i1,
      brackets: (ideal[0] === null ? '' : bracket(i0, 1)) + (ideal[1] === null ? '' : bracket(i1, -1)),
      v: v === null ? null : x(v),
    };
  });
}
