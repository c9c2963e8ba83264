import { ChangeDetectionStrategy, Component, computed, inject, input, model, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { MOST_FILMS } from '@vilko/contract/film-sides';
import type { SwingHead } from '@vilko/contract/swing';
import { EVENT_NAMES, EVENT_WORDS, type EventName } from '@vilko/core/events/event';
import { NoticeActions } from '../../../state/notices';
import { LessonActions } from '../../../state/lesson';
import { filmFacts } from '../../../film/film-file';
import type { EventTimes } from './film-strip';
import type { FilmChanged } from './film-lines';
import { FilmView } from './film-view';

/** Up to two films of a swing, in step with everything else. */
@Component({
  selector: 'vk-film-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilmView],
  host: { class: 'flex min-h-0 flex-col' },
  template: `
    @if (films().length) {
      <div
        class="grid min-h-0 flex-1 gap-3"
        [class.grid-cols-2]="shown().length === 2 && !large()"
        [class.grid-cols-3]="shown().length === 3 && !large()"
        [class.grid-rows-2]="shown().length === 2 && large()"
        [class.grid-rows-3]="shown().length === 3 && large()"
      >
        @for (f of shown(); track f.id) {
          <vk-film-view
            [film]="f"
            [cursor]="cursor()"
            [impact]="impact()"
            [events]="events()"
            [span]="span()"
            [handed]="swing().handed"
            [drawing]="f.id === drawn()"
            (drawingChange)="draw(f.id, $event)"
            (cursorMoved)="cursorMoved.emit($event)"
            (changed)="change($event)"
            (deleted)="remove($event)"
          />
        }
      </div>
      <div class="mt-0.5 flex h-7 shrink-0 items-center gap-3 border-t border-rules text-13 whitespace-nowrap">
        <label class="flex items-center gap-1"
          >Mark
          <select
            #name
            class="entry !mt-0 !h-6 !w-[150px] !px-1 !py-0 !text-13"
            (change)="event.set(eventOf(name.value))"
          >
            @for (e of names; track e) {
              <option [value]="e" [selected]="e === event()">{{ e.toUpperCase() }}, {{ words[e] }}</option>
            }
          </select>
        </label>
        <button class="link" (click)="mark()" [disabled]="!synced()">at this frame</button>
        <span class="ml-auto text-ink2">± {{ frameMs() }} ms</span>
        @if (films().length < most) {
          <label class="link cursor-pointer"
            >Add a film<input
              #file
              type="file"
              class="visually-hidden"
              accept="video/webm,video/mp4"
              (change)="add(file)"
          /></label>
        }
      </div>
    } @else {
      <div class="grid flex-1 place-items-center bg-sheet px-6 text-center text-15 leading-6">
        <p>
          {{ busy() ?? 'No film of this swing. Drop a WebM or MP4 here, or' }}
          @if (!busy()) {
            <label class="link cursor-pointer"
              >choose one<input
                #file
                type="file"
                class="visually-hidden"
                accept="video/webm,video/mp4"
                (change)="add(file)"
            /></label>
          }
        </p>
      </div>
    }
  `,
})
export class FilmPanel {
  readonly swing = input.required<SwingHead>();
  readonly cursor = input.required<number>();
  /** Impact on the recording's clock, s. */
  readonly impact = input.required<number>();
  readonly events = input<EventTimes>({});
  /** The stretch of the recording that is the swing, s. */
  readonly span = input<readonly [number, number]>([0, 1]);
  /** The films have the whole column. */
  readonly large = model(false);
  readonly cursorMoved = output<number>();
  readonly marked = output<{ name: EventName; t: number; u: number }>();
  private readonly store = inject(Store);
  protected readonly films = computed(() => this.swing().films);
  protected readonly most = MOST_FILMS;
  /** The film on which lines are drawn: it is alone meanwhile, and has the whole column. */
  private readonly lined = signal<string | null>(null);
  private wasLarge = false;
  protected readonly drawn = computed(() => this.films().find((f) => f.id === this.lined())?.id ?? null);
  protected readonly shown = computed(() => this.films().filter((f) => !this.drawn() || f.id === this.drawn()));
  protected readonly busy = signal<string | null>(null);
  protected readonly event = signal<EventName>('p4');
  protected readonly names = EVENT_NAMES;
  protected readonly words = EVENT_WORDS;
  protected readonly synced = computed(() => this.films().some((f) => f.impact !== null));
  private readonly frame = computed(() => 1 / Math.max(1, ...this.films().map((f) => f.frameRate)));
  protected readonly frameMs = computed(() => Math.round(1000 * this.frame()));

  protected draw(id: string, on: boolean): void {
    if (on) this.wasLarge = this.large();
    this.lined.set(on ? id : null);
    this.large.set(on || this.wasLarge);
  }
  protected eventOf(name: string): EventName {
    return EVENT_NAMES.find((e) => e === name) ?? 'p4';
  }
  protected mark(): void {
    this.marked.emit({ name: this.event(), t: this.cursor(), u: this.frame() });
  }
  protected change({ id, change, undo }: { id: string } & FilmChanged): void {
    const before = this.films().find((f) => f.id === id)?.angle;
    this.store.dispatch(LessonActions.changeFilm({ id, change }));
    if (undo)
      this.store.dispatch(
        NoticeActions.offerUndo({ text: undo.words, undo: LessonActions.changeFilm({ id, change: undo.change }) }),
      );
    // films look from different sides: the one that looked from there looks from where this one did
    const other = change.angle && this.films().find((f) => f.id !== id && f.angle === change.angle);
    if (other && before) this.store.dispatch(LessonActions.changeFilm({ id: other.id, change: { angle: before } }));
  }
  protected remove(id: string): void {
    this.store.dispatch(LessonActions.deleteFilm({ id }));
  }
  protected add(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (file) void this.take(file);
  }
  private async take(file: File): Promise<void> {
    this.busy.set(`Looking at ${file.name} …`);
    try {
      const facts = await filmFacts(file);
      this.store.dispatch(
        LessonActions.addFilm({ swingId: this.swing().id, file, about: { ...facts, angle: 'face on', from: 'file' } }),
      );
    } catch (e) {
      this.store.dispatch(
        NoticeActions.say({ text: `${file.name}: ${(e as Error).message} Nothing was stored.`, kind: 'alarm' }),
      );
    } finally {
      this.busy.set(null);
    }
  }
}
