import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { isMeasureId, MEASURE_IDS, type MeasureId, measureRow, MEASURES, worthOf } from '@vilko/core/measures/registry';
import type { ClubBand } from '@vilko/core/patterns/bands';
import type { BandFit } from '@vilko/core/patterns/fit';
import { type Band, bandProblem } from '@vilko/core/patterns/pattern';
import { Bullet } from '../../drawing/ledger/bullet';
import { figure } from '@vilko/core/words/amounts';
import { TableCsv } from '../../shell/table-csv';

/** A change of one band: an edge, a weight, or the words. */
export interface BandChange {
  readonly measure: MeasureId;
  readonly change: Partial<Pick<Band, 'ideal' | 'tolerated' | 'weight' | 'why' | 'sure'>>;
}

type Edge = 0 | 1;

/** A pattern's bands for one club, in the order of the swing; typed here or dragged on the Score. */
@Component({
  selector: 'vk-band-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bullet, TableCsv],
  host: { class: 'block' },
  template: `
    <table #sheet class="w-full border-collapse">
      <thead>
        <tr class="sticky top-0 z-10 bg-paper text-left text-13 text-ink2">
          <th class="py-1 pr-2 font-normal">Measure</th>
          <th class="py-1 pr-2 text-right font-normal whitespace-nowrap">Ideal from</th>
          <th class="py-1 pr-2 text-right font-normal">to</th>
          <th class="py-1 pr-2 font-normal">Unit</th>
          <th class="py-1 pr-2 font-normal">Tolerated</th>
          <th class="py-1 pr-2 text-right font-normal">Weight</th>
          <th class="py-1 pr-2 font-normal"></th>
          <th class="py-1 font-normal">Why</th>
          @if (editable()) {
            <th></th>
          }
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.measure) {
          <tr class="border-t border-rules align-top hover:bg-sheet">
            <th scope="row" class="py-1 pr-3 text-left font-normal whitespace-nowrap" [title]="r.measure">
              {{ r.words }}
            </th>
            @for (e of edges; track e) {
              <td class="figures py-1 pr-2 text-right whitespace-nowrap">
                @if (editable()) {
                  <input
                    class="w-[62px] rounded-[3px] border border-strong-rules bg-sheet px-1 text-right"
                    type="number"
                    step="any"
                    [attr.aria-label]="r.words + (e === 0 ? ', ideal from' : ', ideal to')"
                    [attr.placeholder]="'open'"
                    [value]="r.ideal[e] ?? ''"
                    (change)="edge(r.measure, e, $any($event.target))"
                  />
                } @else {
                  {{ r.ideal[e] === null ? 'open' : number(r.ideal[e], r.unit) }}
                }
              </td>
            }
            <td class="py-1 pr-2 whitespace-nowrap text-ink2">{{ r.shown }}</td>
            <td class="figures py-1 pr-2 whitespace-nowrap text-ink2">{{ r.toleratedText }}</td>
            <td class="figures py-1 pr-2 text-right">
              @if (editable()) {
                <input
                  class="w-[44px] rounded-[3px] border border-strong-rules bg-sheet px-1 text-right"
                  type="number"
                  min="0.1"
                  max="100"
                  step="0.1"
                  [attr.aria-label]="r.words + ', weight'"
                  [value]="r.weight"
                  (change)="weight(r.measure, $any($event.target), r.weight)"
                />
              } @else {
                {{ r.weight }}
              }
            </td>
            <td class="py-1 pr-2">
              @if (r.fit; as f) {
                <vk-bullet [ideal]="f.ideal" [tolerated]="f.tolerated" [value]="r.value" [title]="f.word" />
              }
            </td>
            <td class="py-1">
              @if (editable()) {
                <input
                  class="w-full min-w-[180px] rounded-[3px] border border-transparent bg-transparent px-1 hover:border-strong-rules focus:border-strong-rules focus:bg-sheet"
                  maxlength="400"
                  [attr.aria-label]="r.words + ', why'"
                  [value]="r.why"
                  (change)="changed.emit({ measure: r.measure, change: { why: $any($event.target).value } })"
                />
              } @else {
                {{ r.why }}
              }
              <span class="text-ink2"> {{ r.belief }}</span>
            </td>
            @if (editable()) {
              <td class="py-1 pl-2 text-right whitespace-nowrap">
                <button class="link" [attr.aria-label]="'Take out ' + r.words" (click)="dropped.emit(r.measure)">
                  Take out
                </button>
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
    <vk-table-csv class="block pt-1" [of]="sheet" name="pattern bands" />
    @if (editable()) {
      <label class="mt-2 flex items-center gap-2">
        Add a band for
        <select
          class="rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
          #add
          aria-label="Add a band for a measure"
          (change)="addBand(add.value); add.value = ''"
        >
          <option value="">…</option>
          @for (m of addable(); track m.id) {
            <option [value]="m.id">{{ m.words }}</option>
          }
        </select>
      </label>
    }
  `,
})
export class BandTable {
  readonly bands = input.required<readonly ClubBand[]>();
  /** How a real swing lies in them. */
  readonly fits = input<readonly BandFit[]>([]);
  readonly editable = input(false);
  readonly changed = output<BandChange>();
  readonly dropped = output<MeasureId>();
  readonly added = output<MeasureId>();
  readonly refused = output<string>();
  protected readonly edges: readonly Edge[] = [0, 1];
  protected readonly number = (v: number | null, unit: string): string =>
    v === null ? '' : Number.isInteger(v) ? figure(v) : figure(v, unit || 'P');
  protected readonly rows = computed(() => {
    const order = new Map(MEASURE_IDS.map((id, i) => [id, i]));
    return [...this.bands()]
      .sort((a, b) => order.get(a.measure)! - order.get(b.measure)!)
      .map((b) => {
        const row = measureRow(b.measure);
        const unit = row?.unit ?? '';
        const fit = this.fits().find((f) => f.measure === b.measure && f.ideal);
        const [lo, hi] = b.tolerated;
        return {
          ...b,
          words: row?.words ?? b.measure,
          unit,
          shown: unit === '–' || unit === '0–1' ? '' : unit,
          toleratedText:
            lo === null
              ? `to ${this.number(hi, unit)}`
              : hi === null
                ? `from ${this.number(lo, unit)}`
                : `${this.number(lo, unit)} – ${this.number(hi, unit)}`,
          fit,
          value: typeof fit?.value === 'number' ? fit.value : null,
          belief: `(${b.sure}${b.source === 'a view' ? '' : `, ${b.source}`}${b.provisional ? ', provisional' : ''})`,
        };
      });
  });
  protected readonly addable = computed(() => {
    const taken = new Set(this.bands().map((b) => b.measure));
    return MEASURES.filter((m) => worthOf(m.id) !== null && !taken.has(m.id));
  });

  protected addBand(value: string): void {
    if (isMeasureId(value)) this.added.emit(value);
  }
  protected edge(measure: MeasureId, e: Edge, box: HTMLInputElement): void {
    const b = this.bands().find((x) => x.measure === measure)!;
    const value = box.value.trim() === '' ? null : Number(box.value);
    const ideal: [number | null, number | null] = e === 0 ? [value, b.ideal[1]] : [b.ideal[0], value];
    const problem = value !== null && !Number.isFinite(value) ? 'a band’s edge is a number' : bandProblem({ ideal });
    if (problem) {
      box.value = b.ideal[e] === null ? '' : String(b.ideal[e]);
      this.refused.emit(`${measureRow(measure)?.words ?? measure}: ${problem}. What stood there is kept.`);
      return;
    }
    this.changed.emit({ measure, change: { ideal, tolerated: undefined } });
  }
  protected weight(measure: MeasureId, box: HTMLInputElement, was: number): void {
    const weight = Number(box.value);
    if (!(weight > 0 && weight <= 100)) {
      box.value = String(was);
      this.refused.emit('A weight lies between 0 and 100; what stood there is kept.');
      return;
    }
    this.changed.emit({ measure, change: { weight } });
  }
}
