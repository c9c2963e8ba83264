import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { FIRST_CAUSE_OPTIONS } from '@vilko/core/reading-room/options';
import { LEAST_SURE, MOST_SURE } from '@vilko/core/reading-room/score';
import { nextPair } from '@vilko/core/reading-room/spacing';
import { tellingDifficulty } from '@vilko/core/reading-room/rating';
import type { MeasureId } from '@vilko/core/measures/registry';
import { deviceTitle } from '../../device-words';
import { Score } from '../../drawing/score/score';
import { Track } from '../../drawing/track/track';
import { findingMoment } from '../../lesson/read/finding-moment';
import { Evidence } from '../../lesson/read/evidence';
import { placeWords } from '../../lesson/read/cursor-words';
import { today } from '../../lesson/practise/day-words';
import { Keys } from '../../shell/keys';
import { settingsFeature } from '../../state/settings';
import { Items } from '../../workers/items';
import type { ShownItem } from '../../workers/item.worker';
import { Answers, bitsOf, isRight, type ItemRead, sessionOf } from './answers';
import { evidenceFor, optionName, whyWords } from './item-words';
import { SessionEnd } from './session-end';

/** A session, ms. */
const SESSION = 10 * 60_000;
/** How sure, on the ruler. */
const SURE = [LEAST_SURE, 0.6, 0.7, 0.8, 0.9, MOST_SURE] as const;
/** How far the cursor steps, s. */
const STEP = 0.01;
/** Seeds of items begin here: no swing that limits were tuned or judged on comes up. */
const FIRST_SEED = 1_000_000_000;

/** Reading practice on swings whose truth is known: *First cause*. */
@Component({
  selector: 'vk-reading-room',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Evidence, Score, SessionEnd, Track],
  host: { class: 'flex h-full min-h-0 flex-col' },
  template: `
    <div class="flex min-h-[52px] shrink-0 items-center gap-5 border-b border-rules px-4">
      <h1 class="text-24 font-semibold">Reading room</h1>
      <p class="text-18">{{ item() && !over() ? 'What is the first cause?' : 'First cause' }}</p>
      @if (begun() && !over()) {
        <p class="figures ml-auto text-15 text-ink2">{{ shownAt() }} · {{ left() }} left</p>
        <button class="link text-15" (click)="end()">End here</button>
      }
    </div>
    @if (over() || !begun()) {
      <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5">
        <vk-session-end [session]="session()" (begin)="begin()" />
      </div>
    } @else if (refused(); as why) {
      <p class="p-6 text-18 text-alarm" role="alert">
        {{ why }} <button class="link" (click)="next()">Another swing</button>
      </p>
    } @else if (item(); as i) {
      <div class="grid min-h-0 flex-1 grid-cols-[minmax(400px,480px)_minmax(0,1fr)] gap-x-6 px-4">
        <div class="flex min-h-0 flex-col pt-2">
          <p class="flex gap-3 text-15 text-ink2">
            <span class="one-line min-w-0 flex-1">{{ device() }}, {{ i.club }}, {{ i.handed }}&#8209;handed</span>
            <span class="shrink-0 whitespace-nowrap">{{ place() }}</span>
          </p>
          <vk-track
            [view]="i.view"
            [cursor]="cursor()"
            [turned]="turned()"
            [lit]="lit()"
            (cursorMoved)="cursor.set($event)"
          />
          <section class="min-h-0 flex-1 overflow-y-auto pt-1 pb-2" aria-label="Your reading">
            <ol class="grid grid-cols-2 gap-x-3">
              @for (o of options(); track o.id) {
                <li class="border-b border-rules">
                  <button
                    class="flex min-h-11 w-full items-center gap-2 px-1.5 text-left text-15 leading-5"
                    [class.bg-ink]="said() === o.id"
                    [class.text-paper]="said() === o.id"
                    [class.font-semibold]="read() && o.id === i.truth"
                    [attr.aria-pressed]="said() === o.id"
                    [disabled]="read() !== null"
                    (click)="choose(o.id)"
                  >
                    <span class="figures w-3 shrink-0" [class.text-ink2]="said() !== o.id">{{ o.key }}</span>
                    <span class="min-w-0 flex-1">{{ o.name }}</span>
                    @if (read() && o.id === i.truth) {
                      <span>✓<span class="sr-only"> the truth</span></span>
                    }
                  </button>
                </li>
              }
            </ol>
            @if (read(); as r) {
              <div class="mt-2 flex items-center gap-4">
                <p class="min-w-0 flex-1 text-24 leading-7 font-semibold" role="status">{{ result() }}</p>
                <button class="main-button min-h-11 shrink-0 text-15" (click)="next()">
                  Next swing <span class="figures font-normal">Enter</span>
                </button>
              </div>
              <p class="text-15 leading-5">{{ why() }}</p>
              <p class="text-15 text-ink2">{{ points(r) }} Vilko said: {{ name(r.vilko) }}.</p>
              <vk-evidence class="mt-1 text-15" [pieces]="evidence()" (lit)="hover.set($event)" />
            } @else if (said()) {
              <p class="mt-2 text-18 font-semibold">How sure?</p>
              <div class="mt-1 grid grid-cols-6" role="group" aria-label="How sure, per cent">
                @for (s of sureness; track s.value) {
                  <button
                    class="figures min-h-11 border-y border-r border-strong-rules text-18 first:border-l hover:bg-sheet"
                    [attr.aria-label]="s.words + '% sure'"
                    (click)="answer(s.value)"
                  >
                    {{ s.words }}
                  </button>
                }
              </div>
              <p class="mt-1 text-13 text-ink2">
                Keys 5 to 9 for 50 to 90%, 0 for certain; Backspace chooses anew. 50 is a toss-up.
              </p>
            } @else {
              <button class="plain-button mt-2 min-h-11 w-full text-15" (click)="pass()">
                I do not know <span class="figures text-ink2">0</span>
              </button>
              <p class="mt-1 text-13 text-ink2">Keys 1 to {{ i.options.length }} choose; ← → move the cursor.</p>
            }
          </section>
        </div>
        <vk-score
          class="min-h-0 min-w-0 pt-2 pb-1"
          [view]="i.view"
          [cursor]="cursor()"
          [axis]="axis()"
          [choice]="staves()"
          [lit]="lit()"
          (cursorMoved)="cursor.set($event)"
        />
      </div>
    } @else {
      <p class="p-6 text-18 text-ink2" role="status">Somebody steps up to swing …</p>
    }
  `,
})
export class ReadingRoom {
  private readonly items = inject(Items);
  private readonly answers = inject(Answers);
  private readonly store = inject(Store);
  protected readonly turned = this.store.selectSignal(settingsFeature.selectTurned);
  protected readonly axis = this.store.selectSignal(settingsFeature.selectAxis);
  protected readonly staves = this.store.selectSignal(settingsFeature.selectScore);
  protected readonly name = optionName;
  protected readonly sureness = SURE.map((value) => ({ value, words: Math.round(100 * value) }));
  protected readonly begun = signal(false);
  protected readonly over = signal(false);
  protected readonly item = signal<ShownItem | null>(null);
  protected readonly refused = signal('');
  protected readonly said = signal<string | null>(null);
  protected readonly read = signal<ItemRead | null>(null);
  protected readonly cursor = signal(0);
  protected readonly hover = signal<readonly MeasureId[]>([]);
  private readonly reads = signal<readonly ItemRead[]>([]);
  private readonly endsAt = signal(0);
  private readonly now = signal(Date.now());
  private coming: Promise<ShownItem> | null = null;

  protected readonly options = computed(() =>
    (this.item()?.options ?? [])
      .map((id, k) => ({ id, key: k + 1, name: optionName(id) }))
      .filter(({ id }) => this.spoken(id)),
  );
  protected readonly device = computed(() => deviceTitle(this.item()!.device));
  protected readonly place = computed(() => placeWords(this.item()!.view, this.cursor()));
  protected readonly shownAt = computed(() => `Swing ${this.reads().length + (this.read() ? 0 : 1)}`);
  protected readonly left = computed(() => {
    const s = Math.max(0, Math.round((this.endsAt() - this.now()) / 1000));
    return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
  });
  protected readonly evidence = computed(() =>
    this.read() ? evidenceFor(this.item()!.view, this.item()!.truth).slice(0, 5) : [],
  );
  protected readonly lit = computed(() =>
    this.hover().length ? this.hover() : this.evidence().flatMap((p) => p.measures),
  );
  protected readonly result = computed(() => {
    const r = this.read();
    if (!r) return '';
    return isRight(r) ? 'Right.' : `It was: ${optionName(r.truth)}.`;
  });
  protected readonly why = computed(() => (this.read() ? whyWords(this.item()!) : ''));
  protected readonly session = computed(() =>
    this.reads().length ? sessionOf(this.reads(), this.answers.rating().points) : null,
  );

  constructor() {
    const timer = setInterval(() => this.now.set(Date.now()), 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
    const digits = Array.from({ length: 9 }, (_, k) => `${k + 1}`);
    inject(Keys).use('Reading room', [
      ...digits.map((key) => ({ key, words: 'choose, then say how sure: 5 to 9', run: () => this.digit(Number(key)) })),
      { key: '0', words: 'I do not know; or certain', run: () => this.digit(0) },
      { key: 'Backspace', words: 'choose anew', run: () => this.read() ?? this.said.set(null) },
      { key: 'Enter', words: 'begin; next swing', run: () => this.enter() },
      { key: 'ArrowLeft', words: 'cursor back', run: () => this.step(-STEP) },
      { key: 'ArrowRight', words: 'cursor on', run: () => this.step(STEP) },
      { key: 'Escape', words: 'end the session', run: () => this.begun() && this.end() },
    ]);
  }

  protected begin(): void {
    this.begun.set(true);
    this.over.set(false);
    this.reads.set([]);
    this.endsAt.set(Date.now() + SESSION);
    this.now.set(Date.now());
    this.next();
  }
  protected end(): void {
    this.over.set(true);
  }
  protected choose(option: string): void {
    if (!this.read()) this.said.set(option);
  }
  protected answer(sure: number): void {
    const said = this.said();
    if (said !== null && !this.read()) this.take({ said, sure });
  }
  protected pass(): void {
    if (!this.read()) this.take(null);
  }
  protected points(r: ItemRead): string {
    const bits = bitsOf(r);
    return `${bits > 0 ? '+' : bits < 0 ? '−' : ''}${Math.abs(bits).toFixed(1)} bits.`;
  }
  /** The next swing, made while the last one was read; the session ends with its time. */
  protected next(): void {
    if (Date.now() >= this.endsAt() && this.reads().length) return this.end();
    const made = this.coming ?? this.make();
    this.coming = null;
    this.item.set(null);
    this.refused.set('');
    this.said.set(null);
    this.read.set(null);
    this.hover.set([]);
    made.then(
      (item) => {
        this.item.set(item);
        this.cursor.set(item.view.events.p1?.t ?? item.view.start);
      },
      (e: unknown) => this.refused.set(`${(e as Error).message}.`),
    );
  }

  /** Once it is answered only what was said, by whom, and the truth stand there. */
  private spoken(option: string): boolean {
    const r = this.read();
    return r === null || [r.truth, r.answer?.said, r.vilko].includes(option);
  }
  private take(answer: ItemRead['answer']): void {
    const i = this.item()!;
    const read: ItemRead = {
      ...{ at: new Date().toISOString(), day: today(), seed: i.seed, truth: i.truth, answer, vilko: i.vilko.said },
      ...{ options: i.options.length, difficulty: i.difficulty, pair: i.pair ? i.pair.join(' | ') : null },
    };
    this.read.set(read);
    this.reads.update((all) => [...all, read]);
    this.answers.add(read);
    // the cursor stands where one should have looked
    const shown = i.view.findings.filter((f) => f.fault === i.truth).map((f) => ({ ...f, main: true }));
    const at = findingMoment({ ...i.view, findings: shown });
    if (at !== null) this.cursor.set(at);
    this.coming = this.make();
    this.coming.catch(() => undefined);
  }
  /** A swing of the difficulty that tells most about this reader, or of a pair that comes back. */
  private make(): Promise<ShownItem> {
    const shown = this.reads().map((r) => r.pair);
    const pair = nextPair(this.answers.spaced(), shown, today());
    return this.items.make({
      seed: FIRST_SEED + Math.floor(1e9 * Math.random()),
      difficulty: tellingDifficulty(this.answers.rating().points, 1 / FIRST_CAUSE_OPTIONS),
      ...(pair === null ? {} : { pair: pair.split(' | ') as unknown as readonly [string, string] }),
    });
  }
  private digit(n: number): void {
    if (!this.item() || this.read()) return;
    if (this.said() !== null) {
      const sure = n === 0 ? MOST_SURE : n / 10;
      if (sure >= LEAST_SURE) this.answer(sure);
      return;
    }
    if (n === 0) return this.pass();
    const o = this.options()[n - 1];
    if (o) this.choose(o.id);
  }
  private enter(): void {
    if (!this.begun() || this.over()) this.begin();
    else if (this.read() || this.refused()) this.next();
  }
  private step(by: number): void {
    const v = this.item()?.view;
    if (v) this.cursor.update((t) => Math.min(v.end, Math.max(v.start, t + by)));
  }
}
