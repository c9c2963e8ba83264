import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { EVENT_NAMES, EVENT_WORDS, type EventName } from '@vilko/core/events/event';
import { type MeasureId, measureRow } from '@vilko/core/measures/registry';
import type { Trace } from '@vilko/core/traces/swing-traces';
import type { ReadView } from '../../workers/read-view';
import { traceAt } from '../trace';
import { figure } from '@vilko/core/words/amounts';
import { standApart } from './lozenges';
import { polyline } from './polyline';
import { type PaintedLine, type PaintedStave, StaveLines, wholeBox } from './stave-lines';
import { FIRST_CHOICE, flagsOf, rangeOf, type StaveChoice, stavesFor, windowsOf } from './staves';
import { timeScale, type TimeAxis } from './time-scale';

const GUTTER = 88;
const HEAD = 36;
/** What a finger needs, px. */
const FINGER = 44;
const RULER = 26;
const GAP = 9;
const RIGHT = 12;
/** Room for the sentence about staves that cannot be filled. */
const MISSING = 36;

interface Row {
  readonly top: number;
  readonly height: number;
  readonly lo: number;
  readonly hi: number;
}

/** A band as it is drawn: on which row, of which measure, with the sign under which the stave shows it. */
interface BandDrawn {
  readonly row: number;
  readonly key: MeasureId;
  readonly sign: number;
}

/** Time as stacked staves on one axis; emits where the cursor goes and where a person puts an event. */
@Component({
  selector: 'vk-score',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StaveLines],
  host: { class: 'relative block h-full w-full select-none' },
  templateUrl: './score.html',
})
export class Score {
  readonly view = input.required<ReadView>();
  readonly cursor = input.required<number>();
  readonly axis = input<TimeAxis>('eased');
  readonly choice = input<StaveChoice>(FIRST_CHOICE);
  readonly lit = input<readonly MeasureId[]>([]);
  /** Another reading on the same clock, drawn beside: what if. */
  readonly beside = input<ReadView | null>(null);
  /** Bands can be dragged; events cannot. */
  readonly editable = input(false);
  readonly bandDragged = output<{ measure: MeasureId; edge: 'lower' | 'upper'; value: number }>();
  /** A drag has ended: what it did is one step. */
  readonly bandDropped = output();
  readonly cursorMoved = output<number>();
  readonly eventMarked = output<{ name: EventName; t: number }>();
  protected readonly HEAD = HEAD;
  protected readonly figure = (v: number): string => figure(v);

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly size = wholeBox({ w: 460, h: 600 });
  private readonly dragged = signal<{ name: EventName; t: number } | null>(null);
  /** Where an event was dropped, shown until the swing has been read anew. */
  private readonly dropped = signal<{ name: EventName; t: number } | null>(null);
  private grabbing = false;

  protected readonly staves = computed(() => stavesFor(this.view(), this.choice()));
  protected readonly scale = computed(() =>
    timeScale(this.axis(), this.view().events, this.view().start, this.view().end),
  );
  /** What is shown of the swing, s. */
  private readonly span = computed((): [number, number] => {
    const { events, start, end } = this.view();
    return [
      Math.max(start, (events.p1?.t ?? start) - 0.45),
      Math.min(end, (events.p10?.t ?? (events.p9?.t ?? end) + 0.35) + 0.12),
    ];
  });
  private readonly domain = computed((): [number, number] => {
    const [from, to] = this.span();
    return [this.scale().x(from), this.scale().x(to)];
  });
  protected readonly bottom = computed(() => this.size().h - RULER - (this.staves().missing ? MISSING : 0));
  protected readonly rows = computed((): Row[] => {
    const { shown } = this.staves();
    const total = this.bottom() - HEAD - 4 - GAP * (shown.length - 1);
    const height = total / shown.length;
    return shown.map((s, i) => {
      const [lo, hi] = rangeOf(
        s,
        s.lines.map((l) => this.view().staves[l.trace]!),
      );
      return { top: HEAD + i * (height + GAP), height, lo, hi };
    });
  });
  private readonly px = computed(() => {
    const [a, b] = this.domain();
    const w = this.size().w - GUTTER - RIGHT;
    const s = this.scale();
    return (t: number) => GUTTER + (w * (s.x(t) - a)) / (b - a);
  });
  private readonly rowOf = (id: string): number => this.staves().shown.findIndex((s) => s.id === id);
  private readonly py = (i: number, v: number): number => {
    const r = this.rows()[i]!;
    return r.top + r.height * (1 - (v - r.lo) / (r.hi - r.lo));
  };

  constructor() {
    effect(() => {
      this.view();
      this.dropped.set(null);
    });
  }

  /** The staves with their lines: drawn anew when what they show or their place changes, never by the cursor. */
  protected readonly painted = computed((): PaintedStave[] => {
    const width = Math.max(0, this.size().w - GUTTER - RIGHT);
    const beside = this.beside();
    return this.staves().shown.map((s, i) => {
      const { top, height } = this.rows()[i]!;
      const line = (trace: Trace | undefined, colour: string, { dashed, wide }: { dashed: boolean; wide: number }) =>
        trace ? [{ d: this.pathOf(trace, i), colour, width: wide, ...(dashed ? { dash: '5 3' } : {}) }] : [];
      const lines: PaintedLine[] = [
        ...s.lines.flatMap((l) => line(beside?.staves[l.trace], 'target', { dashed: l.dashed, wide: 1.4 })),
        ...s.lines.flatMap((l) => line(this.view().staves[l.trace], l.colour, { dashed: l.dashed, wide: 1.7 })),
      ];
      return { x: GUTTER, y: top, width, height, base: this.py(i, s.base) - top, areas: [], lines };
    });
  });

  /** A trace as a path within its stave; what lies outside the time shown is left out. */
  private pathOf({ t0, rate, v }: Trace, row: number): string {
    const [start, end] = this.span();
    const from = Math.max(0, Math.floor((start - t0) * rate) - 1);
    const to = Math.min(v.length, Math.ceil((end - t0) * rate) + 2);
    const px = this.px();
    const { height, lo, hi } = this.rows()[row]!;
    return polyline(
      Math.max(0, to - from),
      (k) => px(t0 + (from + k) / rate) - GUTTER,
      (k) => height * (1 - (v[from + k]! - lo) / (hi - lo)),
    );
  }

  /** Events, with marks that would touch moved apart. */
  protected readonly bars = computed(() => {
    const { events } = this.view();
    const moving = this.dragged() ?? this.dropped();
    const px = this.px();
    const impact = events.p7?.t ?? 0;
    const bars = EVENT_NAMES.flatMap((name, i) => {
      const e = events[name];
      if (!e) return [];
      const t = moving?.name === name ? moving.t : e.t;
      return [
        {
          name,
          n: i + 1,
          x: px(t),
          lx: px(t),
          lift: false,
          from: 0,
          to: 0,
          words: EVENT_WORDS[name],
          source: moving?.name === name ? 'marked' : e.source,
          ms: Math.round(1000 * (t - impact)),
          u: Math.round(1000 * e.u),
          here: Math.abs(t - this.cursor()) < 0.006,
        },
      ];
    });
    standApart(bars, 20.5);
    for (const b of bars) {
      b.lx = Math.min(b.lx, this.size().w - 11);
      b.lift = Math.abs(b.lx - b.x) > 1.5;
    }
    // as wide for a finger as its neighbours leave it
    bars.forEach((b, i) => {
      b.from = Math.max(b.lx - FINGER / 2, ((bars[i - 1]?.lx ?? -Infinity) + b.lx) / 2);
      b.to = Math.min(b.lx + FINGER / 2, ((bars[i + 1]?.lx ?? Infinity) + b.lx) / 2);
    });
    return bars;
  });

  private readonly allFlags = computed(() => flagsOf(this.view(), this.choice()));
  protected readonly flags = computed(() => {
    const impact = this.view().events.p7?.t ?? 0;
    const [from, to] = this.span();
    // a peak of the time before what is shown has no place in it
    const shown = this.allFlags().filter((f) => f.t >= from && f.t <= to);
    return shown.map((f) => {
      const i = this.rowOf(f.stave);
      const x = this.px()(f.t);
      const y = this.py(i, f.v);
      const row = this.rows()[i]!;
      const below = (f.stave === 'foreaft' && f.letter === 'L ') || f.stave === 'mass';
      const left = x > this.size().w - 130;
      const ty = Math.max(row.top + 12, Math.min(row.top + row.height - 3, below ? y + 14 : y - 4));
      const tx = left ? x - 13 : x + 13;
      return {
        key: f.stave + f.letter,
        x,
        y,
        tx,
        ty,
        anchor: left ? 'end' : 'start',
        colour: f.colour,
        mark: left ? `M${x - 4} ${ty - 8}v7l-6 -3.5z` : `M${x + 4} ${ty - 8}v7l6 -3.5z`,
        text: `${f.letter}${figure(f.v, f.unit)} · ${figure(1000 * (f.t - impact))} ms`,
      };
    });
  });

  protected readonly windows = computed(() =>
    windowsOf(this.view(), this.allFlags(), this.choice()).map((w) => {
      const i = this.rowOf(w.stave);
      const row = this.rows()[i]!;
      const x = Math.max(GUTTER, this.px()(w.t) - 8);
      const clamp = (y: number) => Math.max(row.top, Math.min(row.top + row.height, y));
      const y = w.hi === null ? clamp(this.py(i, w.lo!) - 16) : clamp(this.py(i, w.hi));
      const end = w.lo === null ? clamp(this.py(i, w.hi!) + 16) : clamp(this.py(i, w.lo));
      const top = w.hi === null ? '' : `M${x} ${y + 4}V${y}H${x + 16}V${y + 4}`;
      const foot = w.lo === null ? '' : `M${x} ${end - 4}V${end}H${x + 16}V${end - 4}`;
      // an edge is dragged in the measure's own sign
      const edges = [
        ...(w.hi === null
          ? []
          : [{ edge: w.mirrored ? ('lower' as const) : ('upper' as const), y, top: true, value: w.hi }]),
        ...(w.lo === null
          ? []
          : [{ edge: w.mirrored ? ('upper' as const) : ('lower' as const), y: end, top: false, value: w.lo }]),
      ];
      return {
        key: w.measure,
        x,
        y,
        w: 16,
        h: Math.max(0, end - y),
        d: top + foot,
        edges,
        row: i,
        sign: w.mirrored ? -1 : 1,
        words: measureRow(w.measure)?.words ?? w.measure,
      };
    }),
  );

  /** The order of the three main peaks as a stepped line through the staves. */
  protected readonly steps = computed(() => {
    const peaks = (['sideways', 'turning', 'vertical'] as const).flatMap((id) => {
      const f = this.allFlags().find((x) => x.stave === id);
      return f
        ? [{ t: f.t, x: this.px()(f.t), y: this.py(this.rowOf(id), f.v), row: this.rows()[this.rowOf(id)]! }]
        : [];
    });
    if (peaks.length < 3) return null;
    const labels: { x: number; y: number; text: string }[] = [];
    let d = `M${peaks[0]!.x} ${peaks[0]!.y}`;
    for (let i = 1; i < 3; i++) {
      const a = peaks[i - 1]!;
      const b = peaks[i]!;
      const y = a.row.top + a.row.height - 3;
      d += `V${y}H${b.x}V${b.y}`;
      labels.push({ x: Math.min(a.x, b.x) + 5, y: y - 4, text: `${Math.round(1000 * (b.t - a.t))} ms` });
    }
    return { d, labels };
  });

  protected readonly ruler = computed(() => {
    const [a, b] = this.domain();
    const w = this.size().w - GUTTER - RIGHT;
    let last = -Infinity;
    return this.scale()
      .ticks.filter((t) => t.x >= a && t.x <= b)
      .map((t) => ({ x: GUTTER + (w * (t.x - a)) / (b - a), label: t.label }))
      .sort((p, q) => Number(q.label !== null) - Number(p.label !== null) || p.x - q.x)
      .map((t) => {
        const shown = t.label !== null && t.x - last > 38 && t.x > GUTTER + 16 && t.x < this.size().w - 14;
        if (shown) last = t.x;
        return { ...t, shown };
      });
  });

  protected readonly cursorX = computed(() => {
    const x = this.px()(this.cursor());
    return x >= GUTTER && x <= this.size().w - RIGHT ? x : null;
  });
  protected readonly dots = computed(() =>
    this.staves().shown.flatMap((s, i) =>
      s.lines.flatMap((l) => {
        const v = traceAt(this.view().staves[l.trace]!, this.cursor());
        return Number.isFinite(v) ? [{ y: this.py(i, v), colour: l.colour }] : [];
      }),
    ),
  );
  /** Values at the cursor in the gutter; two long ones stand smaller, so that they do not touch. */
  protected nowIn(i: number): { x: number; text: string; colour: string; size: number }[] {
    const s = this.staves().shown[i]!;
    const unit = s.unit.split(/[ ,]/)[0]!;
    const texts = s.lines.map(
      (l) => figure(traceAt(this.view().staves[l.trace]!, this.cursor()), unit) + (s.id === 'share' ? '%' : ''),
    );
    const longest = texts.length > 1 ? Math.max(...texts.map((t) => t.length)) : 0;
    const size = longest > 4 ? 13 : longest > 3 || this.rows()[i]!.height <= 56 ? 15 : 18;
    return s.lines.map((l, j) => ({ x: j * 44, colour: l.colour, text: texts[j]!, size }));
  }

  protected holdEdge(e: PointerEvent): void {
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.stopPropagation();
  }
  /** Follows the pointer with a band's edge, to one decimal of small units and whole numbers of large ones. */
  protected dragEdge(e: PointerEvent, { row, key: measure, sign }: BandDrawn, edge: 'lower' | 'upper'): void {
    const el = e.currentTarget as Element;
    if (!el.hasPointerCapture(e.pointerId)) return;
    e.stopPropagation();
    const r = this.rows()[row]!;
    const y = e.clientY - this.host.nativeElement.getBoundingClientRect().top;
    const part = Math.max(0, Math.min(1, (y - r.top) / r.height));
    this.bandDragged.emit({ measure, edge, value: sign * Math.round(r.hi - part * (r.hi - r.lo)) });
  }
  protected dropEdge(e: PointerEvent): void {
    e.stopPropagation();
    this.bandDropped.emit();
  }
  /** A focused edge is moved by the arrow keys, one unit at a time. */
  protected nudgeEdge(
    e: KeyboardEvent,
    { key: measure, sign }: BandDrawn,
    { edge, value }: { edge: 'lower' | 'upper'; value: number },
  ): void {
    const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    this.bandDragged.emit({ measure, edge, value: sign * (Math.round(value) + by) });
    this.bandDropped.emit();
  }

  private timeAt(e: PointerEvent): number {
    const { left, width } = this.host.nativeElement.getBoundingClientRect();
    const [a, b] = this.domain();
    const part = Math.max(0, Math.min(1, (e.clientX - left - GUTTER) / (width - GUTTER - RIGHT)));
    return this.scale().t(a + part * (b - a));
  }
  protected grab(e: PointerEvent): void {
    if (e.button !== 0) return;
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    this.grabbing = true;
    if (!this.dragged()) this.cursorMoved.emit(this.timeAt(e));
  }
  protected grabEvent(_e: PointerEvent, name: EventName): void {
    const e = this.view().events[name];
    if (e) this.dragged.set({ name, t: e.t });
  }
  protected drag(e: PointerEvent): void {
    if (!this.grabbing) return;
    const t = this.timeAt(e);
    const moving = this.dragged();
    if (moving) this.dragged.set({ name: moving.name, t });
    this.cursorMoved.emit(t);
  }
  protected drop(): void {
    const moved = this.dragged();
    this.grabbing = false;
    this.dragged.set(null);
    const before = moved && this.view().events[moved.name]?.t;
    if (moved && before != null && Math.abs(moved.t - before) > 0.001) {
      this.dropped.set(moved);
      this.eventMarked.emit(moved);
    } else if (before != null) this.cursorMoved.emit(before);
  }
  /** A focused event is moved by the arrow keys: 5 ms, with Shift 1 ms. */
  protected nudge(e: KeyboardEvent, name: EventName): void {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    const event = this.view().events[name];
    if (!by || !event) return;
    e.preventDefault();
    e.stopPropagation();
    this.eventMarked.emit({ name, t: event.t + by * (e.shiftKey ? 0.001 : 0.005) });
  }

  protected readonly spoken = computed(() => {
    const peaks = this.flags()
      .map((f) => f.text)
      .join('; ');
    return `Traces of the swing over time. Peaks: ${peaks}. The Ledger holds the same as numbers.`;
  });
}
