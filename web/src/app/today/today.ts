import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Coming } from '@vilko/contract/booking';
import { hourText } from '@vilko/contract/booking-words';
import { counted } from '@vilko/core/words/amounts';
import { dateText } from '@vilko/core/words/dates';
import { Keys } from '../shell/keys';
import { answerOf } from '../state/answer';
import { bayFeature } from '../state/bay';
import { DayActions, dayFeature, whenWords } from '../state/day';
import { officeFeature } from '../state/office';
import { ComingRow, standing } from './coming-row';
import { NeedsList } from './needs-list';

/** The day is asked about anew so often, ms: others book too, and the clock goes on. */
const ASKED_EVERY = 60_000;

/** Where the application opens: who comes today, and what waits for a person. */
@Component({
  selector: 'vk-today',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ComingRow, NeedsList, RouterLink],
  template: `
    <div class="h-full overflow-auto px-4 pt-4 pb-8">
      @if (today(); as t) {
        <div class="flex items-baseline gap-4">
          <h1 class="text-24 font-semibold">{{ date() }}</h1>
          <span class="figures text-18 text-ink2">{{ hour(t.now) }}</span>
          <span class="text-15 text-ink2">{{ openWords() }}</span>
          <span class="ml-auto flex items-baseline gap-4 text-15 print:hidden">
            <a class="link" routerLink="/week">Week</a>
            <a class="plain-button" routerLink="/week" [queryParams]="{ book: '' }">Book</a>
          </span>
        </div>
        @if (running(); as r) {
          <p class="mt-2 border-l-2 border-ink pl-3 text-15">
            {{ r.words }} <a class="link" [routerLink]="['/lesson', r.lessonId, 'record']">Go on</a>
          </p>
        }
        @if (t.first) {
          <section class="mt-10 max-w-[640px] text-18" aria-label="First day">
            <p>Nobody has been taken in yet.</p>
            <p class="mt-4 flex flex-wrap items-baseline gap-4">
              <a class="main-button" routerLink="/office/pupils/new">New pupil</a>
              <a class="link text-15" routerLink="/office/settings">put a backup back</a>
              <a class="link text-15" routerLink="/office/settings">opening hours and who teaches</a>
            </p>
          </section>
        } @else {
          <div
            class="mt-3 grid grid-cols-[minmax(0,1fr)_400px] gap-10 max-[1150px]:grid-cols-[minmax(0,1fr)_290px] max-[1150px]:gap-6"
          >
            <section aria-label="Who comes">
              @for (c of t.coming; track c.booking.id) {
                <vk-coming-row
                  [coming]="c"
                  [now]="t.now"
                  [bay]="bayName(c)"
                  [coaches]="several()"
                  [next]="c.booking.id === next()?.booking?.id"
                  (begin)="begin(c)"
                  (absent)="absent(c)"
                />
              } @empty {
                <p class="border-y border-rules py-6 text-18">
                  Nobody is booked today. <a class="link" routerLink="/week" [queryParams]="{ book: '' }">Book</a> or
                  <a class="link" routerLink="/office/pupils">choose a pupil</a>.
                </p>
              }
              <p class="mt-3 text-15 text-ink2">{{ restWords() }}</p>
            </section>
            <section aria-label="Needs you">
              <h2 class="border-b border-strong-rules pb-1 text-18 font-semibold">Needs you</h2>
              @if (t.needs.length) {
                <vk-needs-list [needs]="t.needs" />
              } @else {
                <p class="py-3 text-15 text-ink2">Nothing waits.</p>
              }
              @for (d of devices(); track d) {
                <p class="border-b border-rules py-2 text-15">
                  {{ d }} <a class="link" routerLink="/office/devices">Devices</a>
                </p>
              }
            </section>
          </div>
        }
      } @else if (answer.refused(); as why) {
        <p class="text-15 text-alarm" role="alert">
          {{ why }} <button class="link" (click)="again()">Ask again</button>
        </p>
      } @else {
        <p class="text-15 text-ink2" role="status">Looking who comes …</p>
      }
    </div>
  `,
})
export class TodayPage {
  private readonly store = inject(Store);
  private readonly version = this.store.selectSignal(dayFeature.selectVersion);
  protected readonly answer = answerOf('today', () => {
    this.version();
    return {};
  });
  private readonly bays = answerOf('bays', () => ({}));
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly today = this.answer.value;
  protected readonly hour = hourText;
  protected readonly several = computed(() => this.house().coaches.length > 1);
  protected readonly date = computed(() => {
    const { date } = this.today()!;
    const name = new Date(`${date}T00:00:00Z`).toLocaleDateString('en-GB', { weekday: 'long', timeZone: 'UTC' });
    return `${name} ${dateText(`${date}T00:00:00Z`, 'UTC')}`;
  });
  protected readonly openWords = computed(() => {
    const { open } = this.today()!;
    return open ? `open ${hourText(open.from)} to ${hourText(open.to)}` : 'closed today';
  });
  /** The first who is still to begin; whom nobody waits for any more is passed over. */
  protected readonly next = computed(
    (): Coming | null =>
      this.today()?.coming.find(
        (c) => c.booking.pupilId !== null && ['late', 'now', 'soon'].includes(standing(c, this.today()!.now)),
      ) ?? null,
  );
  /** The lesson that stands on this screen's bay. */
  protected readonly running = computed(() => {
    const b = this.bay();
    return b?.lessonId && b.who && b.state !== 'asleep'
      ? { lessonId: b.lessonId, words: `On ${b.name}: ${b.who}.` }
      : null;
  });
  protected readonly restWords = computed(() => {
    const { coming, swings, next } = this.today()!;
    const begun = coming.filter((c) => c.booking.state === 'begun').length;
    const over = coming.length > 0 && this.next() === null;
    const done = begun ? `${counted(begun, 'lesson')}, ${counted(swings, 'swing')} today.` : '';
    const then = next ? `Next comes ${next.name}, ${whenWords(next)}.` : 'Nobody is booked after today.';
    return [over ? 'That was the day.' : '', done, then].filter(Boolean).join(' ');
  });
  /** Devices in need; one that was never there is no lack. */
  protected readonly devices = computed(() => {
    const d = this.bay()?.device;
    if (!d) return [];
    if (!d.connected) return [`${d.name} in ${this.bay()!.name} is not connected.`];
    return d.silentSince === null ? [] : [`${d.name} in ${this.bay()!.name} is silent.`];
  });

  constructor() {
    const timer = setInterval(() => this.again(), ASKED_EVERY);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
    inject(Keys).use('Today', [
      { key: 'n', words: 'start the next lesson', run: () => this.next() && this.begin(this.next()!) },
    ]);
  }

  protected again(): void {
    this.store.dispatch(DayActions.again());
  }
  protected bayName(c: Coming): string | null {
    return this.bays.value()?.find((b) => b.id === c.booking.bay)?.name ?? null;
  }
  protected begin({ booking }: Coming): void {
    this.store.dispatch(DayActions.begin({ booking }));
  }
  protected absent({ booking }: Coming): void {
    this.store.dispatch(DayActions.change({ booking, change: { state: 'absent' }, said: 'did not come' }));
  }
}
