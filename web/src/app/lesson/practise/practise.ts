import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { ClubFindings } from '@vilko/contract/judgement';
import type { LogEntry, NewLogEntry, PlanAct } from '@vilko/contract/practice';
import type { Cue } from '@vilko/contract/pupil';
import { injuryWords, onRecord } from '@vilko/contract/injury-words';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { cuesThat } from '@vilko/contract/cues';
import { wantedWords } from '@vilko/contract/report-words';
import type { Drill } from '@vilko/core/drills/drill';
import { drillsFor } from '@vilko/core/drills/drills';
import { faultOf } from '@vilko/core/faults/catalogue';
import type { FaultRule } from '@vilko/core/faults/rule';
import { quantityOf } from '@vilko/core/measures/quantity';
import type { TestedAs } from '@vilko/core/practice/retest';
import { targetBand } from '@vilko/core/practice/target';
import { faultName, showsWords } from '@vilko/core/words/findings';
import { fromSport } from '@vilko/core/words/sports';
import { Keys } from '../../shell/keys';
import { lessonFeature } from '../../state/lesson';
import { PracticeActions, practiceFeature } from '../../state/practice';
import { ReportActions } from '../../state/report-actions';
import { reportFeature } from '../../state/report';
import { selectStandard } from '../../state/school';
import { measureName } from '../../office/words';
import { FrozenLine } from '../report/frozen-line';
import { DrillSheet } from './drill-sheet';
import { FilmWatch } from './film-watch';
import { LogBook } from './log-book';
import { PlanPanel } from './plan-panel';
import { schoolBand } from '../school-band';
import { HouseUnits } from '../../shell/units';
import { HouseDrills } from '../../state/house-drills';
import { officeFeature } from '../../state/office';

const SETTLE = 300;

/** Practise: what to work on, the drill with its ladder, and the days until the next lesson. */
@Component({
  selector: 'vk-practise',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillSheet, FrozenLine, LogBook, PlanPanel, RouterLink],
  host: { class: 'block h-full min-h-0' },
  template: `
    @if (!lesson() || !practice()) {
      <p class="p-6 text-18 text-ink2" role="status">Looking up what was practised …</p>
    } @else {
      <div class="grid h-full min-h-0 grid-cols-[268px_minmax(0,1fr)_400px] print:block">
        <section class="min-h-0 overflow-y-auto border-r border-rules px-4 py-3" aria-label="What to work on">
          <h1 class="text-18 font-semibold">What to work on</h1>
          @if (main(); as m) {
            <p class="mt-1 text-15 leading-5">
              <strong>{{ m.name }}</strong>: {{ m.looks }}, {{ m.often }}.
            </p>
            <p class="mt-1 text-15 leading-5">{{ m.helps }}</p>
            @if (m.likened) {
              <p class="mt-1 text-15 leading-5 text-ink2">From {{ m.likened.sport }}: {{ m.likened.words }}</p>
            }
            @if (beside().length) {
              <p class="mt-1 text-ink2">
                Also found:
                @for (b of beside(); track b.fault; let last = $last) {
                  <a class="link" [routerLink]="[]" [queryParams]="{ for: b.fault }">{{ b.name }}</a>{{
                    last ? '.' : ', '
                  }}
                }
              </p>
            }
          } @else if (report() === null) {
            <p class="mt-1 text-15 text-ink2">Reading the lesson’s swings …</p>
          } @else {
            <p class="mt-1 text-15 leading-5 text-ink2">
              Nothing is found in this lesson’s whole swings. Any drill may be chosen.
            </p>
          }
          @if (lesson()!.measure; as agreed) {
            <p class="mt-1 text-ink2">Agreed: {{ name(agreed) }}{{ agreedTarget() }}.</p>
          }
          @if (cuesThat('worked'); as cues) {
            <p class="mt-1 leading-5">Cues that worked: {{ cues }}.</p>
          }
          @if (cuesThat('did not help'); as cues) {
            <p class="mt-1 leading-5 text-ink2">Did not help: {{ cues }}.</p>
          }
          @if (caution()) {
            <p class="mt-2 border-l-2 border-alarm pl-2 leading-5">{{ caution() }}</p>
          }
          @if (report(); as r) {
            <vk-frozen-line class="mt-2" [report]="r" (renew)="renew()" />
          }
          <h2 class="mt-3 border-t border-rules pt-2 text-15 font-semibold">Drills</h2>
          <ul class="mt-1">
            @for (d of offered().offered; track d.id) {
              <li>
                <a
                  class="block border-l-2 py-1 pl-2 hover:underline"
                  [class]="d.id === shown()?.id ? 'border-ink font-semibold' : 'border-transparent'"
                  [attr.aria-current]="d.id === shown()?.id ? 'true' : null"
                  [routerLink]="[]"
                  [queryParams]="{ drill: d.id }"
                  >{{ d.name }}
                  @if (far(d); as words) {
                    <span class="block text-13 font-normal text-ink2">{{ words }}</span>
                  }
                </a>
              </li>
            }
          </ul>
          <label class="mt-2 block text-ink2"
            >Another drill
            <select class="entry" aria-label="Another drill" (change)="choose($any($event.target).value)">
              <option value="">choose …</option>
              @for (d of others(); track d.id) {
                <option [value]="d.id" [selected]="d.id === shown()?.id">{{ d.name }}</option>
              }
            </select>
          </label>
          <p class="mt-2">
            <a class="link" [routerLink]="['/lesson', lessonId(), 'practise', 'train']">Train any measure</a>
          </p>
          <p class="mt-1">
            <a class="link" [routerLink]="['/lesson', lessonId(), 'practise', 'try']"
              >Try it out: with against without</a
            >
          </p>
          @if (offered().leftOut.length) {
            <h3 class="mt-3 font-semibold">Left out</h3>
            @for (x of offered().leftOut; track x.drill.id) {
              <p class="text-ink2">{{ x.drill.name }}: {{ x.reason }}.</p>
            }
          }
        </section>
        <div class="min-h-0 overflow-y-auto px-5 py-3">
          @if (shown(); as d) {
            <p class="mb-1 flex items-baseline gap-3 text-ink2">
              @if (d.id === report()?.drill) {
                <span>The one thing to do, here and on the report.</span>
              } @else {
                <button class="link" (click)="choosesTask(d.id)">Make it the one thing to do</button>
                @if (doNow()) {
                  <span>Now: {{ doNow() }}</span>
                }
              }
            </p>
            <vk-drill-sheet
              [lessonId]="lessonId()"
              [drill]="d"
              [progress]="progress()"
              [record]="record()"
              [handed]="lesson()!.pupil.handed"
              (eye)="write($event)"
            />
          } @else {
            <p class="text-18 text-ink2">Choose a drill.</p>
          }
        </div>
        <div class="flex min-h-0 flex-col overflow-y-auto border-l border-rules px-4 py-3">
          <vk-plan-panel
            [running]="running()"
            [drill]="shown()"
            [fault]="fault()"
            [club]="club()"
            [progress]="practice()!.progress"
            [pupil]="lesson()!.pupil"
            [nextVisit]="lesson()!.nextVisit"
            [tested]="tested()"
            (made)="make($event)"
            (act)="act($event.act, $event.said, $event.back)"
          />
          <vk-log-book
            class="mt-3 block border-t border-rules pt-2"
            [log]="practice()!.log"
            (write)="write($event)"
            (remove)="remove($event)"
            (film)="keepFilm($event)"
            (watch)="watch($event)"
            (practised)="takeIn($event)"
          />
        </div>
      </div>
    }
  `,
})
export class Practise {
  readonly lessonId = input.required<string>();
  /** Drill in the address. */
  readonly drill = input<string>();
  /** Finding in the address. */
  readonly for = input<string>();
  private readonly house = inject(HouseDrills);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly films = inject(FilmWatch);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly standard = this.store.selectSignal(selectStandard);
  protected readonly practice = this.store.selectSignal(practiceFeature.selectPractice);
  protected readonly running = this.store.selectSignal(practiceFeature.selectRunning);
  private readonly came = this.store.selectSignal(reportFeature.selectReport);
  private readonly cameOf = this.store.selectSignal(reportFeature.selectLessonId);
  /** What the report of this lesson stands on: the same here. Null until the lesson's swings have been read. */
  protected readonly report = computed(() => (this.cameOf() === this.lesson()?.id ? this.came() : null));
  /** The set whose finding leads, where there is one. */
  private readonly leading = computed((): ClubFindings | null => {
    const set = this.report()?.source.set;
    return set?.findings.some((f) => f.main) ? set : null;
  });
  /** The finding asked for; else the one the lesson works on. */
  private readonly finding = computed(() => {
    const of = (fault: string | null | undefined) => this.leading()?.findings.find((f) => f.fault === fault);
    return of(this.for()) ?? of(this.report()?.source.fault) ?? null;
  });
  protected readonly beside = computed(() =>
    (this.leading()?.findings ?? []).flatMap((f) =>
      f === this.finding() ? [] : [{ fault: f.fault, name: faultName(f.fault) }],
    ),
  );
  protected readonly main = computed(() => {
    const set = this.leading();
    const f = this.finding();
    const asked = this.asked();
    if (asked) return this.told(asked, 'asked for; not among what the whole set shows');
    const rule = f && faultOf(f.fault);
    return set && rule ? this.told(rule, `${showsWords(f, set.clubName)}${f.tentative ? ', tentative' : ''}`) : null;
  });
  /** A finding as the pupil is told it: what it looks like, why it helps, and as what it is in their own sport. */
  private told({ id, name, looks, helps }: FaultRule, often: string) {
    const likened = fromSport(id, this.lesson()?.pupil.profile.otherSports ?? '', this.settings().sports);
    return { name, looks, often, helps, likened };
  }
  /** A fault from the address that the set as a whole does not show: a single swing may. */
  private readonly asked = computed(() => {
    const id = this.for();
    return id && !(this.leading()?.findings ?? []).some((f) => f.fault === id) ? (faultOf(id) ?? null) : null;
  });
  protected readonly fault = computed(() => this.asked()?.id ?? this.finding()?.fault ?? null);
  protected readonly club = computed(() => this.leading()?.club ?? this.rack().at(-1)?.club ?? 'iron');
  protected readonly record = computed(() => onRecord(this.lesson()?.pupil.profile ?? NO_PROFILE));
  protected readonly hurt = computed(() => this.lesson()?.pupil.profile.injuries ?? []);
  /** How the swings were made that a retest will be held against. */
  protected readonly tested = computed((): TestedAs | null => {
    const set = this.report()?.source.set;
    const lesson = this.lesson();
    return set && lesson
      ? { device: set.device, clubName: set.clubName, footwear: lesson.footwear, intent: set.intent }
      : null;
  });
  /** Where the agreed measure is to come, behind its name. */
  protected readonly agreedTarget = computed(() => {
    const { measure, target } = this.lesson()!;
    if (!measure) return '';
    // a frozen page may still speak of what was agreed before: the lesson says what is agreed now
    const school = schoolBand(this.standard(), this.club(), measure, this.leading()?.intent);
    const { unit } = quantityOf(measure);
    const words = wantedWords({
      band: [...this.units.range(targetBand(target, school), unit)],
      spread: target?.of === 'spread' ? { most: this.units.value(target.most, unit) } : null,
      unit: this.units.shown(unit),
    });
    return words && `, ${words}`;
  });
  protected readonly offered = computed(() => {
    const fault = this.fault();
    if (!fault) return { offered: [], leftOut: [] };
    return drillsFor({
      fault,
      club: this.club(),
      found: this.leading()?.findings.map((f) => f.fault) ?? [],
      injuries: this.hurt(),
      school: this.standard()(this.club()).pattern.id,
      drills: this.house.shelf().offered,
    });
  });
  protected readonly others = computed(() =>
    this.house.shelf().offered.filter((d) => !this.offered().offered.includes(d)),
  );
  protected readonly shown = computed((): Drill | null => {
    const id = this.drill() ?? (this.for() ? undefined : (this.report()?.drill ?? this.running()?.plan.wish.drills[0]));
    return this.house.shelf().one(id) ?? this.offered().offered[0] ?? null;
  });
  protected readonly progress = computed(
    () => this.practice()?.progress.find((p) => p.drill === this.shown()?.id) ?? null,
  );
  private readonly units = inject(HouseUnits);
  private readonly settings = this.store.selectSignal(officeFeature.selectHouse);
  /** What was said to this pupil before, and what came of it. */
  protected cuesThat(did: Cue['did']): string {
    return cuesThat(this.lesson()!.pupil.profile.cues, did);
  }
  protected readonly caution = computed(() => {
    const p = this.lesson()?.pupil.profile;
    if (!p) return '';
    const hurt = p.injuries.length ? `On record: ${injuryWords(p, this.lesson()!.pupil.handed).join('; ')}.` : '';
    return [hurt, p.fear ? `Afraid of: ${p.fear}.` : '', hurt || p.fear ? 'A smaller target first.' : '']
      .filter(Boolean)
      .join(' ');
  });
  /** What the one thing to do is, where another drill is looked at. */
  protected readonly doNow = computed(() => {
    const r = this.report();
    const drill = this.house.shelf().one(r?.drill);
    return drill ? `${drill.name}.` : (r?.draft.task ?? '');
  });
  protected readonly name = measureName;

  private readonly wished = signal(false);

  constructor() {
    effect(() => {
      const pupilId = this.lesson()?.pupil.id;
      if (pupilId) this.store.dispatch(PracticeActions.open({ pupilId }));
    });
    effect((clean) => {
      // anew with each swing: what is not kept yet follows the lesson
      this.rack();
      const lessonId = this.lesson()?.id;
      if (lessonId === undefined) return;
      const timer = setTimeout(() => this.store.dispatch(ReportActions.open({ lessonId })), SETTLE);
      clean(() => clearTimeout(timer));
    });
    inject(Keys).use('Practise', [{ key: 't', words: 'train the open rung', run: () => this.wished.set(true) }]);
    // a press before the drill is known holds until it is
    effect(() => {
      if (this.wished() && this.shown()) untracked(() => this.train());
    });
  }

  protected renew(): void {
    this.store.dispatch(ReportActions.renew({ lessonId: this.lesson()!.id }));
  }
  protected choosesTask(drill: string): void {
    this.store.dispatch(ReportActions.chooseTask({ lessonId: this.lesson()!.id, drill }));
  }
  private train(): void {
    const d = this.shown();
    this.wished.set(false);
    if (d)
      void this.router.navigate(['/lesson', this.lessonId(), 'practise', 'train'], {
        queryParams: { drill: d.id, rung: this.progress()?.open ?? 0 },
      });
  }
  protected far(d: Drill): string {
    const p = this.practice()?.progress.find((x) => x.drill === d.id);
    return p ? `rung ${p.open + 1} of 5 is open` : '';
  }
  protected choose(drill: string): void {
    if (drill) void this.router.navigate([], { queryParams: { drill } });
  }
  protected write(entry: NewLogEntry): void {
    this.store.dispatch(PracticeActions.log({ pupilId: this.lesson()!.pupil.id, entry }));
  }
  protected keepFilm({ file, note }: { file: File; note: string }): void {
    this.store.dispatch(PracticeActions.keepFilm({ pupilId: this.lesson()!.pupil.id, file, note }));
  }
  protected takeIn(file: File): void {
    this.store.dispatch(PracticeActions.takeIn({ pupilId: this.lesson()!.pupil.id, file }));
  }
  protected watch(entry: LogEntry): void {
    this.films.watch(entry);
  }
  protected remove(id: string): void {
    this.store.dispatch(PracticeActions.deleteEntry({ id }));
  }
  protected make(wish: Parameters<typeof PracticeActions.makePlan>[0]['plan']['wish']): void {
    this.store.dispatch(
      PracticeActions.makePlan({ pupilId: this.lesson()!.pupil.id, plan: { lessonId: this.lessonId(), wish } }),
    );
  }
  protected act(act: PlanAct, said?: string, back?: PlanAct): void {
    const id = this.running()?.id;
    if (id) this.store.dispatch(PracticeActions.act({ id, act, ...(said ? { said } : {}), ...(back ? { back } : {}) }));
  }
}
