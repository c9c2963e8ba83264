import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { EVENT_NAMES, type EventName, formatWords, type MeasureId } from '@vilko/core';
import type { LessonFindings, Overruled, SwingHead } from '@vilko/contract';
import { Rack } from '../../drawing/rack/rack';
import { Score } from '../../drawing/score/score';
import { StaveMenu } from '../../drawing/score/stave-menu';
import type { StaveChoice } from '../../drawing/score/staves';
import { Track } from '../../drawing/track/track';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { ShotEntry } from '../record/shot-entry';
import { shotWords } from '../record/shot-words';
import { Api } from '../../state/api';
import { sentenceOf } from '../../state/sentences';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { selectPatterns } from '../../state/patterns';
import { ReadActions, readFeature } from '../../state/read';
import { selectStandardRead } from '../../state/school';
import { SettingsActions, settingsFeature } from '../../state/settings';
import type { ReadRequest, ReadView } from '../../workers/read-view';
import { SwingReader } from '../../workers/swing-reader';
import { placeWords, recordingNotes, toImpactWords } from './cursor-words';
import { type SchoolsData, SchoolsTable } from './schools';
import { tuningWords } from './tuning-words';
import { Legend } from './legend';
import { Reading } from './reading';
import { SlowMotion } from './slow-motion';
import { type UnderPanel, UnderTrack } from './under-track';
import { WhatIfPanel } from './what-if-panel';
import { Dialog } from '@angular/cdk/dialog';

const STEP = 0.01;
/** The rack has come to rest, ms. */
const SETTLE = 250;
/** A question that asks the same is not asked again. */
const SAME_QUESTION = { equal: (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b) };

/** Read: one swing as plan, score, ledger and judgement, under one cursor. */
@Component({
  selector: 'vk-read',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Track, UnderTrack, Score, StaveMenu, Reading, Rack, WhatIfPanel],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    @if (error(); as e) {
      <p class="p-6 text-18 text-alarm">{{ e }}</p>
    } @else if (!lesson()) {
      <p class="p-6 text-15 text-ink2">Fetching the lesson …</p>
    } @else {
      <div
        class="grid min-h-0 flex-1 grid-cols-[minmax(348px,464px)_minmax(330px,1fr)_minmax(226px,292px)] gap-x-6 px-4"
        [attr.aria-busy]="status() === 'reading'"
      >
        @if (view(); as v) {
          <section class="flex min-h-0 flex-col border-r border-rules pt-1.5 pr-3 -mr-3" aria-label="Track and Ledger">
            <div class="flex items-baseline gap-2 pb-1">
              <h1 class="text-15 font-semibold">Track</h1>
              <span class="truncate text-ink2">{{ place() }}</span>
              <span class="ml-auto whitespace-nowrap text-ink2">{{ toImpact() }}</span>
            </div>
            @if (!(panel() === 'film' && largeFilm())) {
              <vk-track
                [view]="v"
                [beside]="beside()"
                [cursor]="cursor()"
                [turned]="turned()"
                [lit]="lit()"
                (cursorMoved)="move($event)"
              />
            }
            <vk-under-track
              class="mt-1 min-h-0 flex-1"
              [(panel)]="panel"
              [(largeFilm)]="largeFilm"
              [view]="v"
              [swing]="swing()!"
              [cursor]="cursor()"
              [ball]="ball()"
              [pattern]="patternName()"
              [length]="length()"
              (ballAsked)="enterShot()"
              (cursorMoved)="move($event)"
              (marked)="mark($event.name, $event.t, $event.u)"
              (lit)="light($event)"
            />
          </section>
          <section class="flex min-h-0 min-w-0 flex-col pt-1.5" aria-label="Score">
            <div class="flex items-baseline gap-3 pb-1">
              <h2 class="text-15 font-semibold">Score</h2>
              @for (a of axes; track a.axis) {
                <button
                  class="hover:underline"
                  [class.font-semibold]="axis() === a.axis"
                  [class.text-ink2]="axis() !== a.axis"
                  [attr.aria-pressed]="axis() === a.axis"
                  (click)="setAxis(a.axis)"
                >
                  {{ a.words }}
                </button>
              }
              <vk-stave-menu class="ml-auto" [choice]="score()" (chosen)="chooseStaves($event)" />
              @if (marked()) {
                <button class="link" (click)="unmark()">Take back marks</button>
              }
            </div>
            <vk-score
              class="min-h-0 flex-1"
              [view]="v"
              [beside]="beside()"
              [cursor]="cursor()"
              [axis]="axis()"
              [choice]="score()"
              [lit]="lit()"
              (cursorMoved)="move($event)"
              (eventMarked)="mark($event.name, $event.t)"
            />
            @if (notes(); as n) {
              <p class="flex gap-2 pb-1 text-ink2" [title]="n.all">
                <span class="min-w-0 flex-1 truncate">{{ n.first }}</span>{{ n.more }}
              </p>
            }
          </section>
          @if (asking() && readRequest(); as request) {
            <vk-what-if
              class="-ml-3 border-l border-rules pt-0.5 pl-3"
              [view]="v"
              [request]="request"
              (lit)="light($event)"
              (shown)="beside.set($event)"
              (closed)="askWhatIf()"
            />
          } @else {
            <vk-reading
              class="-ml-3 border-l border-rules pt-0.5 pl-3"
              [view]="v"
              [swing]="swing()!"
              [rack]="rack()"
              [ball]="ball()"
              [caution]="caution()"
              [injuries]="lesson()?.pupil?.profile?.injuries ?? []"
              [patterns]="patterns()"
              [missing]="standard()?.missing ?? null"
              [tuned]="tuned()"
              [sets]="found()?.clubs ?? []"
              [oneSwingForAll]="found()?.oneSwingForAll ?? false"
              (schoolsAsked)="showSchools()"
              (whatIfAsked)="askWhatIf()"
              (overruled)="overrule($event)"
              (lit)="light($event)"
              (patternChosen)="choosePattern($event)"
            />
          }
        } @else if (refusal()) {
          <p class="col-span-3 p-6 text-18">
            This swing cannot be read: {{ refusal() }} <span class="text-ink2">Its recording is kept.</span>
          </p>
        } @else if (rack().length === 0) {
          <div class="col-span-3 grid place-items-center">
            <p class="max-w-[520px] text-18 leading-7">
              No swings in this lesson yet. Go to <strong>Record</strong> and let the pupil swing, or drop a recording
              ({{ formats }}) anywhere on this window.
            </p>
          </div>
        } @else {
          <div class="col-span-3 grid grid-cols-[464px_1fr_292px] gap-6 pt-6" aria-label="Reading the swing">
            <div class="h-[300px] bg-sheet p-4 text-15 text-ink2">Reading the swing …</div>
            <div class="bg-sheet"></div>
            <div class="bg-sheet"></div>
          </div>
        }
      </div>
      <vk-rack
        [swings]="rack()"
        [current]="swingId() ?? null"
        [handed]="handed()"
        [carryText]="carryText"
        (choose)="open($event)"
        (compare)="compareWith($event)"
        (star)="star($event)"
      />
    }
  `,
})
export class Read {
  readonly lessonId = input.required<string>();
  readonly swingId = input<string>();

  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly api = inject(Api);
  private readonly reader = inject(SwingReader);
  private readonly dialog = inject(Dialog);

  protected readonly formats = formatWords();
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  protected readonly error = this.store.selectSignal(lessonFeature.selectError);
  protected readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly status = this.store.selectSignal(readFeature.selectStatus);
  protected readonly refusal = this.store.selectSignal(readFeature.selectRefusal);
  protected readonly lit = this.store.selectSignal(readFeature.selectLit);
  protected readonly axis = this.store.selectSignal(settingsFeature.selectAxis);
  protected readonly score = this.store.selectSignal(settingsFeature.selectScore);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  private readonly standards = this.store.selectSignal(selectStandardRead);
  /** What this swing is judged by. */
  protected readonly standard = computed(() => {
    const s = this.swing();
    return s ? this.standards()(s.club, s.intent) : null;
  });
  private readonly storedCursor = this.store.selectSignal(readFeature.selectCursor);
  protected readonly view = signal<ReadView | null>(null);
  protected readonly swing = computed((): SwingHead | undefined => this.rack().find((s) => s.id === this.swingId()));
  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly cursor = computed(() => this.storedCursor() ?? this.view()?.events.p7?.t ?? 0);
  protected readonly marked = computed(() => Object.keys(this.swing()?.marks ?? {}).length > 0);
  protected readonly patterns = this.store.selectSignal(selectPatterns);
  protected readonly tuned = computed(() => {
    const t = this.standard()?.tuning;
    return t ? tuningWords(t) : '';
  });
  /** What is found in the lesson's sets of swings. */
  protected readonly found = signal<LessonFindings | null>(null);
  protected readonly patternName = computed(() => {
    const p = this.standard()?.pattern;
    return p ? `${p.name}, v${p.version}` : '';
  });
  protected readonly panel = signal<UnderPanel>('ledger');
  protected readonly largeFilm = signal(false);
  private readonly units = inject(HouseUnits);
  protected readonly length = computed(() => this.units.shown('mm') as 'mm' | 'in');
  protected readonly carryText = (m: number): string => this.units.text(m, 'm');
  protected readonly ball = computed(() => shotWords(this.swing()?.shot ?? null, this.units));
  /** Injuries and fears stand above every finding. */
  protected readonly caution = computed(() => {
    const f = this.lesson()?.pupil.profile;
    const parts = [...(f?.injuries ?? []), ...(f?.fear ? [`afraid of ${f.fear}`] : [])];
    return parts.length
      ? `On record: ${parts.join(', ')}. What looks like a fault may be protection; smaller before larger on that side.`
      : '';
  });
  protected readonly notes = computed(() => recordingNotes(this.view()));
  protected readonly axes = [
    { axis: 'eased', words: 'around impact' },
    { axis: 'linear', words: 'true time' },
    { axis: 'phase', words: 'phase' },
  ] as const;

  /** What makes the swing's reading stale. */
  private readonly question = computed(() => {
    const s = this.swing();
    const pupil = this.lesson()?.pupil;
    const standard = this.standard();
    if (!s || !pupil || !standard) return null;
    const { pattern, tuning, limits } = standard;
    const by = { pattern, tuning, limits, overruled: s.overruled.map((o) => o.fault) };
    return { id: s.id, club: s.club, kind: s.kind, marks: s.marks, by, handed: pupil.handed, stature: pupil.stature };
  }, SAME_QUESTION);

  constructor() {
    effect(() => this.store.dispatch(LessonActions.open({ id: this.lessonId() })));
    // without a swing in the address: the starred one, else the newest
    effect(() => {
      const rack = this.rack();
      if (this.lesson()?.id !== this.lessonId() || !rack.length || rack.some((s) => s.id === this.swingId())) return;
      const s = rack.find((x) => x.starred) ?? rack.at(-1)!;
      void this.router.navigate(['/lesson', this.lessonId(), 'read', s.id], {
        replaceUrl: true,
        queryParamsHandling: 'preserve',
      });
    });
    effect(() => {
      const id = this.swingId();
      if (id) this.store.dispatch(ReadActions.openSwing({ id }));
      untracked(() => this.view.set(null));
    });
    // sets change with the rack: asked anew when it has come to rest
    effect((onCleanup) => {
      const lessonId = this.lesson()?.id;
      this.rack();
      this.standards();
      if (!lessonId) return;
      const timer = setTimeout(
        () =>
          this.api
            .ask('findings', { id: lessonId })
            .subscribe({ next: (f) => this.found.set(f), error: () => this.found.set(null) }),
        SETTLE,
      );
      onCleanup(() => clearTimeout(timer));
    });
    effect(() => {
      const q = this.question();
      if (q) untracked(() => void this.readSwing(q));
    });
    inject(Keys).use('Read', [
      { key: 'ArrowLeft', words: 'cursor back 10 ms, Shift: 2 ms', run: (e) => this.step(e.shiftKey ? -0.002 : -STEP) },
      { key: 'ArrowRight', words: 'cursor on 10 ms, Shift: 2 ms', run: (e) => this.step(e.shiftKey ? 0.002 : STEP) },
      { key: '[', words: 'to the event before', run: () => this.jump(-1) },
      { key: ']', words: 'to the next event', run: () => this.jump(1) },
      { key: 'm', words: 'mark: nearest event to the cursor', run: () => this.markNearest() },
      {
        key: 'f',
        words: 'forces in three planes, or ledger',
        run: () => this.panel.set(this.panel() === 'forces' ? 'ledger' : 'forces'),
      },
      { key: 'v', words: 'film or ledger', run: () => this.panel.set(this.panel() === 'film' ? 'ledger' : 'film') },
      { key: ' ', words: 'play in slow motion, or stop', run: () => this.play() },
      { key: ',', words: 'a frame back', run: () => this.step(-this.frame()) },
      { key: '.', words: 'a frame on', run: () => this.step(this.frame()) },
      { key: 'b', words: 'ball: enter this swing’s shot', run: () => this.enterShot() },
      { key: 'PageDown', words: 'clicker: next swing', run: () => this.neighbour(1) },
      { key: 'PageUp', words: 'clicker: star this swing', run: () => this.swing() && this.star(this.swing()!) },
      { key: 'j', words: 'next swing', run: () => this.neighbour(1) },
      { key: 'k', words: 'swing before', run: () => this.neighbour(-1) },
      { key: 's', words: 'star this swing', run: () => this.swing() && this.star(this.swing()!) },
      { key: 'x', words: 'time axis: eased, true, phase', run: () => this.store.dispatch(SettingsActions.nextAxis()) },
      {
        key: 't',
        words: 'turn the Track as the film sees it',
        run: () => this.store.dispatch(SettingsActions.turnTrack()),
      },
      { key: 'o', words: 'every school side by side', run: () => this.showSchools() },
      { key: 'w', words: 'what if: change the push and see', run: () => this.askWhatIf() },
      { key: 'l', words: 'legend in words', run: () => this.showLegend() },
      {
        key: 'Delete',
        words: 'delete this swing (undo offered)',
        run: () => this.swing() && this.store.dispatch(LessonActions.deleteSwing({ id: this.swing()!.id })),
      },
    ]);
  }

  private readonly asked = { n: 0 };

  private async readSwing(q: NonNullable<ReturnType<typeof this.question>>): Promise<void> {
    const n = ++this.asked.n;
    try {
      const { request, view } = await this.reader.read(q, q.by, q);
      if (n !== this.asked.n) return;
      this.readRequest.set(request);
      this.view.set(view);
      const linked = Number(this.route.snapshot.queryParamMap.get('t') ?? NaN);
      const impact = view.events.p7?.t ?? view.start;
      this.store.dispatch(
        ReadActions.ready({ cursor: Number.isFinite(linked) ? impact + linked / 1000 : (view.events.p3?.t ?? impact) }),
      );
    } catch (e) {
      if (n === this.asked.n) this.store.dispatch(ReadActions.refused({ message: sentenceOf(e) }));
    }
  }

  protected readonly place = computed(() => placeWords(this.view(), this.cursor()));
  protected readonly toImpact = computed(() => toImpactWords(this.view(), this.cursor()));

  private linkTimer: ReturnType<typeof setTimeout> | undefined;

  protected move(t: number): void {
    const v = this.view();
    if (!v) return;
    const inside = Math.max(v.start, Math.min(v.end, t));
    this.store.dispatch(ReadActions.moveCursor({ t: inside }));
    clearTimeout(this.linkTimer);
    this.linkTimer = setTimeout(
      () =>
        void this.router.navigate([], {
          relativeTo: this.route,
          queryParams: { t: Math.round(1000 * (inside - (v.events.p7?.t ?? 0))) },
          replaceUrl: true,
        }),
      400,
    );
  }
  private step(by: number): void {
    this.move(this.cursor() + by);
  }
  private jump(direction: 1 | -1): void {
    const times = EVENT_NAMES.flatMap((n) => this.view()?.events[n]?.t ?? []);
    const next =
      direction > 0
        ? times.find((t) => t > this.cursor() + 1e-4)
        : times.filter((t) => t < this.cursor() - 1e-4).at(-1);
    if (next !== undefined) this.move(next);
  }
  private neighbour(by: 1 | -1): void {
    const rack = this.rack();
    const next = rack[rack.findIndex((s) => s.id === this.swingId()) + by];
    if (next) this.open(next.id);
  }
  protected open(id: string): void {
    void this.router.navigate(['/lesson', this.lessonId(), 'read', id]);
  }
  protected compareWith(id: string): void {
    const now = this.swingId();
    if (now && now !== id)
      void this.router.navigate(['/lesson', this.lessonId(), 'compare'], { queryParams: { a: now, b: id } });
  }
  protected star(s: SwingHead): void {
    this.store.dispatch(LessonActions.changeSwing({ id: s.id, change: { starred: !s.starred } }));
  }
  protected light(measures: readonly MeasureId[]): void {
    this.store.dispatch(ReadActions.light({ measures }));
  }
  protected choosePattern(pattern: string): void {
    this.store.dispatch(ReadActions.choosePattern({ pattern }));
  }
  /** The panel of what would have to change. */
  protected readonly asking = signal(false);
  /** The altered swing, drawn beside the real one. */
  protected readonly beside = signal<ReadView | null>(null);
  protected readonly readRequest = signal<ReadRequest | null>(null);
  protected askWhatIf(): void {
    this.beside.set(null);
    this.asking.update((on) => !on && this.swing()?.kind === 'full');
  }
  protected overrule(overruled: Overruled[]): void {
    const s = this.swing();
    if (s) this.store.dispatch(LessonActions.changeSwing({ id: s.id, change: { overruled } }));
  }
  protected showSchools(): void {
    const [v, s, standard] = [this.view(), this.swing(), this.standard()];
    if (!v || !s || !standard || this.dialog.openDialogs.length) return;
    const data: SchoolsData = {
      title: `Swing ${s.number}`,
      measures: v.measures,
      club: s.club,
      patterns: this.patterns(),
      tuning: standard.tuning,
      now: standard.pattern.id,
    };
    this.dialog
      .open<string>(SchoolsTable, { data, ariaLabel: 'Schools side by side' })
      .closed.subscribe((id) => id && this.choosePattern(id));
  }
  protected setAxis(axis: 'eased' | 'linear' | 'phase'): void {
    this.store.dispatch(SettingsActions.setAxis({ axis }));
  }
  protected chooseStaves(score: StaveChoice): void {
    this.store.dispatch(SettingsActions.chooseStaves({ score }));
  }
  /** Puts an event where a person saw it; `u` is its uncertainty in s when it was read from a film. */
  protected mark(name: EventName, t: number, u?: number): void {
    const s = this.swing();
    const at = Math.round(t * 1e4) / 1e4;
    if (s)
      this.store.dispatch(
        LessonActions.changeSwing({
          id: s.id,
          change: { marks: { ...s.marks, [name]: u === undefined ? at : { t: at, u } } },
        }),
      );
  }
  private markNearest(): void {
    const v = this.view();
    const near =
      v &&
      EVENT_NAMES.filter((n) => v.events[n]).sort(
        (a, b) => Math.abs(v.events[a]!.t - this.cursor()) - Math.abs(v.events[b]!.t - this.cursor()),
      )[0];
    if (near) this.mark(near, this.cursor());
  }
  private readonly frame = computed(() => 1 / Math.max(30, ...(this.swing()?.films.map((f) => f.frameRate) ?? [])));

  private readonly slowMotion = new SlowMotion();
  private play(): void {
    const v = this.view();
    if (!v) return;
    this.slowMotion.toggle(this.cursor() >= v.end - 0.02 ? v.start : this.cursor(), (t) => {
      this.move(t);
      return t < v.end && this.view() === v;
    });
  }
  protected enterShot(): void {
    const s = this.swing();
    if (s && !this.dialog.openDialogs.length)
      this.dialog.open(ShotEntry, { data: s, ariaLabel: `Ball of swing ${s.number}` });
  }
  protected unmark(): void {
    const s = this.swing();
    if (s) this.store.dispatch(LessonActions.changeSwing({ id: s.id, change: { marks: {} } }));
  }
  private showLegend(): void {
    if (!this.dialog.openDialogs.length) this.dialog.open(Legend, { ariaLabel: 'Legend' });
  }
}
