import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Film } from '@vilko/contract';
import { type EventTimes, FilmStrip } from './film-strip';
import { filmTime, frameOf, lineWords, otherAngle, recordingTime, timeOfFrame } from '../../../film/film-time';

type Line = Film['lines'][number];
type Place = [number, number];

const TOOLS: readonly { readonly kind: Line['kind']; readonly words: string; readonly points: 2 | 3 }[] = [
  { kind: 'hip', words: 'hip line', points: 2 },
  { kind: 'breastbone', words: 'breastbone', points: 2 },
  { kind: 'stick', words: 'stick', points: 2 },
  { kind: 'foot', words: 'foot mark', points: 2 },
  { kind: 'angle', words: 'angle', points: 3 },
  { kind: 'length', words: 'known length', points: 2 },
];

/** One film under the swing's cursor: frames, marks, and lines drawn on the picture that stay through the frames. */
@Component({
  selector: 'vk-film-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilmStrip],
  host: { class: 'flex min-h-0 min-w-0 flex-col' },
  template: `
    <div class="flex items-baseline gap-2 text-13">
      <button
        class="font-semibold whitespace-nowrap hover:underline"
        title="Seen from here; press to change"
        (click)="turn()"
      >
        {{ film().angle }}
      </button>
      <span class="one-line text-ink2">{{ syncWords() }}</span>
    </div>
    <div #frame class="relative min-h-0 flex-1 overflow-hidden bg-sheet" [class.cursor-crosshair]="tool()">
      <video
        #video
        class="absolute inset-0 h-full w-full object-contain"
        muted
        playsinline
        preload="auto"
        [attr.aria-label]="'Film ' + film().angle"
        (loadedmetadata)="loaded.set(true)"
        (error)="broken.set(true)"
      ></video>
      @if (broken()) {
        <p class="absolute inset-0 grid place-items-center px-4 text-center text-alarm">
          This browser cannot show the film. It is kept as it came.
        </p>
      }
      <svg
        class="absolute"
        [style.left.px]="box().x"
        [style.top.px]="box().y"
        [attr.width]="box().w"
        [attr.height]="box().h"
        [class.pointer-events-none]="!tool()"
        (pointerdown)="put($event)"
        (pointermove)="over.set(placeOf($event))"
        role="presentation"
      >
        @for (l of drawn(); track l.id) {
          <polyline
            [attr.points]="l.path"
            fill="none"
            [attr.stroke]="l.kind === 'length' ? 'var(--ink)' : 'var(--target)'"
            stroke-width="2.5"
            [attr.stroke-dasharray]="l.kind === 'length' ? '3 3' : null"
          />
        }
      </svg>
      @if (tool() && hint(); as h) {
        <p class="absolute inset-x-0 bottom-0 bg-paper/90 px-2 py-0.5">{{ h }}</p>
      }
    </div>
    @if (film().impact !== null) {
      <vk-film-strip
        [width]="size().w"
        [events]="events()"
        [span]="span()"
        [cursor]="cursor()"
        [frameRate]="film().frameRate"
        (chosen)="cursorMoved.emit($event)"
      />
    }
    <div class="flex items-center gap-x-2.5 pt-0.5 text-13 whitespace-nowrap">
      <button class="hover:underline" (click)="stepFrame(-1)" aria-label="A frame back" title="A frame back  ,">
        ◂
      </button>
      <button class="hover:underline" (click)="stepFrame(1)" aria-label="A frame on" title="A frame on  .">▸</button>
      <button class="hover:underline" (click)="impactHere()" title="Put impact at this frame">impact here</button>
      <span class="ml-auto flex gap-2.5">
        <button
          class="hover:underline"
          [class.font-semibold]="drawing()"
          (click)="drawing.set(!drawing()); tool.set(null)"
        >
          lines
        </button>
        <button class="text-ink2 hover:underline" (click)="deleted.emit(film().id)">delete</button>
      </span>
    </div>
    @if (unknown()) {
      <form class="flex items-center gap-2 py-0.5 text-13" (submit)="$event.preventDefault(); give(cm.value)">
        <label class="flex items-center gap-1"
          >How long is this line?<input
            #cm
            type="number"
            min="1"
            max="500"
            step="any"
            class="entry !mt-0 !h-6 !w-[64px] !px-1 !py-0"
          />
          cm</label
        >
        <button class="link">keep</button>
        <button type="button" class="link" (click)="unknown.set(null)">leave</button>
      </form>
    }
    @if (drawing()) {
      <div class="flex flex-wrap gap-x-2.5 text-13">
        @for (t of tools; track t.kind) {
          <button
            class="hover:underline"
            [class.bg-ink]="tool() === t.kind"
            [class.text-paper]="tool() === t.kind"
            (click)="choose(t.kind)"
          >
            {{ t.words }}
          </button>
        }
      </div>
      @if (film().lines.length) {
        <ul class="max-h-[56px] overflow-auto text-13">
          @for (l of film().lines; track l.id) {
            <li class="flex gap-2">
              <span>{{ wordsOf(l) }}</span><span class="figures">{{ says(l) }}</span
              ><span class="text-ink2">read from film</span
              ><button class="ml-auto text-ink2 hover:underline" (click)="drop(l.id)">take off</button>
            </li>
          }
        </ul>
      }
    }
  `,
})
export class FilmView {
  readonly film = input.required<Film>();
  readonly cursor = input.required<number>();
  /** Impact on the recording's clock, s. */
  readonly impact = input.required<number>();
  /** Events of the swing on the recording's clock, and the stretch that is the swing; the strip is trimmed to it. */
  readonly events = input<EventTimes>({});
  readonly span = input<readonly [number, number]>([0, 1]);
  readonly cursorMoved = output<number>();
  readonly changed = output<{ id: string; change: Partial<Pick<Film, 'angle' | 'impact' | 'impactBy' | 'lines'>> }>();
  readonly deleted = output<string>();

  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  protected readonly loaded = signal(false);
  protected readonly broken = signal(false);
  protected readonly drawing = signal(false);
  protected readonly tool = signal<Line['kind'] | null>(null);
  private readonly points = signal<Place[]>([]);
  /** A drawn line whose length is still to be given. */
  protected readonly unknown = signal<Place[] | null>(null);
  protected readonly over = signal<Place | null>(null);
  protected readonly size = signal({ w: 1, h: 1 });
  /** Where an unsynchronised film stands, s. */
  private readonly free = signal(0);
  protected readonly tools = TOOLS;

  /** The picture's own box inside the frame: it is letterboxed. */
  protected readonly box = computed(() => {
    const { w, h } = this.size();
    const aspect = this.film().aspect;
    const width = Math.min(w, h * aspect);
    const height = width / aspect;
    return { x: (w - width) / 2, y: (h - height) / 2, w: width, h: height };
  });
  private readonly now = computed(() => filmTime(this.film(), this.cursor(), this.impact()) ?? this.free());
  protected readonly syncWords = computed(() => {
    const f = this.film();
    const frame = Math.round(1000 / f.frameRate);
    if (f.impact === null) return 'not in step: step to impact, then mark it';
    return `by ${f.impactBy === 'sound' ? 'sound' : f.impactBy === 'mark' ? 'your mark' : 'the clock'}, ± ${frame} ms`;
  });
  protected readonly drawn = computed(() => {
    const { w, h } = this.box();
    const path = (points: readonly (readonly [number, number])[]) =>
      points.map(([x, y]) => `${(x * w).toFixed(1)},${(y * h).toFixed(1)}`).join(' ');
    const lines = this.film().lines.map((l) => ({ id: l.id, kind: l.kind, path: path(l.points) }));
    const tool = this.tool();
    const over = this.over();
    if (tool && this.points().length)
      lines.push({ id: 'new', kind: tool, path: path(over ? [...this.points(), over] : this.points()) });
    return lines;
  });
  protected readonly hint = computed(() => {
    const t = TOOLS.find((x) => x.kind === this.tool());
    return t ? `${t.words}: point ${this.points().length + 1} of ${t.points}` : '';
  });

  constructor() {
    effect((onCleanup) => {
      const id = this.film().id;
      const video = this.video().nativeElement;
      if (video.dataset['film'] === id) return;
      video.dataset['film'] = id;
      const gone = new AbortController();
      // the whole film at once: a film recorded by a browser cannot be stepped through while it is still coming
      void fetch(`/api/films/${id}/file`, { signal: gone.signal })
        .then((r) => r.blob())
        .then((blob) => (video.src = URL.createObjectURL(blob)))
        .catch(() => this.broken.set(!gone.signal.aborted));
      onCleanup(() => undefined);
    });
    effect(() => {
      const t = this.now();
      if (!this.loaded()) return;
      const rate = this.film().frameRate;
      this.video().nativeElement.currentTime = Math.min(
        this.film().duration - 0.001,
        timeOfFrame(frameOf(t, rate), rate),
      );
    });
    effect((onCleanup) => {
      const watch = new ResizeObserver(([e]) => this.size.set({ w: e!.contentRect.width, h: e!.contentRect.height }));
      watch.observe(this.frame().nativeElement);
      onCleanup(() => watch.disconnect());
    });
  }

  protected turn(): void {
    this.changed.emit({ id: this.film().id, change: { angle: otherAngle(this.film().angle) } });
  }
  protected stepFrame(by: 1 | -1): void {
    const f = this.film();
    const t = timeOfFrame(frameOf(this.now(), f.frameRate) + by, f.frameRate);
    const at = recordingTime(f, t, this.impact());
    if (at === null) this.free.set(Math.max(0, Math.min(f.duration, t)));
    else this.cursorMoved.emit(at);
  }
  protected impactHere(): void {
    this.changed.emit({ id: this.film().id, change: { impact: this.now(), impactBy: 'mark' } });
    this.cursorMoved.emit(this.impact());
  }
  protected choose(kind: Line['kind']): void {
    this.points.set([]);
    this.tool.set(this.tool() === kind ? null : kind);
  }
  protected placeOf(e: PointerEvent): Place {
    const { w, h } = this.box();
    return [Math.max(0, Math.min(1, e.offsetX / w)), Math.max(0, Math.min(1, e.offsetY / h))];
  }
  protected put(e: PointerEvent): void {
    const t = TOOLS.find((x) => x.kind === this.tool());
    if (!t) return;
    const points = [...this.points(), this.placeOf(e)];
    if (points.length < t.points) return this.points.set(points);
    this.points.set([]);
    this.tool.set(null);
    // a known length is kept once its centimetres are given
    if (t.kind === 'length') this.unknown.set(points);
    else this.keep(t.kind, points, null);
  }
  /** Keeps the line whose length was asked for; without a length it is left. */
  protected give(text: string): void {
    const cm = Number(text);
    const points = this.unknown();
    this.unknown.set(null);
    if (points && cm > 0) this.keep('length', points, cm);
  }
  private keep(kind: Line['kind'], points: Place[], cm: number | null): void {
    const line: Line = { id: crypto.randomUUID(), kind, points, drawnAt: this.now(), cm };
    this.changed.emit({ id: this.film().id, change: { lines: [...this.film().lines, line] } });
  }
  protected drop(id: string): void {
    this.changed.emit({ id: this.film().id, change: { lines: this.film().lines.filter((l) => l.id !== id) } });
  }
  protected wordsOf(l: Line): string {
    return TOOLS.find((t) => t.kind === l.kind)!.words;
  }
  protected says(l: Line): string {
    return lineWords(l, this.film());
  }
}
