import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { OfficeActions, officeFeature } from '../../state/office';
import { FAULTS } from '@vilko/core/faults/catalogue';
import type { Evidence, Limit } from '@vilko/core/faults/rule';
import { measureRow } from '@vilko/core/measures/registry';
import { Store } from '@ngrx/store';
import { TableCsv } from '../../shell/table-csv';

interface LimitRow {
  readonly key: string;
  readonly fault: string;
  readonly words: string;
  readonly sign: string;
  readonly unit: string;
  readonly shipped: Limit;
  readonly now: Limit;
}

type Part = 'iron' | 'driver' | 'wedge';

/** The fault limits that rest on few measurements: editable, and said to be so. */
@Component({
  selector: 'vk-limits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'block' },
  template: `
    <div class="flex items-baseline">
      <h2 id="limits" class="text-18 font-semibold">Provisional limits</h2>
      <vk-table-csv class="ml-3" [of]="sheet" name="provisional limits" />
    </div>
    <p class="mt-1 text-ink2">
      These limits rest on few measurements. Change them to what your own swings teach you; findings that use them say
      so.
    </p>
    <table #sheet class="mt-2 w-full text-left" aria-labelledby="limits">
      <thead class="text-13 text-ink2">
        <tr>
          <th class="font-normal">Fault</th>
          <th class="font-normal">When</th>
          <th class="font-normal">Irons</th>
          <th class="font-normal">Driver</th>
          <th class="font-normal">Wedges</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.key) {
          <tr class="border-t border-rules">
            <td class="py-0.5 pr-2">{{ r.fault }}</td>
            <td class="pr-2 text-ink2">{{ r.words }} {{ r.sign }}{{ r.unit ? ', ' + r.unit : '' }}</td>
            @for (part of parts; track part) {
              <td class="py-0.5 pr-2 whitespace-nowrap">
                <input
                  class="w-[82px] rounded-[3px] border border-strong-rules bg-sheet px-1 figures"
                  type="number"
                  step="any"
                  [attr.aria-label]="r.fault + ', ' + r.words + ', ' + part"
                  [value]="of(r.now, part)"
                  (change)="set(r, part, $any($event.target))"
                />
              </td>
            }
            <td class="text-right">
              @if (r.now !== r.shipped) {
                <button class="link" (click)="reset(r)">as shipped</button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class Limits {
  private readonly store = inject(Store);
  private readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly parts: readonly Part[] = ['iron', 'driver', 'wedge'];
  protected readonly of = (limit: Limit, part: Part): number =>
    typeof limit === 'number' ? limit : (limit[part] ?? limit.iron);
  protected readonly rows = computed((): LimitRow[] =>
    FAULTS.flatMap((f) =>
      provisional(f.evidence).map((leaf) => {
        const key = `${f.id}:${leaf.measure}`;
        const row = measureRow(leaf.measure!);
        const shipped = (leaf.over ?? leaf.under)!;
        return {
          key,
          fault: f.name,
          words: row?.words ?? leaf.measure!,
          sign: leaf.over === undefined ? 'under' : 'over',
          unit: row?.unit === '–' ? '' : (row?.unit ?? '').replace('N·m·s/kg', 'Nms/kg'),
          shipped,
          now: this.house().limits[key] ?? shipped,
        };
      }),
    ),
  );

  protected set(r: LimitRow, part: Part, box: HTMLInputElement): void {
    const value = Number(box.value);
    // an empty or unreadable box goes back to what holds
    if (box.value === '' || !Number.isFinite(value)) {
      box.value = String(this.of(r.now, part));
      return;
    }
    // a wedge without a limit of its own stays with the irons
    const now = typeof r.now === 'number' ? { iron: r.now, driver: r.now } : r.now;
    this.keep({ ...this.house().limits, [r.key]: { ...now, [part]: value } });
  }
  protected reset(r: LimitRow): void {
    this.keep(Object.fromEntries(Object.entries(this.house().limits).filter(([k]) => k !== r.key)));
  }
  private keep(limits: Readonly<Record<string, Limit>>): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), limits } }));
  }
}

type Leaf = Extract<Evidence, { measure?: string }>;
const provisional = (e: Evidence): Leaf[] => {
  if ('all' in e) return e.all.flatMap(provisional);
  if ('any' in e) return e.any.flatMap(provisional);
  return 'order' in e || !e.provisional || !e.measure ? [] : [e];
};
