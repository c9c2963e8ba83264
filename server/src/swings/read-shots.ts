import { DIVOTS, NO_SHOT, SHOT_NUMBERS, type ShotNumber, type ShotValues, STRIKES } from '@vilko/contract';
import { isUnit, sameKind, toStored, type UnitName, VilkoError } from '@vilko/core';
import Papa from 'papaparse';

/** One line of a list of shots. */
export interface ListedShot {
  /** When, where the list has a time column. */
  readonly at: Date | null;
  /** Which swing, where the list counts swings. */
  readonly swing: number | null;
  readonly values: ShotValues;
}

export interface ShotList {
  readonly shots: readonly ListedShot[];
  /** Columns that were understood, and those that were left. */
  readonly columns: readonly string[];
  readonly left: readonly string[];
}

const plain = (s: string): string => s.toLowerCase().replaceAll(/[^a-z]/g, '');
const NUMBERS: ReadonlyMap<string, (typeof SHOT_NUMBERS)[number]> = new Map(
  SHOT_NUMBERS.flatMap((n) => [[plain(n.key), n] as const, [plain(n.words), n] as const]),
);
const UNIT_WORDS: Readonly<Record<string, UnitName>> = {
  yds: 'yd',
  yards: 'yd',
  metres: 'm',
  meters: 'm',
  kmh: 'km/h',
  kph: 'km/h',
  deg: '°',
  degrees: '°',
  inch: 'in',
  inches: 'in',
};

interface NumberColumn {
  readonly kind: 'number';
  readonly key: ShotNumber;
  readonly unit: UnitName;
  readonly least: number;
  readonly most: number;
}
type Column =
  | NumberColumn
  | { readonly kind: 'time' }
  | { readonly kind: 'swing' }
  | { readonly kind: 'strike' }
  | { readonly kind: 'divot' };

/** What a header says: the number and its unit in brackets, or time, swing, strike, divot. */
function columnOf(header: string): Column | null {
  const [, words, bracketed] = /^\s*([^([]*?)\s*(?:[([]\s*([^)\]]+?)\s*[)\]])?\s*$/.exec(header) ?? [];
  const name = plain(words ?? '');
  if (name === 'time' || name === 'date' || name === 'datetime') return { kind: 'time' };
  if (name === 'swing' || name === 'strike' || name === 'divot') return { kind: name };
  const n = NUMBERS.get(name);
  if (!n) return null;
  const said = bracketed === undefined ? n.unit : (UNIT_WORDS[bracketed.toLowerCase()] ?? bracketed);
  if (!isUnit(said) || !sameKind(said, n.unit as UnitName))
    throw new VilkoError(
      'unreadable',
      `"${header}" gives ${n.words} in "${bracketed}", which is not a unit for it`,
      'line 1',
    );
  return { kind: 'number', key: n.key, unit: said, least: n.least, most: n.most };
}

/**
 * Reads a list of shots with a header: names as Vilko shows them, units in brackets, empty cells mean no reading.
 * @throws VilkoError naming the line that cannot be read
 */
export function readShots(text: string, file: string): ShotList {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: true });
  const [header, ...rows] = data;
  if (!header || rows.length === 0) throw new VilkoError('unreadable', `${file} holds no shots`);
  if (errors[0] && errors[0].code !== 'UndetectableDelimiter')
    throw new VilkoError('unreadable', `${file}: ${errors[0].message}`, `line ${(errors[0].row ?? 0) + 1}`);
  const columns = header.map(columnOf);
  if (!columns.some((c) => c?.kind === 'time' || c?.kind === 'swing'))
    throw new VilkoError(
      'missing-channel',
      `${file} has neither a "time" nor a "swing" column: its shots cannot be matched to swings`,
      'line 1',
    );
  if (!columns.some((c) => c?.kind === 'number' || c?.kind === 'strike' || c?.kind === 'divot'))
    throw new VilkoError('missing-channel', `${file} has no column that says what the ball did`, 'line 1');
  return {
    shots: rows.map((row, i) => shotIn(row, columns, `line ${i + 2}`)),
    columns: header.filter((_, i) => columns[i]),
    left: header.filter((_, i) => !columns[i]),
  };
}

function shotIn(row: readonly string[], columns: readonly (Column | null)[], where: string): ListedShot {
  const values: { -readonly [K in keyof ShotValues]: ShotValues[K] } = { ...NO_SHOT };
  let at: Date | null = null;
  let swing: number | null = null;
  columns.forEach((c, i) => {
    const cell = row[i]?.trim() ?? '';
    if (!c || cell === '' || cell === '-' || cell === '–') return;
    if (c.kind === 'time') {
      at = new Date(cell);
      if (Number.isNaN(at.getTime())) throw new VilkoError('unreadable', `"${cell}" is not a date and time`, where);
    } else if (c.kind === 'swing') {
      swing = Number(cell);
      if (!Number.isInteger(swing)) throw new VilkoError('unreadable', `"${cell}" is not the number of a swing`, where);
    } else if (c.kind === 'strike' || c.kind === 'divot') {
      const known: readonly string[] = c.kind === 'strike' ? STRIKES : DIVOTS;
      if (!known.includes(cell.toLowerCase()))
        throw new VilkoError('unreadable', `"${cell}" is not a ${c.kind}: ${known.join(', ')}`, where);
      Object.assign(values, { [c.kind]: cell.toLowerCase() });
    } else {
      const value = toStored(Number(cell), c.unit);
      if (!(value >= c.least && value <= c.most))
        throw new VilkoError('unreadable', `${c.key} cannot be "${cell}"`, where);
      values[c.key] = value;
    }
  });
  return { at, swing, values };
}
