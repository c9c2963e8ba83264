import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { formatWords } from '@vilko/core/formats/formats';
import { injuryWords } from '@vilko/contract/injury-words';
import type { SwingHead } from '@vilko/contract/swing';
import { debounceTime, filter } from 'rxjs';
import { Rack } from '../../drawing/rack/rack';
import { Track } from '../../drawing/track/track';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { enteredFeature } from '../../state/entered';
import { readFeature } from '../../state/read';
import { SettingsActions, settingsFeature } from '../../state/settings';
import { ShotEntry } from '../record/shot-entry';
import { SwingCards } from '../swing-card/swing-card';
import { shotWords } from '../record/shot-words';
import { openMarkCard } from '../time-line/open-mark-card';
import { Legend } from './legend';
import { readKeys } from './read-keys';
import { ReadStore } from './read-store';
import { Reading } from './reading';
import { type SchoolsData, SchoolsTable } from './schools';
import { ScorePanel } from './score-panel';
import { SlowMotion } from './slow-motion';
import { tuningWords } from './tuning-words';
import { type UnderPanel, UnderTrack } from './under-track';
import { WhatIfPanel } from './what-if-panel';

/** The cursor has come to rest, ms: then the address has it too. */
const REST = 400;

/** Read: one swing as plan, score, ledger and judgement, under one cursor. */
@Component({
  selector: 'vk-read',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Track, UnderTrack, ScorePanel, Reading, Rack, WhatIfPanel],
  providers: [ReadStore],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <div
      class="grid min-h-0 flex-1 grid-cols-[minmax(348px,464px)_minmax(330px,1fr)_minmax(226px,292px)] gap-x-6 px-4"
      [attr.aria-busy]="!read.view() && !read.refusal()"
    >
      @if (read.view(); as v) {
        <section class="flex min-h-0 flex-col border-r border-rules pt-1.5 pr-3 -mr-3" aria-label="Track and Ledger">
          <div class="flex items-baseline gap-2 pb-1">
            <h1 class="text-15 font-semibold">Track</h1>
            <span class="one-line text-ink2">{{ read.place() }}</span>
            <span class="ml-auto whitespace-nowrap text-ink2">{{ read.toImpact() }}</span>
            <button class="link" title="Club, kind, hand, note, whose it is: E" (click)="openCard()">Card</button>
          </div>
          @if (!(panel() === 'film' && largeFilm())) {
            <vk-track
              [view]="v"
              [beside]="read.beside()"
              [cursor]="read.cursor()"
              [turned]="turned()"
              [lit]="read.lit()"
              (cursorMoved)="read.move($event)"
            />
          }
          <vk-under-track
            class="mt-1 min-h-0 flex-1"
            [(panel)]="panel"
            [(largeFilm)]="largeFilm"
            [view]="v"
            [swing]="read.swing()!"
            [cursor]="read.cursor()"
            [ball]="ball()"
            [pattern]="patternName()"
            [length]="length()"
            (ballAsked)="enterShot()"
            (cursorMoved)="read.move($event)"
            (marked)="read.mark($event.name, $event.t, $event.u)"
            (lit)="read.light($event)"
          />
        </section>
        <vk-score-panel [view]="v" />
        @if (read.asking() && read.request(); as request) {
          <vk-what-if
            class="-ml-3 border-l border-rules pt-0.5 pl-3"
            [view]="v"
            [request]="request"
            (lit)="read.light($event)"
            (shown)="read.beside.set($event)"
            (closed)="read.ask()"
          />
        } @else {
          <vk-reading
            class="-ml-3 border-l border-rules pt-0.5 pl-3"
            [view]="v"
            [swing]="read.swing()!"
            [rack]="read.rack()"
            [ball]="ball()"
            [caution]="caution()"
            [injuries]="read.lesson()?.pupil?.profile?.injuries ?? []"
            [patterns]="read.patterns()"
            [missing]="read.standard()?.missing ?? null"
            [tuned]="tuned()"
            [sets]="read.found()?.clubs ?? []"
            [oneSwingForAll]="read.found()?.oneSwingForAll ?? false"
            (schoolsAsked)="showSchools()"
            (whatIfAsked)="read.ask()"
            (said)="read.say($event)"
            (runToggled)="read.toggleRun()"
            (runsFreed)="read.cutRuns(null)"
            (lit)="read.light($event)"
            (patternChosen)="read.choosePattern($event)"
          />
        }
      } @else if (read.refusal()) {
        <p class="col-span-3 p-6 text-18">
          This swing cannot be read: {{ read.refusal() }} <span class="text-ink2">Its recording is kept.</span>
        </p>
      } @else if (here() && read.rack().length === 0) {
        <div class="col-span-3 grid place-items-center">
          <p class="max-w-[520px] text-18 leading-7">
            No swings in this lesson yet. Go to <strong>Record</strong> and let the pupil swing, or drop a recording ({{
              formats
            }}) anywhere on this window.
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
      [swings]="read.rack()"
      [current]="swingId() ?? null"
      [known]="here()"
      [sets]="read.found()?.clubs ?? []"
      [carryText]="carryText"
      [timeLine]="read.lesson()?.timeLine ?? []"
      (choose)="open($event)"
      (compare)="compareWith($event)"
      (star)="read.star($event)"
      [entered]="entered()"
      (openEntered)="openEntered($event)"
      (mark)="openMark()"
    />
  `,
})
export class Read {
  readonly lessonId = input.required<string>();
  readonly swingId = input<string>();
  /** Where the cursor stands in a link, ms from impact. */
  readonly t = input<string>();

  protected readonly read = inject(ReadStore);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly dialog = inject(Dialog);
  private readonly units = inject(HouseUnits);
  private readonly cards = inject(SwingCards);

  protected readonly here = computed(() => this.read.lesson()?.id === this.lessonId());
  protected readonly formats = formatWords();
  protected readonly entered = this.store.selectSignal(enteredFeature.selectOfLesson);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  protected readonly panel = signal<UnderPanel>('ledger');
  protected readonly largeFilm = signal(false);
  protected readonly length = computed(() => this.units.shown('mm') as 'mm' | 'in');
  protected readonly carryText = (m: number): string => this.units.text(m, 'm');
  protected readonly ball = computed(() => shotWords(this.read.swing()?.shot ?? null, this.units));
  protected readonly tuned = computed(() => {
    const t = this.read.standard()?.tuning;
    return t ? tuningWords(t) : '';
  });
  protected readonly patternName = computed(() => {
    const p = this.read.standard()?.pattern;
    return p ? `${p.name}, v${p.version}` : '';
  });
  /** Injuries and fears stand above every finding. */
  protected readonly caution = computed(() => {
    const pupil = this.read.lesson()?.pupil;
    const f = pupil?.profile;
    const parts = [
      ...(pupil ? injuryWords(pupil.profile, pupil.handed) : []),
      ...(f?.fear ? [`afraid of ${f.fear}`] : []),
    ];
    return parts.length
      ? `On record: ${parts.join(', ')}. What looks like a fault may be protection; smaller before larger on that side.`
      : '';
  });
  private readonly slowMotion = new SlowMotion();

  constructor() {
    // the address says which swing; without one: the starred one, else the newest
    effect(() => {
      const [rack, id] = [this.read.rack(), this.swingId()];
      if (this.read.lesson()?.id !== this.lessonId() || !rack.length || rack.some((s) => s.id === id)) return;
      this.open((rack.find((x) => x.starred) ?? rack.at(-1)!).id, true);
    });
    effect(() => {
      const ms = Number(this.t() ?? NaN);
      const link = { swingId: this.swingId(), ms: Number.isFinite(ms) ? ms : null };
      untracked(() => this.read.open(link));
    });
    toObservable(this.store.selectSignal(readFeature.selectCursor))
      .pipe(
        debounceTime(REST),
        filter((t) => t !== null),
        takeUntilDestroyed(),
      )
      .subscribe((t) => this.link(t));
    inject(Keys).use(
      'Read',
      readKeys({
        ...this.read,
        showPanel: (p) => this.panel.set(this.panel() === p ? 'ledger' : p),
        play: () => this.play(),
        frame: () => 1 / Math.max(30, ...(this.read.swing()?.films.map((f) => f.frameRate) ?? [])),
        enterShot: () => this.enterShot(),
        openCard: () => this.openCard(),
        neighbour: (by) => this.neighbour(by),
        star: () => this.read.swing() && this.read.star(this.read.swing()!),
        nextAxis: () => this.store.dispatch(SettingsActions.nextAxis()),
        turnTrack: () => this.store.dispatch(SettingsActions.turnTrack()),
        showSchools: () => this.showSchools(),
        showLegend: () => this.showLegend(),
      }),
    );
  }

  /** The address has the cursor, so that a link shows what is seen. */
  private link(t: number): void {
    const v = this.read.view();
    if (!v) return;
    const ms = Math.round(1000 * (t - (v.events.p7?.t ?? 0)));
    void this.router.navigate([], { relativeTo: this.route, queryParams: { t: ms }, replaceUrl: true });
  }
  private neighbour(by: 1 | -1): void {
    const next = this.read.neighbour(by);
    if (next) this.open(next.id);
  }
  protected openEntered(swing: string): void {
    void this.router.navigate(['/lesson', this.lessonId(), 'entered'], { queryParams: { swing } });
  }
  protected open(id: string, instead = false): void {
    void this.router.navigate(
      ['/lesson', this.lessonId(), 'read', id],
      instead ? { replaceUrl: true, queryParamsHandling: 'preserve' } : {},
    );
  }
  protected compareWith(id: string): void {
    const now = this.swingId();
    if (now && now !== id)
      void this.router.navigate(['/lesson', this.lessonId(), 'compare'], { queryParams: { a: now, b: id } });
  }
  private play(): void {
    const v = this.read.view();
    if (!v) return;
    this.slowMotion.toggle(this.read.cursor() >= v.end - 0.02 ? v.start : this.read.cursor(), (t) => {
      this.read.move(t);
      return t < v.end && this.read.view() === v;
    });
  }
  protected openMark(): void {
    void openMarkCard(this.dialog);
  }
  /** One dialog at a time. */
  private free(): boolean {
    return this.dialog.openDialogs.length === 0;
  }
  protected enterShot(): void {
    const s: SwingHead | undefined = this.read.swing();
    if (s && this.free()) this.dialog.open(ShotEntry, { data: s, ariaLabel: `Ball of swing ${s.number}` });
  }
  protected openCard(): void {
    const s = this.read.swing();
    if (s) this.cards.open([s]);
  }
  protected showSchools(): void {
    const [v, s, standard] = [this.read.view(), this.read.swing(), this.read.standard()];
    if (!v || !s || !standard || !this.free()) return;
    const data: SchoolsData = {
      title: `Swing ${s.number}`,
      measures: v.measures,
      club: s.club,
      patterns: this.read.patterns(),
      tuning: standard.tuning,
      now: standard.pattern.id,
    };
    this.dialog
      .open<string>(SchoolsTable, { data, ariaLabel: 'Schools side by side' })
      .closed.subscribe((id) => id && this.read.choosePattern(id));
  }
  private showLegend(): void {
    if (this.free()) this.dialog.open(Legend, { ariaLabel: 'Legend' });
  }
}
