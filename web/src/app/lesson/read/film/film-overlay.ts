import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Film } from '@vilko/contract/film';
import { followedBy, type FollowedId } from '@vilko/core/film/followed';
import type { Place } from '@vilko/core/film/read-followed';
import { type FollowTool, lyingAt, type PressedOn } from './follow-tool';
import { type Line, lineKind, type LineTool } from './line-tool';

/** How far an arrow key moves a point: parts of the picture. */
const NUDGE = 0.002;
const ARROWS: Readonly<Record<string, Place>> = {
  ArrowLeft: [-NUDGE, 0],
  ArrowRight: [NUDGE, 0],
  ArrowUp: [0, -NUDGE],
  ArrowDown: [0, NUDGE],
};
/** Frames the film goes on by itself once all points of one are placed. */
const STRIDES = [1, 2, 4, 8] as const;

/** Where the picture lies in its frame, px. */
export interface PictureBox {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** What lies over a film's picture: lines that stay, what is followed by hand, and what is being pointed at. */
@Component({
  selector: 'vk-film-overlay',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'contents' },
  template: `
    <svg
      class="absolute"
      [style.left.px]="box().x"
      [style.top.px]="box().y"
      [attr.width]="box().w"
      [attr.height]="box().h"
      [class]="pointing() ? 'cursor-crosshair touch-none' : 'pointer-events-none'"
      (pointerdown)="press($event)"
      (pointermove)="move($event)"
      (pointerup)="letGo()"
      role="presentation"
    >
      @for (l of lines(); track l.id) {
        <polyline
          [attr.points]="l.path"
          fill="none"
          [attr.stroke]="l.kind === 'length' ? 'var(--ink)' : 'var(--target)'"
          stroke-width="2.5"
          [attr.stroke-dasharray]="l.kind === 'length' ? '3 3' : null"
        />
      }
      @for (l of followed(); track l.id) {
        <polyline
          [attr.points]="l.path"
          fill="none"
          stroke="var(--lead)"
          [attr.stroke-width]="l.active ? 2.5 : 1.5"
          [attr.stroke-dasharray]="l.marked ? null : '4 3'"
        />
        @for (p of l.points; track $index) {
          <circle
            [attr.cx]="p.x"
            [attr.cy]="p.y"
            [attr.r]="l.active ? 6 : 3"
            [attr.fill]="l.marked ? 'var(--lead)' : 'var(--sheet)'"
            fill-opacity=".55"
            stroke="var(--lead)"
            [attr.tabindex]="l.active ? 0 : null"
            [attr.role]="l.active ? 'button' : null"
            [attr.aria-label]="l.active ? p.words + ': arrows move it' : null"
            (keydown)="nudge($event, $index)"
          />
        }
      }
    </svg>
    @if (hint(); as h) {
      <p class="absolute inset-x-0 bottom-0 flex items-center gap-3 bg-paper/90 px-2 py-0.5 text-13" role="status">
        <span class="one-line">{{ h }}</span>
        @if (follow().of()) {
          <label class="ml-auto flex items-center gap-1 whitespace-nowrap"
            >then on by
            <select
              class="bg-transparent"
              aria-label="Frames to go on by"
              (change)="stride.set(+$any($event.target).value)"
            >
              @for (n of strides; track n) {
                <option [value]="n" [selected]="n === stride()">{{ n }}</option>
              }
            </select>
            {{ stride() === 1 ? 'frame' : 'frames' }}
          </label>
          <button class="link" (click)="follow().end()">done</button>
        }
      </p>
    }
  `,
})
export class FilmOverlay {
  readonly film = input.required<Film>();
  readonly box = input.required<PictureBox>();
  /** The middle of the frame that is shown, film time, s. */
  readonly frameTime = input.required<number>();
  readonly line = input.required<LineTool>();
  readonly follow = input.required<FollowTool>();
  /** A line that stays was drawn. */
  readonly drawn = output<{ readonly kind: Line['kind']; readonly points: readonly Place[] }>();
  /** The points of what is followed lie there in this frame. */
  readonly marked = output<readonly Place[]>();
  /** All points of a frame are placed: the film goes on by so many. */
  readonly onward = output<number>();
  protected readonly stride = signal<number>(2);
  protected readonly strides = STRIDES;
  private readonly over = signal<Place | null>(null);
  protected readonly pointing = computed(() => this.line().kind() !== null || this.follow().of() !== null);

  private pathOf(points: readonly Place[]): string {
    const { w, h } = this.box();
    return points.map(([x, y]) => `${(x * w).toFixed(1)},${(y * h).toFixed(1)}`).join(' ');
  }
  protected readonly lines = computed(() => {
    const lines = this.film().lines.map((l) => ({ id: l.id, kind: l.kind, path: this.pathOf(l.points) }));
    const kind = this.line().kind();
    const points = this.line().points();
    const over = this.over();
    if (kind && points.length) lines.push({ id: 'new', kind, path: this.pathOf(over ? [...points, over] : points) });
    return lines;
  });
  private readonly active = computed(() => this.film().followed.find((l) => l.id === this.follow().line()));
  /** Where the points of the line that is gone on with lie in this frame. */
  private readonly lying = computed(() => this.follow().held()?.points ?? lyingAt(this.active(), this.frameTime()));
  protected readonly followed = computed(() => {
    const { w, h } = this.box();
    const half = 0.5 / this.film().frameRate;
    const place = (points: readonly Place[], names: readonly string[]) =>
      points.map(([x, y], i) => ({ x: x * w, y: y * h, words: names[i] ?? '' }));
    const lines = this.film().followed.map((l) => {
      const active = l.id === this.follow().line();
      const points = active ? this.lying() : lyingAt(l, this.frameTime());
      return {
        id: l.id,
        active,
        marked: l.frames.some((f) => Math.abs(f.t - this.frameTime()) <= half),
        path: this.pathOf(points),
        points: place(points, followedBy(l.of).points),
      };
    });
    const placed = this.follow().placed();
    return placed.length
      ? [...lines, { id: 'new', active: false, marked: true, path: this.pathOf(placed), points: place(placed, []) }]
      : lines;
  });
  protected readonly hint = computed(() => {
    const of = this.follow().of();
    if (of) {
      const { words, points } = followedBy(of);
      const n = this.follow().placed().length;
      const next = `${words}: ${points[n] ?? points[0]} (${n + 1} of ${points.length})`;
      return this.active() && !n ? `${next}, or move a point` : next;
    }
    const kind = this.line().kind();
    if (!kind) return '';
    const { words, points } = lineKind(kind);
    return `${words}: point ${this.line().points().length + 1} of ${points}`;
  });

  private placeOf(e: PointerEvent): Place {
    const { w, h } = this.box();
    return [Math.max(0, Math.min(1, e.offsetX / w)), Math.max(0, Math.min(1, e.offsetY / h))];
  }
  protected press(e: PointerEvent): void {
    const of = this.follow().of();
    if (!of) {
      const drawn = this.line().put(this.placeOf(e));
      if (drawn) this.drawn.emit(drawn);
      return;
    }
    const pressed = this.follow().press(this.placeOf(e), this.pressedOn(of));
    if (pressed === 'held') (e.currentTarget as Element).setPointerCapture(e.pointerId);
    if (pressed === 'whole') this.wholeFrame(of);
  }
  protected move(e: PointerEvent): void {
    this.over.set(this.placeOf(e));
    this.follow().move(this.placeOf(e), this.film().aspect);
  }
  protected letGo(): void {
    const of = this.follow().of();
    const done = of && this.follow().letGo(this.pressedOn(of));
    if (!done) return;
    if (typeof done === 'object') this.marked.emit(done.moved);
    else if (done === 'whole') this.wholeFrame(of);
  }
  private pressedOn(of: FollowedId): PressedOn {
    return {
      lying: lyingAt(this.active(), this.frameTime()),
      needed: followedBy(of).points.length,
      aspect: this.film().aspect,
    };
  }
  private wholeFrame(of: FollowedId): void {
    const points = this.follow().placed();
    this.follow().leave();
    this.marked.emit(points);
    // a line that is touched stays where it is
    if (followedBy(of).as === 'moment') this.follow().end();
    else this.onward.emit(this.stride());
  }
  protected nudge(e: KeyboardEvent, index: number): void {
    const by = ARROWS[e.key];
    if (!by || !this.follow().of()) return;
    e.preventDefault();
    e.stopPropagation();
    this.marked.emit(this.lying().map(([x, y], i): Place => (i === index ? [x + by[0], y + by[1]] : [x, y])));
  }
}
