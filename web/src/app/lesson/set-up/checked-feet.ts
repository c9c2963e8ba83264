import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { checkedOutline } from '@vilko/core/ground/foot-outline';
import { soleEdge } from '@vilko/core/measures/swing-shape';
import type { FootCheck } from '@vilko/core/recording/foot-check';

const MM = 1000;

/** Both feet as the foot check found them, in the golfer's own view: toes up, with their lengths. */
@Component({
  selector: 'vk-checked-feet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg
      viewBox="-400 -200 800 400"
      class="block max-h-[330px] w-full max-w-[620px]"
      role="img"
      [attr.aria-label]="label()"
    >
      @for (f of feet(); track f.foot) {
        <path
          [attr.d]="f.sole"
          fill="none"
          [attr.stroke]="'var(--' + f.foot + ')'"
          stroke-width="4"
          [attr.stroke-dasharray]="f.foot === 'trail' ? '12 7' : null"
        />
        <path [attr.d]="f.axis" stroke="var(--ink2)" stroke-width="2" />
        <circle
          [attr.cx]="f.standing[0]"
          [attr.cy]="f.standing[1]"
          r="9"
          fill="var(--paper)"
          stroke="var(--ink)"
          stroke-width="3"
        />
        <text [attr.x]="f.centre" y="192" text-anchor="middle" font-size="24" [attr.fill]="'var(--' + f.foot + ')'">
          {{ f.foot === 'lead' ? 'L' : 'T' }} {{ f.length }} mm
        </text>
      }
    </svg>
  `,
})
export class CheckedFeet {
  readonly check = input.required<FootCheck>();
  readonly handed = input<'right' | 'left'>('right');
  protected readonly feet = computed(() => {
    const side = this.handed() === 'left' ? 1 : -1;
    const c = this.check();
    const midX = (c.lead.standing[0] + c.trail.standing[0]) / 2;
    const midY = (c.lead.standing[1] + c.trail.standing[1]) / 2;
    const at = ([x, y]: readonly [number, number]): [number, number] => [side * (y - midY) * MM, -(x - midX) * MM];
    const path = (points: readonly [number, number][]) =>
      points
        .map(
          (p, i) =>
            `${i ? 'L' : 'M'}${at(p)
              .map((v) => v.toFixed(1))
              .join(' ')}`,
        )
        .join('');
    return (['lead', 'trail'] as const).map((foot) => {
      const f = c[foot];
      const outline = checkedOutline(foot, f, null);
      const toe: [number, number] = [f.heel[0] + f.axis[0] * f.length, f.heel[1] + f.axis[1] * f.length];
      return {
        foot,
        sole: `${path(soleEdge(outline))}Z`,
        axis: path([[f.heel[0], f.heel[1]], toe]),
        standing: at([f.standing[0], f.standing[1]]),
        centre: at([outline.centre[0], outline.centre[1]])[0],
        length: Math.round(MM * f.length),
      };
    });
  });
  protected readonly label = computed(() =>
    this.feet()
      .map((f) => `${f.foot} foot ${f.length} mm long`)
      .join(', '),
  );
}
