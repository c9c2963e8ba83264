import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, signal } from '@angular/core';
import { EVENT_NAMES } from '@vilko/core/events/event';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import { standApart } from '../../drawing/score/lozenges';
import { polyline, ribbon } from '../../drawing/score/polyline';
import { type PaintedStave, StaveLines, wholeBox } from '../../drawing/score/stave-lines';
import { type StaveName, STAVES } from '../../drawing/score/staves';
import { figure } from '@vilko/core/words/amounts';
import type { StaveId } from '@vilko/core/traces/swing-traces';
import { type Align, type Band, eventAt, sharedAxis, traceBand } from './overlay';

const GUTTER = 132;
const RIGHT = 14;
const HEAD = 32;
const RULER = 26;
const GAP = 9;
const SHOWN: readonly (readonly [StaveName, StaveId, string])[] = [
  ['share', 'share', 'Lead share'],
  ['sideways', 'target', 'Sideways'],
  ['turning', 'turning', 'Turning'],
  ['vertical', 'up', 'Vertical'],
  ['foreaft', 'foreLead', 'Fore–aft, lead'],
  ['mass', 'mass', 'Mass'],
];

interface Row {
  readonly name: string;
  readonly unit: string;
  readonly now: readonly { readonly side: 'before' | 'after'; readonly text: string }[];
}

/** Two sets on one axis: medians with their spread, before hollow and after solid, aligned by impact or by phase. */
@Component({
  selector: 'vk-score-overlay',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StaveLines],
  host: {
    class: 'relative block h-full w-full select-none',
    '(pointermove)': 'hover($event)',
    '(pointerleave)': 'at.set(null)',
  },
  template: `
    <vk-stave-lines [staves]="painted()" [size]="size()" />
    <svg
      class="pointer-events-none absolute top-0 left-0"
      role="img"
      [attr.width]="size().w"
      [attr.height]="size().h"
      [attr.aria-label]="spoken()"
    >
      @for (b of bars(); track b.n) {
        <path
          [attr.d]="'M' + b.x + ' ' + (HEAD - 4) + 'V' + bottom()"
          [attr.stroke]="b.n === 7 ? 'var(--ink)' : 'var(--strong-rules)'"
          [attr.stroke-width]="b.n === 7 ? 1.5 : 1"
        />
        <path [attr.d]="'M' + b.lx + ' 6l9 9l-9 9l-9 -9z'" fill="var(--sheet)" stroke="var(--ink)" />
        <text class="figures" [attr.x]="b.lx" y="19" text-anchor="middle" font-size="12" fill="var(--ink)">
          {{ b.n }}
        </text>
      }
      @for (r of rows(); track r.name; let i = $index) {
        <text x="0" [attr.y]="top(i) + 13" font-size="15" font-weight="600" fill="var(--ink)">{{ r.name }}</text>
        <text x="0" [attr.y]="top(i) + 29" font-size="13" fill="var(--ink2)">{{ r.unit }}</text>
        @for (n of r.now; track n.side; let j = $index) {
          @if (height() > 62) {
            <circle
              cx="5"
              [attr.cy]="top(i) + height() - 25 + 17 * j"
              r="3.6"
              [attr.fill]="n.side === 'before' ? 'var(--sheet)' : 'var(--ink)'"
              stroke="var(--ink)"
            />
            <text
              class="figures"
              x="14"
              [attr.y]="top(i) + height() - 21 + 17 * j"
              font-size="13"
              [attr.font-weight]="n.side === 'after' ? 600 : 400"
              [attr.fill]="n.side === 'after' ? 'var(--ink)' : 'var(--ink2)'"
            >
              {{ n.text }}
            </text>
          }
        }
      }
      @for (t of ticks(); track t.label) {
        <text
          class="figures"
          [attr.x]="t.x"
          [attr.y]="bottom() + 18"
          text-anchor="middle"
          font-size="13"
          fill="var(--ink2)"
        >
          {{ t.label }}
        </text>
      }
      <text x="0" [attr.y]="bottom() + 18" font-size="13" fill="var(--ink2)">
        {{ align() === 'impact' ? 'ms to impact' : 'phase' }}
      </text>
      @if (cursorX(); as x) {
        <path
          [attr.d]="'M' + x + ' ' + HEAD + 'V' + bottom()"
          stroke="var(--ink)"
          stroke-width="1"
          stroke-dasharray="3 3"
        />
      }
    </svg>
  `,
})
export class ScoreOverlay {
  readonly before = input.required<readonly SwingTraces[]>();
  readonly after = input.required<readonly SwingTraces[]>();
  readonly align = input.required<Align>();
  /** A swing laid over both sets. */
  readonly over = input<SwingTraces | null>(null);
  protected readonly HEAD = HEAD;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly size = wholeBox({ w: 608, h: 660 });
  /** Where the pointer is on the axis. */
  protected readonly at = signal<number | null>(null);

  private readonly axis = computed(() => sharedAxis(this.align()));
  private readonly all = computed(() => [...this.before(), ...this.after()]);
  private readonly bands = computed(() =>
    SHOWN.flatMap(([id, trace, name]) => {
      const has = (set: readonly SwingTraces[]) => set.filter((v) => v.staves[trace]);
      const [b, a] = [has(this.before()), has(this.after())];
      if (!b.length && !a.length) return [];
      const stave = STAVES.find((s) => s.id === id)!;
      const over = this.over();
      return [
        {
          stave,
          name,
          before: b.length ? traceBand(b, trace, this.axis()) : null,
          after: a.length ? traceBand(a, trace, this.axis()) : null,
          over: over?.staves[trace] ? traceBand([over], trace, this.axis()) : null,
        },
      ];
    }),
  );
  /** What each stave spans, with a little room; the pointer does not change it. */
  private readonly ranges = computed(() =>
    this.bands().map(({ stave, before, after, over }) => {
      const values = [before, after, over]
        .flatMap((b) => (b ? [...b.median, ...b.lo, ...b.hi] : []))
        .filter(Number.isFinite);
      const [lo, hi] =
        stave.id === 'share' ? [-2, 102] : [Math.min(stave.base, ...values), Math.max(stave.base, ...values)];
      const room = 0.08 * (hi - lo);
      return { lo: lo - room, hi: hi + room };
    }),
  );
  protected readonly rows = computed((): Row[] =>
    this.bands().map(({ stave, name, before, after }) => {
      const x = this.at() ?? this.impactAt();
      const unit = stave.unit.split(/[ ,]/)[0]!;
      const now = ([['before', before] as const, ['after', after] as const] as const).flatMap(([side, b]) => {
        const v = b ? valueAt(b, x) : NaN;
        const shown = unit === '%' ? '%' : '';
        return Number.isFinite(v)
          ? [{ side, text: `${figure(v, unit)}${shown}${this.at() === null ? ' at P7' : ''}` }]
          : [];
      });
      return { name, unit: stave.unit.replace(', toes up', ''), now };
    }),
  );
  private readonly impactAt = computed(() => eventAt(this.all(), 'p7', this.axis()));
  protected readonly bottom = computed(() => this.size().h - RULER);
  protected readonly height = computed(() => {
    const n = Math.max(1, this.bands().length);
    return (this.bottom() - HEAD - GAP * (n - 1)) / n;
  });
  protected top(i: number): number {
    return HEAD + i * (this.height() + GAP);
  }
  private readonly width = computed(() => Math.max(0, this.size().w - GUTTER - RIGHT));
  private x(v: number): number {
    const { from, to } = this.axis();
    return GUTTER + (this.width() * (v - from)) / (to - from);
  }
  protected readonly bars = computed(() => {
    const bars = EVENT_NAMES.flatMap((name, i) => {
      const v = eventAt(this.all(), name, this.axis());
      const x = this.x(v);
      return Number.isFinite(v) && v >= this.axis().from && v <= this.axis().to ? [{ n: i + 1, x, lx: x }] : [];
    });
    standApart(bars, 19);
    return bars;
  });
  protected readonly ticks = computed(() => {
    const { from, to } = this.axis();
    let last = -Infinity;
    return this.axis()
      .ticks.filter((t) => t.x >= from && t.x <= to)
      .map((t) => ({ label: t.label, x: this.x(t.x) }))
      .filter((t) => {
        const shown = t.x - last > 36;
        if (shown) last = t.x;
        return shown;
      });
  });
  protected readonly cursorX = computed(() => (this.at() === null ? null : this.x(this.at()!)));

  protected hover(e: PointerEvent): void {
    const { left, width } = this.host.nativeElement.getBoundingClientRect();
    const part = (e.clientX - left - GUTTER) / (width - GUTTER - RIGHT);
    const { from, to } = this.axis();
    this.at.set(part >= 0 && part <= 1 ? from + part * (to - from) : null);
  }

  /** Both sets in their staves: before hollow, after solid, what is laid over them dotted. */
  protected readonly painted = computed((): PaintedStave[] => {
    const height = this.height();
    return this.bands().map(({ stave, before, after, over }, i) => {
      const { lo, hi } = this.ranges()[i]!;
      const y = (v: number): number => height * (1 - (v - lo) / (hi - lo));
      const drawn = (b: Band) => {
        const x = (k: number): number => this.x(b.x[k]!) - GUTTER;
        return {
          median: polyline(b.x.length, x, (k) => y(b.median[k]!)),
          spread: ribbon(b.x.length, x, [(k) => y(b.hi[k]!), (k) => y(b.lo[k]!)]),
        };
      };
      const [b, a, o] = [before, after, over].map((band) => band && drawn(band));
      return {
        x: GUTTER,
        y: this.top(i),
        width: this.width(),
        height,
        base: y(stave.base),
        areas: [
          ...(b ? [{ d: b.spread, colour: 'strong-rules', opacity: 0.35 }] : []),
          ...(a ? [{ d: a.spread, colour: 'ink2', opacity: 0.25 }] : []),
        ],
        lines: [
          ...(b
            ? [
                { d: b.median, colour: 'ink', width: 3.4 },
                { d: b.median, colour: 'sheet', width: 1.5 },
              ]
            : []),
          ...(a ? [{ d: a.median, colour: 'ink', width: 2 }] : []),
          ...(o ? [{ d: o.median, colour: 'target', width: 1.8, dash: '2 3' }] : []),
        ],
      };
    });
  });

  protected readonly spoken = computed(() => {
    const parts = this.rows().map((r) => `${r.name}: ${r.now.map((n) => `${n.side} ${n.text}`).join(', ')}`);
    return `Traces of both sets over each other. ${parts.join('; ')}. The differences beside hold the same as numbers.`;
  });
}

function valueAt(b: Band, x: number): number {
  const step = (b.x.at(-1)! - b.x[0]!) / (b.x.length - 1);
  const k = Math.round((x - b.x[0]!) / step);
  return b.median[k] ?? NaN;
}
