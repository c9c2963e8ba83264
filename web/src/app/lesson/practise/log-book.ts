import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { LogEntry, NewLogEntry } from '@vilko/contract/practice';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import { SELF_CHECKS } from '@vilko/core/practice/self-checks';
import { shortDate } from '@vilko/core/words/dates';
import { entryWords } from './entry-words';
import { PainEntry } from './pain-entry';
import { HouseDrills } from '../../state/house-drills';

const SHOWN = 4;

/**
 * What was practised, checked or felt without a measurement, and a form to write it down; what was practised alone on
 * boards at home stands there too.
 */
@Component({
  selector: 'vk-log-book',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PainEntry, RouterLink],
  template: `
    <div class="flex items-baseline gap-3">
      <h2 class="text-18 font-semibold">Logbook</h2>
      <label class="link ml-auto cursor-pointer"
        >Take in practice<input class="sr-only" type="file" accept=".zip" (change)="takeIn($any($event.target))"
      /></label>
      <button class="link" (click)="open.set(!open())">{{ open() ? 'Close' : 'Write down' }}</button>
    </div>
    @if (open()) {
      <div class="mt-1">
        @for (c of checks; track c.id) {
          <div class="flex items-baseline gap-2 border-t border-rules py-1">
            <span class="min-w-0 flex-1">{{ c.asks }}</span>
            @for (a of answers; track a) {
              <button
                class="rounded-[3px] border px-2 py-0.5"
                [class]="given()[c.id] === a ? 'border-ink bg-ink text-paper' : 'border-strong-rules'"
                [attr.aria-pressed]="given()[c.id] === a"
                [attr.aria-label]="c.asks + ' ' + a"
                (click)="answer(c.id, a)"
              >
                {{ a }}
              </button>
            }
          </div>
        }
        <div class="mt-1 flex flex-wrap items-end gap-3">
          <label class="field w-[120px]"
            >Felt lead share, %<input
              class="figures"
              type="number"
              min="0"
              max="100"
              [value]="felt() ?? ''"
              (change)="felt.set($any($event.target).value === '' ? null : +$any($event.target).value)"
          /></label>
          <vk-pain-entry words="Pain before" [value]="before()" (changed)="before.set($event)" />
          <vk-pain-entry words="after" [value]="after()" (changed)="after.set($event)" />
        </div>
        <label class="field mt-1"
          >In words<textarea
            rows="2"
            maxlength="1000"
            [value]="note()"
            (input)="note.set($any($event.target).value)"
          ></textarea>
        </label>
        <div class="mt-2 flex items-center gap-3">
          <button class="main-button" [disabled]="empty()" (click)="keep()">Keep, as not measured</button>
          <label class="plain-button cursor-pointer"
            >Keep a film<input
              class="sr-only"
              type="file"
              accept="video/webm,video/mp4,video/quicktime"
              (change)="keepFilm($any($event.target))"
          /></label>
        </div>
      </div>
    }
    <ul class="mt-1">
      @for (e of newest(); track e.id) {
        <li class="flex gap-2 border-t border-rules py-1">
          <span class="figures w-[52px] shrink-0 text-ink2">{{ date(e.at) }}</span>
          <span class="min-w-0 flex-1"
            >{{ words(e) }}
            @if (alone(e)) {
              <span class="text-ink2">practised alone </span>
              <a class="link" [routerLink]="['/lesson', e.lessonId, 'read']">Its swings</a>
            } @else {
              <span class="text-ink2">{{ e.from === 'pupil' ? 'from the pupil, not measured' : 'not measured' }}</span>
            }
            @if (e.film) {
              <button class="link" (click)="watch.emit(e)">Watch and mark</button>
            }
          </span>
          <button
            class="link shrink-0 self-start"
            [attr.aria-label]="'Delete the entry of ' + date(e.at)"
            (click)="remove.emit(e.id)"
          >
            Delete
          </button>
        </li>
      } @empty {
        <li class="text-ink2">Nothing is written down yet: self-checks, felt shares and practice at home go here.</li>
      }
    </ul>
  `,
})
export class LogBook {
  readonly log = input.required<readonly LogEntry[]>();
  readonly write = output<NewLogEntry>();
  readonly remove = output<string>();
  readonly film = output<{ file: File; note: string }>();
  readonly watch = output<LogEntry>();
  /** A file of what was practised alone on another machine. */
  readonly practised = output<File>();
  private readonly house = inject(HouseDrills);
  protected readonly checks = SELF_CHECKS;
  protected readonly answers = ['yes', 'no'] as const;
  protected readonly open = signal(false);
  protected readonly given = signal<Readonly<Record<string, 'yes' | 'no'>>>({});
  protected readonly felt = signal<number | null>(null);
  protected readonly before = signal<number | null>(null);
  protected readonly after = signal<number | null>(null);
  protected readonly note = signal('');
  protected readonly newest = computed(() => this.log().slice(-SHOWN).reverse());
  protected readonly date = shortDate;
  /** Measured on boards at home: its swings can be looked at, and count as no lesson's. */
  protected readonly alone = (e: LogEntry): boolean =>
    e.kind === 'trainer' && e.from === 'pupil' && e.lessonId !== null;
  protected readonly words = (e: LogEntry): string => entryWords(e, this.house.shelf());
  protected readonly empty = computed(
    () => !Object.keys(this.given()).length && this.felt() === null && !this.note().trim() && this.before() === null,
  );

  protected answer(id: string, a: 'yes' | 'no'): void {
    this.given.update((g) =>
      g[id] === a ? Object.fromEntries(Object.entries(g).filter(([k]) => k !== id)) : { ...g, [id]: a },
    );
  }
  protected keep(): void {
    const checks = this.given();
    const kind = Object.keys(checks).length ? 'self-check' : this.felt() === null ? 'home' : 'felt';
    this.write.emit({
      ...BLANK_ENTRY,
      at: new Date().toISOString(),
      kind,
      painBefore: this.before(),
      painAfter: this.after(),
      checks: { ...checks },
      felt: this.felt(),
      note: this.note().trim(),
    });
    this.given.set({});
    this.felt.set(null);
    this.before.set(null);
    this.after.set(null);
    this.note.set('');
    this.open.set(false);
  }
  protected takeIn(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (file) this.practised.emit(file);
  }
  protected keepFilm(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.film.emit({ file, note: this.note().trim() });
    this.note.set('');
    this.open.set(false);
  }
}
