import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MINOR } from '@vilko/contract/person-words';
import type { Report, ReportField, ReportText } from '@vilko/contract/report';
import { REPORT_FIELDS } from '@vilko/contract/report-words';
import type { ReportHead } from '@vilko/contract/share';
import { SHARE_DAYS } from '@vilko/contract/open-share';
import { counted } from '@vilko/core/words/amounts';
import { Keys } from '../../shell/keys';
import { bayFeature } from '../../state/bay';
import { draftOf } from '../../state/drafts';
import { lessonFeature } from '../../state/lesson';
import { ReportActions } from '../../state/report-actions';
import { reportFeature } from '../../state/report';
import { FilmWatch } from '../practise/film-watch';
import { FrozenLine } from './frozen-line';
import { ReportSheet } from './report-sheet';
import { SharePanel } from './share-panel';
import { TaskChoice } from './task-choice';

const SETTLE = 600;

/** Report: the page the pupil gets, and the words on it; the machine drafts, the instructor's words lead. */
@Component({
  selector: 'vk-report',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FrozenLine, ReportSheet, RouterLink, SharePanel, TaskChoice],
  host: { class: 'block h-full min-h-0 print:h-auto' },
  template: `
    @if (error(); as e) {
      <p class="p-6 text-18">{{ e }}</p>
    } @else if (!lesson() || !report()) {
      <p class="p-6 text-18 text-ink2" role="status">Drafting the page from the lesson’s swings …</p>
    } @else {
      <div
        class="grid h-full min-h-0 grid-cols-[430px_minmax(0,1fr)] max-[900px]:flex max-[900px]:flex-col-reverse max-[900px]:overflow-y-auto print:block"
      >
        <section
          class="min-h-0 overflow-y-auto border-r border-rules px-4 py-3 print:hidden"
          aria-label="Words of the report"
        >
          <div class="flex items-baseline gap-3">
            <h1 class="text-18 font-semibold">Words</h1>
            <span role="status" [class.text-alarm]="away()" [class.text-ink2]="!away()">{{ state() }}</span>
            @if (written()) {
              <button class="link ml-auto" (click)="backToDraft()">Back to the draft</button>
            }
          </div>
          @if (twice()) {
            <p class="text-alarm" role="alert">
              Another window writes on this page too: what is kept last stands. Close one of the two.
            </p>
          }
          <p class="text-ink2">
            Drafted from the swings; what you write stands instead. An empty field is left off the page.
          </p>
          <vk-frozen-line class="mt-1" [report]="report()!" (renew)="renew()" />
          @for (f of fields; track f.key) {
            @if (f.key === 'task') {
              <vk-task-choice class="mt-2" />
            }
            <label class="field mt-2"
              >{{ f.head }}
              <textarea
                rows="2"
                maxlength="1200"
                class="field-sizing-content"
                [value]="text()![f.key]"
                (input)="write(f.key, $any($event.target).value)"
              ></textarea>
            </label>
            @if (movedBeneath(f.key)) {
              <p class="border-l-2 border-alarm pl-2" role="note">
                Its figures have moved: {{ report()!.draft[f.key] || 'today this field would be empty' }}
                <button class="link" (click)="take(f.key)">Take this</button> or
                <button class="link" (click)="letStand(f.key)">mine still holds</button>
              </p>
            }
          }
          <p class="mt-2 text-ink2">
            The days come from <a class="link" [routerLink]="['/lesson', lessonId(), 'practise']">Practise</a>, aim,
            homework, measure and next visit from the lesson’s notes.
          </p>
        </section>
        <div class="flex min-h-0 flex-col print:block">
          <div class="flex items-center gap-3 border-b border-rules px-4 py-2 print:hidden">
            <p class="text-15 text-ink2">The page, exactly as the pupil gets it</p>
            <a class="plain-button ml-auto" [routerLink]="['/lesson', lessonId(), 'report', 'speak']">Speak</a>
            <a #pdf class="plain-button" [href]="'/api/lessons/' + lessonId() + '/report.pdf'" target="_blank">PDF</a>
            <button class="plain-button" [attr.aria-expanded]="open()" (click)="toggle()">
              Pupil’s page{{ answers() }}
            </button>
            <button class="plain-button" (click)="print()">Print</button>
            <a class="main-button" [routerLink]="['/lesson', lessonId(), 'end']">Letter and end</a>
          </div>
          @if (open()) {
            <vk-share-panel
              class="max-h-[320px] shrink-0 overflow-y-auto border-b border-rules px-4 py-2 print:hidden"
              [shares]="shares()"
              (make)="makeShare($event)"
              (revoke)="revoke($event)"
              (watch)="films.watch($event)"
              (replied)="reply($event)"
            />
          }
          @if (report()!.review; as r) {
            <div class="flex items-center gap-3 border-b border-rules px-4 py-2 print:hidden">
              <span>Spoken review, {{ length(r.duration) }}</span>
              <button class="link" [attr.aria-expanded]="hears()" (click)="hears.set(!hears())">
                {{ hears() ? 'Close' : 'Look and listen' }}
              </button>
              <button class="link ml-auto" (click)="deleteReview()">{{ sure() ? 'Delete for good' : 'Delete' }}</button>
            </div>
            @if (hears()) {
              <video
                class="max-h-[340px] shrink-0 border-b border-rules bg-rules print:hidden"
                controls
                [src]="'/api/lessons/' + lessonId() + '/review?' + r.id"
              ></video>
            }
          }
          <div
            tabindex="0"
            class="min-h-0 flex-1 overflow-y-auto bg-rules/40 px-6 py-4 max-[900px]:overflow-visible max-[900px]:px-0 print:overflow-visible print:bg-transparent print:p-0"
          >
            <vk-report-sheet [head]="head()!" [report]="report()!" [text]="text()!" />
          </div>
        </div>
      </div>
    }
  `,
})
export class ReportPage {
  readonly lessonId = input.required<string>();
  /** Opens with what the pupil sent, as where it waits on Today. */
  readonly page = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly failed = this.store.selectSignal(reportFeature.selectError);
  protected readonly report = this.store.selectSignal(reportFeature.selectReport);
  protected readonly shares = this.store.selectSignal(reportFeature.selectShares);
  protected readonly films = inject(FilmWatch);
  private readonly saving = this.store.selectSignal(reportFeature.selectSaving);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly fields = REPORT_FIELDS;
  /** The pupil's page and its links stand open above the sheet. */
  protected readonly open = signal(false);
  /** What is being written and not sent yet. */
  private readonly own = signal<ReportText | null>(null);
  protected readonly text = computed((): ReportText | null => this.own() ?? textOf(this.report()));
  protected readonly head = computed((): ReportHead | null => {
    const [l, report] = [this.lesson(), this.report()];
    return (
      l &&
      report && {
        name: l.pupil.name,
        handed: l.pupil.handed,
        minor: MINOR.includes(l.pupil.profile.ageBand ?? ''),
        startedAt: l.startedAt,
        bay: l.bay,
        by: report.by,
      }
    );
  });
  protected readonly answers = computed(() => {
    const n = this.shares()?.came.length ?? 0;
    return n ? `: ${counted(n, 'answer')}` : '';
  });
  protected readonly hears = signal(false);
  protected readonly sure = signal(false);
  protected readonly error = computed(() => (this.report() ? null : this.failed()));
  private readonly live = this.store.selectSignal(bayFeature.selectLive);
  /** The last words did not reach the server. */
  private readonly unkept = this.store.selectSignal(reportFeature.selectUnkept);
  /** What was typed is not with the server, and it does not answer. */
  protected readonly away = computed(() => !this.live() && (this.own() !== null || this.unkept()));
  private readonly reportOfLesson = computed(() => (this.lesson()?.id === this.lessonId() ? this.report() : null));
  /** Another window writes on the same page. */
  private readonly pdf = viewChild<ElementRef<HTMLAnchorElement>>('pdf');
  protected readonly twice = draftOf({
    key: () => `report/${this.lessonId()}`,
    typed: () => this.own(),
    kept: () => (this.saving() || this.unkept() ? null : textOf(this.reportOfLesson())),
    back: (text) => this.own.set(text),
  });
  protected readonly written = computed(() => this.own() !== null || this.report()?.text !== null);
  protected readonly state = computed(() => {
    if (this.away()) return 'not kept yet, the server is away: it is kept here until it is back';
    if (this.own() || this.saving()) return 'keeping …';
    return this.report()?.text ? 'your words, kept' : 'the draft';
  });

  constructor() {
    effect(() => {
      // anew with each swing: figures that are not kept yet follow the lesson
      this.rack();
      this.store.dispatch(ReportActions.open({ lessonId: this.lessonId() }));
    });
    effect(() => this.store.dispatch(ReportActions.openShares({ lessonId: this.lessonId() })));
    effect(() => {
      if (this.page() !== undefined) this.open.set(true);
    });
    effect((clean) => {
      const text = this.own();
      if (!text) return;
      const timer = setTimeout(() => this.keepNow(), SETTLE);
      clean(() => clearTimeout(timer));
    });
    // the server is back: what it did not get is sent again
    effect(() => {
      if (this.live() && this.unkept()) untracked(() => this.own.set(textOf(this.report())));
    });
    // the last words are not left behind with the page
    inject(DestroyRef).onDestroy(() => this.keepNow());
    inject(Keys).use('Report', [
      { key: 'p', words: 'print', run: () => this.print() },
      { key: 'f', words: 'PDF', run: () => this.pdf()?.nativeElement.click() },
      {
        key: 'm',
        words: 'letter, and the end of the lesson',
        run: () => void this.router.navigate(['/lesson', this.lessonId(), 'end']),
      },
      { key: 'l', words: 'link for the pupil', run: () => this.toggle() },
    ]);
  }

  private keepNow(): void {
    const text = this.own();
    if (!text) return;
    this.store.dispatch(ReportActions.keep({ lessonId: this.lessonId(), text, before: this.report()?.text ?? null }));
    this.own.set(null);
  }
  protected write(key: keyof ReportText, value: string): void {
    this.own.set({ ...this.text()!, [key]: value });
  }
  /** Whether the words of a field were written on figures that have moved since. */
  protected movedBeneath(key: ReportField): boolean {
    return (this.report()?.moved.includes(key) ?? false) && !this.own();
  }
  protected take(key: ReportField): void {
    this.own.set({ ...this.text()!, [key]: this.report()!.draft[key] });
    this.keepNow();
  }
  protected letStand(key: ReportField): void {
    const text = this.text()!;
    this.store.dispatch(ReportActions.keep({ lessonId: this.lessonId(), text, before: text, stands: [key] }));
  }
  protected renew(): void {
    this.store.dispatch(ReportActions.renew({ lessonId: this.lessonId() }));
  }
  protected backToDraft(): void {
    const before = this.text();
    this.own.set(null);
    this.store.dispatch(
      ReportActions.keep({ lessonId: this.lessonId(), text: null, before, said: 'The draft stands again.' }),
    );
  }
  protected toggle(): void {
    this.open.update((o) => !o);
    // answers may have come since the lesson was opened
    if (this.open()) this.store.dispatch(ReportActions.openShares({ lessonId: this.lessonId() }));
  }
  protected deleteReview(): void {
    // a voice cannot be recorded again: asked once more before it goes
    if (this.sure()) this.store.dispatch(ReportActions.deleteReview({ lessonId: this.lessonId() }));
    this.sure.update((s) => !s);
  }
  protected length(s: number): string {
    return `${Math.floor(s / 60)}:${String(Math.round(s % 60)).padStart(2, '0')}`;
  }
  protected makeShare(days: (typeof SHARE_DAYS)[number]): void {
    this.store.dispatch(ReportActions.makeShare({ lessonId: this.lessonId(), days }));
  }
  protected reply(to: { id: string; text: string }): void {
    this.store.dispatch(ReportActions.reply({ lessonId: this.lessonId(), ...to }));
  }
  protected revoke(token: string): void {
    this.store.dispatch(ReportActions.revoke({ token }));
  }
  protected print(): void {
    // what is given away stays as it is
    if (this.report()?.madeAt === null) this.renew();
    window.print();
  }
}

const textOf = (r: Report | null): ReportText | null => r && (r.text ?? r.draft);
