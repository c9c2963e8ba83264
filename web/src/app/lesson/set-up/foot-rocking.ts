import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

const SCALE = 900;

/** The pressure's way under a rocking foot, in the golfer's own view: toes up. */
@Component({
  selector: 'vk-foot-rocking',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg viewBox="-160 -160 320 320" width="260" height="260" role="img" [attr.aria-label]="label()">
      <path d="M-160 0H160M0 -160V160" stroke="var(--rules)" />
      <text x="0" y="-146" text-anchor="middle" font-size="15" fill="var(--ink2)">toes</text>
      <text x="0" y="156" text-anchor="middle" font-size="15" fill="var(--ink2)">heel</text>
      <path
        [attr.d]="path()"
        fill="none"
        [attr.stroke]="'var(--' + foot() + ')'"
        stroke-width="3"
        [attr.stroke-dasharray]="foot() === 'trail' ? '7 4' : null"
      />
      @if (last(); as p) {
        <circle [attr.cx]="p[0]" [attr.cy]="p[1]" r="7" fill="var(--paper)" stroke="var(--ink)" stroke-width="2.5" />
      }
    </svg>
  `,
})
export class FootRocking {
  /** Golfer's directions, m: toes, target. */
  readonly points = input.required<readonly (readonly [number, number])[]>();
  readonly foot = input.required<'lead' | 'trail'>();
  readonly handed = input<'right' | 'left'>('right');
  private readonly drawn = computed(() => {
    const all = this.points();
    if (!all.length) return [];
    const mid = (i: 0 | 1) => (Math.min(...all.map((p) => p[i])) + Math.max(...all.map((p) => p[i]))) / 2;
    const [mx, my] = [mid(0), mid(1)];
    const side = this.handed() === 'left' ? 1 : -1;
    return all.map(([x, y]): [number, number] => [side * (y - my) * SCALE, -(x - mx) * SCALE]);
  });
  protected readonly path = computed(() =>
    this.drawn()
      .map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join(''),
  );
  protected readonly last = computed(() => this.drawn().at(-1));
  protected readonly label = computed(() => {
    const xs = this.points().map((p) => p[0]);
    return xs.length
      ? `The pressure under the ${this.foot()} foot has moved ${Math.round(1000 * (Math.max(...xs) - Math.min(...xs)))} mm`
      : 'No rocking yet';
  });
}
