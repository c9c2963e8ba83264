import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { numberOf } from '@vilko/core/measures/measure';
import { MEASURE_IDS, type MeasureId, measureRow, worthOf } from '@vilko/core/measures/registry';
import type { SmallestChange } from '@vilko/core/what-if/smallest-change';
import {
  alterable,
  AS_IT_IS,
  isAltered,
  MS_LIMITS,
  NOTHING_ALTERED,
  SIZE_LIMITS,
  WHAT_IF_WORDS,
  type WhatIf,
  type WhatIfPart,
} from '@vilko/core/what-if/what-if';
import { becameOf, faultName } from '@vilko/core/words/findings';
import { amount, figure } from '@vilko/core/words/amounts';
import { capital } from '@vilko/core/words/case';
import { sentenceOf } from '../../state/sentences';
import { SwingReader } from '../../workers/swing-reader';
import type { ReadRequest, ReadView } from '../../workers/read-view';
import type { WhatIfView } from '../../workers/what-if-view';
import { TableCsv } from '../../shell/table-csv';

/** Rows of what else moves are at most so many. */
const MOST_ROWS = 8;

/**
 * What would have to change for a finding to go away, and what it would do to the rest: a calculation, not a
 * prediction.
 */
@Component({
  selector: 'vk-what-if',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'block min-h-0 overflow-y-auto pr-1' },
  template: `
    <div class="flex items-baseline justify-between pt-1">
      <h2 class="text-15 font-semibold">What if …</h2>
      <button class="link" (click)="closed.emit()">Back to the reading</button>
    </div>
    <p class="mt-2 text-ink2">
      A calculation on this swing’s forces, not a prediction of the ball. The events stay where they are; club and
      joints are not in it.
    </p>
    @if (fault() && parts().length) {
      <section class="mt-3 border-t border-rules pt-2" aria-label="Smallest change" aria-live="polite">
        @if (searching() !== null) {
          <p class="text-ink2">
            Trying changes: <span class="figures">{{ percent(searching()!) }}</span>
          </p>
          <progress class="w-full" [value]="searching()" max="1"></progress>
        } @else if (smallest(); as found) {
          <h3 class="font-semibold">Removes “{{ name(fault()!) }}”, the smallest first</h3>
          @for (s of found; track s.words) {
            <p class="mt-1">
              <button class="link text-left" (click)="take(s.change)">{{ s.words }}</button>
              <span class="text-ink2">{{ s.then }}</span>
            </p>
          } @empty {
            <p class="text-ink2">
              No change of these parts within their limits, alone or two together, removes “{{ name(fault()!) }}”.
            </p>
          }
        } @else {
          <button class="plain-button" (click)="search()">Smallest change that removes it</button>
        }
      </section>
    }
    @for (p of parts(); track p) {
      <fieldset class="mt-3 border-t border-rules pt-2">
        <legend class="float-left font-semibold">{{ words[p] }}</legend>
        <button class="link float-right" [disabled]="!moved(p)" (click)="set(p, asItIs)">as it is</button>
        @for (k of knobs; track k.of) {
          <label class="clear-both grid grid-cols-[40px_1fr_52px] items-center gap-2">
            <span class="text-ink2">{{ k.words }}</span>
            <input
              type="range"
              [min]="k.limits[0]"
              [max]="k.limits[1]"
              [step]="k.step"
              [attr.aria-label]="words[p] + ', ' + k.words"
              [value]="wanted()[p][k.of]"
              (input)="turn(p, k.of, +$any($event.target).value)"
            />
            <span class="figures text-right whitespace-nowrap">{{ k.text(wanted()[p][k.of]) }}</span>
          </label>
        }
      </fieldset>
    } @empty {
      <p class="mt-3 text-15">
        This device knows too little of the forces for a calculation: it takes two plates, a mat or two boards.
      </p>
    }
    @if (stopped(); as s) {
      <p class="mt-3 border-l-2 border-alarm pl-2" role="status">It stops here: {{ s }}.</p>
    }
    @if (refused(); as r) {
      <p class="mt-3 border-l-2 border-alarm pl-2" role="alert">This could not be calculated: {{ r }}</p>
    }
    <section class="mt-4 border-t border-rules pt-3" aria-live="polite">
      <h3 class="font-semibold">What it does</h3>
      @if (!altered() && busy()) {
        <p class="mt-1 text-ink2">Calculating …</p>
      } @else if (!altered()) {
        <p class="mt-1 text-ink2">
          Move a slider: the altered route is drawn beside the real one, and the findings follow.
        </p>
      } @else {
        <p class="mt-1">{{ verdict() }}</p>
        @for (f of still(); track f) {
          <p class="mt-1 text-ink2">{{ f }}</p>
        }
        <table #sheet class="mt-2 w-full">
          <caption class="visually-hidden">
            Measures that move by more than a teacher would act on
          </caption>
          @for (r of rows(); track r.id) {
            <tr class="border-t border-rules" (mouseenter)="lit.emit([r.id])" (mouseleave)="lit.emit([])">
              <th scope="row" class="max-w-[120px] pr-2 leading-4 text-left font-normal" [title]="r.words">
                {{ r.words }}
              </th>
              <td class="figures text-right whitespace-nowrap text-ink2">{{ r.was }}</td>
              <td class="px-1 text-ink2">→</td>
              <td class="figures text-right whitespace-nowrap">{{ r.becomes }}</td>
            </tr>
          } @empty {
            <tr>
              <td class="text-ink2">No measure moves by more than a teacher would act on.</td>
            </tr>
          }
        </table>
        <vk-table-csv class="mt-1 block" [of]="sheet" name="what if" />
      }
    </section>
  `,
})
export class WhatIfPanel {
  readonly view = input.required<ReadView>();
  readonly request = input.required<ReadRequest>();
  readonly lit = output<readonly MeasureId[]>();
  readonly closed = output();
  /** The altered swing, for the drawings; null while nothing is altered. */
  readonly shown = output<ReadView | null>();
  private readonly reader = inject(SwingReader);

  protected readonly words = WHAT_IF_WORDS;
  protected readonly knobs = [
    {
      of: 'size',
      words: 'size',
      limits: SIZE_LIMITS,
      step: 0.02,
      text: (x: number): string => `${Math.round(100 * x)}%`,
    },
    { of: 'ms', words: 'time', limits: MS_LIMITS, step: 5, text: milliseconds },
  ] as const;
  protected readonly asItIs = AS_IT_IS;
  protected readonly parts = computed(() => alterable(this.view().device));
  protected readonly wanted = signal<WhatIf>(NOTHING_ALTERED);
  private readonly answer = signal<WhatIfView | null>(null);
  protected readonly stopped = computed(() => this.answer()?.stopped ?? null);
  protected readonly altered = computed(() => this.answer()?.view ?? null);
  protected readonly busy = signal(false);
  /** Why the newest wish came to nothing, in one sentence. */
  protected readonly refused = signal<string | null>(null);
  private next: WhatIf | null = null;
  /** The finding that is to go away. */
  protected readonly fault = computed(() => main(this.view()));
  /** The part of a search that is done; null where none runs. */
  protected readonly searching = signal<number | null>(null);
  private readonly found = signal<readonly SmallestChange[] | null>(null);
  protected readonly smallest = computed(
    () =>
      this.found()?.map((s) => ({
        change: s.change,
        words: changeWords(s),
        then: s.instead === null ? '' : `then: ${faultName(s.instead)}`,
      })) ?? null,
  );
  protected readonly name = faultName;
  protected readonly percent = (x: number): string => `${Math.round(100 * x)}%`;

  constructor() {
    // another swing starts from what it is
    effect(() => {
      this.request();
      untracked(() => this.reset());
    });
  }

  protected moved(p: WhatIfPart): boolean {
    return this.wanted()[p].size !== 1 || this.wanted()[p].ms !== 0;
  }

  protected turn(p: WhatIfPart, of: keyof WhatIf[WhatIfPart], to: number): void {
    this.set(p, { ...this.wanted()[p], [of]: to });
  }
  protected set(p: WhatIfPart, to: WhatIf[WhatIfPart]): void {
    this.take({ ...this.wanted(), [p]: to });
  }
  protected take(change: WhatIf): void {
    this.wanted.set(change);
    this.next = change;
    if (!this.busy()) void this.work();
  }
  /** Tries changes until the smallest that removes the finding are known. */
  protected async search(): Promise<void> {
    const [request, fault] = [this.request(), this.fault()];
    if (!fault) return;
    this.searching.set(0);
    this.refused.set(null);
    try {
      const found = await this.reader.smallest(request, fault, (done) => {
        if (request === this.request()) this.searching.set(done);
      });
      if (request === this.request()) this.found.set(found);
    } catch (e) {
      this.refused.set(sentenceOf(e));
    } finally {
      if (request === this.request()) this.searching.set(null);
    }
  }
  private reset(): void {
    this.next = null;
    this.found.set(null);
    this.searching.set(null);
    this.wanted.set(NOTHING_ALTERED);
    this.refused.set(null);
    this.answer.set(null);
    this.shown.emit(null);
  }

  /** Answers the newest wish only: a slider moves faster than a swing is read. */
  private async work(): Promise<void> {
    this.busy.set(true);
    this.refused.set(null);
    try {
      while (this.next) {
        const [to, request] = [this.next, this.request()];
        this.next = null;
        if (!isAltered(to)) {
          this.answer.set(null);
          this.shown.emit(null);
          continue;
        }
        const got = await this.reader.whatIf(request, { from: this.answer()?.applied ?? NOTHING_ALTERED, to });
        if (request !== this.request()) continue;
        this.answer.set(got);
        this.shown.emit(got.view);
        // the slider stands where the swing could go
        if (got.stopped && !this.next) this.wanted.set(got.applied);
      }
    } catch (e) {
      this.refused.set(sentenceOf(e));
      this.wanted.set(this.answer()?.applied ?? NOTHING_ALTERED);
    } finally {
      this.busy.set(false);
    }
  }

  protected readonly verdict = computed(() => {
    const [was, is] = [main(this.view()), this.altered() ? main(this.altered()!) : null];
    return becameOf(was, is);
  });
  protected readonly still = computed(() => {
    const found = new Set(this.view().findings.map((f) => f.fault));
    const fresh = (this.altered()?.findings ?? []).filter((f) => !found.has(f.fault) && !f.main);
    return fresh.map((f) => `New beside it: ${faultName(f.fault)} (${f.word}).`);
  });
  protected readonly rows = computed(() => {
    const altered = this.altered();
    if (!altered) return [];
    return MEASURE_IDS.flatMap((id) => {
      const [was, becomes, worth] = [numberOf(this.view().measures[id]), numberOf(altered.measures[id]), worthOf(id)];
      if (was === null || becomes === null || worth === null || Math.abs(becomes - was) < worth) return [];
      const row = measureRow(id);
      return [
        {
          id,
          words: row.words,
          was: figure(was, row.unit),
          becomes: amount(becomes, row.unit),
          by: Math.abs(becomes - was) / worth,
        },
      ];
    })
      .sort((a, b) => b.by - a.by)
      .slice(0, MOST_ROWS);
  });
}

const main = (v: ReadView): string | null => v.findings.find((f) => f.main)?.fault ?? null;
/** A change in words, dial by dial: "pressure shift 35 ms earlier". */
const changeWords = ({ change, parts }: SmallestChange): string => {
  const words = parts.map((p) => {
    const { size, ms } = change[p];
    const sized = size === 1 ? '' : `${Math.round(100 * Math.abs(size - 1))}% ${size > 1 ? 'more' : 'less'}`;
    const timed = ms === 0 ? '' : `${Math.round(Math.abs(ms))} ms ${ms < 0 ? 'earlier' : 'later'}`;
    return `${WHAT_IF_WORDS[p].toLowerCase()} ${[sized, timed].filter(Boolean).join(', ')}`;
  });
  const line = words.join(' and ');
  return `${capital(line)}.`;
};
const milliseconds = (ms: number): string =>
  Math.round(ms) === 0 ? '0 ms' : `${ms < 0 ? '−' : '+'}${Math.abs(Math.round(ms))} ms`;
