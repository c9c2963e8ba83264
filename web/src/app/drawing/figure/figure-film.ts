import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Figure, Joint } from '@vilko/core/golfer/figure';
import type { Handed } from '@vilko/core/recording/recording';

/** A picture, px, and the metres it shows upwards; the ground lies so far above its lower edge. */
const SIZE = { w: 360, h: 400 };
const METRES = 2.35;
const GROUND = SIZE.h - 30;
const SCALE = SIZE.h / METRES;
/** Where the ball lies in front of the feet's line, m; the view down the line is centred between. */
const AHEAD = 0.25;
const MARK = 0.25;

type Side = 'face on' | 'down the line';

/**
 * A simulated golfer as a stick figure at one picture of a film, face on and down the line, standing on a line with a
 * mark every 25 cm.
 */
@Component({
  selector: 'vk-figure-film',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex min-h-0 gap-4' },
  template: `
    @for (v of views(); track v.side) {
      <figure class="flex min-h-0 min-w-0 flex-1 flex-col">
        <svg
          [attr.viewBox]="'0 0 ' + W + ' ' + H"
          class="min-h-0 w-full flex-1 bg-sheet"
          role="img"
          [attr.aria-label]="'The golfer, ' + v.side"
        >
          <path [attr.d]="ground" stroke="var(--strong-rules)" fill="none" />
          <g fill="none" stroke-linecap="round" stroke-linejoin="round">
            <path [attr.d]="v.trail" stroke="var(--trail)" stroke-width="5" stroke-dasharray="9 7" />
            <path [attr.d]="v.lead" stroke="var(--lead)" stroke-width="5" />
            <path [attr.d]="v.body" stroke="var(--ink)" stroke-width="6" />
            <path [attr.d]="v.arms" stroke="var(--ink)" stroke-width="4" />
            <path [attr.d]="v.club" stroke="var(--ink2)" stroke-width="2.5" />
          </g>
          <circle [attr.cx]="v.head[0]" [attr.cy]="v.head[1]" r="19" fill="var(--ink)" />
        </svg>
        <figcaption class="pt-1 text-13 text-ink2">{{ v.side }}</figcaption>
      </figure>
    }
  `,
})
export class FigureFilm {
  readonly film = input.required<readonly Figure[]>();
  /** Number of the picture shown; the nearest there is. */
  readonly picture = input.required<number>();
  readonly handed = input.required<Handed>();
  protected readonly W = SIZE.w;
  protected readonly H = SIZE.h;
  protected readonly ground = groundLine();

  protected readonly views = computed(() => {
    const all = this.film();
    const f = all[Math.max(0, Math.min(all.length - 1, Math.round(this.picture())))]!;
    return (['face on', 'down the line'] as const).map((side) => drawnFrom(f, side, this.handed()));
  });
}

function groundLine(): string {
  let d = `M0 ${GROUND + 8}H${SIZE.w}`;
  for (let i = -3; i <= 3; i++) d += `M${(SIZE.w / 2 + i * MARK * SCALE).toFixed(1)} ${GROUND + 8}v6`;
  return d;
}

/** The lines of a figure as a camera on that side sees them; mirrored for a left-hander. */
function drawnFrom(f: Figure, side: Side, handed: Handed) {
  const mirror = handed === 'left' ? -1 : 1;
  const at = ([x, y, z]: Joint): [number, number] => [
    SIZE.w / 2 + mirror * (side === 'face on' ? y : x - AHEAD) * SCALE,
    GROUND - z * SCALE,
  ];
  const line = (...joints: readonly Joint[]): string =>
    joints
      .map(
        (j, i) =>
          `${i ? 'L' : 'M'}${at(j)
            .map((v) => v.toFixed(1))
            .join(' ')}`,
      )
      .join('');
  const leg = (s: 'lead' | 'trail'): string => line(f.hips[s], f.knees[s], f.ankles[s], f.toes[s]);
  return {
    side,
    lead: leg('lead'),
    trail: leg('trail'),
    body: line(f.hips.lead, f.hips.trail) + line(mid(f.hips), f.neck) + line(f.shoulders.lead, f.shoulders.trail),
    arms: line(f.shoulders.lead, f.hands, f.shoulders.trail),
    club: line(f.hands, f.clubHead),
    head: at(f.head),
  };
}

const mid = ({ lead, trail }: Figure['hips']): Joint => [
  (lead[0] + trail[0]) / 2,
  (lead[1] + trail[1]) / 2,
  (lead[2] + trail[2]) / 2,
];
