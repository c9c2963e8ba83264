import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { Measures } from '@vilko/core/measures/measure';
import { MEASURE_IDS, measureRow } from '@vilko/core/measures/registry';
import type { Tuning } from '@vilko/core/patterns/bands';
import type { BandFit } from '@vilko/core/patterns/fit';
import type { Pattern } from '@vilko/core/patterns/pattern';
import { readUnderSchools } from '@vilko/core/patterns/schools';
import type { ClubClass } from '@vilko/core/recording/recording';
import { Bullet } from '../../drawing/ledger/bullet';
import { amount } from '@vilko/core/words/amounts';
import { TableCsv } from '../../shell/table-csv';

/** What the table of schools is about. */
export interface SchoolsData {
  readonly title: string;
  readonly measures: Measures;
  readonly club: ClubClass;
  readonly patterns: readonly Pattern[];
  readonly tuning: Tuning;
  /** The school the swing is read under now. */
  readonly now: string;
}

/** Schools side by side: measure by school with the value's place in each band, and the disputes that decide it. */
@Component({
  selector: 'vk-schools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bullet, TableCsv],
  host: { class: 'flex max-h-[86vh] w-[min(1248px,98vw)] flex-col border border-strong-rules bg-paper p-5' },
  template: `
    <div class="flex items-baseline gap-4">
      <h2 class="text-18 font-semibold">{{ data.title }} under every school</h2>
      <span class="text-ink2">No school is the right one; they stand by how well this swing fits them.</span>
      <label class="ml-auto flex items-center gap-2 whitespace-nowrap"
        ><input type="checkbox" [checked]="divided()" (change)="divided.set(!divided())" /> only where they
        differ</label
      >
      <vk-table-csv [of]="sheet" name="schools" />
      <button class="link" (click)="close()">Close</button>
    </div>
    <div class="mt-3 min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label="Measures by school">
      <table #sheet class="w-full table-fixed border-collapse">
        <thead>
          <tr class="sticky top-0 z-10 bg-paper align-bottom">
            <th class="sticky left-0 w-[158px] bg-paper pr-3 text-left font-normal text-ink2">Measure</th>
            <th class="w-[94px] pr-3 text-right font-normal text-ink2">Value</th>
            @for (c of schools().comparisons; track c.pattern) {
              <th class="border-b border-strong-rules px-1 pb-1 text-left font-normal" scope="col">
                <button
                  class="block text-left leading-4 hover:underline"
                  [class.font-semibold]="c.pattern === data.now"
                  [title]="'Read under ' + name(c.pattern)"
                  (click)="choose(c.pattern)"
                >
                  {{ name(c.pattern) }}
                </button>
                <span class="block text-13 whitespace-nowrap text-ink2">
                  @if (c.of === 0) {
                    not this club
                  } @else {
                    <span class="figures text-ink">{{ fit(c.fit) }}</span> · {{ c.judged }} of {{ c.of }}
                  }
                </span>
              </th>
            }
          </tr>
        </thead>
        <tbody>
          @for (r of rows(); track r.measure) {
            <tr class="border-b border-rules" [class.bg-sheet]="r.divided">
              <th
                scope="row"
                class="sticky left-0 max-w-[180px] py-0.5 leading-4 pr-2 text-left font-normal"
                [class.bg-sheet]="r.divided"
                [class.bg-paper]="!r.divided"
                [title]="r.measure"
              >
                {{ r.words }}
              </th>
              <td class="figures pr-3 text-right whitespace-nowrap">{{ r.value }}</td>
              @for (b of r.bands; track $index) {
                <td class="px-1">
                  @if (b?.ideal) {
                    <span class="flex items-center gap-1" [title]="title(b!)">
                      <vk-bullet [ideal]="b!.ideal" [tolerated]="b!.tolerated" [value]="number(b!)" />
                      @if (b!.word === 'outside') {
                        <span class="text-alarm" aria-label="outside">✕</span>
                      } @else if (b!.word === 'ideal') {
                        <span aria-label="ideal">✓</span>
                      }
                    </span>
                  } @else if (b) {
                    <span class="text-13" [class.text-alarm]="b.word === 'outside'">{{ b.word }}</span>
                  } @else {
                    <span class="text-rules" aria-label="silent">·</span>
                  }
                </td>
              }
            </tr>
          } @empty {
            <tr>
              <td colspan="12" class="py-3 text-15 text-ink2">No school calls ideal what another calls outside.</td>
            </tr>
          }
        </tbody>
      </table>
      @if (schools().disputes.length) {
        <h3 class="mt-4 font-semibold">What decides it</h3>
        @for (d of schools().disputes; track d.dispute.id) {
          <p class="mt-1 max-w-[900px]">
            {{ d.dispute.question }}
            <span class="text-ink2">{{ d.dispute.one }} – {{ d.dispute.other }} ({{ words(d.measures) }})</span>
          </p>
        }
      }
    </div>
  `,
})
export class SchoolsTable {
  protected readonly data = inject<SchoolsData>(DIALOG_DATA);
  private readonly ref = inject<DialogRef<string>>(DialogRef);
  protected readonly divided = signal(false);
  protected readonly schools = computed(() =>
    readUnderSchools(this.data.measures, this.data.patterns, MEASURE_IDS, this.data),
  );
  protected readonly rows = computed(() =>
    this.schools()
      .rows.map((r) => {
        const some = r.bands.find((b) => b !== null)!;
        const row = measureRow(r.measure);
        const divided = r.bands.some((b) => b?.word === 'ideal') && r.bands.some((b) => b?.word === 'outside');
        return { ...r, words: row?.words ?? r.measure, divided, value: valueWords(some, row?.unit ?? '') };
      })
      .filter((r) => !this.divided() || r.divided),
  );
  protected readonly name = (id: string): string => this.data.patterns.find((p) => p.id === id)?.name ?? id;
  protected readonly fit = (f: number | null): string => (f === null ? '–' : `${Math.round(100 * f)}%`);
  protected readonly number = (b: BandFit): number | null => (typeof b.value === 'number' ? b.value : null);
  protected words(ids: readonly string[]): string {
    return ids.map((id) => measureRow(id)?.words ?? id).join(', ');
  }
  protected title(b: BandFit): string {
    const [lo, hi] = b.ideal!;
    const range = lo === null ? `at most ${hi}` : hi === null ? `at least ${lo}` : `${lo} to ${hi}`;
    const p = b.pTolerated === null ? '' : `; tolerated with probability ${Math.round(100 * b.pTolerated)}%`;
    return `ideal ${range}${p}; ${b.word}${b.reason ? `: ${b.reason}` : ''}`;
  }
  protected choose(id: string): void {
    this.ref.close(id);
  }
  protected close(): void {
    this.ref.close();
  }
}

function valueWords(b: BandFit, unit: string): string {
  if (Array.isArray(b.value)) return b.value.join(', ');
  if (typeof b.value !== 'number') return 'absent';
  return amount(b.value, unit);
}
