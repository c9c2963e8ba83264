import { strFromU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { scanNumber } from './number-scan.js';

/** A numeric CSV: comment keys, columns by header, units in SI, and what was noticed. */
export interface CsvTable {
  readonly keys: Readonly<Record<string, string>>;
  readonly columns: ReadonlyMap<string, Float64Array>;
  readonly rows: number;
  readonly warnings: readonly string[];
}

const COMMA = 44;
const LINE_FEED = 10;
const UNITS: Readonly<Record<string, number>> = {
  ms: 1e-3,
  mm: 1e-3,
  cm: 1e-2,
  nmm: 1e-3,
  'n·mm': 1e-3,
  'n.mm': 1e-3,
  kn: 1e3,
  us: 1e-6,
};

/**
 * Reads a numeric table: `# key=value` lines, a header, perhaps a unit row (converted to SI), rows of numbers.
 * Delimiter = the most frequent of `;`, tab and `,` in the header; decimal comma only when it is not a comma.
 * @throws VilkoError with the line
 */
export function readCsvTable(bytes: Uint8Array): CsvTable {
  let at = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  let line = 0;
  const keys: Record<string, string> = {};
  const nextLine = (): [number, number] | null => {
    if (at >= bytes.length) return null;
    const start = at;
    let end = bytes.indexOf(LINE_FEED, at);
    if (end < 0) end = bytes.length;
    at = end + 1;
    line++;
    return [start, end];
  };
  const text = ([a, b]: [number, number]) => strFromU8(bytes.subarray(a, b)).trim();
  let header = '';
  for (let l = nextLine(); l; l = nextLine()) {
    const t = text(l);
    if (t.startsWith('#')) for (const m of t.matchAll(/([\w]+)\s*=\s*(\S+)/g)) keys[m[1]!.toLowerCase()] = m[2]!;
    else if (t) {
      header = t;
      break;
    }
  }
  if (!header) throw new VilkoError('unreadable', 'the file has no header line');
  const delimiter = [';', '\t', ','].map((d) => ({ d, n: header.split(d).length })).sort((p, q) => q.n - p.n)[0]!.d;
  const names = header.split(delimiter).map((h) => h.trim().replace(/^"|"$/g, '').toLowerCase());
  const separator = delimiter.charCodeAt(0);
  const point = separator === COMMA ? 46 : decimalSign(bytes, at);
  const body = at;
  const scale = new Float64Array(names.length).fill(1);
  const first = nextLine();
  if (first && isUnitRow(text(first), delimiter, point))
    text(first)
      .split(delimiter)
      .forEach(
        (u, i) =>
          (scale[i] =
            UNITS[
              u
                .trim()
                .replace(/[()[\]"]/g, '')
                .toLowerCase()
            ] ?? 1),
      );
  else {
    at = body;
    line--;
  }
  const { columns, rows, blanks } = readRows(bytes, at, line, names, separator, point, scale);
  const warnings = blanks ? [`${blanks} incomplete rows at the end of the file were left out`] : [];
  return { keys, columns, rows, warnings };
}

/** A decimal comma is used when the first rows hold digits around commas and no points. */
function decimalSign(bytes: Uint8Array, from: number): number {
  const sample = bytes.subarray(from, from + 4096);
  return sample.includes(COMMA) && !/\d\.\d/.test(strFromU8(sample, true)) ? COMMA : 46;
}

function isUnitRow(t: string, delimiter: string, point: number): boolean {
  const fields = t.split(delimiter).map((f) => f.trim());
  const numeric = fields.filter((f) => f !== '' && Number.isFinite(Number(point === COMMA ? f.replace(',', '.') : f)));
  return numeric.length === 0 && fields.some((f) => f !== '');
}

function readRows(
  bytes: Uint8Array,
  from: number,
  firstLine: number,
  names: readonly string[],
  separator: number,
  point: number,
  scale: Float64Array,
): { columns: Map<string, Float64Array>; rows: number; blanks: number } {
  let capacity = 0;
  for (let i = from; i < bytes.length; i++) if (bytes[i] === LINE_FEED) capacity++;
  const data = names.map(() => new Float64Array(capacity + 1));
  const width = names.length;
  let rows = 0;
  let line = firstLine;
  let blanks = 0;
  for (let at = from; at < bytes.length;) {
    let end = bytes.indexOf(LINE_FEED, at);
    const last = end < 0;
    if (last) end = bytes.length;
    line++;
    if (bytes[at] !== 35 && !isBlank(bytes, at, end)) {
      let field = 0;
      let start = at;
      for (let i = at; i <= end; i++) {
        if (i < end && bytes[i] !== separator) continue;
        if (field >= width) {
          if (!isBlank(bytes, start, i)) throw new VilkoError('unreadable', `more fields than the ${width} headers`, `line ${line}`);
        } else {
          const v = scanNumber(bytes, start, i, point);
          if (v === null)
            throw new VilkoError(
              'unreadable',
              `"${strFromU8(bytes.subarray(start, i)).trim().slice(0, 24)}" in column ${names[field]} is not a number`,
              `line ${line}`,
            );
          data[field]![rows] = v * scale[field]!;
        }
        field++;
        start = i + 1;
      }
      if (field < width) {
        if (!last && at + 1 < bytes.length && bytes.indexOf(LINE_FEED, end + 1) >= 0)
          throw new VilkoError('unreadable', `only ${field} of ${width} fields`, `line ${line}`);
        blanks++;
      } else rows++;
    }
    at = end + 1;
  }
  return { columns: new Map(names.map((n, i) => [n, data[i]!.subarray(0, rows)])), rows, blanks };
}

function isBlank(bytes: Uint8Array, a: number, b: number): boolean {
  for (let i = a; i < b; i++) if (bytes[i] !== 32 && bytes[i] !== 13 && bytes[i] !== 9) return false;
  return true;
}
