import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Film, FilmChange } from '@vilko/contract/film';
import { FILM_ANGLES } from '@vilko/contract/film-sides';
import type { Place } from '@vilko/core/film/read-followed';
import { type EventTimes, FilmStrip } from './film-strip';
import { filmTime, frameOf, recordingTime, timeOfFrame } from '../../../film/film-time';
import { type FilmChanged, FilmLines, withLine } from './film-lines';
import { FilmOverlay } from './film-overlay';
import { followedWith, FollowTool } from './follow-tool';
import { type Line, LineTool } from './line-tool';

/** One film under the swing's cursor: frames, marks, and lines drawn on the picture that stay through the frames. */
@Component({
  selector: 'vk-film-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilmLines, FilmOverlay, FilmStrip],
  host: { class: '@container flex min-h-0 min-w-0 flex-col' },
  template: `
    <div class="flex items-baseline gap-2 text-13">
      <select
        class="-ml-1 cursor-pointer bg-transparent font-semibold hover:underline"
        aria-label="Seen from"
        (change)="turn($any($event.target).value)"
      >
        @for (a of angles; track a) {
          <option [value]="a" [selected]="a === film().angle">{{ a }}</option>
        }
      </select>
      <span class="one-line hidden text-ink2 @min-[200px]:inline">{{ syncWords() }}</span>
    </div>
    <div #frame class="relative min-h-0 flex-1 overflow-hidden bg-sheet">
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
      <vk-film-overlay
        [film]="shown()"
        [box]="box()"
        [frameTime]="frameTime()"
        [line]="line"
        [follow]="follow"
        (drawn)="tell({ change: newLine($event) })"
        (marked)="mark($event)"
        (onward)="stepFrame($event)"
      />
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
      <button class="hover:underline" (click)="impactHere()" title="Put impact at this frame">
        impact<span class="hidden @min-[200px]:inline"> here</span>
      </button>
      <span class="ml-auto flex gap-2.5">
        <button
          class="hover:underline"
          [class.font-semibold]="drawing()"
          [attr.aria-pressed]="drawing()"
          title="Lines and angles drawn on the picture, followed by hand"
          (click)="draw(!drawing())"
        >
          {{ drawing() ? 'lines done' : 'lines' }}
        </button>
        <button class="hidden text-ink2 hover:underline @min-[200px]:inline" (click)="deleted.emit(film().id)">
          delete
        </button>
      </span>
    </div>
    @if (drawing()) {
      <vk-film-lines
        [film]="shown()"
        [handed]="handed()"
        [now]="now()"
        [impact]="impact()"
        [events]="events()"
        [line]="line"
        [follow]="follow"
        (changed)="tell($event)"
      />
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
  readonly handed = input<'right' | 'left'>('right');
  readonly cursorMoved = output<number>();
  readonly changed = output<{ id: string } & FilmChanged>();
  readonly deleted = output<string>();
  /** Lines are drawn on it now: it wants room. */
  readonly drawing = model(false);

  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  protected readonly loaded = signal(false);
  protected readonly broken = signal(false);
  protected readonly line = new LineTool();
  protected readonly follow = new FollowTool();
  protected readonly angles = FILM_ANGLES;
  /** What was followed and is not kept yet: frames are marked faster than a server answers. */
  private readonly own = signal<Film['followed'] | null>(null);
  protected readonly shown = computed((): Film => {
    const own = this.own();
    return own ? { ...this.film(), followed: own } : this.film();
  });
  protected readonly size = signal({ w: 1, h: 1 });
  /** Where an unsynchronised film stands, s. */
  private readonly free = signal(0);

  /** The picture's own box inside the frame: it is letterboxed. */
  protected readonly box = computed(() => {
    const { w, h } = this.size();
    const aspect = this.film().aspect;
    const width = Math.min(w, h * aspect);
    const height = width / aspect;
    return { x: (w - width) / 2, y: (h - height) / 2, w: width, h: height };
  });
  protected readonly now = computed(() => filmTime(this.film(), this.cursor(), this.impact()) ?? this.free());
  protected readonly syncWords = computed(() => {
    const f = this.film();
    const frame = Math.round(1000 / f.frameRate);
    if (f.impact === null) return 'not in step: step to impact, then mark it';
    return `by ${f.impactBy === 'sound' ? 'sound' : f.impactBy === 'mark' ? 'your mark' : 'the clock'}, ± ${frame} ms`;
  });
  /** The middle of the frame that is shown, film time, s. */
  protected readonly frameTime = computed(() => {
    const { frameRate } = this.film();
    return timeOfFrame(frameOf(this.now(), frameRate), frameRate);
  });
  constructor() {
    effect(() => {
      if (JSON.stringify(this.film().followed) === JSON.stringify(this.own())) this.own.set(null);
    });
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

  protected draw(on: boolean): void {
    this.line.choose(null);
    this.follow.end();
    this.drawing.set(on);
  }
  protected turn(angle: Film['angle']): void {
    this.tell({ change: { angle } });
  }
  protected stepFrame(by: number): void {
    const f = this.film();
    const t = timeOfFrame(frameOf(this.now(), f.frameRate) + by, f.frameRate);
    const at = recordingTime(f, t, this.impact());
    if (at === null) this.free.set(Math.max(0, Math.min(f.duration, t)));
    else this.cursorMoved.emit(at);
  }
  protected impactHere(): void {
    this.tell({ change: { impact: this.now(), impactBy: 'mark' } });
    this.cursorMoved.emit(this.impact());
  }
  protected newLine({ kind, points }: { kind: Line['kind']; points: readonly Place[] }): FilmChange {
    return withLine(this.film(), { kind, points, cm: null, at: this.now() });
  }
  /** The points of what is followed lie there in this frame. */
  protected mark(points: readonly Place[]): void {
    const of = this.follow.of();
    if (!of) return;
    const id = this.follow.line() ?? crypto.randomUUID();
    this.follow.line.set(id);
    this.tell({ change: { followed: followedWith(this.shown(), { id, of, t: this.frameTime(), points }) } });
  }
  protected tell(changed: FilmChanged): void {
    if (changed.change.followed) this.own.set(changed.change.followed);
    this.changed.emit({ id: this.film().id, ...changed });
  }
}
