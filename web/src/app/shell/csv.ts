import { fileWords, saveFile } from './files';

/** One cell of CSV (RFC 4180). What a spreadsheet would take for a formula is kept a text. */
function cell(v: string | number | null): string {
  if (typeof v === 'number') return String(v);
  const text = v ?? '';
  const safe = /^[=+@\t]/.test(text) || (/^-/.test(text) && !Number.isFinite(Number(text))) ? `'${text}` : text;
  return /[",\n\r]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

export type CsvRows = readonly (readonly (string | number | null)[])[];

/** Rows as CSV (RFC 4180); a missing value is empty. */
export const csvOf = (rows: CsvRows): string => `${rows.map((r) => r.map(cell).join(',')).join('\r\n')}\r\n`;

/** Hands a text over as a file to keep. */
export function saveCsv(name: string, csv: string): void {
  saveFile(`${fileWords(name)}.csv`, new Blob([csv], { type: 'text/csv' }));
}

/** What a cell shows: its text, what is entered in it, or what its drawing says; a real minus as the plain one. */
function shown(el: HTMLTableCellElement): string {
  if (el.dataset['csv'] !== undefined) return el.dataset['csv'];
  const entered = Array.from(
    el.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input:not([type=checkbox]), select'),
    (x) => x.value,
  );
  const said = Array.from(el.querySelectorAll('svg[aria-label]'), (x) => x.getAttribute('aria-label')!);
  const text = el.innerText.replace(/\s+/g, ' ').trim();
  return (entered.length ? entered.join(' ') : text || said.join(' ')).replaceAll('−', '-');
}

/** The rows of a table as they stand on the screen; one that is not shown is left out. */
export const tableRows = (table: HTMLTableElement): string[][] =>
  Array.from(table.rows)
    .filter((r) => r.getClientRects().length > 0)
    .map((r) => Array.from(r.cells).flatMap((c) => [shown(c), ...Array<string>(c.colSpan - 1).fill('')]))
    .filter((r) => r.some(Boolean));
