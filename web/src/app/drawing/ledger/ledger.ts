import type { MeasureId } from '@vilko/core/measures/registry';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { ReadView } from '../../workers/read-view';
import { Bullet } from './bullet';
import { ledgerRows, type ShortLength } from './ledger-rows';
import { TableCsv } from '../../shell/table-csv';

/** The swing as numbers: value, uncertainty, its place in the pattern's band, a word. */
@Component({
  selector: 'vk-ledger',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bullet, TableCsv],
  host: { class: '@container flex min-h-0 flex-col' },
  template: `
    <div class="flex items-baseline gap-2 border-b border-strong-rules py-1 pointer-coarse:py-0">
      <h2 class="visually-hidden">Ledger</h2>
      <span class="one-line text-ink2">{{
        view().comparison.of
          ? 'against ' + pattern() + ', ' + view().comparison.judged + ' of ' + view().comparison.of + ' bands judged'
          : 'measured, not judged: no bands'
      }}</span>
      <vk-table-csv class="ml-auto" [of]="sheet" name="ledger" />
      <button class="link whitespace-nowrap" [attr.aria-expanded]="all()" (click)="all.set(!all())">
        {{ all() ? 'the main rows' : 'all measures' }}
      </button>
    </div>
    <div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Ledger rows">
      <table #sheet class="w-full border-collapse">
        <thead class="visually-hidden">
          <tr>
            <th>Part</th>
            <th>Measure</th>
            <th>Value</th>
            <th>Uncertainty</th>
            <th>Unit</th>
            <th>Band</th>
            <th>Word</th>
          </tr>
        </thead>
        @for (g of groups(); track g.part) {
          <tbody class="border-b border-rules">
            <tr class="@min-[420px]:hidden">
              <th colspan="7" scope="rowgroup" class="pt-1 text-left font-normal text-ink2">{{ g.part }}</th>
            </tr>
            @for (r of g.rows; track r.id; let first = $first) {
              <tr
                class="h-[22px] hover:bg-sheet"
                [class.font-semibold]="r.strong"
                (mouseenter)="lit.emit([r.id])"
                (mouseleave)="lit.emit([])"
                [title]="r.definition + ' (' + r.id + ')'"
              >
                <th
                  scope="row"
                  class="hidden w-[88px] pr-1 text-left align-middle font-normal whitespace-nowrap text-ink2 @min-[420px]:table-cell"
                >
                  {{ first ? g.part : '' }}
                </th>
                <td class="max-w-[140px] pr-1 leading-4">{{ r.words }}</td>
                @if (r.value !== null) {
                  @if (r.number !== null) {
                    <td class="figures w-[42px] text-right whitespace-nowrap">{{ r.value }}</td>
                    <td class="figures w-[42px] pl-1 font-normal whitespace-nowrap text-ink2">{{ r.u }}</td>
                    <td class="w-[36px] pl-1 font-normal whitespace-nowrap text-ink2">{{ short(r.unit) }}</td>
                  } @else {
                    <td colspan="3" class="text-right whitespace-nowrap">{{ r.value }}</td>
                  }
                  <td class="w-[75px] pl-1">
                    @if (r.band?.ideal) {
                      <vk-bullet [ideal]="r.band!.ideal" [tolerated]="r.band!.tolerated" [value]="r.number" />
                    }
                  </td>
                  <td
                    class="pr-1 text-right whitespace-nowrap"
                    [class.text-alarm]="r.band?.word === 'outside'"
                    [class.text-ink2]="r.band?.word !== 'outside'"
                    [title]="r.reason ?? ''"
                  >
                    {{ word(r.band?.word, r.derived) }}
                  </td>
                } @else {
                  <td
                    colspan="5"
                    class="max-w-[250px] pr-1 text-right leading-4 font-normal text-ink2"
                    [title]="r.reason"
                  >
                    {{ r.reason }}
                  </td>
                }
              </tr>
            }
          </tbody>
        }
      </table>
      <p class="py-1 text-ink2">± is one standard uncertainty of the number.</p>
    </div>
  `,
})
export class Ledger {
  readonly view = input.required<ReadView>();
  readonly pattern = input.required<string>();
  readonly length = input<ShortLength>('mm');
  readonly lit = output<readonly MeasureId[]>();
  protected readonly all = signal(false);
  protected readonly groups = computed(() => ledgerRows(this.view(), this.all(), this.length()));

  protected short(unit: string): string {
    return unit === 'N·m·s/kg' ? 'Nms/kg' : unit;
  }
  protected word(word: string | undefined, derived: boolean): string {
    if (word === 'too uncertain to tell') return 'too uncertain';
    if (word && word !== 'absent') return word;
    return derived ? 'derived' : '';
  }
}
