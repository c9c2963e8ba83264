import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Drill } from '@vilko/core/drills/drill';
import { pictureLines } from '@vilko/core/drills/picture';
import { Picture } from '../picture';

/** Height of a picture, px. */
const LEAST = 90;
const MOST = 150;

/**
 * A drill in two or three pictures: the feet from above as on the Track, the body as in a mirror; mirrored for a
 * left-hander.
 */
@Component({
  selector: 'vk-drill-pictures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Picture],
  host: { class: 'block' },
  template: `
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      @for (p of drawn(); track $index) {
        <figure class="min-w-0" [style.flex]="p.flex" [style.minWidth.px]="p.least" [style.maxWidth.px]="p.most">
          <vk-picture [lines]="p.lines" [words]="p.words" [handed]="handed()" />
          <figcaption class="mt-0.5 text-13 leading-4 text-ink2">{{ $index + 1 }}. {{ p.words }}</figcaption>
        </figure>
      }
    </div>
  `,
})
export class DrillPictures {
  readonly drill = input.required<Drill>();
  readonly handed = input<'right' | 'left'>('right');
  protected readonly drawn = computed(() =>
    this.drill().pictures.map((p) => {
      const lines = pictureLines(p);
      const ratio = lines.box[2] / lines.box[3];
      return {
        words: p.words,
        lines,
        flex: `${ratio} 1 0`,
        least: LEAST * ratio,
        most: MOST * ratio,
      };
    }),
  );
}
