import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import type { Booking } from '@vilko/contract/booking';
import { hourText, minutesOf } from '@vilko/contract/booking-words';
import type { Lesson } from '@vilko/contract/swing';
import { addDays } from '@vilko/core/practice/day';
import { today } from '../practise/day-words';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { DayActions, isClosed, spanWords } from '../../state/day';
import { sentenceOf } from '../../state/sentences';

/** So far ahead bookings are looked for, days. */
const AHEAD = 62;
const LENGTHS = [30, 45, 60, 90, 120];
const WEEKS = [1, 2, 3, 4, 6, 8];
const LONG = 60;

/** The next visit, booked where the lesson ends: at the same hour in so many weeks, unless something else is said. */
@Component({
  selector: 'vk-next-visit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (booked().length) {
      <ul>
        @for (b of booked(); track b.id) {
          <li class="flex items-baseline gap-3 py-0.5">
            <span>{{ span(b) }}</span>
            <button class="link" [attr.aria-label]="'Cancel ' + span(b)" (click)="cancel(b)">Cancel it</button>
          </li>
        }
      </ul>
    }
    @if (calendar.value()) {
      <form class="flex flex-wrap items-end gap-x-3 gap-y-2" (submit)="$event.preventDefault(); book(false)">
        <label class="field w-[92px]"
          >In
          <select aria-label="In how many weeks" (change)="date.set(inWeeks(+$any($event.target).value))">
            @for (w of weeks; track w) {
              <option [value]="w" [selected]="inWeeks(w) === date()">{{ w === 1 ? 'a week' : w + ' weeks' }}</option>
            }
            @if (!inWholeWeeks()) {
              <option value="" selected disabled>on a day</option>
            }
          </select></label
        >
        <label class="field w-[142px]"
          >Day<input type="date" required [value]="date()" (change)="date.set($any($event.target).value)"
        /></label>
        <label class="field w-[132px]"
          >From<input
            type="time"
            step="300"
            required
            [value]="hour(from())"
            (change)="from.set(minutes($any($event.target).value))"
        /></label>
        <label class="field w-[92px]"
          >Length
          <select (change)="long.set(+$any($event.target).value)">
            @for (n of lengths(); track n) {
              <option [value]="n" [selected]="n === long()">{{ n }} min</option>
            }
          </select></label
        >
        <span class="flex h-8 items-center gap-4">
          <label class="flex items-center gap-2"
            ><input type="checkbox" [checked]="retest()" (change)="retest.set(!retest())" /> a retest</label
          >
          <button class="plain-button h-8" [disabled]="working() || !date()">Book</button>
        </span>
      </form>
    } @else if (calendar.refused(); as why) {
      <p class="text-alarm" role="alert">{{ why }}</p>
    } @else {
      <p class="text-ink2" role="status">Looking into the calendar …</p>
    }
    @if (refused(); as why) {
      <p class="mt-2 border-l-2 border-alarm pl-2 text-alarm first-letter:uppercase" role="alert">
        {{ why }}
        @if (closed()) {
          <button type="button" class="link" (click)="book(true)">Even so</button>
        }
      </p>
    }
  `,
})
export class NextVisit {
  readonly lesson = input.required<Pick<Lesson, 'id' | 'pupil' | 'bay' | 'nextVisit'>>();
  /** Changes whenever something was booked elsewhere. */
  readonly anew = input<unknown>();
  /** The day that was booked; null when it was cancelled. */
  readonly changed = output<{ nextVisit: string | null }>();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly version = signal(0);
  protected readonly calendar = answerOf('calendarDays', () => {
    this.version();
    this.anew();
    return { from: today(), days: AHEAD };
  });
  private readonly bays = answerOf('bays', () => ({}));
  protected readonly weeks = WEEKS;
  protected readonly hour = hourText;
  protected readonly minutes = minutesOf;
  protected readonly span = spanWords;
  /** The booking that this lesson was begun from. */
  private readonly own = computed(() => this.calendar.value()?.bookings.find((b) => b.lessonId === this.lesson().id));
  protected readonly booked = computed((): readonly Booking[] =>
    (this.calendar.value()?.bookings ?? []).filter(
      (b) => b.pupilId === this.lesson().pupil.id && b.state === 'booked' && Date.parse(b.endsAt) > Date.now(),
    ),
  );
  private readonly today = computed(() => this.calendar.value()?.today ?? today());
  protected readonly date = linkedSignal(() => this.inWeeks(2));
  // numbers, so that what is typed stays though the lesson or the calendar comes anew
  private readonly usual = computed(
    () => (this.own() ?? this.booked()[0])?.from ?? Math.floor((this.calendar.value()?.now ?? 0) / 60) * 60,
  );
  private readonly usualLength = computed(() => (this.own() ?? this.booked()[0])?.minutes ?? LONG);
  protected readonly from = linkedSignal(() => this.usual());
  protected readonly long = linkedSignal(() => this.usualLength());
  protected readonly lengths = computed(() => [...new Set([...LENGTHS, this.long()])].sort((a, b) => a - b));
  protected readonly inWholeWeeks = computed(() => WEEKS.some((w) => this.inWeeks(w) === this.date()));
  protected readonly retest = signal(false);
  protected readonly working = signal(false);
  protected readonly refused = signal<string | null>(null);
  protected readonly closed = computed(() => isClosed(this.refused()));

  protected inWeeks(n: number): string {
    return addDays(this.today(), 7 * n);
  }
  protected book(evenClosed: boolean): void {
    const calendar = this.calendar.value();
    const bays = this.bays.value() ?? [];
    const bay = this.own()?.bay ?? (bays.find((b) => b.name === this.lesson().bay) ?? bays[0])?.id;
    if (!calendar || bay === undefined || this.working()) return;
    this.working.set(true);
    this.refused.set(null);
    const date = this.date();
    this.api
      .ask(
        'book',
        {},
        {
          ...{ bay, date, from: this.from(), minutes: this.long(), evenClosed },
          coach: this.own()?.coach ?? calendar.coaches[0]!,
          pupilId: this.lesson().pupil.id,
          purpose: this.retest() ? 'retest' : 'lesson',
        },
      )
      .subscribe({
        next: (answer) => {
          this.done();
          this.store.dispatch(DayActions.booked({ answer }));
          this.changed.emit({ nextVisit: date });
        },
        error: (e: unknown) => {
          this.working.set(false);
          this.refused.set(sentenceOf(e));
        },
      });
  }
  protected cancel(b: Booking): void {
    this.api.ask('changeBooking', { id: b.id }, { state: 'cancelled' }).subscribe({
      next: (answer) => {
        this.done();
        const change = { state: 'cancelled' } as const;
        this.store.dispatch(DayActions.changed({ answer, was: b, change, said: 'cancelled' }));
        if (this.lesson().nextVisit === b.date) this.changed.emit({ nextVisit: null });
      },
      error: (e: unknown) => this.refused.set(sentenceOf(e)),
    });
  }
  private done(): void {
    this.working.set(false);
    this.refused.set(null);
    this.version.update((v) => v + 1);
  }
}
