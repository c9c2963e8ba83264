import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Booking, BookingChange, CalendarDays } from '@vilko/contract/booking';
import { BOOKING_STEP, hourText, SHORTEST_BOOKING } from '@vilko/contract/booking-words';
import { addDays, weekday } from '@vilko/core/practice/day';
import { dayWords, today as localToday } from '../lesson/practise/day-words';
import { Keys } from '../shell/keys';
import { answerOf } from '../state/answer';
import { DayActions, dayFeature, spanWords } from '../state/day';
import { OfficeActions } from '../state/office';
import { BookingCard, type CardOf } from './booking-card';
import { closedParts, type Hours, hoursOf, type Lane, type LaneBy, laneOf, movedBy, onStep } from './week-layout';

/** Height of all hours where a mouse chooses; by touch half an hour is as high as a finger, px. */
const HEIGHT = 600;
const FINGERS_HOUR = 88;
/** Rest after the last key before a move is sent, ms. */
const SETTLE = 500;
/** So far a press must go before it is a drag, px. */
const DRAG = 5;
/** A new booking is so long until somebody says otherwise, minutes. */
const USUAL_LENGTH = 60;

type Place = Pick<Booking, 'date' | 'from' | 'minutes' | 'bay' | 'coach'>;

interface Drag {
  readonly booking: Booking;
  readonly x: number;
  readonly y: number;
  moved: boolean;
}

/** The calendar of a week or a day: hours down, days across, a lane to each bay or coach; hatched where closed. */
@Component({
  selector: 'vk-week',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { '(window:pointermove)': 'drag($event)', '(window:pointerup)': 'drop()' },
  template: `
    <div class="flex h-full min-h-0 flex-col overflow-auto px-4 pt-3 pb-4">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2 text-15">
        <h1 class="text-24 font-semibold whitespace-nowrap">{{ title() }}</h1>
        <nav class="flex items-center gap-1 print:hidden" aria-label="Which days">
          <button class="plain-button" aria-label="Earlier" (click)="go(-span())">←</button>
          <button class="plain-button" (click)="goTo(null)">Today</button>
          <button class="plain-button" aria-label="Later" (click)="go(span())">→</button>
        </nav>
        <span class="flex items-center gap-1 print:hidden" role="group" aria-label="How much">
          @for (o of spans; track o.days) {
            <button
              class="plain-button"
              [class.is-on]="o.days === span()"
              [attr.aria-pressed]="o.days === span()"
              (click)="set({ days: o.days })"
            >
              {{ o.words }}
            </button>
          }
        </span>
        @if (calendar()?.coaches?.length! > 1) {
          <span class="flex items-center gap-1 print:hidden" role="group" aria-label="Lanes">
            @for (o of lanesBy; track o) {
              <button
                class="plain-button whitespace-nowrap"
                [class.is-on]="o === laneBy()"
                [attr.aria-pressed]="o === laneBy()"
                (click)="set({ by: o })"
              >
                by {{ o }}
              </button>
            }
          </span>
        }
        <label class="flex items-center gap-2 whitespace-nowrap print:hidden"
          ><input type="checkbox" [checked]="cancelled()" (change)="cancelled.set(!cancelled())" /> with
          cancelled</label
        >
        <span class="ml-auto flex items-center gap-4 whitespace-nowrap print:hidden">
          <a class="link" routerLink="/office/settings" fragment="calendar">Hours, coaches, other calendars</a>
          <button class="main-button" (click)="fresh({})">Book</button>
        </span>
      </div>
      @if (calendar(); as c) {
        <div class="mt-3 grid min-h-0 shrink-0" [style.grid-template-columns]="columns()">
          <span></span>
          @for (d of c.days; track d.date) {
            <div class="border-l border-strong-rules px-1 pb-0.5" [class.font-bold]="d.date === c.today">
              <p class="text-15 whitespace-nowrap">{{ day(d.date) }}</p>
              @if (lanes().length > 1) {
                <p class="grid auto-cols-fr grid-flow-col text-13 text-ink2">
                  @for (l of lanes(); track l.id) {
                    <span class="one-line font-normal">{{ l.words }}</span>
                  }
                </p>
              }
            </div>
          }
          <div class="relative" [style.height.px]="height()" aria-hidden="true">
            @for (h of hourMarks(); track h) {
              <span class="figures absolute right-1.5 -translate-y-1/2 text-13 text-ink2" [style.top.px]="y(h)">{{
                hour(h)
              }}</span>
            }
          </div>
          @for (d of c.days; track d.date; let i = $index) {
            <div
              class="relative border-t border-b border-l border-strong-rules bg-sheet"
              [style.height.px]="height()"
              [attr.data-day]="d.date"
            >
              <button
                class="absolute inset-0 h-full w-full cursor-cell"
                tabindex="-1"
                [attr.aria-label]="'Book on ' + day(d.date)"
                (click)="pressed($event, d.date)"
              ></button>
              @for (h of hourMarks(); track h) {
                <span class="pointer-events-none absolute inset-x-0 border-t border-rules" [style.top.px]="y(h)"></span>
              }
              @for (l of lanes().slice(1); track l.id; let k = $index) {
                <span
                  class="pointer-events-none absolute inset-y-0 border-l border-rules"
                  [style.left.%]="(100 * (k + 1)) / lanes().length"
                ></span>
              }
              @for (p of closed(d); track p.from) {
                <span
                  class="closed pointer-events-none absolute inset-x-0"
                  [style.top.px]="y(p.from)"
                  [style.height.px]="y(p.to) - y(p.from)"
                ></span>
              }
              @if (d.date === c.today && inHours(c.now)) {
                <span
                  class="pointer-events-none absolute inset-x-0 z-10 border-t-2 border-ink"
                  [style.top.px]="y(c.now)"
                  aria-hidden="true"
                ></span>
              }
              @for (b of shown()[i]!; track b.id) {
                <button
                  class="booking absolute z-20 touch-none overflow-hidden rounded-[3px] border px-1 text-left text-13 leading-[15px]"
                  [class]="look(b)"
                  [style.top.px]="y(b.from)"
                  [style.height.px]="Math.max(16, (b.minutes * height()) / (hours().to - hours().from) - 1)"
                  [style.left.%]="(100 * lane(b)) / lanes().length"
                  [style.width.%]="100 / lanes().length"
                  [attr.aria-label]="said(b)"
                  [title]="said(b)"
                  (pointerdown)="take($event, b)"
                  (click)="open($event, b)"
                  (keydown)="key($event, b)"
                >
                  <span class="figures" [class.block]="b.minutes >= 60">{{ hour(b.from) }}&ngsp;</span>
                  <span class="font-semibold" [class.one-line]="b.minutes < 60">{{ b.name || 'busy' }}</span>
                  @if (b.minutes >= 60 && (b.purpose === 'retest' || b.aim)) {
                    <span class="block">{{ b.purpose === 'retest' ? 'retest' : b.aim }}</span>
                  }
                </button>
              }
            </div>
          }
        </div>
        <p class="mt-2 text-13 text-ink2 print:hidden">
          Times of {{ c.zone }}. Drag a booking, or choose it and use the arrows (Shift: its length); Enter opens it,
          Del cancels it. A press on a free place books there.
        </p>
      } @else if (answer.refused(); as why) {
        <p class="mt-4 text-15 text-alarm" role="alert">{{ why }}</p>
      } @else {
        <p class="mt-4 text-15 text-ink2" role="status">Opening the calendar …</p>
      }
    </div>
  `,
  styles: `
    .closed {
      background: repeating-linear-gradient(135deg, transparent 0 7px, var(--rules) 7px 8px);
    }
    /* a button centres what it holds */
    .booking {
      display: flex;
      flex-flow: column;
      justify-content: flex-start;
      overflow-wrap: anywhere;
      /* as high as it is long, also by touch */
      min-height: 0;
      min-width: 0;
    }
    .is-on {
      background: var(--ink);
      color: var(--paper);
    }
  `,
})
export class Week {
  /** First day that is shown; without it this week's Monday, or today. */
  readonly from = input<string>();
  readonly days = input<string>();
  readonly by = input<string>();
  /** A booking is to be made at once: for this pupil, or for whom one chooses. */
  readonly book = input<string>();
  readonly purpose = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialog = inject(Dialog);
  private readonly version = this.store.selectSignal(dayFeature.selectVersion);
  protected readonly spans = [
    { days: 1, words: 'Day' },
    { days: 7, words: 'Week' },
  ] as const;
  protected readonly lanesBy: readonly LaneBy[] = ['bay', 'coach'];
  protected readonly Math = Math;
  protected readonly hour = hourText;
  protected readonly day = dayWords;
  protected readonly span = computed(() => (this.days() === '1' ? 1 : 7));
  protected readonly laneBy = computed((): LaneBy => (this.by() === 'coach' ? 'coach' : 'bay'));
  protected readonly cancelled = signal(false);
  /** The house's day: until it has said so, this machine's. */
  private readonly today = signal(localToday());
  private readonly first = computed(() => {
    const day = this.from() ?? this.today();
    return this.span() === 1 ? day : addDays(day, -weekday(day));
  });
  protected readonly answer = answerOf('calendarDays', () => {
    this.version();
    return { from: this.first(), days: this.span() };
  });
  protected readonly calendar = this.answer.value;
  private readonly bays = answerOf('bays', () => ({}));
  /** Where bookings are shown that are on their way: dragged, or moved by keys that are not sent yet. */
  private readonly underWay = signal<ReadonlyMap<string, Place>>(new Map());
  private dragged: Drag | null = null;
  private settling: ReturnType<typeof setTimeout> | undefined;

  protected readonly title = computed(() => {
    const [a, b] = [this.first(), addDays(this.first(), this.span() - 1)];
    return this.span() === 1 ? dayWords(a) : `${dayWords(a)} – ${dayWords(b)}`;
  });
  protected readonly lanes = computed((): readonly Lane[] =>
    this.laneBy() === 'bay'
      ? (this.bays.value() ?? []).map((b) => ({ id: b.id, words: b.name }))
      : (this.calendar()?.coaches ?? []).map((c) => ({ id: c, words: c })),
  );
  protected readonly columns = computed(() => `52px repeat(${this.calendar()!.days.length}, minmax(0, 1fr))`);
  protected readonly hours = computed(() => hoursOf(this.calendar()!));
  protected readonly height = computed(() => {
    const { from, to } = this.hours();
    return matchMedia('(pointer: coarse)').matches ? (FINGERS_HOUR * (to - from)) / 60 : HEIGHT;
  });
  protected readonly hourMarks = computed(() => {
    const { from, to } = this.hours();
    return Array.from({ length: (to - from) / 60 + 1 }, (_, i) => from + 60 * i);
  });
  /** Bookings by day, where they are or are on their way to. */
  protected readonly shown = computed((): Booking[][] => {
    const { days, bookings } = this.calendar()!;
    const there = bookings
      .filter((b) => this.cancelled() || b.state !== 'cancelled')
      .map((b) => ({ ...b, ...this.underWay().get(b.id) }));
    return days.map((d) => there.filter((b) => b.date === d.date));
  });

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
    effect(() => {
      const c = this.calendar();
      if (c) this.today.set(c.today);
      // what is under way is there, or went back; what is still being moved stays where it was moved to
      untracked(() => {
        if (this.dragged === null && this.settling === undefined) this.underWay.set(new Map());
      });
    });
    effect(() => {
      const pupil = this.book();
      if (pupil === undefined || !this.calendar() || !this.bays.value()) return;
      untracked(() => {
        this.fresh({ pupilId: pupil || null, purpose: this.purpose() === 'retest' ? 'retest' : 'lesson' });
        this.set({ book: null, purpose: null });
      });
    });
    inject(Keys).use('Week', [
      { key: 'b', words: 'book', run: () => this.fresh({}) },
      { key: 'PageUp', words: 'earlier', run: () => this.go(-this.span()) },
      { key: 'PageDown', words: 'later', run: () => this.go(this.span()) },
      { key: 'w', words: 'day or week', run: () => this.set({ days: this.span() === 1 ? 7 : 1 }) },
      { key: 'Home', words: 'today', run: () => this.goTo(null) },
    ]);
  }

  protected set(query: Record<string, string | number | null>): void {
    void this.router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }
  protected go(days: number): void {
    this.goTo(addDays(this.first(), days));
  }
  protected goTo(from: string | null): void {
    this.set({ from });
  }
  /** px from the top of the hours. */
  protected y(minutes: number): number {
    const { from, to } = this.hours();
    return (this.height() * (minutes - from)) / (to - from);
  }
  protected inHours(minutes: number): boolean {
    return minutes >= this.hours().from && minutes <= this.hours().to;
  }
  protected closed(d: CalendarDays['days'][number]): Hours[] {
    return closedParts(d.open, this.hours());
  }
  protected lane(b: Booking): number {
    return laneOf(b, this.laneBy(), this.lanes());
  }
  protected look(b: Booking): string {
    if (b.state === 'cancelled' || b.state === 'absent')
      return 'border-dashed border-strong-rules bg-paper text-ink2 line-through';
    if (b.purpose === 'busy') return 'border-strong-rules bg-rules text-ink';
    return b.state === 'begun' ? 'border-strong-rules bg-paper text-ink2' : 'border-ink bg-paper text-ink';
  }
  protected said(b: Booking): string {
    const bay = this.bays.value()?.find((x) => x.id === b.bay)?.name;
    const state = b.state === 'absent' ? 'did not come' : b.state === 'booked' ? '' : b.state;
    return [
      `${b.name || 'busy'}, ${spanWords(b)}`,
      ...[bay, b.coach, b.purpose === 'retest' ? 'retest' : '', state, b.aim].filter(Boolean),
    ].join(', ');
  }

  // opening
  protected fresh(more: Partial<Booking>): void {
    const c = this.calendar();
    if (!c || this.dialog.openDialogs.length) return;
    const date = more.date ?? (c.days.some((d) => d.date === c.today) ? c.today : c.days[0]!.date);
    const open = c.days.find((d) => d.date === date)?.open;
    const soonest = date === c.today ? Math.min(23 * 60, onStep(c.now + 30)) : 0;
    const from = more.from ?? Math.max(soonest, open?.from ?? 600);
    const place = { date, from, minutes: USUAL_LENGTH, bay: this.bays.value()?.[0]?.id ?? null, coach: c.coaches[0]! };
    this.card({ is: 'new', place: { ...place, ...more } });
  }
  protected open(e: Event, b: Booking): void {
    e.stopPropagation();
    const was = this.dragged;
    this.dragged = null;
    if (was?.moved) return;
    this.card({ is: 'there', booking: b });
  }
  private card(of: CardOf): void {
    const data = { of, bays: this.bays.value() ?? [], coaches: this.calendar()!.coaches };
    this.dialog.open(BookingCard, { data, ariaLabel: of.is === 'new' ? 'Book' : 'Booking' });
  }
  /** A press on a free place books there. */
  protected pressed(e: MouseEvent, date: string): void {
    const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const { from, to } = this.hours();
    const at = from + ((e.clientY - box.top) / this.height()) * (to - from);
    const lane = this.lanes()[Math.floor(((e.clientX - box.left) / box.width) * this.lanes().length)];
    const where = this.laneBy() === 'bay' ? { bay: lane?.id ?? null } : { coach: lane?.id ?? '' };
    this.fresh({ date, from: 30 * Math.floor(at / 30), ...(lane ? where : {}) });
  }

  // moving
  protected take(e: PointerEvent, b: Booking): void {
    if (e.button !== 0 || b.state === 'begun') return;
    this.dragged = { booking: b, x: e.clientX, y: e.clientY, moved: false };
  }
  protected drag(e: PointerEvent): void {
    const d = this.dragged;
    if (!d) return;
    if (!d.moved && Math.hypot(e.clientX - d.x, e.clientY - d.y) < DRAG) return;
    d.moved = true;
    const { from, to } = this.hours();
    const column = document
      .elementsFromPoint(e.clientX, e.clientY)
      .find((x): x is HTMLElement => x instanceof HTMLElement && x.dataset['day'] !== undefined);
    const date = column?.dataset['day'] ?? this.underWay().get(d.booking.id)?.date ?? d.booking.date;
    const box = column?.getBoundingClientRect();
    const lane = box ? this.lanes()[Math.floor(((e.clientX - box.left) / box.width) * this.lanes().length)] : undefined;
    const minutes = ((e.clientY - d.y) * (to - from)) / this.height();
    const { bay, coach } = d.booking;
    const place = { date, from: movedBy(d.booking, minutes), minutes: d.booking.minutes, bay, coach };
    const into = !lane ? {} : this.laneBy() === 'coach' ? { coach: lane.id } : bay === null ? {} : { bay: lane.id };
    this.put(d.booking.id, { ...place, ...into });
  }
  protected drop(): void {
    const d = this.dragged;
    if (!d?.moved) {
      this.dragged = null;
      return;
    }
    this.send(d.booking);
    // the click that follows opens nothing
    setTimeout(() => (this.dragged = null));
  }
  protected key(e: KeyboardEvent, b: Booking): void {
    if (e.key === 'Delete' || e.key === 'Backspace') {
      e.preventDefault();
      e.stopPropagation();
      if (b.state === 'booked') this.change(b, { state: 'cancelled' }, 'cancelled');
      return;
    }
    const step: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [0, -BOOKING_STEP],
      ArrowDown: [0, BOOKING_STEP],
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
    };
    const by = step[e.key];
    if (!by || b.state === 'begun') return;
    e.preventDefault();
    e.stopPropagation();
    // two presses in a row are two steps, though the first is not drawn yet
    const at = { ...b, ...this.underWay().get(b.id) };
    const { date, from, minutes, bay, coach } = at;
    const place = e.shiftKey
      ? { date, from, minutes: Math.max(SHORTEST_BOOKING, minutes + by[1]), bay, coach }
      : { date: addDays(date, by[0]), from: movedBy(at, by[1]), minutes, bay, coach };
    this.put(b.id, place);
    clearTimeout(this.settling);
    const was = this.calendar()!.bookings.find((x) => x.id === b.id)!;
    this.settling = setTimeout(() => {
      this.settling = undefined;
      this.send(was);
    }, SETTLE);
  }
  private put(id: string, place: Place): void {
    this.underWay.update((m) => new Map([...m, [id, place]]));
  }
  private send(was: Booking): void {
    const to = this.underWay().get(was.id);
    if (!to) return;
    const keys = ['date', 'from', 'minutes', 'bay', 'coach'] as const;
    const change = Object.fromEntries(keys.filter((k) => to[k] !== was[k]).map((k) => [k, to[k]]));
    if (Object.keys(change).length) this.change(was, change, 'moved');
  }
  private change(booking: Booking, change: Partial<BookingChange>, said: string): void {
    this.store.dispatch(DayActions.change({ booking, change, said }));
  }
}
