import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Booking, NewBooking } from '@vilko/contract/booking';
import { hourText, minutesOf } from '@vilko/contract/booking-words';
import { DayActions, dayFeature, isClosed } from '../state/day';
import { officeFeature } from '../state/office';

/** What the card is about: a new booking at a place, or one that is there. */
export type CardOf =
  | {
      readonly is: 'new';
      readonly place: Partial<Booking> & Pick<Booking, 'date' | 'from' | 'minutes' | 'bay' | 'coach'>;
    }
  | { readonly is: 'there'; readonly booking: Booking };

export interface CardData {
  readonly of: CardOf;
  readonly bays: readonly { readonly id: string; readonly name: string }[];
  readonly coaches: readonly string[];
}

const LENGTHS = [30, 45, 60, 75, 90, 120, 180];

/** A booking: who, when, where, with whom, what for; once or again every so many weeks. */
@Component({
  selector: 'vk-booking-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <form class="overlay-card w-[560px] p-6 text-15" (submit)="$event.preventDefault(); save()">
      <h2 class="text-18 font-semibold">{{ isNew ? 'Book' : there!.name || 'Busy' }}</h2>
      @if (there && there.state !== 'booked') {
        <p class="text-ink2">{{ stateWords }}</p>
      }
      <div class="mt-3 grid grid-cols-2 gap-x-4 gap-y-2">
        @if (isNew) {
          <label class="field"
            >Who comes
            <select #who cdkFocusInitial (change)="pupil.set(who.value)">
              <option value="" [selected]="!pupil()">nobody: the coach is busy</option>
              @for (p of people(); track p.id) {
                <option [value]="p.id" [selected]="p.id === pupil()">{{ p.name }}</option>
              }
            </select></label
          >
        }
        @if (busy()) {
          <label class="field" [class.col-span-2]="!isNew"
            >Called<input maxlength="200" [value]="titled()" (input)="titled.set($any($event.target).value)"
          /></label>
        } @else if (isNew) {
          <label class="field"
            >What for
            <select (change)="purpose.set($any($event.target).value)">
              <option value="lesson" [selected]="purpose() === 'lesson'">a lesson</option>
              <option value="retest" [selected]="purpose() === 'retest'">a retest</option>
            </select></label
          >
        }
        <label class="field"
          >Day<input type="date" required [value]="date()" (change)="date.set($any($event.target).value)"
        /></label>
        <div class="grid grid-cols-2 gap-x-3">
          <label class="field"
            >From<input
              type="time"
              step="300"
              required
              [value]="hour(from())"
              (change)="from.set(minutes($any($event.target).value))"
          /></label>
          <label class="field"
            >Length
            <select (change)="long.set(+$any($event.target).value)">
              @for (n of lengths(); track n) {
                <option [value]="n" [selected]="n === long()">{{ n }} min</option>
              }
            </select></label
          >
        </div>
        @if (!busy()) {
          <label class="field"
            >Bay
            <select (change)="bay.set($any($event.target).value)">
              @for (b of data.bays; track b.id) {
                <option [value]="b.id" [selected]="b.id === bay()">{{ b.name }}</option>
              }
            </select></label
          >
        }
        @if (data.coaches.length > 1) {
          <label class="field"
            >With
            <select (change)="coach.set($any($event.target).value)">
              @for (c of data.coaches; track c) {
                <option [value]="c" [selected]="c === coach()">{{ c }}</option>
              }
            </select></label
          >
        }
        @if (!busy()) {
          <label class="field col-span-2"
            >Aim (empty: as last time)<input
              maxlength="400"
              [value]="aim()"
              (input)="aim.set($any($event.target).value)"
          /></label>
        }
        <label class="field col-span-2"
          >Note<input maxlength="1000" [value]="note()" (input)="note.set($any($event.target).value)"
        /></label>
        @if (isNew) {
          <div class="col-span-2 flex flex-wrap items-center gap-x-2 gap-y-1">
            <label class="flex items-center gap-2"
              ><input type="checkbox" [checked]="again()" (change)="again.set(!again())" /> again every</label
            >
            <input
              class="entry figures !mt-0 !w-14"
              type="number"
              min="1"
              max="8"
              aria-label="Weeks between"
              [disabled]="!again()"
              [value]="weeks()"
              (change)="weeks.set(+$any($event.target).value)"
            />
            weeks,
            <input
              class="entry figures !mt-0 !w-16"
              type="number"
              min="2"
              max="52"
              aria-label="Times in all"
              [disabled]="!again()"
              [value]="times()"
              (change)="times.set(+$any($event.target).value)"
            />
            times in all
          </div>
        } @else if (there!.series && there!.state === 'booked') {
          <label class="col-span-2 flex items-center gap-2"
            ><input type="checkbox" [checked]="following()" (change)="following.set(!following())" /> and those of the
            series after it</label
          >
        }
      </div>
      @if (refused(); as why) {
        <p class="mt-3 border-l-2 border-alarm pl-2 text-alarm first-letter:uppercase" role="alert">{{ why }}</p>
        <p class="mt-1 flex flex-wrap gap-x-4">
          @if (again() && isNew) {
            <button type="button" class="link" (click)="save({ leaveOut: true })">Book the others</button>
          }
          @if (closed()) {
            <button type="button" class="link" (click)="save({ evenClosed: true })">Even so</button>
          }
        </p>
      }
      <div class="mt-4 flex flex-wrap items-center gap-3">
        <button class="main-button" [disabled]="working()">{{ isNew ? 'Book' : 'Save' }}</button>
        <button type="button" class="plain-button" (click)="ref.close()">Close</button>
        @if (there; as b) {
          @if (b.state === 'booked') {
            <button type="button" class="plain-button" (click)="state('cancelled', 'cancelled')">
              Cancel the booking
            </button>
            @if (b.pupilId) {
              <button type="button" class="plain-button" (click)="state('absent', 'did not come')">Did not come</button>
            }
          } @else if (b.state !== 'begun') {
            <button type="button" class="plain-button" (click)="state('booked', 'booked again')">Book it again</button>
          }
          @if (b.pupilId) {
            <span class="ml-auto flex gap-4">
              <a class="link" [routerLink]="['/bookings', b.id]" (click)="ref.close()">Prepare</a>
              @if (b.state === 'booked') {
                <button type="button" class="link" (click)="begin()">Start the lesson</button>
              } @else if (b.lessonId) {
                <a class="link" [routerLink]="['/lesson', b.lessonId, 'read']" (click)="ref.close()">Its lesson</a>
              }
            </span>
          }
        }
      </div>
    </form>
  `,
})
export class BookingCard {
  protected readonly data = inject<CardData>(DIALOG_DATA);
  protected readonly ref = inject(DialogRef);
  private readonly store = inject(Store);
  private readonly known = this.store.selectSignal(officeFeature.selectPupils);
  private readonly said = this.store.selectSignal(dayFeature.selectRefused);
  protected readonly working = this.store.selectSignal(dayFeature.selectBusy);
  protected readonly isNew = this.data.of.is === 'new';
  protected readonly there = this.data.of.is === 'there' ? this.data.of.booking : null;
  private readonly at = this.data.of.is === 'new' ? this.data.of.place : this.data.of.booking;
  protected readonly hour = hourText;
  protected readonly minutes = minutesOf;
  protected readonly pupil = signal(this.at.pupilId ?? '');
  protected readonly purpose = signal(this.at.purpose ?? 'lesson');
  protected readonly titled = signal(this.at.title ?? '');
  protected readonly date = signal(this.at.date);
  protected readonly from = signal(this.at.from);
  protected readonly long = signal(this.at.minutes);
  protected readonly bay = signal(this.at.bay ?? this.data.bays[0]?.id ?? '');
  protected readonly coach = signal(this.at.coach);
  protected readonly aim = signal(this.at.aim ?? '');
  protected readonly note = signal(this.at.note ?? '');
  protected readonly again = signal(false);
  protected readonly weeks = signal(1);
  protected readonly times = signal(6);
  protected readonly following = signal(false);
  /** Something was asked from here: an older refusal is not this card's. */
  private readonly asked = signal(false);
  protected readonly refused = computed(() => (this.asked() ? this.said() : null));
  protected readonly closed = computed(() => isClosed(this.refused()));
  protected readonly busy = computed(() => (this.isNew ? this.pupil() === '' : this.there!.purpose === 'busy'));
  protected readonly people = computed(() => (this.known() ?? []).filter((p) => !p.archived));
  protected readonly lengths = computed(() => [...new Set([...LENGTHS, this.at.minutes])].sort((a, b) => a - b));
  protected readonly stateWords = {
    booked: '',
    begun: 'Its lesson has begun: the time stays as it was.',
    absent: 'Did not come.',
    cancelled: 'Cancelled.',
  }[this.there?.state ?? 'booked'];

  constructor() {
    inject(Actions)
      .pipe(ofType(DayActions.booked, DayActions.changed, DayActions.begun), takeUntilDestroyed())
      // an answer to what was pressed before it opened is not this card's
      .subscribe(() => {
        if (this.asked()) this.ref.close();
      });
  }

  protected save(more: Partial<Pick<NewBooking, 'leaveOut' | 'evenClosed'>> = {}): void {
    this.asked.set(true);
    const place = { date: this.date(), from: this.from(), minutes: this.long(), coach: this.coach() };
    const bay = this.busy() ? null : this.bay();
    if (this.there) {
      const b = this.there;
      const wanted = { ...place, bay, aim: this.aim(), note: this.note(), title: this.titled() };
      const change = Object.fromEntries(Object.entries(wanted).filter(([k, v]) => b[k as keyof Booking] !== v));
      if (!Object.keys(change).length) return this.ref.close();
      const which = this.following() ? ({ which: 'following' } as const) : {};
      const even = more.evenClosed ? { evenClosed: true } : {};
      this.store.dispatch(DayActions.change({ booking: b, change: { ...change, ...which, ...even }, said: 'changed' }));
      return;
    }
    this.store.dispatch(
      DayActions.book({
        booking: {
          ...place,
          bay,
          pupilId: this.pupil() || null,
          title: this.busy() ? this.titled() : '',
          purpose: this.busy() ? 'busy' : this.purpose(),
          aim: this.busy() ? '' : this.aim(),
          note: this.note(),
          repeat: this.again() ? { everyWeeks: this.weeks(), times: this.times() } : null,
          leaveOut: false,
          evenClosed: false,
          ...more,
        },
      }),
    );
  }
  protected state(state: 'booked' | 'absent' | 'cancelled', said: string): void {
    this.asked.set(true);
    const which = this.following() ? ({ which: 'following' } as const) : {};
    this.store.dispatch(DayActions.change({ booking: this.there!, change: { state, ...which }, said }));
  }
  protected begin(): void {
    this.asked.set(true);
    this.store.dispatch(DayActions.begin({ booking: this.there! }));
  }
}
