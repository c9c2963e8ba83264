import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PictureLines, StrokeRole } from '@vilko/core/drills/picture';

const COLOURS: Readonly<Record<StrokeRole, string>> = {
  lead: 'var(--lead)',
  trail: 'var(--trail)',
  ink: 'var(--ink)',
  aid: 'var(--target)',
  quiet: 'var(--ink2)',
};

/**
 * Lines and words of a picture, as wide as there is room; a left-hander's is the mirror image, its words stay readable.
 */
@Component({
  selector: 'vk-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      class="block aspect-(--ratio) w-full bg-sheet"
      [style.--ratio]="lines().box[2] + ' / ' + lines().box[3]"
      [attr.viewBox]="lines().box.join(' ')"
      [attr.role]="words() ? 'img' : null"
      [attr.aria-label]="words() || null"
      [attr.aria-hidden]="words() ? null : true"
    >
      <g [attr.transform]="side()">
        @for (s of lines().strokes; track $index) {
          <path
            [attr.d]="s.d"
            [attr.fill]="s.filled ? colours[s.role] : 'none'"
            [attr.stroke]="colours[s.role]"
            [attr.stroke-width]="s.width"
            [attr.stroke-dasharray]="s.dash"
            [attr.transform]="s.transform"
            stroke-linejoin="round"
          />
        }
      </g>
      @for (t of lines().texts; track $index) {
        <text
          class="figures"
          [attr.x]="across(t.at[0])"
          [attr.y]="t.at[1]"
          [attr.font-size]="t.size"
          text-anchor="middle"
          [attr.fill]="colours[t.role]"
        >
          {{ t.text }}
        </text>
      }
    </svg>
  `,
})
export class Picture {
  readonly lines = input.required<PictureLines>();
  /** What it shows; without words it stands beside what says the same. */
  readonly words = input('');
  readonly handed = input<'right' | 'left'>('right');
  protected readonly colours = COLOURS;
  /** Left and right edge together: the mirror stands in the middle. */
  private readonly edges = computed(() => 2 * this.lines().box[0] + this.lines().box[2]);
  protected readonly side = computed(() =>
    this.handed() === 'left' ? `translate(${this.edges()} 0) scale(-1 1)` : null,
  );

  protected across(x: number): number {
    return this.handed() === 'left' ? this.edges() - x : x;
  }
}
