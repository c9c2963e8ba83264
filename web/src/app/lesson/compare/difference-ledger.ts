import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { isReal } from '@vilko/core/compare/by-products';
import type { Difference } from '@vilko/core/compare/differences';
import type { QuantityId, ValueOf } from '@vilko/core/measures/quantity';
import { amount, figure } from '@vilko/core/words/amounts';
import { explained, plusMinus, unitIn, verdict, wordsOf } from './difference-words';
import { TableCsv } from '../../shell/table-csv';

const W = 110;
/** The strip reaches this many worths to either side. */
const REACH = 5;

/** Differences of two sets, worst first; each explained on demand. */
@Component({
  selector: 'vk-difference-ledger',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: {
    class: '@container block min-h-0 overflow-y-auto print:overflow-visible',
    tabindex: '0',
    role: 'region',
    'aria-label': 'Differences',
  },
  template: `
    <table #table class="w-full border-collapse">
      <thead>
        <tr class="sticky top-0 z-10 bg-paper text-left">
          <th class="pb-1 font-semibold whitespace-nowrap">
            Differences
            <span class="pl-2 font-normal text-ink2" title="± is the spread (SD) over the swings of a set"
              >± spread</span
            >
          </th>
          <th class="pb-1 text-right font-normal text-ink2" colspan="2">
            <svg width="11" height="11" class="mr-1 inline" aria-hidden="true">
              <circle cx="5.5" cy="5.5" r="4" fill="none" stroke="var(--ink)" /></svg
            >before
          </th>
          <th class="pb-1 text-right font-normal text-ink2" colspan="2">
            <svg width="11" height="11" class="mr-1 inline" aria-hidden="true">
              <circle cx="5.5" cy="5.5" r="4.5" fill="var(--ink)" /></svg
            >after
          </th>
          <th></th>
          <th
            class="hidden pb-1 text-center font-normal text-ink2 @min-[540px]:table-cell"
            title="The tick in the middle is no change; the shaded part is less than a teacher would act on"
          >
            change
          </th>
          <th class="pb-1 text-right font-normal" data-csv=""><vk-table-csv [of]="table" name="differences" /></th>
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.id) {
          @if (r.opens) {
            <tr class="border-t border-strong-rules">
              <th colspan="8" scope="colgroup" class="pt-2 pb-0.5 text-left font-semibold">
                What else moved, wanted or not
                @if (struck()) {
                  <span class="pl-2 font-normal text-ink2">{{ struck() }}</span>
                }
              </th>
            </tr>
          }
          <tr class="h-[25px] border-t border-rules hover:bg-sheet" [class.font-semibold]="r.real">
            <td class="max-w-[170px] pr-2 leading-4" [title]="r.id">
              {{ r.words }}
              @if (r.id === agreed()) {
                <span class="text-13 font-normal text-ink2">agreed</span>
              }
              @if (r.over; as o) {
                <span class="figures block text-13 font-normal whitespace-nowrap text-target">◇ {{ o.text }}</span>
              }
            </td>
            <td class="figures text-right whitespace-nowrap">{{ r.before }}</td>
            <td class="figures w-[52px] pl-1 font-normal whitespace-nowrap text-ink2">{{ r.beforeSd }}</td>
            <td class="figures text-right whitespace-nowrap">{{ r.after }}</td>
            <td class="figures w-[52px] pl-1 font-normal whitespace-nowrap text-ink2">{{ r.afterSd }}</td>
            <td class="pr-2 pl-1 font-normal whitespace-nowrap text-ink2">{{ r.unit }}</td>
            <td class="hidden w-[110px] @min-[540px]:table-cell">
              <svg [attr.width]="W" height="22" aria-hidden="true">
                <rect
                  [attr.x]="W / 2 - worth"
                  y="3"
                  [attr.width]="2 * worth"
                  height="16"
                  fill="var(--rules)"
                  opacity=".8"
                />
                <path [attr.d]="'M' + W / 2 + ' 3v16'" stroke="var(--ink2)" />
                @if (r.line; as l) {
                  <path [attr.d]="l" stroke="var(--ink)" fill="none" />
                }
                <rect
                  [attr.x]="r.x - 4"
                  y="7"
                  width="8"
                  height="8"
                  [attr.fill]="r.real ? 'var(--ink)' : 'var(--sheet)'"
                  stroke="var(--ink)"
                />
                @if (r.over; as o) {
                  <path
                    [attr.d]="'M' + o.x + ' 6l5 5l-5 5l-5 -5z'"
                    fill="var(--paper)"
                    stroke="var(--target)"
                    stroke-width="1.5"
                  />
                }
              </svg>
            </td>
            <td class="text-right whitespace-nowrap">
              <button
                class="underline decoration-dotted underline-offset-2"
                [class.text-ink2]="!r.real"
                [attr.aria-expanded]="open() === r.id"
                [attr.aria-label]="r.words + ': ' + r.word + ', explain'"
                (click)="open.set(open() === r.id ? null : r.id)"
              >
                {{ r.word }}
              </button>
            </td>
          </tr>
          @if (open() === r.id) {
            <tr>
              <td colspan="8" class="border-l-2 border-target bg-sheet py-1.5 pr-2 pl-3">{{ r.explained }}</td>
            </tr>
          }
        }
      </tbody>
    </table>
  `,
})
export class DifferenceLedger {
  readonly differences = input.required<readonly Difference[]>();
  /** What the lesson is judged by stands first. */
  readonly agreed = input<QuantityId | null>(null);
  /** What moved that nobody aimed at, the ball too. */
  readonly beside = input<readonly Difference[]>([]);
  /** What is laid over both sets: its value of a measure in the unit shown. */
  readonly over = input<ValueOf | null>(null);
  /** How the ball was struck, before and after. */
  readonly struck = input('');
  protected readonly W = W;
  protected readonly worth = W / 2 / REACH;
  protected readonly open = signal<string | null>(null);
  protected readonly rows = computed(() => [
    ...this.differences().map((d) => this.row(d)),
    ...this.beside().map((d, i) => ({ ...this.row(d), opens: i === 0 })),
  ]);

  private row(d: Difference) {
    const id = d.measure;
    const at = (v: number) => Math.max(5, Math.min(W - 5, W / 2 + (v / d.worth) * this.worth));
    const interval = d.change?.interval;
    const over = this.over()?.(id) ?? null;
    return {
      id,
      words: wordsOf(id),
      before: figure(d.before.mean, d.unit),
      beforeSd: plusMinus(d.before.sd, d.unit),
      after: figure(d.after.mean, d.unit),
      afterSd: plusMinus(d.after.sd, d.unit),
      unit: unitIn(d.unit),
      x: at(d.difference),
      line: interval ? `M${at(interval[0])} 11H${at(interval[1])}M${at(interval[0])} 7v8M${at(interval[1])} 7v8` : null,
      word: verdict(d),
      real: isReal(d),
      explained: explained(d),
      over: over === null ? null : { x: at(over - d.before.mean), text: amount(over, d.unit) },
      opens: false,
    };
  }
}
