import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import type { SwingHead } from '@vilko/contract/swing';
import { type ShotNumber, SHOT_NUMBERS } from '@vilko/core/measures/shot-numbers';
import { type MeasureId, measureRow, MEASURES } from '@vilko/core/measures/registry';
import { FEW_POINTS, type Relation, relationOf } from '@vilko/core/practice/relation';
import { faultName, unjudgedWords } from '@vilko/core/words/findings';
import { deviceWords } from '../../device-words';
import { GROUP_MARKS, Scatter, type ScatterPoint } from '../../drawing/scatter/scatter';
import { counted, figure } from '@vilko/core/words/amounts';
import { shotWords } from '../../lesson/record/shot-words';
import { SwingCards } from '../../lesson/swing-card/swing-card';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { answerOf } from '../../state/answer';
import { OfficeActions, officeFeature } from '../../state/office';
import { selectPatterns } from '../../state/pattern-shelf';
import { SwingsActions } from '../../state/swings-actions';
import { shortDate } from '@vilko/core/words/dates';
import {
  filtered,
  findingWords,
  kindWords,
  NO_FILTER,
  NOTHING_FOUND,
  type SwingFilter,
  swingsCsv,
} from './swing-table';
import { saveCsv } from '../../shell/csv';

const ROW = 32;

/**
 * Every swing of a pupil: filtered, with any measure beside it, its relation to the ball, and as a table to take
 * along.
 */
@Component({
  selector: 'vk-swing-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, Scatter, ScrollingModule],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <header class="flex flex-wrap items-end gap-x-3 gap-y-1 border-b border-rules px-4 py-2">
      <h1 class="mr-2 pb-1 text-24 leading-8 font-semibold">
        <a class="hover:underline" [routerLink]="['/office/pupils', pupilId()]">{{ name() }}</a><span
          class="font-normal text-ink2"
          >, every swing</span
        >
      </h1>
      @for (c of choices(); track c.key) {
        <label class="field w-[112px]"
          >{{ c.words }}
          <select [attr.aria-label]="c.words" (change)="narrow(c.key, $any($event.target).value)">
            <option value="">all</option>
            @for (o of c.options; track o.value) {
              <option [value]="o.value" [selected]="o.value === filter()[c.key]">{{ o.words }}</option>
            }
          </select>
        </label>
      }
      <label class="flex h-8 items-center gap-1.5"
        ><input
          type="checkbox"
          [checked]="filter().starred"
          (change)="narrow('starred', !filter().starred)"
        />starred</label
      >
      @if (narrowed()) {
        <button class="link h-8" (click)="filter.set(none)">All again</button>
      }
      <div class="flex w-full items-center gap-3">
        <p class="mr-auto text-15" role="status">
          @if (swings()) {
            <span class="figures">{{ shown().length }}</span> of
            <span class="figures">{{ swings()!.length }}</span> swings
          }
        </p>
        @if (picked().length) {
          <button class="main-button h-8" title="Club, kind, hand, note, pupil, lesson, bin: E" (click)="openCard()">
            Card of {{ picked().length }}
          </button>
        }
        <button class="plain-button h-8" [disabled]="!shown().length || values() === null" (click)="save()">
          CSV of this table
        </button>
      </div>
    </header>
    @if (refused(); as r) {
      <p class="p-6 text-18">{{ r }}</p>
    } @else if (!swings()) {
      <p class="p-6 text-18 text-ink2" role="status">Reading every swing of this pupil …</p>
    } @else {
      <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_390px]">
        <div class="flex min-h-0 flex-col" role="table" aria-label="Swings" [attr.aria-rowcount]="shown().length">
          <div
            class="grid grid-cols-[18px_60px_40px_66px_112px_minmax(0,1fr)_50px_minmax(0,150px)_84px] gap-2 border-b border-strong-rules px-4 py-1 text-ink2"
            role="row"
          >
            <span role="columnheader"
              ><input
                type="checkbox"
                aria-label="Choose all that are shown"
                [checked]="picked().length > 0 && picked().length === shown().length"
                (change)="pickAll()"
            /></span>
            @for (h of heads(); track $index) {
              <span
                role="columnheader"
                [class.text-right]="$index === 1 || $index === 5 || $index === 7"
                class="one-line"
                >{{ h }}</span
              >
            }
          </div>
          <cdk-virtual-scroll-viewport
            class="min-h-0 flex-1"
            tabindex="0"
            role="rowgroup"
            aria-label="Swings, scrolled"
            [itemSize]="row"
          >
            <div
              *cdkVirtualFor="let s of shown(); trackBy: idOf"
              class="grid h-8 grid-cols-[18px_60px_40px_66px_112px_minmax(0,1fr)_50px_minmax(0,150px)_84px] items-center gap-2 border-b border-rules px-4"
              role="row"
            >
              <span role="cell"
                ><input
                  type="checkbox"
                  [attr.aria-label]="'Choose swing ' + s.number + ' of ' + date(s.recordedAt)"
                  [checked]="chosen().has(s.id)"
                  (change)="pick(s)"
              /></span>
              <span role="cell" class="figures text-ink2">{{ date(s.recordedAt) }}</span>
              <span role="cell" class="figures text-right"
                ><a class="link" [routerLink]="['/lesson', s.lessonId, 'read', s.id]"
                  >{{ s.number }}{{ s.starred ? '★' : '' }}</a
                ></span
              >
              <span role="cell" class="one-line">{{ s.clubName }}</span>
              <span role="cell" class="one-line text-ink2">{{ kind(s) }}</span>
              <span role="cell" class="one-line" [class.font-semibold]="s.mainFault">{{ finding(s) }}</span>
              <span role="cell" class="figures text-right">{{ s.fit === null ? '–' : fit(s.fit) }}</span>
              <span role="cell" class="one-line text-ink2">{{ ball(s) || 'no ball data' }}</span>
              <span role="cell" class="figures text-right">{{ valueText(s) }}</span>
            </div>
          </cdk-virtual-scroll-viewport>
          @if (!shown().length) {
            <p class="p-6 text-18 text-ink2">
              {{ swings()!.length ? 'No swing is like that.' : 'No swing is recorded yet.' }}
            </p>
          }
        </div>
        <section class="min-h-0 overflow-y-auto border-l border-rules px-4 py-3" aria-label="Relation">
          <div class="flex gap-3">
            <label class="field flex-1"
              >Measure
              <select (change)="measure.set($any($event.target).value)">
                @for (m of measures; track m.id) {
                  <option [value]="m.id" [selected]="m.id === measure()">{{ m.words }}</option>
                }
              </select>
            </label>
            <label class="field w-[130px]"
              >Ball
              <select (change)="result.set($any($event.target).value)">
                @for (r of results; track r.key) {
                  <option [value]="r.key" [selected]="r.key === result()">{{ r.words }}</option>
                }
              </select>
            </label>
          </div>
          @if (points().length) {
            <vk-scatter
              class="mt-2"
              [points]="points()"
              [lines]="lines()"
              [x]="xWords()"
              [y]="yWords()"
              (chosen)="read($event)"
            />
          } @else {
            <p class="mt-3 text-15 text-ink2">None of these swings has both numbers.</p>
          }
          @for (g of groups(); track g.key) {
            <p class="mt-2 flex items-baseline gap-2 text-15 leading-5">
              @if (groups().length > 1) {
                <span class="w-3 shrink-0 text-center text-ink2" aria-hidden="true">{{
                  marks[$index % marks.length]
                }}</span>
              }
              <span>{{ g.said }}</span>
            </p>
          }
          <p class="mt-2 text-ink2">
            What goes together need not be cause and effect. To test a cue, try it in random order, with and without.
          </p>
        </section>
      </div>
    }
  `,
})
export class SwingLog {
  readonly pupilId = input.required<string>();
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly patterns = this.store.selectSignal(selectPatterns);
  private readonly units = inject(HouseUnits);
  private readonly pupils = this.store.selectSignal(officeFeature.selectPupils);
  protected readonly none = NO_FILTER;
  protected readonly row = ROW;
  protected readonly measures = MEASURES.filter((m) => m.unit !== 'list' && m.unit !== 'name');
  protected readonly results = SHOT_NUMBERS;
  /** Counted up when swings were changed here: then they are asked for anew. */
  private readonly changes = signal(0);
  private readonly asked = answerOf('swingsOf', () => {
    this.changes();
    return { id: this.pupilId() };
  });
  protected readonly swings = this.asked.value;
  protected readonly refused = this.asked.refused;
  protected readonly filter = signal<SwingFilter>(NO_FILTER);
  protected readonly measure = signal<MeasureId>('share.lead.p7');
  private readonly numbers = answerOf('swingValues', () => {
    this.changes();
    return { id: this.pupilId(), measure: this.measure() };
  }).value;
  private readonly cards = inject(SwingCards);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  /** Those that are chosen and shown. */
  protected readonly picked = computed(() => this.shown().filter((s) => this.chosen().has(s.id)));
  /** The chosen measure by swing; null until it came. */
  protected readonly values = computed((): ReadonlyMap<string, number | null> | null => {
    const came = this.numbers();
    return came && new Map(came.map((x) => [x.swingId, x.value]));
  });
  protected readonly result = signal<ShotNumber>('lowPoint');
  protected readonly name = computed(() => this.pupils()?.find((p) => p.id === this.pupilId())?.name ?? '');
  protected readonly shown = computed(() => filtered(this.swings() ?? [], this.filter()).reverse());
  protected readonly narrowed = computed(() => this.filter() !== NO_FILTER);
  protected readonly date = shortDate;
  protected readonly kind = kindWords;
  protected readonly finding = findingWords;
  protected readonly heads = computed(() => [
    'Date',
    'No.',
    'Club',
    'Kind',
    'Finding',
    'Fit',
    'Ball',
    this.measureRow().words,
  ]);
  private readonly measureRow = computed(() => measureRow(this.measure()));

  /** Only what occurs can be chosen. */
  protected readonly choices = computed(() => {
    const all = this.swings() ?? [];
    const of = (values: readonly string[], words: (v: string) => string = (v) => v) =>
      [...new Set(values)].sort().map((value) => ({ value, words: words(value) }));
    const lessons = new Map(all.map((s) => [s.lessonId, s.recordedAt]));
    const findings = of(
      all.flatMap((s) => s.mainFault ?? []),
      faultName,
    );
    return [
      {
        key: 'lesson' as const,
        words: 'Lesson',
        options: [...lessons].map(([value, at]) => ({ value, words: shortDate(at) })),
      },
      { key: 'club' as const, words: 'Club', options: of(all.map((s) => s.clubName)) },
      { key: 'tag' as const, words: 'Kind', options: of(all.map(kindWords)) },
      { key: 'device' as const, words: 'Device', options: of(all.map((s) => s.device), deviceWords) }, // prettier-ignore
      {
        key: 'school' as const,
        words: 'School',
        options: of(
          all.flatMap((s) => s.judgedBy?.pattern ?? []),
          (id) => this.schoolName(id),
        ),
      },
      {
        key: 'finding' as const,
        words: 'Finding',
        options: [{ value: NOTHING_FOUND, words: 'nothing found' }, ...findings],
      },
    ];
  });
  private schoolName(id: string): string {
    return this.patterns().find((p) => p.id === id)?.name ?? id;
  }
  private readonly paired = computed(() =>
    this.shown().flatMap((s) => {
      const [x, y] = [this.values()?.get(s.id) ?? null, s.shot?.values[this.result()] ?? null];
      return x === null || y === null ? [] : [{ swing: s, x, y }];
    }),
  );
  private readonly resultRow = computed(() => SHOT_NUMBERS.find((r) => r.key === this.result())!);
  /** What may stand beside each other: one club on one kind of device, judged or not; the most swings first. */
  protected readonly groups = computed(() => {
    const by = new Map<string, { swing: SwingHead; x: number; y: number }[]>();
    for (const { swing, x, y } of this.paired()) {
      const key = [swing.clubName, swing.device, unjudgedWords(swing) ?? ''].join('|');
      by.set(key, [...(by.get(key) ?? []), { swing, x, y: this.units.value(y, this.resultRow().unit) }]);
    }
    const several = by.size > 1;
    return [...by]
      .sort(([, a], [, b]) => b.length - a.length)
      .map(([key, of]) => {
        const relation = of.length < FEW_POINTS ? null : relationOf(of.map((p) => [p.x, p.y]));
        return { key, of, relation, said: this.saidOf(of, relation, several) };
      });
  });
  protected readonly points = computed((): ScatterPoint[] =>
    this.groups().flatMap(({ of }, group) =>
      of.map(({ swing, x, y }) => ({
        id: swing.id,
        label: `Swing ${swing.number}, ${swing.clubName}, ${shortDate(swing.recordedAt)}`,
        x,
        y,
        group,
      })),
    ),
  );
  protected readonly lines = computed(() => this.groups().map((g) => g.relation));
  protected readonly marks = GROUP_MARKS;
  protected readonly xWords = computed(() => `${this.measureRow().words}, ${this.measureRow().unit}`);
  protected readonly yWords = computed(() => `${this.resultRow().words}, ${this.units.shown(this.resultRow().unit)}`);
  private saidOf(of: readonly { swing: SwingHead }[], r: Relation | null, several: boolean): string {
    const [{ swing } = { swing: null }] = of;
    const whose = several && swing ? ` with the ${swing.clubName}, ${deviceWords(swing.device)}` : '';
    const why = swing && swing.kind === 'full' ? unjudgedWords(swing) : null;
    const n = `${counted(of.length, 'swing')}${whose}${why ? ` (${why})` : ''}`;
    if (of.length < FEW_POINTS) return `${n}: too few for a line, ${FEW_POINTS} would do.`;
    if (!r) return `${n}: no line can be drawn.`;
    const unit = `${this.units.shown(this.resultRow().unit)} per ${this.measureRow().unit === '%' ? 'point' : this.measureRow().unit}`;
    const sure = r.interval[0] > 0 || r.interval[1] < 0;
    return `${n}: ${slope(r.slope)} ${unit} (95%: ${slope(r.interval[0])} to ${slope(r.interval[1])}). ${sure ? 'They go together.' : 'It may be nothing: the interval holds zero.'}`;
  }

  constructor() {
    this.store.dispatch(OfficeActions.openPupils());
    const { changed, moved, movedBack, deleted, restored } = SwingsActions;
    inject(Actions)
      .pipe(ofType(changed, moved, movedBack, deleted, restored), takeUntilDestroyed())
      .subscribe(() => this.changes.update((n) => n + 1));
    inject(Keys).use('Swings', [
      { key: 'a', words: 'choose all that are shown, or none', run: () => this.pickAll() },
      { key: 'e', words: 'card of those that are chosen', run: () => this.openCard() },
    ]);
  }

  protected pick({ id }: SwingHead): void {
    const next = new Set(this.chosen());
    if (!next.delete(id)) next.add(id);
    this.chosen.set(next);
  }
  protected pickAll(): void {
    const all = this.shown();
    this.chosen.set(new Set(this.picked().length === all.length ? [] : all.map((s) => s.id)));
  }
  protected openCard(): void {
    this.cards.open(this.picked());
  }

  protected narrow<K extends keyof SwingFilter>(key: K, value: SwingFilter[K]): void {
    const next = { ...this.filter(), [key]: value };
    this.filter.set(Object.values(next).some(Boolean) ? next : NO_FILTER);
  }
  protected fit(fit: number): string {
    return `${Math.round(100 * fit)}%`;
  }
  protected ball(s: SwingHead): string {
    return shotWords(s.shot, this.units);
  }
  protected valueText(s: SwingHead): string {
    const v = this.values()?.get(s.id);
    return v === undefined
      ? ''
      : v === null
        ? '–'
        : `${figure(v, this.measureRow().unit)} ${this.measureRow().unit.replace('–', '')}`.trim();
  }
  protected idOf(_: number, s: SwingHead): string {
    return s.id;
  }
  protected read(id: string): void {
    const s = this.swings()?.find((x) => x.id === id);
    if (s) void this.router.navigate(['/lesson', s.lessonId, 'read', s.id]);
  }
  protected save(): void {
    saveCsv(
      `${this.name()} swings`,
      swingsCsv(this.shown(), this.measureRow(), this.values() ?? new Map<string, number | null>()),
    );
  }
}

const slope = (v: number): string => v.toPrecision(2).replace('-', '−');
