import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { GLOSSARY, type GlossaryRow } from '@vilko/core/measures/glossary';
import { PARTS } from '@vilko/core/measures/row';
import { DEVICE_KINDS, type DeviceKind, DEVICES } from '@vilko/core/recording/device-kinds';
import { deviceWords } from '../../device-words';
import { PlainWords } from '../../drawing/words/plain-words';
import { Keys } from '../../shell/keys';
import { TableCsv } from '../../shell/table-csv';

const MARK = { measured: '●', derived: '○', absent: '–' } as const;

const text = (m: GlossaryRow): string => `${m.id} ${m.words} ${m.definition} ${m.unit}`.toLowerCase();

/** Office › Measures: what every number of the Ledger means, what it is worth, and which device can say it. */
@Component({
  selector: 'vk-measures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PlainWords, TableCsv],
  template: `
    <div class="h-full overflow-auto px-4 pb-8">
      <div class="sticky top-0 z-10 flex items-center gap-6 bg-paper pt-5 pb-2">
        <h1 class="text-24 font-semibold">Measures</h1>
        <input
          #search
          class="entry !mt-0 !w-[280px]"
          type="search"
          placeholder="Search name, id, meaning  /"
          aria-label="Search measures"
          [value]="query()"
          (input)="query.set(search.value)"
        />
        <span class="text-15 text-ink2"
          ><span class="figures">{{ count() }}</span> of <span class="figures">{{ all }}</span></span
        >
        <span class="ml-auto text-13 text-ink2"
          >● measured &nbsp; ○ derived, the assumption is named &nbsp; – cannot be said</span
        >
      </div>
      @if (!query()) {
        <details class="mt-2 border-b border-rules pb-4" open>
          <summary class="cursor-pointer text-18 font-semibold">Words that are easily mixed up</summary>
          <vk-plain-words class="mt-3" />
        </details>
      }
      @for (g of groups(); track g.part) {
        <table #sheet class="mt-4 w-full table-fixed border-collapse text-15">
          <caption class="pb-1 text-left text-18 font-semibold">
            {{
              g.part
            }}
            <vk-table-csv class="ml-2 text-13 font-normal" [of]="sheet" [name]="'measures ' + g.part" />
          </caption>
          <thead class="text-left text-13 text-ink2">
            <tr class="border-b border-strong-rules">
              <th class="w-[200px] py-1 pr-4 font-normal">Measure</th>
              <th class="py-1 pr-4 font-normal">What it is</th>
              <th class="w-[84px] py-1 pr-4 font-normal">Unit</th>
              <th
                class="w-[64px] py-1 pr-4 text-right font-normal"
                title="The smallest difference a teacher would act on"
              >
                Worth
              </th>
              @for (d of devices; track d) {
                <th class="w-[72px] py-1 text-center font-normal" [title]="words(d)">{{ short(d) }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (m of g.rows; track m.id) {
              <tr class="border-b border-rules align-top">
                <td class="py-1.5 pr-4">
                  {{ m.words }}<br /><span class="figures text-13 text-ink2">{{ m.id }}</span>
                </td>
                <td class="py-1.5 pr-4">
                  {{ m.definition }}
                  <span class="block text-13 text-ink2"
                    >From {{ m.needs }}. <span class="figures">{{ m.source }}</span></span
                  >
                </td>
                <td class="py-1.5 pr-4 whitespace-nowrap text-ink2">{{ m.unit }}</td>
                <td class="figures py-1.5 pr-4 text-right">{{ m.worth ?? '' }}</td>
                @for (d of m.devices; track d.device) {
                  <td class="py-1.5 text-center" [title]="d.reason ?? 'measured'">
                    <span aria-hidden="true">{{ mark[d.basis] }}</span><span class="visually-hidden">{{
                      d.basis === 'absent' ? 'cannot be said' : d.basis
                    }}</span>
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
      } @empty {
        <p class="mt-6 text-18">No measure matches “{{ query() }}”.</p>
      }
    </div>
  `,
})
export class MeasuresPage {
  protected readonly query = signal('');
  protected readonly devices = DEVICE_KINDS;
  protected readonly all = GLOSSARY.length;
  protected readonly mark = MARK;
  protected readonly words = deviceWords;
  protected readonly groups = computed(() => {
    const wanted = this.query().toLowerCase().split(/\s+/).filter(Boolean);
    const rows = GLOSSARY.filter((m) => wanted.every((w) => text(m).includes(w)));
    return PARTS.map((part) => ({ part, rows: rows.filter((m) => m.part === part) })).filter((g) => g.rows.length);
  });
  protected readonly count = computed(() => this.groups().reduce((n, g) => n + g.rows.length, 0));

  constructor() {
    inject(Keys).use('Measures', [
      {
        key: '/',
        words: 'search',
        run: () => document.querySelector<HTMLInputElement>('vk-measures input[type=search]')?.focus(),
      },
    ]);
  }
  protected short(device: DeviceKind): string {
    return DEVICES[device].short;
  }
}
