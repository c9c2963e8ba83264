import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { REPORT_FIELDS } from '@vilko/contract/report-words';
import { retestWords } from '@vilko/core/practice/retest';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { SmallBand } from '../drawing/bands/small-band';
import { entryWords } from '../lesson/practise/entry-words';
import { answerOf } from '../state/answer';
import { DayActions, spanWords } from '../state/day';
import { HouseDrills } from '../state/house-drills';
import { Keys } from '../shell/keys';
import { placeWords } from '../programme-words';
import { practisedWords } from './practised-words';

/** What one reads before somebody comes, on one page: the last visit, what came since, what is to be tested first. */
@Component({
  selector: 'vk-preparation',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SmallBand],
  template: `
    <article class="h-full overflow-auto px-4 pt-5 pb-8 text-15 print:overflow-visible" aria-label="Preparation">
      @if (coming(); as c) {
        <div class="flex items-baseline gap-4">
          <h1 class="text-24 font-semibold">{{ c.booking.name || 'Busy' }}</h1>
          <span class="text-18 text-ink2">{{ when() }}</span>
          <span class="ml-auto flex items-baseline gap-4 print:hidden">
            <button class="plain-button" (click)="print()">Print</button>
            @if (c.booking.lessonId && c.booking.state === 'begun') {
              <a class="main-button" [routerLink]="['/lesson', c.booking.lessonId, 'record']">Go on</a>
            } @else if (c.booking.pupilId) {
              <button class="main-button" (click)="begin()">Start the lesson</button>
            }
          </span>
        </div>
        <div class="mt-4 grid max-w-[1100px] grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-10">
          <section>
            <h2 class="text-18 font-semibold">For this time</h2>
            <p>{{ c.booking.aim || c.last?.aim || 'No aim yet: ask what brings them.' }}</p>
            @if (c.booking.note) {
              <p class="text-ink2">{{ c.booking.note }}</p>
            }
            @for (i of c.injuries; track i) {
              <p class="mt-1 border-l-2 border-alarm pl-2 text-alarm first-letter:uppercase">{{ i }}</p>
            }
            @if (c.step; as step) {
              <p class="mt-1">{{ placeWords(step) }}.</p>
            }
            <h2 class="mt-5 text-18 font-semibold">Test first</h2>
            <p>{{ testWords() }}</p>
            @if (c.agreed; as a) {
              <vk-small-band class="mt-2" [of]="a" />
            }
            <h2 class="mt-5 text-18 font-semibold">Since the last visit</h2>
            @for (e of c.came; track e.id) {
              <p>
                <span class="figures text-ink2">{{ short(e.at) }}</span> {{ entry(e) }}
              </p>
            } @empty {
              <p class="text-ink2">Nothing came.</p>
            }
            @if (c.practised; as p) {
              <p>{{ practisedWords(p) ?? 'No day of the plan has come yet.' }}</p>
            }
          </section>
          <section>
            <h2 class="text-18 font-semibold">{{ lastHead() }}</h2>
            @if (report(); as r) {
              @for (line of reportLines(); track line.head) {
                <p class="mt-1">
                  <span class="text-ink2">{{ line.head }}:</span> {{ line.text }}
                </p>
              }
            } @else if (c.last) {
              <p>{{ c.last.aim }}</p>
            } @else {
              <p class="text-ink2">Comes for the first time.</p>
            }
            @if (c.last) {
              <p class="mt-3 flex gap-4 print:hidden">
                <a class="link" [routerLink]="['/lesson', c.last.lessonId, 'report']">Its report</a>
                <a class="link" [routerLink]="['/lesson', c.last.lessonId, 'read']">Its swings</a>
                <a class="link" [routerLink]="['/office/pupils', c.booking.pupilId, 'progress']">Progress</a>
              </p>
            }
          </section>
        </div>
      } @else if (answer.refused(); as why) {
        <p class="text-alarm" role="alert">{{ why }}</p>
      } @else {
        <p class="text-ink2" role="status">Looking up what is known …</p>
      }
    </article>
  `,
})
export class Preparation {
  readonly bookingId = input.required<string>();
  private readonly store = inject(Store);
  private readonly drills = inject(HouseDrills);
  protected readonly answer = answerOf('preparation', () => ({ id: this.bookingId() }));
  protected readonly coming = this.answer.value;
  protected readonly report = answerOf('report', () => {
    const last = this.coming()?.last;
    return last ? { id: last.lessonId } : null;
  }).value;
  private readonly practice = answerOf('practice', () => {
    const pupilId = this.coming()?.booking.pupilId;
    return pupilId ? { id: pupilId } : null;
  }).value;
  protected readonly practisedWords = practisedWords;
  protected readonly short = shortDate;
  protected readonly placeWords = placeWords;
  protected readonly entry = (e: Parameters<typeof entryWords>[0]): string => entryWords(e, this.drills.shelf());
  protected readonly when = computed(() => spanWords(this.coming()!.booking));
  protected readonly lastHead = computed(() => {
    const { last } = this.coming()!;
    return last ? `Last visit, ${dateText(last.startedAt)}` : 'Last visit';
  });
  protected readonly reportLines = computed(() => {
    const report = this.report();
    const text = report?.text ?? report?.draft;
    return text ? REPORT_FIELDS.flatMap(({ key, head }) => (text[key] ? [{ head, text: text[key] }] : [])) : [];
  });
  /** As the plan's retest was held, else as the last one measured. */
  protected readonly testWords = computed(() => {
    const plan = this.practice()?.plans.find((p) => p.endedAt === null)?.plan;
    const retest = plan?.wish.retest;
    if (retest) return retestWords(retest);
    return this.coming()!.last
      ? 'Five swings as at the last visit before anything is said: same club, same shoes.'
      : 'Weigh, then seven swings with the usual club before anything is said.';
  });

  constructor() {
    inject(Keys).use('Preparation', [
      { key: 'n', words: 'start the lesson', run: () => this.begin() },
      { key: 'p', words: 'print', run: () => this.print() },
    ]);
  }

  protected print(): void {
    window.print();
  }
  protected begin(): void {
    const booking = this.coming()?.booking;
    if (booking?.pupilId) this.store.dispatch(DayActions.begin({ booking }));
  }
}
