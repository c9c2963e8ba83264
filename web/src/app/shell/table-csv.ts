import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { type CsvRows, csvOf, saveCsv, tableRows } from './csv';

/** Takes the table beside it along, as it stands; one that shows only a part of itself gives its rows. */
@Component({
  selector: 'vk-table-csv',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'print:hidden' },
  template: `<button
    class="link whitespace-nowrap"
    [attr.aria-label]="'Take the table along as CSV: ' + name()"
    (click)="save()"
  >
    CSV
  </button>`,
})
export class TableCsv {
  readonly of = input.required<HTMLTableElement | (() => CsvRows)>();
  /** Names the file. */
  readonly name = input.required<string>();

  protected save(): void {
    const of = this.of();
    saveCsv(this.name(), csvOf(typeof of === 'function' ? of() : tableRows(of)));
  }
}
