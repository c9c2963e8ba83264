import { computed, inject, Injectable, type OnDestroy, signal } from '@angular/core';
import type { MeasureId } from '@vilko/core/measures/registry';
import { tellingDifficulty } from '@vilko/core/reading-room/rating';
import type { Exercise } from '@vilko/core/reading-room/exercise';
import { isOwnExercise } from '@vilko/core/reading-room/own-exercises';
import { FIRST_CAUSE_OPTIONS } from '@vilko/core/reading-room/options';
import { type Choice, MOST_SURE } from '@vilko/core/reading-room/score';
import { HALVES } from '@vilko/core/reading-room/number-options';
import { type Paper, paperItem } from '@vilko/core/reading-room/paper';
import { nextPair } from '@vilko/core/reading-room/spacing';
import { findingMoment } from '../../lesson/read/finding-moment';
import { today } from '../../lesson/practise/day-words';
import { Items } from '../../workers/items';
import type { ReadView } from '../../workers/read-view';
import type { ShownItem } from '../../workers/shown-item';
import { Answers, type ItemRead, sessionOf } from './answers';
import { EXERCISE_WORDS, PUPIL_WORDS } from './exercise-words';
import { evidenceFor, litFault } from './item-words';
import { OwnSwings } from './own-swings';
import { Papers, type Sitting } from './papers';

/** A session, ms. */
const SESSION = 10 * 60_000;
/** Seeds of items begin here: no swing that limits were tuned or judged on comes up. */
const FIRST_SEED = 1_000_000_000;
/** Guesses that are right before an item is there, by exercise. */
const CHANCE: Readonly<Record<Exercise, number>> = {
  ...{ 'first-cause': 1 / FIRST_CAUSE_OPTIONS, 'say-number': 0.15, 'before-trace': 1 / 4, 'which-first': 1 / 2 },
  ...{ 'real-or-noise': 1 / 4, 'same-golfer': 1 / 2, 'ball-agrees': 1 / 2, 'choose-drill': 1 / 4 },
};
/** Where nothing can be made of an item of a paper, so many others stand for it. */
const INSTEAD = 3;
/** What a pupil is shown, points. */
const EASY = 1300;
/** Played from so long before the club starts, s, and on for so long after impact. */
const BEFORE = 0.4;
const AFTER = 0.8;

/** The swing that an item shows, or the first of two; null where it shows none. */
export const viewIn = (i: ShownItem | null): ReadView | null =>
  i && 'view' in i ? i.view : i?.exercise === 'same-golfer' ? i.swings[0].view : null;

/** Ten minutes of one exercise: what is shown, what was said, and the cursor over it. */
@Injectable()
export class Session implements OnDestroy {
  private readonly items = inject(Items);
  private readonly answers = inject(Answers);
  private readonly papers = inject(Papers);
  private readonly ownSwings = inject(OwnSwings);
  readonly exercise = signal<Exercise>('first-cause');
  /** Swings of the house are read, not those of a simulated golfer. */
  readonly own = signal(false);
  /** No other swing of the house gives such an item. */
  readonly allRead = signal(false);
  /** For a pupil: in plain words, nothing is asked twice, and nothing is kept. */
  readonly gentle = signal(false);
  /** The paper that is sat; null: practice. */
  readonly sitting = signal<Sitting | null>(null);
  /** The paper whose result is looked at. */
  readonly result = signal<Sitting | null>(null);
  readonly begun = signal(false);
  readonly over = signal(false);
  readonly item = signal<ShownItem | null>(null);
  readonly refused = signal('');
  /** The option that was chosen, before it is said how sure. */
  readonly said = signal<string | null>(null);
  /** The number that was said, before it is said how far off it may be; null: not yet. */
  readonly number = signal<number | null>(null);
  /** Where the ruler stands; null: in its middle. */
  readonly ruler = signal<number | null>(null);
  readonly read = signal<ItemRead | null>(null);
  /** s on the swing's clock. */
  readonly cursor = signal(0);
  readonly hover = signal<readonly MeasureId[]>([]);
  readonly playing = signal(false);
  readonly reads = signal<readonly ItemRead[]>([]);
  private readonly endsAt = signal(0);
  private readonly now = signal(Date.now());
  private coming: Promise<ShownItem | null> | null = null;
  /** Counts what was asked for: only the last of it is shown. */
  private turn = 0;
  private readonly timer = setInterval(() => this.tick(), 1000);

  /** What is done now is called so, and asks so. */
  readonly words = computed(() => (this.gentle() ? PUPIL_WORDS : EXERCISE_WORDS[this.exercise()]));
  readonly leftMs = computed(() => Math.max(0, this.endsAt() - this.now()));
  readonly evidence = computed(() => {
    const [i, view] = [this.item(), viewIn(this.item())];
    const fault = i && litFault(i);
    return this.read() && view && fault ? evidenceFor(view, fault).slice(0, 5) : [];
  });
  readonly lit = computed((): readonly MeasureId[] => {
    if (this.hover().length) return this.hover();
    const i = this.item();
    if (this.read() && i?.exercise === 'say-number') return [i.measure];
    return this.evidence().flatMap((p) => p.measures);
  });
  readonly summary = computed(() =>
    this.reads().length ? sessionOf(this.reads(), this.answers.points(this.exercise())) : null,
  );

  ngOnDestroy(): void {
    clearInterval(this.timer);
    this.playing.set(false);
  }

  /** Whose swings are read from now on; what is known of simulated ones alone is not offered of the house's. */
  readFrom(own: boolean): void {
    this.coming = null;
    this.own.set(own);
    this.allRead.set(false);
    this.reads.set([]);
    if (own && !isOwnExercise(this.exercise())) this.exercise.set('first-cause');
  }
  /** Whether an exercise can be begun on the swings that are chosen. */
  offers(exercise: Exercise): boolean {
    return !this.own() || isOwnExercise(exercise);
  }
  begin(exercise = this.exercise(), gentle = this.gentle()): void {
    if (!gentle && !this.offers(exercise)) return;
    if (exercise !== this.exercise() || gentle !== this.gentle()) this.coming = null;
    this.exercise.set(exercise);
    this.gentle.set(gentle);
    this.start(SESSION);
  }
  /** Sits a paper: the same items for everybody, nothing told before its end. */
  sit(paper: Paper, reader: string): void {
    // its swings are simulated, and so is what is begun after it
    this.readFrom(false);
    this.exercise.set(paper.exercise);
    this.gentle.set(false);
    this.sitting.set({ paper, reader, at: new Date().toISOString(), reads: [] });
    this.papers.keep(this.sitting()!);
    this.start(paper.minutes * 60_000);
  }
  end(): void {
    this.over.set(true);
    this.playing.set(false);
    this.turn++;
    const sat = this.sitting();
    if (!sat) return;
    this.coming = null;
    this.sitting.set(null);
    this.reads.set([]);
    this.result.set(sat);
  }
  choose(option: string): void {
    if (this.read()) return;
    this.said.set(option);
    if (this.gentle()) this.answer(MOST_SURE);
  }
  /** Chooses anew, or says another number. */
  back(): void {
    if (this.read()) return;
    this.said.set(null);
    this.number.set(null);
  }
  answer(sure: number): void {
    const said = this.said();
    if (said !== null && !this.read()) this.take({ said, sure }, null);
  }
  /** Says how far off the number may be: the k-th of the widths. */
  width(k: number): void {
    const [i, value] = [this.item(), this.number()];
    const half = HALVES[k];
    if (i?.exercise !== 'say-number' || value === null || half === undefined || this.read()) return;
    this.take(null, { value, half: half * i.worth, truth: i.number, worth: i.worth, unit: i.unit });
  }
  pass(): void {
    if (!this.read()) this.take(null, null);
  }
  /** The next item, made while the last one was read; the session ends with its time. */
  next(): void {
    if (Date.now() >= this.endsAt() && this.reads().length) return this.end();
    const made = this.coming ?? this.make();
    this.coming = null;
    for (const s of [this.item, this.said, this.number, this.ruler, this.read]) s.set(null);
    this.refused.set('');
    this.hover.set([]);
    this.playing.set(false);
    // what was still being made for another exercise is not shown in this one
    const mine = ++this.turn;
    made.then(
      (item) => mine === this.turn && (item ? this.show(item) : this.noneLeft()),
      (e: unknown) => mine === this.turn && this.refused.set(`${(e as Error).message}.`),
    );
  }
  /** Plays the swing as fast as it was, or stops. */
  play(): void {
    const v = viewIn(this.item());
    if (!v) return;
    this.playing.update((on) => !on);
    if (!this.playing()) return;
    const [from, until] = [(v.events.p1?.t ?? v.start) - BEFORE, (v.events.p7?.t ?? v.end) + AFTER];
    if (this.cursor() >= until - 0.01 || this.cursor() < from) this.cursor.set(from);
    const began = performance.now() - 1000 * (this.cursor() - from);
    const step = (): void => {
      if (!this.playing()) return;
      const t = from + (performance.now() - began) / 1000;
      this.cursor.set(Math.min(until, t));
      if (t >= until) this.playing.set(false);
      else requestAnimationFrame(step);
    };
    requestAnimationFrame(step);
  }
  step(by: number): void {
    const v = viewIn(this.item());
    this.playing.set(false);
    if (v) this.cursor.update((t) => Math.min(v.end, Math.max(v.start, t + by)));
  }

  private start(lasts: number): void {
    this.result.set(null);
    this.allRead.set(false);
    this.begun.set(true);
    this.over.set(false);
    this.reads.set([]);
    this.endsAt.set(Date.now() + lasts);
    this.now.set(Date.now());
    this.next();
  }
  /** A paper ends with its time, whatever is still thought about. */
  private tick(): void {
    this.now.set(Date.now());
    if (this.sitting() && this.leftMs() === 0) this.end();
  }
  private noneLeft(): void {
    this.allRead.set(true);
    this.end();
  }
  private show(item: ShownItem): void {
    this.item.set(item);
    const v = viewIn(item);
    if (v) this.cursor.set(v.events.p1?.t ?? v.start);
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (item.exercise === 'before-trace' && !still) this.play();
  }
  private take(answer: Choice | null, number: ItemRead['number']): void {
    const i = this.item()!;
    const pair = i.exercise === 'first-cause' && i.pair ? i.pair.join(' | ') : null;
    const chance = i.exercise === 'say-number' ? i.chance : 1 / i.options.length;
    const read: ItemRead = {
      ...{ at: new Date().toISOString(), day: today(), exercise: i.exercise, seed: i.seed, truth: i.truth },
      ...{ answer, number, vilko: i.vilko?.said ?? null, options: i.options.length, chance },
      ...{ difficulty: i.difficulty, pair, own: i.own?.swing },
    };
    this.reads.update((all) => [...all, read]);
    const sat = this.sitting();
    if (sat) {
      this.sitting.set({ ...sat, reads: this.reads() });
      this.papers.keep(this.sitting()!);
      return this.reads().length === sat.paper.items ? this.end() : this.next();
    }
    this.read.set(read);
    if (!this.gentle()) this.answers.add(read);
    this.playing.set(false);
    this.lookWhere(i);
    this.coming = this.make();
    this.coming.catch(() => undefined);
  }
  /** The cursor stands where one should have looked. */
  private lookWhere(i: ShownItem): void {
    const [view, fault] = [viewIn(i), litFault(i)];
    if (!view) return;
    const shown = view.findings.filter((f) => f.fault === fault).map((f) => ({ ...f, main: true }));
    const at = fault === null ? (view.events.p7?.t ?? null) : findingMoment({ ...view, findings: shown });
    if (at !== null) this.cursor.set(at);
  }
  /** An item of the difficulty that tells most about this reader, or of a pair that comes back. */
  private make(): Promise<ShownItem | null> {
    const exercise = this.exercise();
    const sat = this.sitting();
    if (sat) return this.makeOf(sat.paper, this.reads().length);
    if (this.own() && !this.gentle() && isOwnExercise(exercise)) {
      const swings = (reads: readonly ItemRead[]): string[] => reads.flatMap((r) => r.own ?? []);
      return this.ownSwings.make(exercise, swings(this.answers.of(exercise)), new Set(swings(this.reads())));
    }
    const shown = this.reads().map((r) => r.pair);
    const pair = exercise === 'first-cause' ? nextPair(this.answers.spaced(), shown, today()) : null;
    return this.items.make(exercise, {
      seed: FIRST_SEED + Math.floor(1e9 * Math.random()),
      difficulty: this.gentle() ? EASY : tellingDifficulty(this.answers.points(exercise), CHANCE[exercise]),
      ...(pair === null ? {} : { pair: pair.split(' | ') as unknown as readonly [string, string] }),
    });
  }
  /** The item of a paper; where none can be made, the one that stands for it. */
  private makeOf(paper: Paper, i: number, attempt = 0): Promise<ShownItem> {
    return this.items
      .make(paper.exercise, paperItem(paper, i, attempt))
      .catch((e: unknown) => (attempt < INSTEAD ? this.makeOf(paper, i, attempt + 1) : Promise.reject(e as Error)));
  }
}
