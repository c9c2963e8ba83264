import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Drill, pictureLines, type StrokeRole } from '@vilko/core';

/** Height of a picture, px. */
const LEAST = 90;
const MOST = 150;

const COLOURS: Readonly<Record<StrokeRole, string>> = {
  lead: 'var(--lead)',
  trail: 'var(--trail)',
  ink: 'var(--ink)',
  aid: 'var(--target)',
  quiet: 'var(--ink2)',
};

/**
 * A drill in two or three pictures: the feet from above as on the Track, the body as in a mirror; mirrored for a
 * left-hander.
 */
@Component({
  selector: 'vk-drill-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      @for (p of drawn(); track $index) {
        <figure class="min-w-0" [style.flex]="p.flex" [style.minWidth.px]="p.least" [style.maxWidth.px]="p.most">
          <svg
            class="block w-full bg-sheet"
            style="aspect-ratio: var(--ratio)"
            [style.--ratio]="p.ratio"
            [attr.viewBox]="p.lines.box.join(' ')"
            role="img"
            [attr.aria-label]="p.words"
          >
            <g [attr.transform]="'scale(' + side() + ' 1)'">
              @for (s of p.lines.strokes; track $index) {
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
            @for (t of p.lines.texts; track $index) {
              <text
                class="figures"
                [attr.x]="side() * t.at[0]"
                [attr.y]="t.at[1]"
                [attr.font-size]="t.size"
                text-anchor="middle"
                [attr.fill]="colours[t.role]"
              >
                {{ t.text }}
              </text>
            }
          </svg>
          <figcaption class="mt-0.5 text-13 leading-4 text-ink2">{{ $index + 1 }}. {{ p.words }}</figcaption>
        </figure>
      }
    </div>
  `,
})
export class DrillPictures {
  readonly drill = input.required<Drill>();
  readonly handed = input<'right' | 'left'>('right');
  protected readonly colours = COLOURS;
  protected readonly side = computed(() => (this.handed() === 'left' ? -1 : 1));
  protected readonly drawn = computed(() =>
    this.drill().pictures.map((p) => {
      const lines = pictureLines(p);
      const ratio = lines.box[2] / lines.box[3];
      return {
        words: p.words,
        lines,
        ratio: `${lines.box[2]} / ${lines.box[3]}`,
        flex: `${ratio} 1 0`,
        least: LEAST * ratio,
        most: MOST * ratio,
      };
    }),
  );
}
