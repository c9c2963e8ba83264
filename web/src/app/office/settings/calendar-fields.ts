import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { CalendarAddress, CalendarTaken } from '@vilko/contract/booking';
import { hourText, minutesOf, WEEK } from '@vilko/contract/booking-words';
import type { HouseSettings } from '@vilko/contract/settings';
import { counted } from '@vilko/core/words/amounts';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { OfficeActions, officeFeature } from '../../state/office';
import { sentenceOf } from '../../state/sentences';

/** What a day that was closed opens with, minutes after midnight. */
const OPENS = { from: 9 * 60, to: 18 * 60 };

/** What the calendar rests on: the house's zone, who teaches, when it is open, and calendars elsewhere. */
@Component({
  selector: 'vk-calendar-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 id="calendar" class="text-18 font-semibold">Calendar</h2>
    <div class="mt-3 grid grid-cols-2 gap-3">
      <label class="field"
        >Time zone<input
          list="zones"
          autocomplete="off"
          [placeholder]="'of this machine: ' + machines"
          [value]="house().zone"
          (change)="change({ zone: $any($event.target).value.trim() })"
        /><datalist id="zones">
          @for (z of zones; track z) {
            <option [value]="z"></option>
          }
        </datalist>
      </label>
      <label class="field col-span-2"
        >Who teaches, a name on each line<textarea
          rows="2"
          placeholder="empty: one instructor"
          [value]="house().coaches.join('\\n')"
          (change)="coaches($any($event.target).value)"
        ></textarea>
      </label>
    </div>
    <table class="mt-3" aria-label="Opening hours">
      <tbody>
        @for (h of house().hours; track $index; let i = $index) {
          <tr>
            <td class="py-0.5 pr-4">{{ week[i] }}</td>
            <td class="pr-4">
              <label class="flex items-center gap-2"
                ><input type="checkbox" [checked]="h !== null" (change)="open(i, h === null)" /> open</label
              >
            </td>
            <td>
              @if (h) {
                <span class="flex items-center gap-2">
                  <input
                    class="entry !mt-0 !w-[132px]"
                    type="time"
                    [attr.aria-label]="week[i] + ' from'"
                    [value]="hour(h.from)"
                    (change)="hours(i, { from: minutes($any($event.target).value), to: h.to })" />
                  to
                  <input
                    class="entry !mt-0 !w-[132px]"
                    type="time"
                    [attr.aria-label]="week[i] + ' to'"
                    [value]="hour(h.to)"
                    (change)="hours(i, { from: h.from, to: minutes($any($event.target).value) })"
                /></span>
              } @else {
                <span class="text-ink2">closed</span>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    <h3 class="mt-4 font-semibold">Calendars elsewhere</h3>
    <p class="text-ink2">
      A telephone subscribes to a coach’s bookings at a secret address. Whoever has it reads names and times: close it
      when it was given to the wrong one.
    </p>
    @for (a of addresses(); track a.coach) {
      <p class="mt-2 grid grid-cols-[140px_minmax(0,1fr)_auto] items-baseline gap-3">
        <span class="one-line">{{ a.coach }}</span>
        @if (a.url) {
          <input
            class="entry figures !mt-0 !text-[13px]"
            readonly
            [attr.aria-label]="'Calendar address of ' + a.coach"
            [value]="full(a.url)"
            (focus)="$any($event.target).select()"
          />
        } @else {
          <span class="text-ink2">not given out</span>
        }
        <span class="flex gap-3">
          <button class="link" (click)="act('openCalendar', a.coach)">
            {{ a.url ? 'Another' : 'Make an address' }}
          </button>
          @if (a.url) {
            <button class="link" (click)="act('closeCalendar', a.coach)">Close</button>
          }
        </span>
      </p>
    }
    <div class="mt-3 flex flex-wrap items-end gap-3">
      @if (addresses().length > 1) {
        <label class="field"
          >Of
          <select (change)="whose.set($any($event.target).value)">
            @for (a of addresses(); track a.coach) {
              <option [value]="a.coach">{{ a.coach }}</option>
            }
          </select></label
        >
      }
      <label class="link cursor-pointer pb-1"
        >Take in a calendar file …<input
          #file
          type="file"
          class="visually-hidden"
          accept=".ics,text/calendar"
          (change)="take(file)"
      /></label>
    </div>
    <p class="text-13 text-ink2">
      An entry that is called as a pupil becomes a lesson, any other time in which the coach is busy; a second time what
      is known stays as it is.
    </p>
    @for (w of said(); track $index) {
      <p class="mt-1" [class.text-alarm]="alarm()" role="status">{{ w }}</p>
    }
  `,
})
export class CalendarFields {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  protected readonly house = this.store.selectSignal(officeFeature.selectHouse);
  private readonly bays = answerOf('bays', () => ({}));
  private readonly came = answerOf('calendarAddresses', () => {
    // who teaches may have changed
    this.house();
    return {};
  });
  protected readonly addresses = computed((): readonly CalendarAddress[] => this.came.value() ?? []);
  protected readonly week = WEEK;
  protected readonly hour = hourText;
  protected readonly minutes = minutesOf;
  protected readonly machines = Intl.DateTimeFormat().resolvedOptions().timeZone;
  protected readonly zones = Intl.supportedValuesOf('timeZone');
  protected readonly whose = signal('');
  protected readonly said = signal<readonly string[]>([]);
  protected readonly alarm = signal(false);

  protected change(c: Partial<HouseSettings>): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), ...c } }));
  }
  protected coaches(text: string): void {
    const names = text.split('\n').map((t) => t.trim());
    this.change({ coaches: [...new Set(names.filter(Boolean))] });
  }
  protected hours(day: number, hours: HouseSettings['hours'][number]): void {
    this.change({ hours: this.house().hours.map((h, i) => (i === day ? hours : h)) });
  }
  protected open(day: number, open: boolean): void {
    this.hours(day, open ? OPENS : null);
  }
  protected full(url: string): string {
    return url.startsWith('http') ? url : location.origin + url;
  }
  protected act(what: 'openCalendar' | 'closeCalendar', coach: string): void {
    this.api.ask(what, {}, { coach }).subscribe({
      next: (a) => this.came.value.update((all) => all?.map((x) => (x.coach === coach ? a : x)) ?? null),
      error: (e: unknown) => this.tell([sentenceOf(e)], true),
    });
  }
  protected take(input: HTMLInputElement): void {
    const [file] = input.files ?? [];
    input.value = '';
    const bay = this.bays.value()?.[0]?.id;
    if (!file || bay === undefined) return;
    const coach = this.whose() || this.addresses()[0]!.coach;
    this.api.ask('takeCalendar', { coach, bay }, file).subscribe({
      next: (t) => this.tell(takenWords(t), t.refused.length > 0),
      error: (e: unknown) => this.tell([sentenceOf(e)], true),
    });
  }
  private tell(words: readonly string[], alarm: boolean): void {
    this.said.set(words);
    this.alarm.set(alarm);
  }
}

/** What was taken in of a calendar, in sentences. */
function takenWords({ lessons, busy, known, refused }: CalendarTaken): string[] {
  const parts = [counted(lessons, 'lesson'), counted(busy, 'busy time'), ...(known ? [`${known} known before`] : [])];
  return [`Taken in: ${parts.join(', ')}.`, ...refused.map((r) => `Left out: ${r}.`)];
}
