import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { EVENT_NAMES, EVENT_WORDS } from '@vilko/core/events/event';
import { type MeasureId, measureRow } from '@vilko/core/measures/registry';
import type { Trace } from '@vilko/core/traces/swing-traces';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';
import { figure } from '@vilko/core/words/amounts';
import { quartersAt } from '../quarters/quarters-at';
import { footBox, footContours, placeOf } from './contours';
import { placeLozenges } from './lozenges';

const W = 464;
const H = 274;
const TICK = 0.02;

/**
 * The plan of the stance: soles, contours of pressure, the route of the centre of pressure, events, the present
 * moment.
 */
@Component({
  selector: 'vk-track',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let v = view();
    @if (v.path; as path) {
      <svg [attr.viewBox]="'0 0 ' + W + ' ' + H" class="block w-full bg-sheet" role="img" [attr.aria-label]="spoken()">
        <g stroke="var(--strong-rules)" fill="none">
          <path [attr.d]="axes()" />
        </g>
        <g fill="var(--ink2)" font-size="13">
          <text [attr.x]="targetLeft() ? 10 : W - 10" y="19" [attr.text-anchor]="targetLeft() ? 'start' : 'end'">
            {{ targetLeft() ? '◀ target' : 'target ▶' }}
          </text>
          <text [attr.x]="W / 2 + 7" y="19">{{ toesUp() ? 'toes' : 'heels' }}</text>
          <text [attr.x]="W / 2 + 7" [attr.y]="H - 8">{{ toesUp() ? 'heels' : 'toes' }}</text>
          @if (path.assumed) {
            <text [attr.x]="W - 10" [attr.y]="toesUp() ? 19 : H - 8" text-anchor="end">soles assumed</text>
          }
          @if (beside()) {
            <text [attr.x]="W - 10" [attr.y]="toesUp() ? 35 : H - 24" text-anchor="end" fill="var(--target)">
              what if
            </text>
          }
          @if (turned()) {
            <text x="10" [attr.y]="H - 8">turned: as the film sees it</text>
          }
        </g>
        <path
          [attr.d]="soles()[0]"
          fill="none"
          stroke="var(--lead)"
          stroke-width="1"
          [attr.opacity]="v.mat ? 0.45 : 1"
        />
        <path
          [attr.d]="soles()[1]"
          fill="none"
          stroke="var(--trail)"
          stroke-width="1"
          stroke-dasharray="4 3"
          [attr.opacity]="v.mat ? 0.45 : 1"
        />
        @for (line of lines(); track $index) {
          <path
            [attr.d]="line.d"
            fill="none"
            [attr.stroke]="line.foot === 'lead' ? 'var(--lead)' : 'var(--trail)'"
            [attr.stroke-width]="line.width"
            [attr.stroke-dasharray]="line.foot === 'lead' ? null : '4 2.5'"
          />
        }
        @if (!v.mat && !still()) {
          <path [attr.d]="footPaths()[0]" fill="none" stroke="var(--lead)" stroke-width="1.6" />
          <path
            [attr.d]="footPaths()[1]"
            fill="none"
            stroke="var(--trail)"
            stroke-width="1.6"
            stroke-dasharray="4 2.5"
          />
        }
        @for (p of feetNow(); track p.foot) {
          <path
            [attr.d]="'M' + p.x + ' ' + (p.y - 5) + 'l5 9h-10z'"
            fill="var(--sheet)"
            [attr.stroke]="'var(--' + p.foot + ')'"
            stroke-width="1.5"
          />
          <text
            [attr.x]="p.tx"
            [attr.y]="p.ty"
            [attr.fill]="'var(--' + p.foot + ')'"
            font-size="15"
            font-weight="700"
            text-anchor="middle"
          >
            {{ p.foot === 'lead' ? 'L' : 'T' }}
          </text>
        }
        @if (!still()) {
          <g fill="none" stroke="var(--ink)" stroke-linejoin="round" [class.opacity-40]="lit().length && !litHere()">
            <path [attr.d]="route().back" stroke-width="1.3" stroke-dasharray="4 3" />
            <path [attr.d]="route().down" stroke-width="3" />
            <path [attr.d]="route().through" stroke-width="1.3" />
            <path [attr.d]="route().ticksBack" stroke-width=".8" />
            <path [attr.d]="route().ticksDown" stroke-width="1.2" />
          </g>
        }
        @if (besideRoute(); as d) {
          <path [attr.d]="d.back" fill="none" stroke="var(--target)" stroke-width="1.2" stroke-dasharray="2 3" />
          <path [attr.d]="d.down" fill="none" stroke="var(--target)" stroke-width="2.4" />
        }
        @if (litStretch(); as d) {
          <path [attr.d]="d" fill="none" stroke="var(--alarm)" stroke-width="4" stroke-linejoin="round" />
        }
        @for (l of still() || unmarked() ? [] : lozenges(); track l.n) {
          <g class="cursor-pointer" (click)="moveTo(l.n)" [attr.aria-label]="'P' + l.n">
            <title>P{{ l.n }}, {{ words(l.n) }}</title>
            <line
              [attr.x1]="l.x"
              [attr.y1]="l.y"
              [attr.x2]="l.lx"
              [attr.y2]="l.ly"
              stroke="var(--ink)"
              stroke-width=".8"
            />
            <circle [attr.cx]="l.x" [attr.cy]="l.y" r="2.5" fill="var(--sheet)" stroke="var(--ink)" />
            <path
              [attr.d]="'M' + l.lx + ' ' + (l.ly - 10) + 'l10 10l-10 10l-10 -10z'"
              [attr.fill]="nearest() === l.n ? 'var(--ink)' : 'var(--sheet)'"
              stroke="var(--ink)"
            />
            <text
              class="figures"
              [attr.x]="l.lx"
              [attr.y]="l.ly + 4.2"
              text-anchor="middle"
              font-size="12"
              [attr.fill]="nearest() === l.n ? 'var(--sheet)' : 'var(--ink)'"
              [attr.font-weight]="nearest() === l.n ? 700 : 500"
            >
              {{ l.n }}
            </text>
          </g>
        }
        @if (now(); as n) {
          <g stroke="var(--ink)" fill="none" stroke-width="1.4">
            <circle [attr.cx]="n.x" [attr.cy]="n.y" r="9" />
            <path [attr.d]="'M' + (n.x - 13) + ' ' + n.y + 'h8m10 0h8M' + n.x + ' ' + (n.y - 13) + 'v8m0 10v8'" />
          </g>
          @if (!quiet()) {
            <g text-anchor="middle" fill="var(--ink)" stroke="var(--sheet)" stroke-width="4" paint-order="stroke">
              <text class="figures" [attr.x]="n.x" [attr.y]="n.labelY" font-size="15" font-weight="700">
                {{ n.share }}%
              </text>
              <text [attr.x]="n.x" [attr.y]="n.labelY + 14" font-size="13">lead</text>
            </g>
          }
        }
      </svg>
      <div class="@container flex items-end justify-between pt-1" aria-hidden="true">
        @if (!quiet()) {
          <p class="whitespace-nowrap text-lead">
            <span class="mr-2 text-24 font-bold">L</span
            ><span class="figures mr-1.5 text-24 font-semibold">{{ leadNow() }}</span
            ><span class="text-13 text-ink2">{{ quarters()?.lead ?? '% of the load' }}</span>
          </p>
        }
        <svg width="120" height="24" [class]="quarters() ? '@max-[440px]:hidden' : ''">
          <text x="60" y="11" text-anchor="middle" font-size="13" fill="var(--ink2)" class="figures">100 mm</text>
          <path [attr.d]="scaleBar()" stroke="var(--ink2)" fill="none" />
        </svg>
        @if (!quiet()) {
          <p class="whitespace-nowrap text-trail">
            <span class="mr-2 text-24 font-bold">T</span
            ><span class="figures mr-1.5 text-24 font-semibold">{{ trailNow() }}</span
            ><span class="text-13 text-ink2">{{ quarters()?.trail ?? '%' }}</span>
          </p>
        }
      </div>
    } @else {
      <p class="grid h-[274px] place-items-center bg-sheet px-12 text-center text-15 text-ink2">
        No route can be drawn: the mat shows only one group of cells, so lead and trail foot cannot be told apart.
      </p>
    }
  `,
})
export class Track {
  readonly view = input.required<ReadView>();
  readonly cursor = input.required<number>();
  /** Another reading of the same stance, whose route is drawn beside: what if. */
  readonly beside = input<ReadView | null>(null);
  readonly turned = input(false);
  readonly lit = input<readonly MeasureId[]>([]);
  /** Without its numbers: they are what is asked. */
  readonly quiet = input(false);
  /** Without the numbers of the pictures, for who knows none. */
  readonly unmarked = input(false);
  /** Only the feet and the pressure at the cursor: the route is what is asked. */
  readonly still = input(false);
  readonly cursorMoved = output<number>();
  protected readonly W = W;
  protected readonly H = H;

  protected readonly targetLeft = computed(() => (this.view().handed === 'right') !== this.turned());
  protected readonly toesUp = computed(() => !this.turned());
  /** px per mm */
  private readonly scale = computed(() => {
    const points = this.view().path?.soles.flat() ?? [];
    const reach = (i: 0 | 1) => Math.max(...points.map((p) => Math.abs(p[i])), 100);
    return Math.min((W / 2 - 16) / reach(0), (H / 2 - 22) / reach(1));
  });
  private readonly place = computed(() => {
    const s = this.scale();
    const sx = this.targetLeft() ? -s : s;
    const sy = this.toesUp() ? -s : s;
    return (along: number, across: number): [number, number] => [W / 2 + sx * along, H / 2 + 2 + sy * across];
  });

  protected readonly soles = computed(() => (this.view().path?.soles ?? []).map((s) => `${this.pathOf(s)}Z`));
  protected readonly axes = computed(() => {
    const mm = 50 * this.scale();
    const [cx, cy] = this.place()(0, 0);
    let d = `M0 ${cy}H${W}M${cx} 26V${H - 24}`;
    for (let i = 1; i * mm < W / 2; i++)
      for (const x of [cx - i * mm, cx + i * mm]) d += `M${x.toFixed(1)} ${cy - 3}v6`;
    for (let i = 1; i * mm < H / 2 - 26; i++)
      for (const y of [cy - i * mm, cy + i * mm]) d += `M${cx - 3} ${y.toFixed(1)}h6`;
    return d;
  });
  protected readonly scaleBar = computed(() => {
    const w = 100 * this.scale();
    return `M${60 - w / 2} 16v6M${60 - w / 2} 19h${w}M${60 + w / 2} 16v6`;
  });

  private pathOf(points: readonly (readonly [number, number])[]): string {
    const place = this.place();
    return points
      .map(
        ([a, c], i) =>
          `${i ? 'L' : 'M'}${place(a, c)
            .map((x) => x.toFixed(1))
            .join(' ')}`,
      )
      .join('');
  }

  /** Points of a pair of traces between two times, every 10 ms. */
  private stretch(along: Trace, across: Trace, a: number, b: number): [number, number][] {
    const n = Math.max(1, Math.round((b - a) / 0.01));
    return Array.from({ length: n + 1 }, (_, i): [number, number] => {
      const t = a + ((b - a) * i) / n;
      return [traceAt(along, t), traceAt(across, t)];
    }).filter(([x, y]) => Number.isFinite(x) && Number.isFinite(y));
  }

  private readonly times = computed(() => {
    const { events, end } = this.view();
    return {
      p1: events.p1?.t ?? NaN,
      p4: events.p4?.t ?? NaN,
      p7: events.p7?.t ?? NaN,
      last: Math.min(end, events.p10?.t ?? (events.p9?.t ?? end) + 0.2),
    };
  });

  protected readonly route = computed(() => {
    const p = this.view().path!;
    const { p1, p4, p7, last } = this.times();
    const part = (a: number, b: number) => this.pathOf(this.stretch(p.along, p.across, a, b));
    return {
      back: part(p1, p4),
      down: part(p4, p7),
      through: part(p7, last),
      ticksBack: this.ticks(p1, p4, 3),
      ticksDown: this.ticks(p4, p7, 4.5),
    };
  });

  protected readonly besideRoute = computed(() => {
    const p = this.beside()?.path;
    if (!p) return null;
    const { p1, p4, p7 } = this.times();
    const part = (a: number, b: number) => this.pathOf(this.stretch(p.along, p.across, a, b));
    return { back: part(p1, p4), down: part(p4, p7) };
  });

  private ticks(a: number, b: number, half: number): string {
    const p = this.view().path!;
    const place = this.place();
    const at = (t: number) => place(traceAt(p.along, t), traceAt(p.across, t));
    let d = '';
    for (let t = a; t <= b; t += TICK) {
      const [x, y] = at(t);
      const [x1, y1] = at(t - 0.004);
      const [x2, y2] = at(t + 0.004);
      const length = Math.hypot(x2 - x1, y2 - y1);
      if (!(length > 0.05)) continue;
      const [nx, ny] = [(-(y2 - y1) / length) * half, ((x2 - x1) / length) * half];
      d += `M${(x - nx).toFixed(1)} ${(y - ny).toFixed(1)}L${(x + nx).toFixed(1)} ${(y + ny).toFixed(1)}`;
    }
    return d;
  }

  protected readonly footPaths = computed(() => {
    const p = this.view().path!;
    const { p1, p7 } = this.times();
    return (['lead', 'trail'] as const).map((f) =>
      this.pathOf(this.stretch(p.feet[f].along, p.feet[f].across, p1, p7)),
    );
  });

  protected readonly lozenges = computed(() => {
    const { path, events } = this.view();
    if (!path) return [];
    const place = this.place();
    const points = EVENT_NAMES.flatMap((name, i) => {
      const e = events[name];
      if (!e) return [];
      const [x, y] = place(traceAt(path.along, e.t), traceAt(path.across, e.t));
      return Number.isFinite(x) ? [{ n: i + 1, x, y }] : [];
    });
    const { p1, last } = this.times();
    const route = this.stretch(path.along, path.across, p1, last).map(([a, c]) => place(a, c));
    return placeLozenges(points, route, { w: W, h: H });
  });

  private readonly boxes = computed(() => {
    const m = this.view().mat;
    if (!m) return null;
    const cells = m.rows * m.cols;
    const ever = new Uint8Array(cells);
    for (let k = 0, i = 0; k < m.times.length; k++)
      for (let q = 0; q < cells; q++, i++) if (m.frames[i]! > 0.02 * m.most) ever[q] = 1;
    return ([0, 1] as const).map((o) => footBox(m, (q) => ever[q] === 1 && m.owner[q] === o));
  });

  protected readonly lines = computed(() => {
    const m = this.view().mat;
    const boxes = this.boxes();
    if (!m || !boxes || !m.times.length) return [];
    const rate = (m.times.length - 1) / (m.times.at(-1)! - m.times[0]!);
    const k = Math.max(0, Math.min(m.times.length - 1, Math.round((this.cursor() - m.times[0]!) * rate)));
    const frame = m.frames.subarray(k * m.rows * m.cols, (k + 1) * m.rows * m.cols);
    return (['lead', 'trail'] as const).flatMap((foot, o) => {
      const box = boxes[o];
      if (!box) return [];
      return footContours(box, m, (q) => (m.owner[q] === o ? frame[q]! : 0), m.most).map(({ level, rings }) => ({
        foot,
        width: 0.8 + 1.1 * level,
        d: rings.map((ring) => `${this.pathOf(ring.map((g) => placeOf(m, g)))}Z`).join(''),
      }));
    });
  });

  private share(): number {
    const s = this.view().staves.share;
    return s ? traceAt(s, this.cursor()) : NaN;
  }
  protected readonly leadNow = computed(() => figure(this.share()));
  protected readonly trailNow = computed(() => figure(100 - this.share()));

  /** On a mat: how much of the load lies on the toes and the heel of each foot. */
  protected readonly quarters = computed(() => {
    const shares = quartersAt(this.view(), this.cursor());
    const of = (toes: number, heel: number): string =>
      Number.isFinite(toes) ? `%: toes ${figure(toes)}, heel ${figure(heel)}` : '%';
    return (
      shares && {
        lead: of(shares['lead toe'], shares['lead heel']),
        trail: of(shares['trail toe'], shares['trail heel']),
      }
    );
  });

  protected readonly feetNow = computed(() => {
    const p = this.view().path!;
    const place = this.place();
    return (['lead', 'trail'] as const).flatMap((foot, i) => {
      const [x, y] = place(traceAt(p.feet[foot].along, this.cursor()), traceAt(p.feet[foot].across, this.cursor()));
      const sole = p.soles[i]!.map(([a, c]) => place(a, c));
      const tx = sole.reduce((s, q) => s + q[0], 0) / sole.length;
      const ty = Math.min(H - 6, Math.max(...sole.map((q) => q[1])) + 14);
      return Number.isFinite(x) ? [{ foot, x: Number(x.toFixed(1)), y: Number(y.toFixed(1)), tx, ty }] : [];
    });
  });

  protected readonly now = computed(() => {
    const p = this.view().path!;
    const [x, y] = this.place()(traceAt(p.along, this.cursor()), traceAt(p.across, this.cursor()));
    if (!Number.isFinite(x)) return null;
    return {
      x: Number(x.toFixed(1)),
      y: Number(y.toFixed(1)),
      labelY: y > H - 60 ? y - 32 : y + 30,
      share: figure(this.share()),
    };
  });

  protected readonly nearest = computed(() => {
    const { events } = this.view();
    let best = 0;
    let distance = 0.012;
    EVENT_NAMES.forEach((name, i) => {
      const e = events[name];
      if (e && Math.abs(e.t - this.cursor()) < distance) {
        distance = Math.abs(e.t - this.cursor());
        best = i + 1;
      }
    });
    return best;
  });

  /** The stretch of route that the lit measures speak of. */
  protected readonly litHere = computed(() => this.litRange() !== null);
  private readonly litRange = computed((): [number, number] | null => {
    const ids = this.lit();
    const { p1, p4, p7 } = this.times();
    const events = this.view().events;
    const rows = ids.map((id) => measureRow(id));
    const at = rows.map((m) => m.at).find((m) => m !== undefined && m !== 'address');
    const moment = at && events[at];
    if (moment) return [moment.t - 0.05, moment.t + 0.05];
    if (rows.some((m) => m.part === 'Going back')) return [p1, p4];
    if (rows.some((m) => m.part === 'Coming down')) return [p4, p7];
    return rows.some((m) => m.part === 'Through') ? [p7 - 0.05, p7 + 0.05] : null;
  });
  protected readonly litStretch = computed(() => {
    const range = this.litRange();
    const p = this.view().path;
    return range && p ? this.pathOf(this.stretch(p.along, p.across, ...range)) : null;
  });

  protected words(n: number): string {
    return EVENT_WORDS[EVENT_NAMES[n - 1]!];
  }
  protected moveTo(n: number): void {
    const e = this.view().events[EVENT_NAMES[n - 1]!];
    if (e) this.cursorMoved.emit(e.t);
  }
  protected readonly spoken = computed(() =>
    this.quiet()
      ? `Plan of the stance${this.still() ? '' : ' with the route of the pressure'}.`
      : `Plan of the stance with the route of the pressure. At the cursor ${this.leadNow()} percent of the load is under the lead foot.`,
  );
}
