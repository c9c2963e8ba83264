import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RecordingPreview } from '@vilko/core/formats/preview';

const W = 300;
const H = 220;
const ROOM = 34;
/** A foot of 0.27 m × 0.1 m, its pressure at 45% from the heel. */
const SOLE = { before: 0.149, behind: 0.121, half: 0.05 } as const;
/** Never closer than a picture of this many metres, so that a small tremble looks small. */
const LEAST_WIDTH = 0.9;

/** The feet and the target as a reading understands them: seen from the golfer's own eyes, toes up. */
@Component({
  selector: 'vk-stance-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + W + ' ' + H" class="block w-full bg-sheet" role="img" [attr.aria-label]="spoken()">
      <g font-size="13" fill="var(--ink2)">
        <text
          [attr.x]="handed() === 'right' ? 8 : W - 8"
          y="17"
          [attr.text-anchor]="handed() === 'right' ? 'start' : 'end'"
        >
          {{ handed() === 'right' ? '◀ target' : 'target ▶' }}
        </text>
        <text [attr.x]="W / 2" y="17" text-anchor="middle">▲ ball</text>
        <text [attr.x]="W / 2" [attr.y]="H - 8" text-anchor="middle">heels</text>
      </g>
      @for (f of feet(); track $index) {
        <path
          [attr.d]="f.sole"
          fill="none"
          [attr.stroke]="f.colour"
          stroke-width="1.4"
          [attr.stroke-dasharray]="f.letter === 'T' ? '4 3' : null"
        />
        <path [attr.d]="f.route" fill="none" [attr.stroke]="f.colour" stroke-width="1" opacity=".8" />
        <circle [attr.cx]="f.x" [attr.cy]="f.y" r="3" [attr.fill]="f.colour" />
        <text [attr.x]="f.x + 12" [attr.y]="f.y + 5" font-size="15" font-weight="700" [attr.fill]="f.colour">
          {{ f.letter }}
        </text>
      }
      @if (!feet().length) {
        <text [attr.x]="W / 2" [attr.y]="H / 2" text-anchor="middle" font-size="13" fill="var(--ink2)">
          nobody stands on it
        </text>
      }
    </svg>
  `,
})
export class StancePlan {
  readonly preview = input.required<RecordingPreview>();
  readonly handed = input<'right' | 'left'>('right');
  protected readonly W = W;
  protected readonly H = H;

  protected readonly feet = computed(() => {
    const there = this.preview().feet.filter((f) => f.stands);
    if (!there.length) return [];
    const xs = there.flatMap((f) => [f.stands![0] - SOLE.behind, f.stands![0] + SOLE.before]);
    const ys = there.flatMap((f) => [f.stands![1] - SOLE.half, f.stands![1] + SOLE.half]);
    const [cx, cy] = [middle(xs), middle(ys)];
    const wide = Math.max(LEAST_WIDTH, ...ys.map((y) => 2 * Math.abs(y - cy)));
    const tall = Math.max(0.4, ...xs.map((x) => 2 * Math.abs(x - cx)));
    const scale = Math.min((W - 20) / wide, (H - 2 * ROOM) / tall);
    const at = (x: number, y: number): [number, number] => [W / 2 - scale * (y - cy), H / 2 - scale * (x - cx)];
    const leftmost = Math.max(...there.map((f) => f.stands![1]));
    return there.map((f) => {
      const [x, y] = f.stands!;
      const left = y === leftmost;
      const lead = there.length < 2 ? null : left === (this.handed() === 'right');
      const [px, py] = at(x, y);
      const [top, bottom] = [at(x + SOLE.before, y)[1], at(x - SOLE.behind, y)[1]];
      const half = scale * SOLE.half;
      return {
        x: px,
        y: py,
        letter: lead === null ? '' : lead ? 'L' : 'T',
        colour: lead === null ? 'var(--ink)' : lead ? 'var(--lead)' : 'var(--trail)',
        sole: `M${px - half} ${top + half}Q${px - half} ${top} ${px} ${top}T${px + half} ${top + half}L${px + 0.8 * half} ${bottom - half}Q${px + 0.7 * half} ${bottom} ${px} ${bottom}T${px - 0.8 * half} ${bottom - half}Z`,
        route: f.route.map(([a, b], i) => `${i ? 'L' : 'M'}${at(a, b).join(' ')}`).join(''),
      };
    });
  });
  protected readonly spoken = computed(
    () =>
      `Plan of the stance: ${this.feet().length} ${this.feet().length === 1 ? 'place' : 'places'} of pressure, the ball above, the target on the ${this.handed() === 'right' ? 'left' : 'right'}.`,
  );
}

const middle = (v: readonly number[]): number => (Math.min(...v) + Math.max(...v)) / 2;
