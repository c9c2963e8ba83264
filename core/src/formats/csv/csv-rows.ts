import { strFromU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { cellStore, type CellStore } from './cell-store.js';
import { POWERS, SAFE_DECIMALS, SAFE_DIGITS, scanNumber } from './number-scan.js';

/** Of the platform: browsers and Node both have it, the core's types know neither. */
declare const TextDecoder: new (label: string) => { readonly decode: (bytes: Uint8Array) => string };

/** One character a byte: where a number stands in the text is where it stands in the file. */
const LATIN = new TextDecoder('latin1');
const LINE_FEED = 10;
const RETURN = 13;
const HASH = 35;
const COMMA = 44;
const MINUS = 45;
/** Progress is told each time this many bytes have been read. */
const TELL_EVERY = 1 << 22;

/** Where one column of the file goes: a column of its own, or a cell of the mat; nowhere if it has no name. */
export interface CsvField {
  readonly name: string;
  /** Factor to SI. */
  readonly scale: number;
  /** Index of the mat cell in a frame. */
  readonly cell: number | null;
}

export interface CsvRows {
  readonly columns: ReadonlyMap<string, Float64Array>;
  readonly cells: CellStore | null;
  readonly rows: number;
  /** Incomplete rows at the end that were left out. */
  readonly cut: number;
}

/** How the rows of a table are written. */
export interface CsvForm {
  /** Byte at which the rows begin, and the number of the line before them. */
  readonly at: number;
  readonly line: number;
  /** Bytes between fields and before decimals. */
  readonly separator: number;
  readonly point: number;
}

/**
 * Reads the rows of a numeric table in one pass over the bytes. An empty field is NaN.
 * @param progress told the part that has been read, 0–1; what it throws ends the reading
 * @throws VilkoError with the line and the column
 */
export function readCsvRows(
  bytes: Uint8Array,
  form: CsvForm,
  fields: readonly CsvField[],
  progress?: (part: number) => void,
): CsvRows {
  const { at: from, separator, point } = form;
  let { line } = form;
  const width = fields.length;
  // a whole row takes a byte a field at least: lines of nothing make no room for cells
  const capacity = Math.min(linesIn(bytes, from), Math.ceil((bytes.length - from) / width) + 1);
  const size = fields.reduce((n, f) => (f.cell === null ? n : n + 1), 0);
  const data = fields.map((f) => (f.cell === null && f.name ? new Float64Array(capacity) : null));
  const cellOf = Int32Array.from(fields, (f) => f.cell ?? -1);
  const scale = Float64Array.from(fields, (f) => f.scale);
  const cells = size ? cellStore(capacity, size) : null;
  const end = bytes.length;
  const text = textOf(bytes);
  let rows = 0;
  let cut = 0;
  let told = from;
  let at = from;
  while (at < end) {
    line++;
    if (at - told > TELL_EVERY) progress?.((told = at) / end);
    const blank = blankLine(bytes, at);
    if (blank >= 0) {
      at = blank;
      continue;
    }
    let field = 0;
    for (;;) {
      // the plain case: digits with at most one point, read while the end of the field is looked for
      let i = at;
      const negative = bytes[i] === MINUS;
      if (negative) i++;
      let mantissa = 0;
      let digits = 0;
      let decimals = -1;
      let c = bytes[i]!;
      for (;;) {
        if (c >= 48 && c <= 57) {
          mantissa = mantissa * 10 + (c - 48);
          digits++;
          if (decimals >= 0) decimals++;
        } else if (c === point && decimals < 0) decimals = 0;
        else break;
        c = bytes[++i]!;
      }
      let v: number;
      if (
        digits > 0 &&
        digits <= SAFE_DIGITS &&
        decimals <= SAFE_DECIMALS &&
        (c === separator || c === LINE_FEED || c === RETURN || i >= end)
      ) {
        v = decimals > 0 ? mantissa / POWERS[decimals]! : mantissa;
        if (negative) v = -v;
      } else {
        // more digits than a double keeps: plain ones still need no look at their form
        const plain =
          digits > SAFE_DIGITS && point !== COMMA && (c === separator || c === LINE_FEED || c === RETURN || i >= end);
        const last = i;
        if (!plain) for (i = at; i < end && bytes[i] !== separator && bytes[i] !== LINE_FEED;) i++;
        const scanned = plain
          ? Number(text(at, last))
          : field < width && !fields[field]!.name
            ? NaN
            : scanNumber(bytes, at, i, point);
        if (scanned === null) {
          const said = strFromU8(bytes.subarray(at, i)).trim().slice(0, 24);
          throw new VilkoError(
            'unreadable',
            `"${said}" in column ${fields[field]?.name ?? field + 1} is not a number`,
            `line ${line}`,
          );
        }
        v = scanned;
      }
      if (field < width) {
        const cell = cellOf[field]!;
        if (cell >= 0) cells?.set(rows, cell, v * scale[field]!);
        else {
          const column = data[field];
          if (column) column[rows] = v * scale[field]!;
        }
      } else if (v === v) throw new VilkoError('unreadable', `more fields than the ${width} headers`, `line ${line}`);
      field++;
      if (bytes[i] === RETURN) i++;
      at = i + 1;
      if (i >= end || bytes[i] === LINE_FEED) break;
    }
    if (field >= width) rows++;
    else if (at < end && linesIn(bytes, at) > 1)
      throw new VilkoError('unreadable', `only ${field} of ${width} fields`, `line ${line}`);
    else cut++;
  }
  progress?.(1);
  const columns = new Map(fields.flatMap((f, i) => (data[i] ? [[f.name, data[i].subarray(0, rows)] as const] : [])));
  return { columns, cells, rows, cut };
}

const TEXT_BLOCK = 1 << 15;

/** Pieces of the file as text; neighbouring pieces are cut from one decoded block. */
function textOf(bytes: Uint8Array): (a: number, b: number) => string {
  let from = 0;
  let block = '';
  return (a, b) => {
    if (a < from || b > from + block.length) {
      from = a;
      block = LATIN.decode(bytes.subarray(a, Math.max(b, a + TEXT_BLOCK)));
    }
    return block.slice(a - from, b - from);
  };
}

/** Lines from `from` on, the last without its line feed counted too. */
function linesIn(bytes: Uint8Array, from: number): number {
  let n = 0;
  for (let at = bytes.indexOf(LINE_FEED, from); at >= 0; at = bytes.indexOf(LINE_FEED, at + 1)) n++;
  return n + (bytes.length > from && bytes.at(-1) !== LINE_FEED ? 1 : 0);
}

/** Where the next line starts if this one is blank or a comment, else −1. */
function blankLine(bytes: Uint8Array, at: number): number {
  let i = at;
  while (bytes[i] === 32 || bytes[i] === 9 || bytes[i] === RETURN) i++;
  if (i < bytes.length && bytes[i] !== LINE_FEED && bytes[at] !== HASH) return -1;
  const feed = bytes.indexOf(LINE_FEED, at);
  return feed < 0 ? bytes.length : feed + 1;
}
