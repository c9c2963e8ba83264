import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { NewLogEntry, PracticeTask } from '@vilko/contract/practice';
import { BLANK_ENTRY } from '@vilko/contract/blank-entry';
import { type QuantityId, quantityOf } from '@vilko/core/measures/quantity';
import { bayRests } from '@vilko/core/live/words';
import { answerWords, testState } from '@vilko/core/practice/attempts';
import { painRose } from '@vilko/core/practice/plan';
import { RUNGS, tagOn } from '@vilko/core/practice/rungs';
import { targetBand } from '@vilko/core/practice/target';
import { bandWords } from '../../drill-words';
import { QuantitySelect } from '../../office/quantity-select';
import { LESSON_MEASURES, measureName } from '../../office/words';
import { schoolBand } from '../school-band';
import { Keys } from '../../shell/keys';
import { BayActions, bayFeature, hasBay } from '../../state/bay';
import { BaySilence } from '../../state/bay-silence';
import { silenceWords } from '../../state/bay-words';
import { LessonActions, lessonFeature } from '../../state/lesson';
import { PracticeActions, practiceFeature } from '../../state/practice';
import { selectStandard } from '../../state/school';
import { settingsFeature } from '../../state/settings';
import { LiveCanvas, NOBODY, type Seen } from '../record/live-canvas';
import { shareTexts } from '../record/stance-watch';
import { RestingBay } from '../resting-bay';
import { TakeBay } from '../take-bay';
import { Answers } from './answers';
import { BandStrip } from './band-strip';
import { addressBand as wantedAtAddress } from '../address-band';
import { liveBand } from './live-band';
import { BandWatch, type LiveLoad, SquashWatch } from './live-watch';
import { PainEntry } from './pain-entry';
import { SILENT, SoundBar, type SoundChoice } from './sound-bar';
import { Sounds } from './sounds';
import { HouseDrills } from '../../state/house-drills';

const FREE = { k: 7, n: 10 };

/** The trainer: live position, each swing's answer against the band, k of n opens the next rung. */
@Component({
  selector: 'vk-trainer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Answers, BandStrip, LiveCanvas, PainEntry, QuantitySelect, RestingBay, RouterLink, SoundBar, TakeBay],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    @if (!alone()) {
      <div class="flex h-[58px] shrink-0 items-center gap-5 border-b border-rules px-4">
        <h1 class="text-24 font-semibold whitespace-nowrap">{{ sheet()?.name ?? 'Free training' }}</h1>
        @if (sheet()) {
          <nav class="flex items-center gap-1 text-15" aria-label="Rungs">
            @for (r of rungs(); track r.words) {
              @if (r.closed) {
                <span
                  class="figures px-1 py-0.5 text-ink2"
                  [title]="r.words + ': opens when the rung before it is passed'"
                  >{{ r.number }}</span
                >
              } @else {
                <a
                  class="press justify-center px-1.5 py-0.5"
                  [class]="r.here ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
                  [attr.aria-current]="r.here ? 'step' : null"
                  [routerLink]="[]"
                  [queryParams]="{ drill: drill(), rung: r.index }"
                  >{{ r.words }}</a
                >
              }
            }
            @if (closed()) {
              <span class="text-ink2">not open yet</span>
            }
          </nav>
        } @else {
          <div class="flex w-[320px] items-center gap-2 text-15">
            Measure
            <vk-quantity-select
              label="Measure"
              [value]="freeMeasure()"
              (chosen)="$event && free({ measure: $event, lo: null, hi: null })"
            />
          </div>
          @for (end of ends; track end.key) {
            <label class="flex items-center gap-2 text-15"
              >{{ end.words }}
              <input
                class="figures w-[76px] rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
                type="number"
                step="any"
                [value]="freeBand()[end.at] ?? ''"
                (change)="freeEnd(end.key, $any($event.target).value)"
              />
            </label>
          }
        }
        <a
          class="plain-button ml-auto text-15 whitespace-nowrap"
          [routerLink]="['/lesson', lessonId(), 'practise']"
          [queryParams]="{ drill: drill() }"
          >Back to the drill</a
        >
      </div>
    }
    <div class="flex h-9 shrink-0 items-center gap-4 border-b pointer-coarse:h-13 border-rules px-4 text-15">
      <vk-sound-bar [(choice)]="sound" [quiet]="blind()" />
      @if (!alone()) {
        <button
          class="ml-auto px-1.5 py-0.5"
          [class]="blind() ? 'bg-ink text-paper' : 'text-ink2 hover:underline'"
          [attr.aria-pressed]="blind()"
          (click)="blind.set(!blind())"
        >
          test without aid
        </button>
      }
    </div>
    @if (mine()) {
      <vk-resting-bay [lessonId]="lessonId()" />
    } @else {
      <vk-take-bay class="grid min-h-0 flex-1 place-content-center" [lessonId]="lessonId()" />
    }
    <div class="grid min-h-0 flex-1 grid-cols-[452px_1fr] gap-6 px-4 py-2" [class.hidden]="!mine()">
      <section class="flex min-h-0 flex-col" aria-label="Position in figures">
        <p class="text-24 leading-7 text-ink2">Lead share now</p>
        <p class="flex items-end gap-3">
          <span
            class="figures text-160 leading-[132px] font-semibold tracking-tighter"
            [class]="silent() !== null && seen().stance.there ? 'text-ink2 line-through decoration-[6px]' : 'text-lead'"
            data-testid="train-share"
            >{{ shareText() }}</span
          >
          <span class="pb-1 text-40 leading-10 text-lead">%</span>
          <span class="ml-auto pb-2 text-right text-24 leading-7" [class.text-alarm]="position().alarm">{{
            position().words
          }}</span>
        </p>
        @if (task(); as t) {
          <p class="mt-2 border-t border-rules pt-2 text-24 leading-8">{{ name(t.measure) }}</p>
          <p class="text-24 leading-8 text-target">{{ bandText() }}</p>
          @if (shareBand(); as b) {
            <vk-band-strip
              class="mt-1"
              [of]="addressShare"
              [band]="b"
              [value]="seen().stance.lead >= 0 && !blind() && silent() === null ? seen().stance.lead : null"
            />
          }
        } @else {
          <p class="mt-2 border-t border-rules pt-2 text-18">{{ noTask() }}</p>
        }
        @if (sheet(); as d) {
          <p class="mt-1 text-18 leading-6">{{ d.feel }}</p>
        }
        <div class="mt-auto flex flex-wrap items-center gap-x-4 gap-y-1 text-15">
          <vk-pain-entry words="Pain before" [value]="painBefore()" (changed)="painBefore.set($event)" />
          <vk-pain-entry words="now" [value]="painNow()" (changed)="painNow.set($event)" />
          <button class="alarm-button" (click)="stopByPain()">Stop: it hurts</button>
        </div>
        @if (rose()) {
          <p class="text-15 text-alarm" role="alert">
            Pain rose by {{ painNow()! - painBefore()! }}: the drill stops here. A physician or physiotherapist first.
          </p>
        } @else if (sheet()) {
          <p class="text-15 leading-5 text-ink2">{{ sheet()!.caution }} Stop on pain. Clear swing space.</p>
        }
      </section>
      <section class="relative min-h-0 bg-sheet" aria-label="Live Track">
        <vk-live-canvas
          [handed]="handed()"
          [turned]="turned()"
          [band]="addressBand()"
          [check]="lesson()?.setUp?.footCheck ?? null"
          [label]="'Live plan of the stance'"
          (seen)="seen.set($event)"
          (load)="hear($event)"
        />
        @if (emptyWords(); as e) {
          <p class="absolute inset-0 grid place-items-center bg-sheet/90 px-16 text-center text-24">{{ e }}</p>
        }
      </section>
    </div>
    @if (mine() && task(); as t) {
      <vk-answers
        class="h-[176px] shrink-0 border-t border-strong-rules px-4 py-2"
        [attempts]="attempts()"
        [k]="t.k"
        [n]="t.n"
        [blind]="blind()"
        [armed]="armed()"
      />
    }
  `,
})
export class Trainer {
  readonly lessonId = input.required<string>();
  readonly drill = input<string>();
  readonly rung = input<string>();
  protected readonly addressShare = quantityOf('share.lead.address');
  /** Without a drill: a measure and its band, from the address. */
  readonly measure = input<QuantityId>();
  readonly lo = input<string>();
  readonly hi = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly sounds = inject(Sounds);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly bay = this.store.selectSignal(bayFeature.selectBay);
  protected readonly mine = hasBay(this.lessonId);
  /** s since the device was heard; null while it speaks. */
  protected readonly silent = inject(BaySilence).seconds;
  private readonly house = inject(HouseDrills);
  private readonly connected = this.store.selectSignal(bayFeature.selectLive);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  private readonly practice = this.store.selectSignal(practiceFeature.selectPractice);
  private readonly standard = this.store.selectSignal(selectStandard);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  protected readonly name = measureName;
  protected readonly ends = [
    { key: 'lo', at: 0, words: 'at least' },
    { key: 'hi', at: 1, words: 'at most' },
  ] as const;
  protected readonly seen = signal<Seen>(NOBODY);
  protected readonly sound = signal<SoundChoice>(SILENT);
  /** Practised alone: what stands around it has a head and an end of its own. */
  readonly alone = input(false);
  /** Nothing is shown or heard before the test is done. */
  readonly blind = model(false);
  /** It hurts, and the practice alone ends. */
  readonly hurt = output<{ before: number | null; now: number | null }>();
  protected readonly painBefore = signal<number | null>(null);
  protected readonly painNow = signal<number | null>(null);

  /** What is swung now is heard. */
  protected readonly armed = computed(() => !bayRests(this.bay()?.state ?? 'idle'));
  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  protected readonly sheet = computed(() => this.house.shelf().one(this.drill()) ?? null);
  private readonly open = computed(() => this.practice()?.progress.find((p) => p.drill === this.drill())?.open ?? 0);
  /** The rung asked for, as far as it is open. */
  protected readonly rungNow = computed(() =>
    Math.min(this.open(), Math.max(0, Number(this.rung() ?? this.open()) || 0)),
  );
  protected readonly rungs = computed(() => {
    const passed = this.passed() ? this.rungNow() + 1 : 0;
    return RUNGS.map((r, index) => ({
      words: r.words,
      index,
      number: index + 1,
      here: index === this.rungNow(),
      closed: index > Math.max(this.open(), passed),
    }));
  });
  protected readonly closed = computed(() => this.rungs().some((r) => r.closed));
  protected readonly freeBand = computed((): [number | null, number | null] => {
    const read = (t: string | undefined): number | null =>
      t === undefined || t === '' || !Number.isFinite(Number(t)) ? null : Number(t);
    return [read(this.lo()), read(this.hi())];
  });
  // read apart from bay and lesson: each change of those would set the bay's task anew, which changes the bay
  private readonly club = computed(() => this.bay()?.club ?? 'iron');
  private readonly agreed = computed(() => this.lesson()?.measure ?? null);
  private readonly target = computed(() => this.lesson()?.target ?? null);
  /** Without a drill: what the address names, else what the lesson is judged by. */
  protected readonly freeMeasure = computed((): QuantityId => this.measure() ?? this.agreed() ?? LESSON_MEASURES[0]!);
  /** What each swing is for; null where no number tells it. */
  protected readonly task = computed((): PracticeTask | null => {
    const d = this.sheet();
    if (d) return d.test && { drill: d.id, rung: this.rungNow(), ...d.test };
    const measure = this.freeMeasure();
    const [lo, hi] = this.freeBand();
    const own = schoolBand(this.standard(), this.club(), measure);
    const target = measure === this.agreed() ? this.target() : null;
    const band = lo === null && hi === null ? targetBand(target, own) : ([lo, hi] as const);
    return band[0] === null && band[1] === null
      ? null
      : { drill: null, rung: null, measure, band: [band[0], band[1]], ...FREE };
  });
  protected readonly bandText = computed(() => bandWords(this.task()!.measure, this.task()!.band));
  protected readonly noTask = computed(() =>
    this.sheet()
      ? 'No number tells this drill: look, and pass it by eye.'
      : 'The pattern has no band for this measure: give an end.',
  );
  protected readonly attempts = computed(() => {
    const t = this.task();
    return this.rack().flatMap((s) =>
      s.task && t && s.task.drill === t.drill && s.task.rung === t.rung && s.task.measure === t.measure
        ? [{ number: s.number, task: s.task }]
        : [],
    );
  });
  private readonly passed = computed(() => {
    const t = this.task();
    return t !== null && testState(this.attempts().map((a) => a.task.answer), t).passed; // prettier-ignore
  });
  protected readonly shareText = computed(() => shareTexts(this.blind() ? NaN : this.seen().stance.lead).lead);
  /** The part of the band that a live share can be held against. */
  protected readonly shareBand = computed(() => {
    const t = this.task();
    return t && liveBand(t);
  });
  protected readonly position = computed(() => {
    const { lead, there } = this.seen().stance;
    const band = this.shareBand();
    if (this.blind()) return { words: 'hidden in the test', alarm: false };
    const silent = this.silent();
    if (silent !== null) return { words: silenceWords(silent), alarm: true };
    if (!there) return { words: 'nobody on it', alarm: false };
    if (Number.isNaN(lead)) return { words: 'feet not told apart', alarm: false };
    if (!band) return { words: '', alarm: false };
    if (band[0] !== null && lead < band[0]) return { words: 'under the band', alarm: false };
    return band[1] !== null && lead > band[1]
      ? { words: 'over the band', alarm: false }
      : { words: 'in the band', alarm: false };
  });
  /** What the Track shows between the feet: the task's own band, else what is wanted at address. */
  protected readonly addressBand = computed((): readonly [number, number] => {
    const band = this.shareBand();
    return band ? [band[0] ?? 0, band[1] ?? 100] : wantedAtAddress(this.standard(), this.bay()?.club ?? 'iron');
  });
  protected readonly rose = computed(() => painRose(this.painBefore(), this.painNow()));
  protected readonly emptyWords = computed(() => {
    if (!this.connected())
      return 'The server does not answer. Everything found before is stored; this goes on by itself.';
    return this.bay()?.device?.connected
      ? null
      : 'No device is sending. Start the device; without one, write self-checks into the logbook.';
  });
  private readonly bandWatch = new BandWatch();
  private readonly squash = new SquashWatch();
  private answered = -1;

  constructor() {
    effect(() => {
      const pupilId = this.lesson()?.pupil.id;
      if (pupilId) this.store.dispatch(PracticeActions.open({ pupilId }));
    });
    effect(() => {
      // which rung is open is not known before
      if (!this.practice() || !this.mine()) return;
      const task = this.task();
      const rung = this.sheet() ? RUNGS[this.rungNow()]! : null;
      this.store.dispatch(
        BayActions.changeBay({
          change: {
            task,
            kind: rung?.kind ?? 'full',
            tag: rung ? tagOn(rung) : 'ball',
            // who hurts is not waited for; nobody is armed by opening a page
            ...(this.rose() ? { armed: false } : {}),
          },
        }),
      );
    });
    effect(() => this.answerAloud());
    effect(() => {
      // a rung passed here opens the next in the ladder too
      const pupilId = this.lesson()?.pupil.id;
      if (this.passed() && pupilId) this.store.dispatch(PracticeActions.open({ pupilId }));
    });
    inject(DestroyRef).onDestroy(() => {
      if (this.mine()) this.store.dispatch(BayActions.changeBay({ change: { task: null, kind: 'full', tag: 'ball' } }));
    });
    inject(Keys).use('Trainer', [
      { key: 'n', words: 'next rung, once it is open', run: () => this.go(this.rungNow() + 1) },
      { key: 'a', words: 'test without aid, on or off', run: () => this.alone() || this.blind.set(!this.blind()) },
      {
        key: 'e',
        words: 'sound when the band is entered',
        run: () => this.sound.update((s) => ({ ...s, entered: !s.entered })),
      },
      { key: 'Delete', words: 'delete the last swing (undo offered)', run: () => this.removeLast() },
    ]);
  }

  /** Every swing once, as it comes. */
  private answerAloud(): void {
    const last = this.attempts().at(-1);
    const first = this.answered === -1;
    if (last?.number === this.answered) return;
    this.answered = last?.number ?? 0;
    if (first || !last?.task.answer || this.blind() || !this.sound().answers) return;
    const words = answerWords(last.task.measure, last.task.answer);
    this.sounds.play(
      words === 'in the band' ? 'in' : words === 'too early' || words === 'too little' ? 'early' : 'late',
    );
  }
  /** Frame by frame: sounds cannot wait for the figures. */
  protected hear(load: LiveLoad): void {
    if (this.blind()) return;
    const band = this.shareBand();
    const entered = this.bandWatch.see(
      (100 * load.lead) / (load.lead + load.trail),
      band?.[0] ?? null,
      band?.[1] ?? null,
    );
    if (entered && band && this.sound().entered) this.sounds.play('entered');
    if (this.squash.see(load) && this.sound().squash) this.sounds.play('squash');
  }
  private go(rung: number): void {
    if (this.rungs()[rung]?.closed === false)
      void this.router.navigate([], { queryParams: { drill: this.drill(), rung } });
  }
  private removeLast(): void {
    const number = this.attempts().at(-1)?.number;
    const swing = this.rack().find((s) => s.number === number);
    if (swing) this.store.dispatch(LessonActions.deleteSwing({ id: swing.id }));
  }
  protected freeEnd(key: 'lo' | 'hi', text: string): void {
    this.free({ [key]: text === '' ? null : Number(text) });
  }
  protected free(change: { measure?: QuantityId; lo?: number | null; hi?: number | null }): void {
    const [lo, hi] = this.freeBand();
    void this.router.navigate([], {
      queryParams: { measure: this.freeMeasure(), lo, hi, ...change },
    });
  }
  protected stopByPain(): void {
    if (this.alone()) return this.hurt.emit({ before: this.painBefore(), now: this.painNow() });
    const entry: NewLogEntry = {
      ...BLANK_ENTRY,
      at: new Date().toISOString(),
      kind: 'trainer',
      drill: this.drill() ?? null,
      rung: this.sheet() ? this.rungNow() : null,
      passed: false,
      painBefore: this.painBefore(),
      painAfter: this.painNow(),
      note: 'Stopped by pain in the trainer.',
    };
    this.store.dispatch(PracticeActions.log({ pupilId: this.lesson()!.pupil.id, entry }));
    void this.router.navigate(['/lesson', this.lessonId(), 'practise'], { queryParams: { drill: this.drill() } });
  }
}
