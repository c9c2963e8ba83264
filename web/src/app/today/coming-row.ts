import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Coming } from '@vilko/contract/booking';
import { hourText, LATE_AFTER } from '@vilko/contract/booking-words';
import { shortDate } from '@vilko/core/words/dates';
import { SmallBand } from '../drawing/bands/small-band';
import { entryWords } from '../lesson/practise/entry-words';
import { HouseDrills } from '../state/house-drills';
import { placeWords } from '../programme-words';
import { practisedWords } from './practised-words';

/** How a booking stands at a minute of its day. */
export type Standing = 'over' | 'now' | 'late' | 'soon' | 'begun' | 'absent' | 'cancelled';

/** How a booking stands, by the house's clock. */
export function standing({ booking: b }: Coming, now: number): Standing {
  if (b.state !== 'booked') return b.state;
  if (now >= b.from + b.minutes) return 'over';
  if (b.purpose === 'busy') return now >= b.from ? 'now' : 'soon';
  return now >= b.from + LATE_AFTER ? 'late' : now >= b.from ? 'now' : 'soon';
}

const SAID: Readonly<Record<Standing, string>> = {
  over: 'did not begin',
  now: 'now',
  late: 'late',
  soon: '',
  begun: 'begun',
  absent: 'did not come',
  cancelled: 'cancelled',
};

/** One who comes today: when, who, what for, where the agreed measure stands, and what came since the last visit. */
@Component({
  selector: 'vk-coming-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SmallBand],
  host: { class: 'grid grid-cols-[92px_minmax(0,1fr)_auto] gap-x-4 border-b border-rules py-3 text-15' },
  template: `
    @let c = coming();
    @let b = c.booking;
    <p [class.text-ink2]="quiet()">
      <span class="figures block text-18 font-semibold" [class.line-through]="quiet()">{{ hour(b.from) }}</span>
      <span class="figures text-13 text-ink2">to {{ hour(b.from + b.minutes) }}</span>
    </p>
    <div class="min-w-0">
      <p class="flex flex-wrap items-baseline gap-x-3">
        @if (b.pupilId) {
          <a class="press text-18 font-semibold hover:underline" [routerLink]="['/office/pupils', b.pupilId]">{{
            b.name
          }}</a>
        } @else {
          <span class="text-18">{{ b.name || 'Busy' }}</span>
        }
        @if (b.purpose === 'retest') {
          <span>retest</span>
        }
        <span class="text-ink2">{{ where() }}</span>
        @if (said()) {
          <span [class]="how() === 'late' ? 'text-alarm' : 'text-ink2'">{{ said() }}</span>
        }
      </p>
      @if (b.pupilId && !quiet()) {
        <p>{{ about() }}</p>
        @for (i of c.injuries; track i) {
          <p class="text-alarm first-letter:uppercase">{{ i }}</p>
        }
        @if (c.step; as step) {
          <p class="text-ink2">{{ placeWords(step) }}</p>
        }
        @if (c.agreed; as a) {
          <vk-small-band class="mt-1" [of]="a" />
        }
        @for (line of since(); track $index) {
          <p class="mt-0.5 border-l-2 border-ink pl-2">{{ line }}</p>
        }
      }
      @if (b.note) {
        <p class="text-ink2">{{ b.note }}</p>
      }
    </div>
    <div class="flex flex-col items-end gap-1.5">
      @if (b.lessonId && b.state === 'begun') {
        <a class="plain-button" [routerLink]="['/lesson', b.lessonId, 'record']">Go on</a>
      } @else if (b.pupilId && !quiet()) {
        <button [class]="next() ? 'main-button' : 'plain-button'" (click)="begin.emit()">Start the lesson</button>
        <a class="link text-13 text-ink2" [routerLink]="['/bookings', b.id]">Prepare</a>
      }
      @if (b.pupilId && (how() === 'late' || how() === 'over')) {
        <button class="link text-13 text-ink2" (click)="absent.emit()">Did not come</button>
      }
    </div>
  `,
})
export class ComingRow {
  readonly coming = input.required<Coming>();
  readonly bay = input<string | null>(null);
  /** Whether the coach is worth a word: there are several. */
  readonly coaches = input(false);
  /** Minutes after midnight, by the house's clock. */
  readonly now = input.required<number>();
  /** It is the one that the key begins. */
  readonly next = input(false);
  readonly begin = output();
  readonly absent = output();
  private readonly drills = inject(HouseDrills);
  protected readonly hour = hourText;
  protected readonly placeWords = placeWords;
  protected readonly how = computed(() => standing(this.coming(), this.now()));
  protected readonly said = computed(() => SAID[this.how()]);
  protected readonly quiet = computed(() => ['absent', 'cancelled'].includes(this.how()));
  protected readonly where = computed(() => {
    const { coach } = this.coming().booking;
    return [this.bay(), this.coaches() ? coach : null].filter(Boolean).join(', ');
  });
  protected readonly about = computed(() => {
    const { booking, last } = this.coming();
    const before = last ? `last here ${shortDate(last.startedAt)}` : 'for the first time';
    const aim = booking.aim || last?.aim;
    return aim ? `${aim} · ${before}` : `Comes ${before}`;
  });
  protected readonly since = computed(() => {
    const { came, practised } = this.coming();
    const days = practisedWords(practised);
    return [
      ...(days === null ? [] : [days]),
      ...came.map((e) => `${shortDate(e.at)}: ${entryWords(e, this.drills.shelf())}`),
    ];
  });
}
