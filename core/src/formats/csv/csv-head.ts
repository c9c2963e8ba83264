import { strFromU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { unitFactor } from './csv-units.js';

/** What stands above the numbers of a CSV file. */
export interface CsvHead {
  /** `# key=value` comments, keys in lower case. */
  readonly keys: Readonly<Record<string, string>>;
  /** Column names as they stand in the file, without quotes. */
  readonly names: readonly string[];
  /** What the unit row says of each column, without brackets; null where there is no unit row. */
  readonly units: readonly string[] | null;
  /** Factor to SI of each column, from a unit row; 1 where there is none, or its unit is not known. */
  readonly scale: readonly number[];
  /** Bytes of the separator and of the decimal sign. */
  readonly separator: number;
  readonly point: number;
  /** Where the first row of numbers starts, and the number of the line before it. */
  readonly at: number;
  readonly line: number;
}

const COMMA = 44;
const POINT = 46;
const LINE_FEED = 10;
/**
 * Reads comments, header and unit row. Delimiter = the most frequent of `;`, tab and `,` in the header; decimal comma
 * only when it is not a comma.
 * @throws VilkoError without a header
 */
export function readCsvHead(bytes: Uint8Array): CsvHead {
  let at = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff))
    throw new VilkoError('unsupported', 'the text is UTF-16: save it as UTF-8', 'byte 0');
  let line = 0;
  const keys: Record<string, string> = {};
  const next = (): string | null => {
    if (at >= bytes.length) return null;
    const feed = bytes.indexOf(LINE_FEED, at);
    const end = feed < 0 ? bytes.length : feed;
    const text = strFromU8(bytes.subarray(at, end)).trim();
    at = end + 1;
    line++;
    return text;
  };
  let header = '';
  for (let t = next(); t !== null; t = next()) {
    if (t.startsWith('#')) for (const m of t.matchAll(/([\w]+)\s*=\s*(\S+)/g)) keys[m[1]!.toLowerCase()] = m[2]!;
    else if (t) {
      header = t;
      break;
    }
  }
  if (!header) throw new VilkoError('unreadable', 'the file has no header line');
  const delimiter = [';', '\t', ','].map((d) => ({ d, n: header.split(d).length })).sort((p, q) => q.n - p.n)[0]!.d;
  const separator = delimiter.charCodeAt(0);
  const names = header.split(delimiter).map(unquoted);
  const point = separator === COMMA ? POINT : decimalSign(bytes, at);
  const body = { at, line };
  const first = next();
  const units =
    first === null || !isUnitRow(first, delimiter, point)
      ? null
      : first.split(delimiter).map((u) => unquoted(u).replace(/[()[\]]/g, ''));
  const scale = names.map((_, i) => unitFactor(units?.[i] ?? '') ?? 1);
  return { keys, names, units, scale, separator, point, ...(units ? { at, line } : body) };
}

const unquoted = (t: string): string => t.trim().replace(/^"|"$/g, '').trim();

/** A decimal comma is used when the first rows hold digits around commas and no points. */
function decimalSign(bytes: Uint8Array, from: number): number {
  const sample = bytes.subarray(from, from + 4096);
  return sample.includes(COMMA) && !/\d\.\d/.test(strFromU8(sample, true)) ? COMMA : POINT;
}

function isUnitRow(t: string, delimiter: string, point: number): boolean {
  const fields = t.split(delimiter).map((f) => f.trim());
  const numeric = fields.filter(
    (f) => f !== '' && (/^nan$/i.test(f) || Number.isFinite(Number(point === COMMA ? f.replace(',', '.') : f))),
  );
  return numeric.length === 0 && fields.some((f) => f !== '');
}
