import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Thumbnail as Shape } from '@vilko/contract/swing';

/** A swing small: soles and route, in the golfer's own view (toes up). */
@Component({
  selector: 'vk-thumbnail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="box" class="block h-full w-full" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
      @if (shape(); as s) {
        <path [attr.d]="closed(s.soles[0] ?? [])" fill="none" stroke="var(--lead)" stroke-width="4" />
        <path
          [attr.d]="closed(s.soles[1] ?? [])"
          fill="none"
          stroke="var(--trail)"
          stroke-width="4"
          stroke-dasharray="10 7"
        />
        <path [attr.d]="open(s.back)" fill="none" stroke="var(--ink)" stroke-width="4" stroke-dasharray="10 7" />
        <path [attr.d]="open(s.down)" fill="none" stroke="var(--ink)" stroke-width="9" stroke-linejoin="round" />
        <path [attr.d]="open(s.through)" fill="none" stroke="var(--ink)" stroke-width="4" />
      }
    </svg>
  `,
})
export class Thumbnail {
  readonly shape = input.required<Shape | null>();
  readonly handed = input<'right' | 'left'>('right');
  protected readonly box = '-345 -165 690 330';
  private readonly side = computed(() => (this.handed() === 'left' ? 1 : -1));

  protected open(points: readonly (readonly number[])[]): string {
    return points.map(([a, c], i) => `${i ? 'L' : 'M'}${(this.side() * a!).toFixed(1)} ${(-c!).toFixed(1)}`).join('');
  }
  protected closed(points: readonly (readonly number[])[]): string {
    return points.length ? `${this.open(points)}Z` : '';
  }
}
