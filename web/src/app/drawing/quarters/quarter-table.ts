import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { EVENT_NAMES, EVENT_WORDS, type EventName } from '@vilko/core/events/event';
import { QUARTERS, type Quarter } from '@vilko/core/measures/quarters';
import { saidBy } from '@vilko/core/recording/device-kinds';
import { figure } from '@vilko/core/words/amounts';
import { capital, ended } from '@vilko/core/words/case';
import { TableCsv } from '../../shell/table-csv';
import type { ReadView } from '../../workers/read-view';
import { quartersAt } from './quarters-at';

/** A bar's full length, 60% of the load: hardly any quarter ever carries more, px and %. */
const BAR = { width: 34, most: 60 };

interface Row {
  readonly name: EventName | 'now';
  readonly words: string;
  readonly at: number | null;
  readonly cells: readonly {
    readonly quarter: Quarter;
    readonly foot: 'lead' | 'trail';
    readonly text: string;
    readonly bar: number;
    readonly greatest: boolean;
  }[];
}

function row(name: Row['name'], words: string, at: number | null, shares: Readonly<Record<Quarter, number>>): Row {
  const most = Math.max(...QUARTERS.map((q) => shares[q]));
  return {
    name,
    words,
    at,
    cells: QUARTERS.map((quarter) => ({
      quarter,
      foot: quarter.startsWith('lead') ? 'lead' : 'trail',
      text: Number.isFinite(shares[quarter]) ? figure(shares[quarter]) : '–',
      bar: (BAR.width * Math.min(BAR.most, Math.max(0, shares[quarter] || 0))) / BAR.most,
      greatest: shares[quarter] === most,
    })),
  };
}

/** How the load lies on toes and heel of both feet at every event, and on a mat at the cursor. */
@Component({
  selector: 'vk-quarter-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TableCsv],
  host: { class: 'flex min-h-0 flex-col' },
  template: `
    <div class="flex items-baseline gap-2 border-b border-strong-rules py-1">
      <h2 class="visually-hidden">Quarters of the feet</h2>
      <span class="one-line text-ink2">{{ how() }}</span>
      @if (rows().length) {
        <vk-table-csv class="ml-auto" [of]="sheet" name="quarters" />
      }
    </div>
    <div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Quarters of the feet">
      <table #sheet class="w-full border-collapse" [hidden]="!rows().length">
        <thead>
          <tr class="text-13 text-ink2">
            <th class="text-left font-normal">% of the load</th>
            @for (q of quarters; track q) {
              <th class="text-right font-normal whitespace-nowrap">{{ q }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (r of rows(); track r.name) {
            <tr class="h-[24px] border-t border-rules" [class.bg-sheet]="r.name === 'now'">
              <th scope="row" class="text-left font-normal">
                @if (r.at !== null) {
                  <button class="press hover:underline" (click)="cursorMoved.emit(r.at)">{{ r.words }}</button>
                } @else {
                  {{ r.words }}
                }
              </th>
              @for (c of r.cells; track c.quarter) {
                <td class="text-right whitespace-nowrap" [class.font-semibold]="c.greatest">
                  <svg class="mr-1 inline-block align-middle" [attr.width]="width" height="6" aria-hidden="true">
                    <rect
                      height="6"
                      [attr.x]="width - c.bar"
                      [attr.width]="c.bar"
                      [attr.fill]="'var(--' + c.foot + ')'"
                      [attr.opacity]="c.greatest ? 1 : 0.45"
                    /></svg
                  ><span class="figures inline-block w-6">{{ c.text }}</span>
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
      @if (view().quarters && !rows().length) {
        <p class="mt-2 text-15 text-ink2">Too little load lies on the feet at every event of this swing.</p>
      }
    </div>
  `,
})
export class QuarterTable {
  readonly view = input.required<ReadView>();
  /** s on the recording's clock. */
  readonly cursor = input.required<number>();
  readonly cursorMoved = output<number>();
  protected readonly quarters = QUARTERS;
  protected readonly width = BAR.width;
  protected readonly how = computed(() => {
    const said = saidBy(this.view().device, 'quarters');
    if (said.basis === 'absent') return capital(ended(said.reason ?? 'this device cannot say it'));
    return said.basis === 'measured'
      ? 'measured by the cells forward of the middle of each foot'
      : `derived: ${said.reason ?? 'by how far forward each foot’s load lies'}`;
  });
  private readonly now = computed((): Row[] => {
    const shares = quartersAt(this.view(), this.cursor());
    return shares ? [row('now', 'at the cursor', null, shares)] : [];
  });
  private readonly events = computed((): Row[] =>
    EVENT_NAMES.flatMap((name) => {
      const [shares, event] = [this.view().quarters?.[name], this.view().events[name]];
      return shares && event ? [row(name, `${name.toUpperCase()} ${EVENT_WORDS[name]}`, event.t, shares)] : [];
    }),
  );
  protected readonly rows = computed(() => [...(this.events().length ? this.now() : []), ...this.events()]);
}
