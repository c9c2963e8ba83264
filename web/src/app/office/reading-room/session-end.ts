import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { counted } from '@vilko/core/words/amounts';
import { Answers, type sessionOf } from './answers';
import { optionName } from './item-words';

const SHOWN = 4;
/** Items before a rating says something. */
const KNOWN = 10;

/** Before and after a session: what it is, how it went, and what all of them say of this reader. */
@Component({
  selector: 'vk-session-end',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block max-w-[1000px] text-18 leading-7' },
  template: `
    @if (session(); as s) {
      <h2 class="text-40 leading-[48px] font-semibold" role="status">{{ s.right }} of {{ s.n }} right</h2>
      <p>{{ told() }}</p>
    } @else {
      <p class="max-w-[720px]">
        Ten minutes of swings without their Reading. Their truth is known: a simulated golfer made them, with one fault,
        with none, or with one that the device does not show. Say what the first cause is, and how sure you are; the
        more you were sure of and right about, the more bits it gives, and being sure and wrong costs more than not
        knowing.
      </p>
    }
    <button class="main-button mt-4 min-h-11 px-6 text-18" (click)="begin.emit()">
      {{ session() ? 'Ten more minutes' : 'Begin' }} <span class="figures font-normal">Enter</span>
    </button>
    @if (answers.reads().length) {
      <div class="mt-6 grid grid-cols-2 gap-10 max-[900px]:grid-cols-1">
        <section>
          <h3 class="border-t border-rules pt-2 text-18 font-semibold">How sure, and how often right</h3>
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
        <section>
          <h3 class="border-t border-rules pt-2 text-18 font-semibold">Taken for each other</h3>
          <ul class="text-15">
            @for (p of confused(); track p) {
              <li class="border-b border-rules py-1">{{ p }}</li>
            } @empty {
              <li>Nothing yet.</li>
            }
          </ul>
          <p class="mt-3 text-15">{{ rating() }}</p>
          <p class="text-15">{{ beside() }}</p>
          <p class="mt-3 text-13 text-ink2">
            Kept in this browser alone.
            @if (sure()) {
              All that was read here is forgotten:
              <button class="link" (click)="forget()">yes, begin anew</button>
            } @else {
              <button class="link" (click)="sure.set(true)">Begin anew</button>
            }
          </p>
        </section>
      </div>
    }
  `,
})
export class SessionEnd {
  readonly session = input<ReturnType<typeof sessionOf> | null>(null);
  readonly begin = output();
  protected readonly answers = inject(Answers);
  protected readonly sure = signal(false);
  protected readonly told = computed(() => {
    const { n, bits, expected } = this.session()!;
    return `${Math.abs(bits).toFixed(1)} bits ${bits < 0 ? 'less' : 'more'} than who knows nothing, in ${counted(n, 'swing')}; ${expected.toFixed(1)} right would be usual for you on swings as hard as these.`;
  });
  protected readonly bins = computed(() =>
    this.answers.calibration().map((b) => ({
      sure: `${Math.round(100 * b.sure)}%`,
      right: `${Math.round((100 * b.right) / b.n)}% of ${b.n}`,
      interval: `${Math.round(100 * b.interval[0])} to ${Math.round(100 * b.interval[1])}%`,
    })),
  );
  protected readonly leans = computed(() => {
    const lean = this.answers.lean();
    if (lean === 'over') return 'You are surer than you are right: when in doubt, say less.';
    return lean === 'under'
      ? 'You are right more often than you think: say so.'
      : 'As sure as you are right, as far as so many answers can tell.';
  });
  protected readonly confused = computed(() =>
    this.answers
      .confused()
      .slice(0, SHOWN)
      .map((p) => `${optionName(p.a)} and ${optionName(p.b)}: ${p.mixed} of ${p.shown}`),
  );
  protected readonly rating = computed(() => {
    const { points, sd } = this.answers.rating();
    const n = this.answers.reads().length;
    return n < KNOWN
      ? `Your rating stands after ${KNOWN} swings; this is ${n}.`
      : `Your rating: ${Math.round(points)} points, ± ${Math.round(1.96 * sd)}, after ${counted(n, 'swing')}.`;
  });
  protected readonly beside = computed(() => {
    const { mine, vilkos } = this.answers.beside();
    return `You were right where Vilko was not ${counted(mine, 'time')}, Vilko where you were not ${counted(vilkos, 'time')}.`;
  });

  protected forget(): void {
    this.answers.forget();
    this.sure.set(false);
  }
}
