import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { middleRoute, type Route, ROUTE_PHASES, routeOf } from './overlay';

const W = 608;
const H = 286;
const FOOT = 22;
const SHOWN_PHASES = [3, 4, 5, 6, 7, 9];
/** Two lozenges nearer than this would lie on each other, px. */
const APART = 22;

/** Routes of two sets laid over each other, over the distance between the foot centres. */
@Component({
  selector: 'vk-routes-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <svg [attr.viewBox]="'0 0 ' + W + ' ' + H" class="block w-full bg-sheet" role="img" [attr.aria-label]="spoken()">
      <g stroke="var(--strong-rules)" fill="none">
        <path [attr.d]="axes()" />
      </g>
      <g fill="var(--ink2)" font-size="13">
        <text [attr.x]="left() ? 10 : W - 10" y="19" [attr.text-anchor]="left() ? 'start' : 'end'">
          {{ left() ? '◀ target' : 'target ▶' }}
        </text>
        <text [attr.x]="W / 2 + 7" y="19">toes</text>
        @for (t of ticks(); track t.at) {
          <text class="figures" [attr.x]="t.x" [attr.y]="H - 6" text-anchor="middle">{{ t.at }}</text>
        }
      </g>
      <path [attr.d]="soles()[0]" fill="none" stroke="var(--lead)" />
      <path [attr.d]="soles()[1]" fill="none" stroke="var(--trail)" stroke-dasharray="4 3" />
      @for (d of singles(); track $index) {
        <path [attr.d]="d" fill="none" stroke="var(--ink2)" stroke-width=".7" opacity=".4" />
      }
      @for (s of sets(); track s.side) {
        <path
          [attr.d]="s.back"
          fill="none"
          stroke="var(--ink)"
          [attr.stroke-width]="s.side === 'before' ? 3.2 : 2"
          stroke-dasharray="6 4"
        />
        <path [attr.d]="s.down" fill="none" stroke="var(--ink)" [attr.stroke-width]="s.side === 'before' ? 4 : 3" />
        @if (s.side === 'before') {
          <path [attr.d]="s.back" fill="none" stroke="var(--sheet)" stroke-width="1.4" stroke-dasharray="6 4" />
          <path [attr.d]="s.down" fill="none" stroke="var(--sheet)" stroke-width="1.8" />
        }
      }
      @if (overRoute(); as d) {
        <path [attr.d]="d" fill="none" stroke="var(--target)" stroke-width="2" stroke-dasharray="2 3" />
      }
      @for (s of sets(); track s.side) {
        @for (m of s.marks; track m.n) {
          <circle
            [attr.cx]="m.x"
            [attr.cy]="m.y"
            r="4"
            [attr.fill]="s.side === 'before' ? 'var(--sheet)' : 'var(--ink)'"
            stroke="var(--ink)"
          />
        }
      }
      @for (l of lozenges(); track l.n) {
        <g>
          <line
            [attr.x1]="l.x"
            [attr.y1]="l.y"
            [attr.x2]="l.lx"
            [attr.y2]="l.ly"
            stroke="var(--ink2)"
            stroke-width=".7"
          />
          <path
            [attr.d]="'M' + l.lx + ' ' + (l.ly - 10) + 'l10 10l-10 10l-10 -10z'"
            fill="var(--sheet)"
            stroke="var(--ink)"
          />
          <text
            class="figures"
            [attr.x]="l.lx"
            [attr.y]="l.ly + 4.2"
            text-anchor="middle"
            font-size="12"
            fill="var(--ink)"
          >
            {{ l.n }}
          </text>
        </g>
      }
      <text
        [attr.x]="letters().lead"
        [attr.y]="H - 32"
        font-size="18"
        font-weight="700"
        fill="var(--lead)"
        text-anchor="middle"
      >
        L
      </text>
      <text
        [attr.x]="letters().trail"
        [attr.y]="H - 32"
        font-size="18"
        font-weight="700"
        fill="var(--trail)"
        text-anchor="middle"
      >
        T
      </text>
    </svg>
  `,
})
export class RoutesPlan {
  readonly before = input.required<readonly SwingTraces[]>();
  readonly after = input.required<readonly SwingTraces[]>();
  readonly handed = input<'right' | 'left'>('right');
  /** A swing laid over both sets. */
  readonly over = input<SwingTraces | null>(null);
  protected readonly W = W;
  protected readonly H = H;
  protected readonly left = computed(() => this.handed() === 'right');

  private readonly model = computed(() => [...this.after(), ...this.before()].find((v) => v.path)?.path ?? null);
  /** px per percent of the distance between the feet. */
  private readonly scale = computed(() => {
    const p = this.model();
    if (!p) return 3;
    const points = p.soles.flat().map(([a, c]) => [(100 * a) / p.apart, (100 * c) / p.apart] as const);
    const reach = (i: 0 | 1) => Math.max(...points.map((q) => Math.abs(q[i])), 20);
    return Math.min((W / 2 - 20) / reach(0), (H / 2 - FOOT - 4) / reach(1));
  });
  private readonly place = computed(() => {
    const s = this.scale();
    const side = this.left() ? -1 : 1;
    return ([a, c]: readonly [number, number]): [number, number] => [
      W / 2 + side * s * (a - 50),
      (H - FOOT) / 2 - s * c,
    ];
  });
  private d(route: Route): string {
    const place = this.place();
    return route
      .map((p, i) => {
        const [x, y] = place(p);
        return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
      })
      .join('');
  }
  protected readonly soles = computed(() => {
    const p = this.model();
    return (p?.soles ?? []).map(
      (sole) => `${this.d(sole.map(([a, c]) => [50 + (100 * a) / p!.apart, (100 * c) / p!.apart] as const))}Z`,
    );
  });
  protected readonly ticks = computed(() => [0, 25, 50, 75, 100].map((at) => ({ at, x: this.place()([at, 0])[0] })));
  protected readonly axes = computed(() => {
    const [cx, cy] = this.place()([50, 0]);
    const marks = this.ticks()
      .map((t) => `M${t.x.toFixed(1)} ${cy - 4}v8`)
      .join('');
    return `M0 ${cy}H${W}M${cx} 26V${H - FOOT}${marks}`;
  });
  protected readonly letters = computed(() => ({ lead: this.place()([118, 0])[0], trail: this.place()([-18, 0])[0] }));
  protected readonly singles = computed(() =>
    [...this.before(), ...this.after()].length > 2
      ? [...this.before(), ...this.after()].map((v) => this.d(routeOf(v, ...ROUTE_PHASES)))
      : [],
  );
  protected readonly sets = computed(() =>
    (['before', 'after'] as const).flatMap((side) => {
      const set = side === 'before' ? this.before() : this.after();
      if (!set.length) return [];
      const route = middleRoute(set);
      const marks = SHOWN_PHASES.flatMap((n) => {
        const p = route.at(n);
        return p ? [{ n, x: this.place()(p)[0], y: this.place()(p)[1] }] : [];
      });
      return [{ side, back: this.d(route.back), down: this.d(route.down), marks }];
    }),
  );
  protected readonly overRoute = computed(() => {
    const over = this.over();
    return over ? this.d(routeOf(over, ...ROUTE_PHASES)) : '';
  });
  /** Numbers stand off the route, above and below in turn, never on each other. */
  protected readonly lozenges = computed(() => {
    const marks = this.sets().at(-1)?.marks ?? [];
    const out: { n: number; x: number; y: number; lx: number; ly: number }[] = [];
    for (const m of marks) {
      const free = (lx: number, ly: number) =>
        ly > 14 && ly < H - FOOT - 14 && out.every((o) => Math.hypot(o.lx - lx, o.ly - ly) > APART);
      const tries = [-38, 38, -56, 56, -74, 74].flatMap((dy) =>
        [0, -26, 26].map((dx) => [m.x + dx, m.y + dy] as const),
      );
      const [lx, ly] = tries.find(([x, y]) => free(x, y)) ?? [m.x, m.y - 38];
      out.push({ ...m, lx, ly });
    }
    return out;
  });
  protected readonly spoken = computed(
    () =>
      `Routes of the pressure laid over each other: ${this.before().length} swings before, ${this.after().length} after${this.over() ? ', a swing in neither laid over' : ''}, over the distance between the foot centres.`,
  );
}
