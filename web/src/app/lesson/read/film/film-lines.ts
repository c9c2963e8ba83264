import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Film, FilmChange } from '@vilko/contract/film';
import { followedBy, type FollowedId } from '@vilko/core/film/followed';
import { lineWords } from '../../../film/film-time';
import { FilmFollowed } from './film-followed';
import type { EventTimes } from './film-strip';
import type { FollowTool } from './follow-tool';
import { type Line, LINE_KINDS, lineKind, type LineTool } from './line-tool';

/** What is changed about a film, and how it is undone. */
export interface FilmChanged {
  readonly change: FilmChange;
  readonly undo?: { readonly words: string; readonly change: FilmChange };
}

/** Under a film that is drawn on: what can be drawn and followed, and what was. */
@Component({
  selector: 'vk-film-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilmFollowed],
  host: { class: 'block' },
  template: `
    @if (line().unknown()) {
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
        <button type="button" class="link" (click)="line().unknown.set(null)">leave</button>
      </form>
    }
    <div class="flex flex-wrap gap-x-2.5 text-13">
      @for (t of kinds; track t.kind) {
        <button
          class="hover:underline"
          [class.bg-ink]="line().kind() === t.kind"
          [class.text-paper]="line().kind() === t.kind"
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
    <vk-film-followed
      [film]="film()"
      [handed]="handed()"
      [now]="now()"
      [impact]="impact()"
      [events]="events()"
      [active]="follow().line()"
      (begun)="begin($event)"
      (renamed)="alter($event.id, { name: $event.name })"
      (touched)="alter($event, { touchedAt: now() })"
      (dropped)="unfollow($event)"
    />
  `,
})
export class FilmLines {
  readonly film = input.required<Film>();
  readonly handed = input.required<'right' | 'left'>();
  /** Where the film stands, film time, s. */
  readonly now = input.required<number>();
  /** Impact on the recording's clock, s. */
  readonly impact = input.required<number>();
  readonly events = input.required<EventTimes>();
  readonly line = input.required<LineTool>();
  readonly follow = input.required<FollowTool>();
  readonly changed = output<FilmChanged>();
  protected readonly kinds = LINE_KINDS;

  protected choose(kind: Line['kind']): void {
    this.follow().end();
    this.line().choose(kind);
  }
  /** Keeps the line whose length was asked for; without a length it is left. */
  protected give(text: string): void {
    const cm = Number(text);
    const points = this.line().unknown();
    this.line().unknown.set(null);
    if (points && cm > 0)
      this.changed.emit({ change: withLine(this.film(), { kind: 'length', points, cm, at: this.now() }) });
  }
  protected drop(id: string): void {
    const { lines } = this.film();
    this.changed.emit({
      change: { lines: lines.filter((l) => l.id !== id) },
      undo: { words: 'The line was taken off the film.', change: { lines } },
    });
  }
  protected wordsOf(l: Line): string {
    return lineKind(l.kind).words;
  }
  protected says(l: Line): string {
    return lineWords(l, this.film());
  }

  protected begin({ of, line }: { of: FollowedId; line: string | null }): void {
    this.line().choose(null);
    if (line && line === this.follow().line()) this.follow().end();
    else this.follow().begin(of, line);
  }
  protected alter(id: string, change: Partial<Pick<Film['followed'][number], 'name' | 'touchedAt'>>): void {
    this.changed.emit({
      change: { followed: this.film().followed.map((l) => (l.id === id ? { ...l, ...change } : l)) },
    });
  }
  protected unfollow(id: string): void {
    const { followed } = this.film();
    if (this.follow().line() === id) this.follow().end();
    const { words } = followedBy(followed.find((l) => l.id === id)!.of);
    this.changed.emit({
      change: { followed: followed.filter((l) => l.id !== id) },
      undo: { words: `${words} was taken off the film.`, change: { followed } },
    });
  }
}

/** A film's lines with one more, drawn at a film time. */
export function withLine(
  film: Film,
  { kind, points, cm, at }: Pick<Line, 'kind' | 'cm'> & { points: readonly (readonly [number, number])[]; at: number },
): Pick<Film, 'lines'> {
  const places = points.map(([x, y]): [number, number] => [x, y]);
  return { lines: [...film.lines, { id: crypto.randomUUID(), kind, points: places, drawnAt: at, cm }] };
}
