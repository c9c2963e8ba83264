import { VilkoError } from '../../error.js';
import type { CellStore } from './cell-store.js';
import { type CsvHead, readCsvHead } from './csv-head.js';
import { CSV_CHANNELS, type CsvMapping } from './csv-mapping.js';
import { type CsvField, readCsvRows } from './csv-rows.js';
import { unitFactor } from './csv-units.js';

/** A numeric CSV: comment keys, columns by channel, cells, units in SI, and what was noticed. */
export interface CsvTable {
  readonly keys: Readonly<Record<string, string>>;
  readonly columns: ReadonlyMap<string, Float64Array>;
  readonly cells: { readonly rows: number; readonly cols: number; readonly store: CellStore } | null;
  readonly rows: number;
  readonly warnings: readonly string[];
}

const CELL = /^r(\d+)c(\d+)$/;

/**
 * Reads a numeric table: `# key=value` lines, a header, perhaps a unit row (converted to SI), rows of numbers.
 * @param mapping what a person said about the columns of this header; the names in the file then do not count
 * @throws VilkoError with the line
 */
export function readCsvTable(bytes: Uint8Array, mapping?: CsvMapping, progress?: (part: number) => void): CsvTable {
  const head = readCsvHead(bytes);
  const { fields, mat } = mapping ? mapped(head, mapping) : named(head);
  const { columns, cells, rows, cut } = readCsvRows(bytes, head, fields, progress);
  const warnings = cut
    ? [`${cut} incomplete ${cut === 1 ? 'row' : 'rows'} at the end of the file ${cut === 1 ? 'was' : 'were'} left out`]
    : [];
  warnings.push(...strangeUnits(head, fields));
  const all = new Map(columns);
  if (mapping?.rate && !all.has('time'))
    all.set(
      'time',
      Float64Array.from({ length: rows }, (_, k) => k / mapping.rate!),
    );
  return {
    keys: { ...head.keys, ...mapping?.keys },
    columns: all,
    cells: cells && mat && { ...mat, store: cells },
    rows,
    warnings,
  };
}

/** Units of columns that are read, but that nobody here knows. */
function strangeUnits({ names, units }: CsvHead, fields: readonly CsvField[]): string[] {
  const strange = (units ?? []).flatMap((u, i) =>
    fields[i]?.name && CSV_CHANNELS.includes(fields[i].name) && unitFactor(u) === null ? [`${names[i]!} in ${u}`] : [],
  );
  if (!strange.length) return [];
  return [
    `not a unit that is known here, taken as it is: ${strange.slice(0, 4).join(', ')}${strange.length > 4 ? ' …' : ''}`,
  ];
}

interface Layout {
  readonly fields: readonly CsvField[];
  readonly mat: { readonly rows: number; readonly cols: number } | null;
}

/** Columns by their own names. */
function named({ names, scale }: CsvHead): Layout {
  const lower = names.map((n) => n.toLowerCase());
  const twice = lower.find((n, i) => n && lower.indexOf(n) < i);
  if (twice) throw new VilkoError('unreadable', `the column ${twice} is there twice`, 'header');
  const places = lower.map((n) => CELL.exec(n));
  const rows = 1 + places.reduce((m, p) => Math.max(m, p ? Number(p[1]) : -1), -1);
  const cols = 1 + places.reduce((m, p) => Math.max(m, p ? Number(p[2]) : -1), -1);
  const count = places.reduce((n, p) => (p ? n + 1 : n), 0);
  if (count !== rows * cols)
    throw new VilkoError('missing-channel', `the mat has ${rows} × ${cols} cells but ${count} columns`);
  const fields = lower.map((name, i) => {
    const place = places[i];
    return { name, scale: scale[i]!, cell: place ? Number(place[1]) * cols + Number(place[2]) : null };
  });
  return { fields, mat: count ? { rows, cols } : null };
}

/** Columns as a person has named them. */
function mapped({ names, scale }: CsvHead, m: CsvMapping): Layout {
  const fields: CsvField[] = names.map((_, i) => ({ name: '', scale: scale[i]!, cell: null }));
  const find = (column: string): number => {
    const i = names.findIndex((n) => n.toLowerCase() === column.toLowerCase());
    if (i < 0) throw new VilkoError('missing-channel', `the file has no column "${column}"`, 'header');
    return i;
  };
  for (const [channel, from] of Object.entries(m.columns)) {
    if (!from) continue;
    const i = find(from.column);
    if (fields[i]!.name)
      throw new VilkoError(
        'bad-option',
        `the column "${from.column}" is given to both ${fields[i]!.name} and ${channel}`,
      );
    fields[i] = { name: channel, scale: scale[i]! * from.factor, cell: null };
  }
  if (m.cells) {
    const first = find(m.cells.first);
    const n = m.cells.rows * m.cells.cols;
    if (first + n > names.length)
      throw new VilkoError(
        'missing-channel',
        `${m.cells.rows} × ${m.cells.cols} cells from "${m.cells.first}" on need ${n} columns; there are ${names.length - first}`,
        'header',
      );
    for (let c = 0; c < n; c++)
      fields[first + c] = { name: names[first + c] || 'cell', scale: scale[first + c]!, cell: c };
  }
  return { fields, mat: m.cells ? { rows: m.cells.rows, cols: m.cells.cols } : null };
}
