import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { DRILL_CAUTIONS } from '@vilko/core/drills/cautions';
import type { MeasureId } from '@vilko/core/measures/registry';
import type { Experiment, NewExperiment } from '@vilko/contract/experiment';
import { TRIALS, WARM_UP } from '@vilko/contract/trials';
import type { Cue } from '@vilko/contract/pupil';
import { CUE_DID, MOST_CUES } from '@vilko/contract/cues';
import { SHOT_NUMBERS, type ShotNumber } from '@vilko/core/measures/shot-numbers';
import { RestingBay } from '../resting-bay';
import { type TrialArm, TrialPlot } from '../../drawing/trials/trial-plot';
import { LESSON_MEASURES, measureName } from '../../office/words';
import { Keys } from '../../shell/keys';
import { HouseUnits } from '../../shell/units';
import { lessonFeature } from '../../state/lesson';
import { OfficeActions } from '../../state/office';
import { TrialActions, trialFeature } from '../../state/trials';
import { answerWords, inUnit, trialFigure } from './trial-words';

/**
 * Try it out: a cue, a drill or a club set-up with and without, in an order drawn at random; the difference and how
 * sure it is.
 */
@Component({
  selector: 'vk-try-out',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RestingBay, RouterLink, TrialPlot],
  host: { class: 'block h-full min-h-0' },
  template: `
    @if (!lesson() || !experiments()) {
      <p class="p-6 text-18 text-ink2" role="status">Looking up what was tried …</p>
    } @else {
      <div class="grid h-full min-h-0 grid-cols-[340px_minmax(0,1fr)] max-[900px]:block max-[900px]:overflow-y-auto">
        <section class="min-h-0 overflow-y-auto border-r border-rules px-4 py-3" aria-label="What to try">
          <div class="flex items-baseline">
            <h1 class="text-18 font-semibold">Try it out</h1>
            <a class="link ml-auto" [routerLink]="['/lesson', lessonId(), 'practise']">Back to Practise</a>
          </div>
          <p class="mt-1 leading-5 text-ink2">
            A cue, a drill or a club set-up against none. Which swing is which is drawn at random in blocks of four, so
            that neither warming up nor tiredness takes a side.
          </p>
          <form
            class="mt-2"
            (submit)="
              $event.preventDefault();
              begin({ with: w.value, without: o.value, measure: m.value, perArm: +n.value, warmUp: +u.value })
            "
          >
            <label class="field"
              >With<input #w required maxlength="120" list="pupils-cues" placeholder="lead heel down first"
            /></label>
            <datalist id="pupils-cues">
              @for (c of cues(); track c.words) {
                <option [value]="c.words"></option>
              }
            </datalist>
            <label class="field mt-2">Without<input #o required maxlength="120" value="as you usually do" /></label>
            <label class="field mt-2"
              >Measured by
              <select #m>
                <optgroup label="the swing">
                  @for (id of measures; track id) {
                    <option [value]="'swing:' + id" [selected]="id === lesson()!.measure">{{ name(id) }}</option>
                  }
                </optgroup>
                <optgroup label="the ball">
                  @for (s of shots; track s.key) {
                    <option [value]="'ball:' + s.key">{{ s.words }}</option>
                  }
                </optgroup>
              </select>
            </label>
            <div class="mt-2 grid grid-cols-2 gap-3">
              <label class="field"
                >Swings of each<input
                  #n
                  class="figures"
                  type="number"
                  [min]="trials.least"
                  [max]="trials.most"
                  [value]="trials.usual"
              /></label>
              <label class="field"
                >To warm up<input #u class="figures" type="number" min="0" [max]="warmUp.most" [value]="warmUp.usual"
              /></label>
            </div>
            <button class="main-button mt-3">{{ running() ? 'End it and draw anew' : 'Draw the order' }}</button>
          </form>
          <p class="mt-3 border-l-2 border-alarm pl-2 leading-5 text-ink2">{{ caution }}</p>
          @if (older().length) {
            <h2 class="mt-3 border-t border-rules pt-2 text-15 font-semibold">Tried in this lesson</h2>
            <ul>
              @for (e of older(); track e.id) {
                <li>
                  <button
                    class="block w-full border-l-2 py-1 pl-2 text-left hover:underline"
                    [class]="e.id === shown()?.id ? 'border-ink font-semibold' : 'border-transparent'"
                    (click)="chosen.set(e.id)"
                  >
                    {{ e.about.with }}
                    <span class="block font-normal text-ink2">{{ e.words }}: {{ brief(e) }}</span>
                  </button>
                </li>
              }
            </ul>
          }
        </section>
        <section class="min-h-0 overflow-y-auto px-6 py-4" aria-label="Trials">
          @if (shown(); as e) {
            <p class="text-15 text-ink2">
              “{{ e.about.with }}” against “{{ e.about.without }}”, by {{ e.words.toLowerCase() }}
            </p>
            @if (e.next) {
              <vk-resting-bay class="-mx-4 block" [lessonId]="lessonId()" />
              <p class="text-18 text-ink2" role="status">{{ place(e) }}</p>
              <p
                class="text-160 leading-[150px] font-semibold whitespace-nowrap"
                [class.text-ink2]="e.next === 'warm-up'"
              >
                {{ e.next === 'warm-up' ? 'warm up' : e.next }}
              </p>
              <p class="text-40 leading-[48px]" data-testid="next-trial">
                {{ e.next === 'warm-up' ? 'does not count' : e.next === 'with' ? e.about.with : e.about.without }}
              </p>
            } @else if (e.answer; as a) {
              <h2 class="text-24 leading-8 font-semibold">{{ words(e) }}</h2>
              <p class="text-15 text-ink2">{{ means(e) }}</p>
              <vk-trial-plot class="mt-2 max-w-[760px]" [arms]="arms(e)" [axis]="axis(e)" [label]="words(e)" />
              <p class="mt-1 text-15">
                <a
                  class="link"
                  [routerLink]="['/lesson', lessonId(), 'compare']"
                  [queryParams]="{ a: ids(e, 'without'), b: ids(e, 'with') }"
                  >What else moved</a
                >: the by-products, wanted or not.
              </p>
              <p class="mt-1 flex flex-wrap items-baseline gap-x-4 text-15">
                On {{ lesson()!.pupil.name }}’s shelf of cue words:
                @for (d of did; track d) {
                  <button
                    class="link"
                    [class.font-semibold]="onShelf(e) === d"
                    [attr.aria-pressed]="onShelf(e) === d"
                    (click)="shelve(e, d)"
                  >
                    {{ d }}
                  </button>
                }
              </p>
            } @else {
              <h2 class="text-24 font-semibold">Too few values to say anything</h2>
              <p class="text-15 text-ink2">It takes two of either that gave {{ e.words.toLowerCase() }}.</p>
            }
            <ol class="mt-4 flex flex-wrap gap-1.5" aria-label="Trials in their order">
              @for (t of e.trials; track t.swingId) {
                <li>
                  <button
                    class="min-w-[64px] rounded-[3px] border px-2 py-1 text-left leading-4"
                    [class]="
                      t.void || t.arm === 'warm-up'
                        ? 'border-rules text-ink2'
                        : t.arm === 'with'
                          ? 'border-ink bg-ink text-paper'
                          : 'border-ink'
                    "
                    [disabled]="t.arm === 'warm-up'"
                    [attr.aria-pressed]="t.void"
                    [attr.aria-label]="
                      trialWords(t) + (t.void ? ', left out: press to count it' : ', press to leave it out')
                    "
                    (click)="leaveOut(e, t.swingId, !t.void)"
                  >
                    <span [class.line-through]="t.void">{{ t.arm === 'warm-up' ? 'warm-up' : t.arm }}</span>
                    <span class="figures block">{{ t.number === null ? 'deleted' : 'swing ' + t.number }}</span>
                    @if (!e.next) {
                      <span class="figures block">{{ t.value === null ? 'no value' : value(e, t.value) }}</span>
                    }
                  </button>
                </li>
              }
            </ol>
            @if (e.trials.length) {
              <p class="mt-1 text-ink2">
                A swing that went wrong is pressed: it does not count, and its trial comes once more at the end.
              </p>
            }
            @if (e.next) {
              <p class="mt-3 max-w-[620px] text-15 leading-5 text-ink2">
                Swings from the bay and recordings dropped on this window count in their order; rehearsals do not.
                Values are not shown before the end: who sees which way it leans, helps it.
              </p>
              <button class="plain-button mt-3" (click)="end(e)">End here</button>
            } @else if (e.endedAt !== null && remains(e)) {
              <button class="plain-button mt-3" (click)="resume(e)">Go on with it</button>
            }
          } @else {
            <p class="mt-8 max-w-[560px] text-18 leading-7 text-ink2">
              Nothing was tried in this lesson yet. Say what to try and by what it is measured; the next swing is then
              said here, large enough to be read from the mat.
            </p>
          }
        </section>
      </div>
    }
  `,
})
export class TryOut {
  readonly lessonId = input.required<string>();
  private readonly store = inject(Store);
  private readonly units = inject(HouseUnits);
  protected readonly lesson = this.store.selectSignal(lessonFeature.selectLesson);
  private readonly rack = this.store.selectSignal(lessonFeature.selectRack);
  protected readonly experiments = this.store.selectSignal(trialFeature.selectExperiments);
  protected readonly running = this.store.selectSignal(trialFeature.selectRunning);
  protected readonly chosen = signal<string | null>(null);
  protected readonly older = computed(() => [...(this.experiments() ?? [])].reverse());
  protected readonly shown = computed((): Experiment | null => {
    const e = this.older().find((x) => x.id === this.chosen()) ?? this.running() ?? this.older()[0] ?? null;
    const unit = e && this.units.shown(e.unit);
    return e && unit !== null && unit !== e.unit ? inUnit(e, unit, (v) => this.units.value(v, e.unit)) : e;
  });
  protected readonly cues = computed((): readonly Cue[] => this.lesson()?.pupil.profile.cues ?? []);
  protected readonly did = CUE_DID;
  protected readonly measures = LESSON_MEASURES;
  protected readonly shots = SHOT_NUMBERS;
  protected readonly trials = TRIALS;
  protected readonly warmUp = WARM_UP;
  protected readonly caution = DRILL_CAUTIONS.slice(0, 3).join(' ');
  protected readonly name = measureName;
  protected readonly words = answerWords;
  protected readonly value = trialFigure;

  constructor() {
    effect(() => {
      // a swing that came or went may be a trial
      this.rack();
      this.store.dispatch(TrialActions.open({ lessonId: this.lessonId() }));
    });
    inject(Keys).use('Try it out', [
      { key: 'x', words: 'leave the last swing out, or count it', run: () => this.leaveLast() },
    ]);
  }

  /** What the pupil's shelf says of what was tried; null: it is not on it. */
  protected onShelf(e: Experiment): Cue['did'] | null {
    return this.cues().find((c) => c.words === e.about.with)?.did ?? null;
  }
  /** Puts what was tried on the pupil's shelf with what came of it; the same press takes it down again. */
  protected shelve(e: Experiment, did: Cue['did']): void {
    const { id, profile } = this.lesson()!.pupil;
    const kept = profile.cues.find((c) => c.words === e.about.with);
    const others = profile.cues.filter((c) => c !== kept);
    const cue: Cue = { words: e.about.with, exaggerates: kept?.exaggerates ?? false, did };
    const cues = kept?.did === did ? others : [...others, cue].slice(-MOST_CUES);
    this.store.dispatch(OfficeActions.changePupil({ id, change: { profile: { ...profile, cues } } }));
  }
  protected begin(said: Omit<NewExperiment, 'measure'> & { measure: string }): void {
    if (!said.with.trim()) return;
    const [of, id] = said.measure.split(':') as ['swing', MeasureId] | ['ball', ShotNumber];
    const by = { of, id } as NewExperiment['measure'];
    this.chosen.set(null);
    this.store.dispatch(
      TrialActions.begin({
        lessonId: this.lessonId(),
        about: {
          ...said,
          with: said.with.trim(),
          without: said.without.trim() || 'as you usually do',
          measure: by,
        },
      }),
    );
  }
  protected leaveOut(e: Experiment, swingId: string, out: boolean): void {
    this.store.dispatch(
      TrialActions.act({ lessonId: this.lessonId(), id: e.id, act: { act: 'void', swingId, void: out } }),
    );
  }
  private leaveLast(): void {
    const e = this.shown();
    const last = e?.trials.findLast((t) => t.arm !== 'warm-up');
    if (e && last) this.leaveOut(e, last.swingId, !last.void);
  }
  protected end(e: Experiment): void {
    this.store.dispatch(TrialActions.act({ lessonId: this.lessonId(), id: e.id, act: { act: 'end' } }));
  }
  protected resume(e: Experiment): void {
    this.store.dispatch(TrialActions.act({ lessonId: this.lessonId(), id: e.id, act: { act: 'resume' } }));
  }
  protected remains(e: Experiment): boolean {
    return e.trials.filter((t) => t.arm !== 'warm-up' && !t.void).length < e.order.length;
  }
  protected place(e: Experiment): string {
    const warm = e.trials.filter((t) => t.arm === 'warm-up').length;
    if (e.next === 'warm-up') return `Warm-up ${warm + 1} of ${e.about.warmUp}`;
    const again = e.trials.filter((t) => t.void).length;
    return `Trial ${e.trials.length - warm + 1} of ${e.order.length + again}`;
  }
  protected brief(e: Experiment): string {
    return e.next ? 'running' : (e.answer?.word ?? 'too few values');
  }
  protected axis(e: Experiment): string {
    return e.unit === '–' ? e.words : `${e.words}, ${e.unit}`;
  }
  protected means(e: Experiment): string {
    const a = e.answer!;
    const more =
      a.word === 'too few swings to tell' && a.enoughAt !== null
        ? ` With this spread, ${a.enoughAt} of each would tell.`
        : '';
    return `Without ${trialFigure(e, a.means[0])} (mean of ${a.n[0]}), with ${trialFigure(e, a.means[1])} (mean of ${a.n[1]}); the warm-up is left out.${more}`;
  }
  protected arms(e: Experiment): [TrialArm, TrialArm] {
    const of = (arm: 'with' | 'without', words: string): TrialArm => ({
      words,
      values: e.trials.flatMap((t) => (t.arm === arm && !t.void && t.value !== null ? [t.value] : [])),
    });
    return [of('without', e.about.without), of('with', e.about.with)];
  }
  protected ids(e: Experiment, arm: 'with' | 'without'): string {
    return e.trials.flatMap((t) => (t.arm === arm && !t.void && t.number !== null ? [t.swingId] : [])).join(',');
  }
  protected trialWords(t: Experiment['trials'][number]): string {
    return `${t.arm}, ${t.number === null ? 'deleted swing' : `swing ${t.number}`}`;
  }
}
