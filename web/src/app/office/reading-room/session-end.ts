import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Exercise, EXERCISES } from '@vilko/core/reading-room/exercise';
import { counted } from '@vilko/core/words/amounts';
import { Answers, readerOf } from './answers';
import { EXERCISE_WORDS, PUPIL_WORDS } from './exercise-words';
import { optionName } from './item-words';
import { OwnSwings } from './own-swings';
import { Session } from './session';

const SHOWN = 4;
/** Items before a rating says something. */
const KNOWN = 10;

/** Before and after a session: the exercises, how it went, and what all answers to one say of this reader. */
@Component({
  selector: 'vk-session-end',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block max-w-[1240px] text-18 leading-7' },
  template: `
    @if (session.summary(); as s) {
      <h2 class="text-40 leading-[48px] font-semibold" role="status">{{ s.right }} of {{ s.n }} right</h2>
      <p>{{ told() }}</p>
    } @else {
      <p class="max-w-[820px]">
        Ten minutes of one exercise, on swings whose truth is known. Say what you read, and how sure you are: being sure
        and right gives most, being sure and wrong costs more than not knowing.
      </p>
    }
    <div class="mt-3 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-15">
      <span class="text-ink2">Swings</span>
      <span class="flex gap-1" role="group" aria-label="Whose swings are read">
        <button
          class="plain-button min-h-11 px-4"
          [class.is-on]="!session.own()"
          [attr.aria-pressed]="!session.own()"
          (click)="session.readFrom(false)"
        >
          of simulated golfers
        </button>
        <button
          class="plain-button min-h-11 px-4"
          [class.is-on]="session.own()"
          [attr.aria-pressed]="session.own()"
          [disabled]="!house.n()"
          (click)="session.readFrom(true)"
        >
          {{ ofHouse() }}
        </button>
      </span>
      <span class="min-w-[320px] max-w-[720px] flex-1 leading-5 text-ink2">{{ whose() }}</span>
    </div>
    <button class="main-button mt-3 min-h-11 px-6 text-18" (click)="session.begin()">
      {{ session.summary() ? 'Ten more minutes' : 'Begin: ' + name() }} <span class="figures font-normal">Enter</span>
    </button>
    <div class="mt-5 grid grid-cols-2 gap-x-10 gap-y-6 max-[1000px]:grid-cols-1">
      <section [class.col-span-full]="!reader().n">
        <h3 class="sr-only">Exercises</h3>
        <ol [class]="reader().n ? '' : 'grid grid-cols-2 gap-x-10 max-[1000px]:grid-cols-1'">
          @for (e of list(); track e.id) {
            <li class="border-t border-rules">
              <button
                class="flex min-h-11 w-full items-baseline gap-3 py-1.5 text-left hover:bg-sheet disabled:opacity-50"
                [disabled]="!session.offers(e.id)"
                (click)="session.begin(e.id, false)"
              >
                <span class="figures w-4 shrink-0 text-ink2">{{ e.key }}</span>
                <span class="min-w-0 flex-1">
                  <span class="block font-semibold">{{ e.name }}</span>
                  <span class="block text-15 leading-5 text-ink2">{{ e.gist }}</span>
                </span>
                <span class="w-[120px] shrink-0 text-right text-15 text-ink2">{{ e.rating }}</span>
              </button>
            </li>
          }
          <li class="border-t border-rules">
            <button
              class="flex min-h-11 w-full items-baseline gap-3 py-1.5 text-left hover:bg-sheet"
              (click)="session.begin('before-trace', true)"
            >
              <span class="figures w-4 shrink-0 text-ink2">9</span>
              <span class="min-w-0 flex-1">
                <span class="block font-semibold">{{ toPupil.name }}</span>
                <span class="block text-15 leading-5 text-ink2">{{ toPupil.gist }}</span>
              </span>
            </button>
          </li>
        </ol>
        <p class="mt-1 text-13 text-ink2">Keys 1 to 9 begin.</p>
      </section>
      @if (reader().n) {
        <div>
          @if (bins().length) {
            <section>
              <h3 class="border-t border-rules pt-2 text-18 font-semibold">{{ name() }}: how sure, how often right</h3>
              <table class="figures mt-1 w-full text-15">
                <thead class="text-left text-ink2">
                  <tr>
                    <th class="font-normal">said</th>
                    <th class="font-normal">right</th>
                    <th class="font-normal">95% interval</th>
                  </tr>
                </thead>
                <tbody>
                  @for (b of bins(); track b.sure) {
                    <tr class="border-t border-rules">
                      <td>{{ b.sure }}</td>
                      <td>{{ b.right }}</td>
                      <td>{{ b.interval }}</td>
                    </tr>
                  }
                </tbody>
              </table>
              <p class="mt-1 text-15">{{ leans() }}</p>
            </section>
          }
          @if (reader().numbers) {
            <p class="border-t border-rules pt-2 text-15">{{ covers() }}</p>
          }
          <section class="mt-4">
            @if (reader().confused.length) {
              <h3 class="border-t border-rules pt-2 text-18 font-semibold">Taken for each other</h3>
              <ul class="text-15 leading-6">
                @for (p of confused(); track p) {
                  <li class="border-b border-rules py-1">{{ p }}</li>
                }
              </ul>
            }
            <p class="mt-3 text-15">{{ rating() }}</p>
            <p class="text-15">{{ beside() }}</p>
          </section>
        </div>
      }
    </div>
    @if (answers.reads().length) {
      <p class="mt-4 text-13 text-ink2">
        Kept in this browser alone.
        @if (sure()) {
          All that was read here is forgotten:
          <button class="link" (click)="forget()">yes, begin anew</button>
        } @else {
          <button class="link" (click)="sure.set(true)">Begin anew</button>
        }
      </p>
    }
  `,
})
export class SessionEnd {
  protected readonly session = inject(Session);
  protected readonly answers = inject(Answers);
  protected readonly house = inject(OwnSwings);
  protected readonly sure = signal(false);
  protected readonly toPupil = PUPIL_WORDS;
  protected readonly name = computed(() => this.session.words().name);
  protected readonly reader = computed(() =>
    readerOf(this.session.gentle() ? [] : this.answers.of(this.session.exercise())),
  );
  protected readonly list = computed(() =>
    EXERCISES.map((id, k) => ({ id, key: k + 1, ...EXERCISE_WORDS[id], rating: this.ratingShort(id) })),
  );
  protected readonly told = computed(() => {
    const { n, bits, expected, exercise, worths, covered } = this.session.summary()!;
    if (this.session.gentle()) return 'Nothing of it is kept.';
    const all = this.session.allRead() ? ' No other swing of this house can be asked about here.' : '';
    const usual =
      expected === null
        ? `how hard these are nobody knows: your rating stays as it is.${all}`
        : `${expected.toFixed(1)} right would be usual for you on ${this.manyOf(2)} as hard as these.`;
    if (exercise === 'say-number')
      return `Your intervals cover ${covered} of ${n}, where four of five are meant; ${worths.toFixed(1)} worths lost on each, the less the better; ${usual}`;
    return `${Math.abs(bits).toFixed(1)} bits ${bits < 0 ? 'less' : 'more'} than who knows nothing, in ${n} ${this.manyOf(n)}; ${usual}`;
  });
  protected readonly ofHouse = computed(() => {
    const n = this.house.n();
    return n === null ? 'of this house' : `of this house: ${n} confirmed`;
  });
  protected readonly whose = computed(() => {
    if (this.house.refused()) return this.house.refused()!;
    if (this.session.allRead() && !this.session.summary())
      return 'No swing of this house can be asked about in this exercise: nothing of the kind was confirmed yet.';
    if (this.session.own())
      return 'Shown without names. What they show was confirmed by somebody who had seen Vilko’s reading, so Vilko does better on them than it may deserve.';
    return this.house.n() === 0
      ? 'The house has none yet: in Read, C on a finding says that it is so, and its swing can be read here.'
      : '';
  });
  protected readonly bins = computed(() =>
    this.reader().calibration.map((b) => ({
      sure: `${Math.round(100 * b.sure)}%`,
      right: `${Math.round((100 * b.right) / b.n)}% of ${b.n}`,
      interval: `${Math.round(100 * b.interval[0])} to ${Math.round(100 * b.interval[1])}%`,
    })),
  );
  protected readonly leans = computed(() => {
    const { lean } = this.reader();
    if (lean === 'over') return 'You are surer than you are right: when in doubt, say less.';
    return lean === 'under'
      ? 'You are right more often than you think: say so.'
      : 'As sure as you are right, as far as so many answers can tell.';
  });
  protected readonly covers = computed(() => {
    const { covered, numbers } = this.reader();
    return `In all, your intervals cover ${covered} of ${numbers} numbers; four of five are meant.`;
  });
  protected readonly confused = computed(() =>
    this.reader()
      .confused.slice(0, SHOWN)
      .map((p) => `${optionName(p.a)} and ${optionName(p.b)}: ${p.mixed} of ${p.shown}`),
  );
  protected readonly rating = computed(() => {
    const { rated: n, rating } = this.reader();
    return n < KNOWN
      ? `Your rating stands after ${KNOWN} ${this.manyOf(KNOWN)}; this is ${n}.`
      : `Your rating: ${Math.round(rating.points)} points, ± ${Math.round(1.96 * rating.sd)}, after ${n} ${this.manyOf(n)}.`;
  });
  protected readonly beside = computed(() => {
    const { mine, vilkos } = this.reader();
    return mine + vilkos === 0
      ? ''
      : `You were right where Vilko was not ${counted(mine, 'time')}, Vilko where you were not ${counted(vilkos, 'time')}.`;
  });

  private manyOf(n: number): string {
    const { one } = this.session.words();
    return n === 1 ? one : one === 'pair of sets' ? 'pairs of sets' : `${one}s`;
  }
  private ratingShort(exercise: Exercise): string {
    if (!this.session.offers(exercise)) return 'simulated alone';
    const { rated: n, rating } = readerOf(this.answers.of(exercise));
    if (n === 0) return 'not yet';
    return n < KNOWN ? `${n} of ${KNOWN} read` : `${Math.round(rating.points)} ± ${Math.round(1.96 * rating.sd)}`;
  }
  protected forget(): void {
    this.answers.forget();
    this.session.reads.set([]);
    this.sure.set(false);
  }
}
