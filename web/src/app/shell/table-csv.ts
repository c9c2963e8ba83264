import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { csvOf, saveCsv, tableRows } from './csv';

/** Takes the table beside it along, as it stands. */
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
  readonly of = input.required<HTMLTableElement>();
  /** Names the file. */
  readonly name = input.required<string>();

  protected save(): void {
    saveCsv(this.name(), csvOf(tableRows(this.of())));
  }
}
