import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ReadView } from '../../workers/read-view';
import { figure } from '@vilko/core/words/amounts';
import { type Arrow, HARDLY, PANE, PLAN, type Plane, planesAt } from './planes';

const GAP = 9;
const HEAD = 20;
const FOOT = 38;

/**
 * The ground reaction under both feet in three planes at the cursor, with the centre of mass: which way it turns the
 * body.
 */
@Component({
  selector: 'vk-force-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (panes(); as planes) {
      <svg [attr.viewBox]="'0 0 ' + W + ' ' + H" class="block w-full" role="img" [attr.aria-label]="spoken()">
        @for (p of planes; track p.name; let i = $index) {
          <g [attr.transform]="'translate(' + i * (PANE.w + GAP) + ' 0)'">
            <text x="0" y="14" font-size="13" font-weight="600" fill="var(--ink)">{{ p.title }}</text>
            <g [attr.transform]="'translate(0 ' + HEAD + ')'">
              <rect [attr.width]="PANE.w" [attr.height]="PANE.h" fill="var(--sheet)" stroke="var(--rules)" />
              <g font-size="13" fill="var(--ink2)">
                @if (p.left) {
                  <text x="5" y="15">◀ {{ p.left }}</text>
                }
                @if (p.right) {
                  <text [attr.x]="PANE.w - 5" y="15" text-anchor="end">{{ p.right }} ▶</text>
                }
              </g>
              @if (p.name !== 'above') {
                <path [attr.d]="'M4 ' + PANE.ground + 'H' + (PANE.w - 4)" stroke="var(--strong-rules)" />
              } @else {
                <path [attr.d]="soles()[0]" fill="none" stroke="var(--lead)" opacity=".5" />
                <path [attr.d]="soles()[1]" fill="none" stroke="var(--trail)" stroke-dasharray="4 3" opacity=".5" />
              }
              @if (p.lever; as l) {
                <path
                  [attr.d]="'M' + p.mass[0] + ' ' + p.mass[1] + 'L' + l[0] + ' ' + l[1]"
                  stroke="var(--ink2)"
                  stroke-dasharray="1.5 2.5"
                />
              }
              @for (a of p.arrows; track a.who) {
                <g
                  [attr.stroke]="colour(a)"
                  [attr.fill]="colour(a)"
                  [attr.opacity]="a.who === 'whole' && p.arrows.length > 1 ? 0.7 : 1"
                >
                  <path
                    [attr.d]="'M' + a.from[0] + ' ' + a.from[1] + 'L' + a.to[0] + ' ' + a.to[1]"
                    [attr.stroke-width]="a.who === 'whole' ? 1.2 : 2"
                    [attr.stroke-dasharray]="a.who === 'trail' ? '5 3' : null"
                    fill="none"
                  />
                  <path [attr.d]="head(a)" stroke="none" />
                  @if (a.who !== 'whole') {
                    <text
                      [attr.x]="letter(a, p)[0]"
                      [attr.y]="letter(a, p)[1]"
                      font-size="13"
                      font-weight="700"
                      text-anchor="middle"
                      stroke="none"
                    >
                      {{ a.who === 'lead' ? 'L' : 'T' }}
                    </text>
                  }
                </g>
              }
              <circle
                [attr.cx]="p.mass[0]"
                [attr.cy]="p.mass[1]"
                r="4.5"
                fill="var(--sheet)"
                stroke="var(--ink)"
                stroke-width="1.5"
              />
              <circle [attr.cx]="p.mass[0]" [attr.cy]="p.mass[1]" r="1.4" fill="var(--ink)" />
              @if (arc(p); as d) {
                <path [attr.d]="d.line" fill="none" stroke="var(--ink)" [attr.stroke-width]="d.width" />
                <path [attr.d]="d.head" fill="var(--ink)" />
              }
            </g>
            <text x="0" [attr.y]="HEAD + PANE.h + 15" font-size="13" fill="var(--ink)">
              {{ p.measure }}
              <tspan class="figures" font-weight="600">{{ number(p.torque) }}</tspan>
              <tspan dx="5" fill="var(--ink2)">N·m/kg</tspan>
            </text>
            <text x="0" [attr.y]="HEAD + PANE.h + 31" font-size="13" fill="var(--ink2)">{{ p.words }}</text>
          </g>
        }
      </svg>
      <p class="mt-0.5 one-line text-ink2">
        Ring: the mass. {{ view().forces?.feet ? 'Thin: both feet together. ' : 'Both feet on one plate. ' }}Dots: how
        far the force passes it.
      </p>
    } @else {
      <p class="py-6 text-15 text-ink2">
        Cannot say: this device has no horizontal forces, so the direction in which the ground pushes is not known. Two
        force plates show it.
      </p>
    }
  `,
})
export class ForceView {
  readonly view = input.required<ReadView>();
  /** s on the recording's clock. */
  readonly cursor = input.required<number>();
  protected readonly PANE = PANE;
  protected readonly GAP = GAP;
  protected readonly HEAD = HEAD;
  protected readonly W = 3 * PANE.w + 2 * GAP;
  protected readonly H = HEAD + PANE.h + FOOT;

  protected readonly panes = computed(() => planesAt(this.view(), this.cursor()));
  /** Soles as the pane from above shows them; the stance line stands for the target line there. */
  protected readonly soles = computed(() => {
    const side = this.view().handed === 'left' ? -1 : 1;
    return (this.view().path?.soles ?? []).map(
      (edge) =>
        edge
          .map(
            ([along, across], i) =>
              `${i ? 'L' : 'M'}${PANE.w / 2 - side * PLAN.mm * along} ${PANE.h / 2 - PLAN.mm * across}`,
          )
          .join('') + 'Z',
    );
  });

  protected colour(a: Arrow): string {
    return a.who === 'whole' ? 'var(--ink)' : `var(--${a.who})`;
  }
  /** A slim triangle at the tip; none on a force too short to have a direction. */
  protected head(a: Arrow): string {
    const [dx, dy] = [a.to[0] - a.from[0], a.to[1] - a.from[1]];
    const size = Math.hypot(dx, dy);
    if (size < 6) return '';
    return triangle(a.to, [dx / size, dy / size]);
  }
  /** Beside the place where the force acts, under the ground line or outside the foot. */
  protected letter(a: Arrow, p: Plane): [number, number] {
    if (p.name !== 'above') return [a.from[0], PANE.ground + 12];
    return [a.from[0] + (a.from[0] < PANE.w / 2 ? -9 : 9), a.from[1] + 18];
  }
  /** An arc about the mass that turns as the torque does. */
  protected arc(p: Plane): { line: string; head: string; width: number } | null {
    if (!(Math.abs(p.torque) >= HARDLY)) return null;
    const r = 15;
    const [cx, cy] = p.mass;
    const a0 = p.clockwise > 0 ? -2.5 : -0.64;
    const a1 = a0 + p.clockwise * 1.9;
    const at = (a: number): [number, number] => [cx + r * Math.cos(a), cy + r * Math.sin(a)];
    const [s, e] = [at(a0), at(a1)];
    const tangent: [number, number] = [-p.clockwise * Math.sin(a1), p.clockwise * Math.cos(a1)];
    return {
      line: `M${s[0]} ${s[1]}A${r} ${r} 0 0 ${p.clockwise > 0 ? 1 : 0} ${e[0]} ${e[1]}`,
      head: triangle([e[0] + 5 * tangent[0], e[1] + 5 * tangent[1]], tangent),
      width: 1 + Math.min(2, 2 * Math.abs(p.torque)),
    };
  }
  protected number(v: number): string {
    return figure(v, 'N·m/kg');
  }
  protected readonly spoken = computed(() =>
    (this.panes() ?? [])
      .map((p) => `${p.title}: ${p.measure} ${figure(p.torque, 'N·m/kg')} newton metres per kilogram, ${p.words}`)
      .join('; '),
  );
}

const triangle = ([x, y]: readonly [number, number], [ux, uy]: readonly [number, number]): string =>
  `M${x} ${y}L${x - 8 * ux + 3.2 * uy} ${y - 8 * uy - 3.2 * ux}L${x - 8 * ux - 3.2 * uy} ${y - 8 * uy + 3.2 * ux}Z`;
