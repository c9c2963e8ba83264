import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { LogEntry } from '@vilko/contract/practice';
import type { ChangeWithin, DrillEffect, SteadinessRow } from '@vilko/contract/progress';
import { deviceWords } from '../../device-words';
import { driftWords, stepWords } from '@vilko/core/words/findings';
import { amount } from '@vilko/core/words/amounts';
import { capital, lower } from '@vilko/core/words/case';
import { quantityOf } from '@vilko/core/measures/quantity';
import { entryWords } from '../../lesson/practise/entry-words';
import { FilmWatch } from '../../lesson/practise/film-watch';
import { TableCsv } from '../../shell/table-csv';
import { answerOf } from '../../state/answer';
import { OfficeActions, officeFeature } from '../../state/office';
import { dateText, shortDate } from '@vilko/core/words/dates';
import { MonthsChart } from '../../drawing/months/months-chart';
import { EnteredTrends } from './entered-trends';
import { monthsOf, whatWorked } from './months';
import { HouseDrills } from '../../state/house-drills';

/** Progress: what each drill did, changes within lessons, whether swings have come closer together, the logbook. */
@Component({
  selector: 'vk-progress',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EnteredTrends, MonthsChart, RouterLink, TableCsv],
  host: { class: 'block h-full overflow-auto px-4 pt-5 pb-10 print:h-auto' },
  template: `
    <div class="flex items-baseline gap-4">
      <h1 class="text-24 font-semibold">{{ name() }}: progress</h1>
      <a class="link text-15" [routerLink]="['/office/pupils', pupilId()]">Back to the pupil</a>
    </div>
    @if (refused(); as e) {
      <p class="mt-4 text-18">{{ e }}</p>
    } @else if (!progress() || !practice()) {
      <p class="mt-4 text-18 text-ink2" role="status">Reading every swing of this pupil …</p>
    } @else {
      @if (marks(); as m) {
        @if (m.length) {
          <section class="mt-4" aria-labelledby="months">
            <h2 id="months" class="text-18 font-semibold">Over the months{{ agreed() }}</h2>
            <p class="text-15 text-ink2">
              Each mark above is the mean of a lesson’s last run with its spread; filled: a real change since the lesson
              before. What lies beneath it was there at that time: shown with it, never as proof.
            </p>
            <vk-months-chart
              class="mt-1"
              [points]="board.value()?.trend ?? []"
              [unit]="board.value()?.unit ?? ''"
              [marks]="m"
              [name]="name() + ' months'"
            />
            @if (worked().length) {
              <p class="mt-1 text-15">What worked: {{ worked().join('; ') }}.</p>
            }
          </section>
        }
      }
      <section class="mt-6">
        <div class="flex items-baseline text-15">
          <h2 class="text-18 font-semibold">What each drill did</h2>
          <vk-table-csv class="ml-auto" [of]="drills" [name]="name() + ' drills'" />
        </div>
        <p class="text-15 text-ink2">
          Ordinary swings as the last lesson before a drill ended, against those as the last lesson before the next one
          did{{ withClub() }}. What else happened in that time is in it too.
        </p>
        <table #drills class="mt-1 w-full border-collapse text-15">
          <thead class="text-left text-13 text-ink2">
            <tr class="border-b border-strong-rules">
              <th class="py-1 pr-4 font-normal">Drill</th>
              <th class="py-1 pr-4 font-normal">From</th>
              <th class="py-1 pr-4 font-normal">Measure</th>
              <th class="py-1 pr-4 text-right font-normal">Before</th>
              <th class="py-1 pr-4 text-right font-normal">With it</th>
              <th class="py-1 pr-4 font-normal">Word</th>
              <th class="py-1 font-normal">What else moved</th>
            </tr>
          </thead>
          <tbody>
            @for (d of progress()!.drills; track d.drill) {
              <tr class="border-b border-rules align-top">
                <td class="py-1.5 pr-4 font-semibold">{{ drill(d.drill) }}</td>
                <td class="figures py-1.5 pr-4 whitespace-nowrap">{{ day(d.from) }}</td>
                <td class="py-1.5 pr-4">{{ d.words }}</td>
                <td class="py-1.5 pr-4 text-right whitespace-nowrap">
                  <span class="figures">{{ mean(d, d.before) }}</span>
                </td>
                <td class="py-1.5 pr-4 text-right whitespace-nowrap">
                  <span class="figures">{{ mean(d, d.after) }}</span>
                </td>
                <td class="py-1.5 pr-4">{{ effect(d) }}</td>
                <td class="py-1.5 text-ink2">{{ beside(d) }}</td>
              </tr>
            } @empty {
              <tr>
                <td class="py-2 text-ink2" colspan="7">No drill was planned, trained or written down yet.</td>
              </tr>
            }
          </tbody>
        </table>
      </section>
      @if (progress()!.within.length) {
        <section class="mt-6">
          <div class="flex items-baseline text-15">
            <h2 class="text-18 font-semibold">Changed within a lesson</h2>
            <vk-table-csv class="ml-auto" [of]="within" [name]="name() + ' changes within lessons'" />
          </div>
          <p class="text-15 text-ink2">
            Where swings with one club, in the order they were made, changed from one to the next and stayed changed.
          </p>
          <table #within class="mt-1 w-full border-collapse text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="w-[76px] py-1 pr-4 font-normal">Lesson</th>
                <th class="py-1 pr-4 font-normal">Club</th>
                <th class="py-1 pr-4 font-normal">Swings</th>
                <th class="py-1 font-normal">What changed</th>
              </tr>
            </thead>
            <tbody>
              @for (w of progress()!.within; track w.lessonId + w.clubName + w.device) {
                <tr class="border-b border-rules align-top">
                  <td class="figures py-1 pr-4 whitespace-nowrap">
                    <a class="link" [routerLink]="['/lesson', w.lessonId, 'read']">{{ day(w.startedAt) }}</a>
                  </td>
                  <td class="py-1 pr-4">{{ w.clubName }} on the {{ device(w.device) }}</td>
                  <td class="figures py-1 pr-4">{{ w.of }}</td>
                  <td class="py-1">{{ changed(w) }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      }
      @if (entered(); as e) {
        <vk-entered-trends class="mt-6" [entered]="e" [name]="name()" />
      }
      <div class="mt-6 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-8 max-[1100px]:block">
        <section>
          <div class="flex items-baseline text-15">
            <h2 class="text-18 font-semibold">Steadiness</h2>
            <vk-table-csv class="ml-auto" [of]="steady" [name]="name() + ' steadiness'" />
          </div>
          <p class="text-15 text-ink2">{{ steadyWords() }}</p>
          <table #steady class="mt-1 w-full border-collapse text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="py-1 pr-4 font-normal">Measure</th>
                <th class="py-1 pr-4 text-right font-normal">Spread, first</th>
                <th class="py-1 pr-4 text-right font-normal">Spread, last</th>
                <th class="py-1 font-normal">Word</th>
              </tr>
            </thead>
            <tbody>
              @for (r of progress()!.steadiness; track r.measure) {
                <tr
                  class="border-b border-rules"
                  [class.font-semibold]="r.word === 'steadier' || r.word === 'more scattered'"
                >
                  <td class="py-1 pr-4">{{ r.words }}</td>
                  <td class="figures py-1 pr-4 text-right whitespace-nowrap">{{ spread(r, r.first.sd) }}</td>
                  <td class="figures py-1 pr-4 text-right whitespace-nowrap">{{ spread(r, r.last.sd) }}</td>
                  <td class="py-1">{{ r.word }}</td>
                </tr>
              } @empty {
                <tr>
                  <td class="py-2 text-ink2" colspan="4">It takes two lessons with one club on one kind of device.</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
        <section>
          <div class="flex items-baseline text-15">
            <h2 class="text-18 font-semibold">Logbook</h2>
            <vk-table-csv class="ml-auto" [of]="book" [name]="name() + ' logbook'" />
          </div>
          <p class="text-15 text-ink2">Practised, checked, felt or filmed; nothing here was measured.</p>
          <table #book class="mt-1 w-full border-collapse text-15">
            <thead class="text-left text-13 text-ink2">
              <tr class="border-b border-strong-rules">
                <th class="w-[76px] py-1 pr-4 font-normal">Day</th>
                <th class="w-[92px] py-1 pr-4 font-normal">From</th>
                <th class="py-1 font-normal">What</th>
              </tr>
            </thead>
            <tbody>
              @for (e of log(); track e.id) {
                <tr class="border-b border-rules align-top">
                  <td class="figures py-1 pr-4 whitespace-nowrap">{{ day(e.at) }}</td>
                  <td class="py-1 pr-4">{{ e.from === 'pupil' ? 'the pupil' : 'the lesson' }}</td>
                  <td class="py-1">
                    {{ entry(e) }}
                    @if (e.film) {
                      <button class="link" (click)="films.watch(e)">Watch and mark</button>
                    }
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td class="py-2 text-ink2" colspan="3">Nothing is written down yet.</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      </div>
    }
  `,
})
export class ProgressPage {
  readonly pupilId = input.required<string>();
  private readonly house = inject(HouseDrills);
  private readonly store = inject(Store);
  private readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly films = inject(FilmWatch);
  private readonly asked = {
    progress: answerOf('progress', () => ({ id: this.pupilId() })),
    practice: answerOf('practice', () => ({ id: this.pupilId() })),
    entered: answerOf('entered', () => ({ id: this.pupilId() })),
    record: answerOf('pupil', () => ({ id: this.pupilId() })),
    programmes: answerOf('programmesOf', () => ({ id: this.pupilId() })),
  };
  protected readonly board = answerOf('dashboard', () => ({ id: this.pupilId() }));
  protected readonly progress = this.asked.progress.value;
  protected readonly practice = this.asked.practice.value;
  /** Null where nothing was entered. */
  protected readonly entered = computed(() => {
    const e = this.asked.entered.value();
    return e && (e.swings.length || e.film.length) ? e : null;
  });
  /** Everything that may have moved the pupil; null until it came. */
  protected readonly marks = computed(() => {
    const { record, programmes } = this.asked;
    const [pupil, practice, progress] = [record.value(), this.practice(), this.progress()];
    if (!pupil || !practice || !progress || !programmes.value()) return null;
    const { lessons } = pupil;
    const { plans, log } = practice;
    const known = { lessons, plans, log, drills: progress.drills, programmes: programmes.value()! };
    return monthsOf({ ...known, shelf: this.house.shelf(), now: Date.now() });
  });
  /** What worked with this very pupil. */
  protected readonly worked = computed(() =>
    whatWorked(this.asked.record.value()?.profile.cues ?? [], this.progress()?.drills ?? [], this.house.shelf()),
  );
  protected readonly agreed = computed(() => {
    const measure = this.board.value()?.measure;
    return measure ? `: ${lower(quantityOf(measure).words)}` : '';
  });
  protected readonly refused = computed(() => this.asked.progress.refused() ?? this.asked.practice.refused());
  protected readonly name = computed(() => this.pupils()?.find((p) => p.id === this.pupilId())?.name ?? 'Pupil');
  protected readonly log = computed(() => [...(this.practice()?.log ?? [])].reverse());
  protected readonly withClub = computed(() => {
    const club = this.progress()?.drills.find((d) => d.clubName !== null)?.clubName;
    return club ? `, with the ${club}` : '';
  });
  protected readonly steadyWords = computed(() => {
    const r = this.progress()?.steadiness[0];
    if (!r) return 'How far swings scatter from one to the next.';
    return `How far swings scatter (standard deviation), with the ${r.clubName} on the ${deviceWords(r.device)}: ${dateText(r.first.startedAt)} (${r.first.n} swings) against ${dateText(r.last.startedAt)} (${r.last.n}).`;
  });
  protected readonly drill = (id: string | null): string => this.house.shelf().nameOf(id);
  protected readonly day = shortDate;
  protected readonly device = deviceWords;
  protected readonly entry = (e: LogEntry): string => entryWords(e, this.house.shelf());

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
  }

  protected changed({ steps, drifted }: ChangeWithin): string {
    const said = steps.length ? steps.map(stepWords) : drifted ? [`drifted: ${driftWords(drifted)}`] : [];
    const text = said.join('; ');
    return capital(text);
  }
  protected mean(d: DrillEffect, s: DrillEffect['before']): string {
    return s ? `${amount(s.mean, d.unit)} (${s.n})` : 'no swing';
  }
  protected effect(d: DrillEffect): string {
    if (!d.before) return 'nothing to compare with: no ordinary swing like these before it';
    if (!d.after) return 'not seen yet: no ordinary swing with this club on this kind of device since';
    return d.word ?? 'too few swings to tell';
  }
  protected beside(d: DrillEffect): string {
    return (
      d.beside
        .map(
          (b) => `${b.words} ${b.difference > 0 ? '+' : ''}${amount(b.difference, b.unit === '%' ? 'points' : b.unit)}`,
        )
        .join('; ') || 'nothing'
    );
  }
  protected spread(r: SteadinessRow, sd: number | null): string {
    return sd === null
      ? 'one swing'
      : amount(sd, r.unit === '%' ? 'points' : r.unit, sd.toFixed(r.unit === '–' ? 2 : 1));
  }
}
