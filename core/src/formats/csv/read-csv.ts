import { VilkoError } from '../../error.js';
import {
  type Board,
  CLUB_CLASSES,
  type ClubClass,
  deviceKindOf,
  EXTRA_CHANNELS,
  type ExtraChannel,
  type Mat,
  type Platform,
  type Recording,
  type Stated,
  type WholePath,
  WRENCH_CHANNELS,
} from '../../recording/recording.js';
import { bridged } from '../../signal/series.js';
import type { CellStore } from './cell-store.js';
import type { CsvMapping } from './csv-mapping.js';
import { type CsvTable, readCsvTable } from './csv-table.js';

const DEFAULT_CENTRES: readonly (readonly [number, number])[] = [
  [0, 0.25],
  [0, -0.25],
];
const DEFAULT_PITCH = 0.01;

/** How a CSV file is read beyond what it says itself. */
export interface CsvReading {
  readonly mapping?: CsvMapping;
  readonly progress?: (part: number) => void;
}

/**
 * Reads a CSV recording (measuring.md §7): `time` and any of `p1_fx … p2_mz`, `p1_c1 … p2_c4`, `cop_x`, `cop_y` and
 * `load`, mat cells `r0c0 …` and the optional channels; other headers through a mapping.
 */
export function readCsv(bytes: Uint8Array, name: string, { mapping, progress }: CsvReading = {}): Recording {
  const raw = readCsvTable(bytes, mapping, progress);
  if (!raw.columns.has('time'))
    throw new VilkoError('missing-channel', `there is no column "time" among ${listed([...raw.columns.keys()])}`);
  const warnings = [...raw.warnings];
  const table = wholeRows(raw, warnings);
  const time = table.columns.get('time')!;
  const platforms = [1, 2].flatMap((i) => platformOf(table, i));
  const boards = [1, 2].flatMap((i) => boardOf(table, i));
  const lost = [...platforms, ...boards].filter(
    (_, i) => table.keys[`p${i + 1}_x_m`] === undefined && table.keys[`p${i + 1}_y_m`] === undefined,
  );
  if (lost.length === 2) warnings.push('no origins for the two plates: taken at 0.25 m to either side');
  else if (lost.length && platforms.length + boards.length === 2)
    warnings.push('no origin for one of the two plates: taken at 0.25 m to its side');
  const mat = matOf(table, time, warnings);
  const path = platforms.length + boards.length === 0 && !mat ? pathOf(table, warnings) : null;
  const device = deviceKindOf({
    platforms: platforms.length,
    boards: boards.length,
    mat: mat !== null,
    path: path !== null,
  });
  if (!device)
    throw new VilkoError(
      'missing-channel',
      `no plate (p1_fx … p1_mz), board (p1_c1 … p1_c4), mat cell (r0c0 …) or path (cop_x, cop_y) among ${listed([...table.columns.keys()])}`,
    );
  return {
    name,
    device,
    time,
    platforms,
    boards,
    mat,
    ...(path ? { path } : {}),
    channels: extrasOf(table, warnings),
    stated: statedBy(table),
    warnings,
  };
}

/** Columns that every row must fill: a gap in one foot's load is a gap in all that rests on it. */
const GROUND = /^(time|p[12]_(f[xyz]|m[xyz]|c[1-4])|load)$/;

/** Under this part of its greatest load a path needs no place. */
const UNLOADED = 0.015;

/** Leaves out the rows in which a plate, a board or the time has no number; the time base then sees the hole. */
function wholeRows(t: CsvTable, warnings: string[]): CsvTable {
  const needed = [...t.columns].filter(([name]) => GROUND.test(name)).map(([, v]) => v);
  const placed = placeKnown(t);
  const kept: number[] = [];
  for (let k = 0; k < t.rows; k++) if (needed.every((v) => v[k] === v[k]) && placed(k)) kept.push(k);
  const gone = t.rows - kept.length;
  if (gone === 0) return t;
  const empty = [...t.columns].find(([name, v]) => GROUND.test(name) && v.every((x) => x !== x));
  if (empty) throw new VilkoError('missing-channel', `the column ${empty[0]} holds no number at all`);
  warnings.push(
    `${gone} ${gone === 1 ? 'row' : 'rows'} without a number in every column of the ground ${gone === 1 ? 'was' : 'were'} left out`,
  );
  const to = new Map(kept.map((k, i) => [k, i]));
  const columns = new Map([...t.columns].map(([name, v]) => [name, Float64Array.from(kept, (k) => v[k]!)] as const));
  const cells = t.cells && { ...t.cells, store: onRows(t.cells.store, to, t.cells.rows * t.cells.cols) };
  return { ...t, columns, cells, rows: kept.length };
}

/** A loaded device whose path has no place is a gap; one that nobody stands on has none. */
function placeKnown(t: CsvTable): (k: number) => boolean {
  const [x, y, load] = ['cop_x', 'cop_y', 'load'].map((c) => t.columns.get(c));
  if (!x || !y) return () => true;
  const loaded = load ? UNLOADED * load.reduce((m, f) => (f > m ? f : m), 0) : 0;
  return (k) => (x[k] === x[k] && y[k] === y[k]) || (load !== undefined && load[k]! < loaded);
}

/** Frames of a mat on the rows that stayed. */
function onRows(store: CellStore, to: ReadonlyMap<number, number>, size: number): CellStore {
  return {
    ...store,
    frames() {
      const { frames, rows, broken } = store.frames();
      const stayed = rows
        .map((r, i) => [to.get(r), i] as const)
        .filter((x): x is readonly [number, number] => x[0] !== undefined);
      const out = frames.slice(0, stayed.length * size);
      stayed.forEach(([, i], j) => out.set(frames.subarray(i * size, (i + 1) * size), j * size));
      return { frames: out, rows: stayed.map(([r]) => r), broken };
    },
  };
}

/** A path that reaches farther than this, m, cannot be in metres. */
const FARTHEST = 5;

function pathOf(t: CsvTable, warnings: string[]): WholePath | null {
  const [x, y] = [t.columns.get('cop_x'), t.columns.get('cop_y')];
  if (!x && !y) return null;
  if (!x || !y) throw new VilkoError('missing-channel', `the path lacks ${x ? 'cop_y' : 'cop_x'}`);
  const far = Math.max(...[x, y].map((v) => v.reduce((m, c) => (c === c && Math.abs(c) > m ? Math.abs(c) : m), 0)));
  const load = t.columns.get('load') ?? null;
  if (!load) warnings.push('the path has no load: times of the vertical force cannot be said');
  if (far <= FARTHEST) return { x, y, load };
  warnings.push(`the path reaches ${far.toFixed(0)} without a unit row: taken as millimetres`);
  return { x: x.map((c) => c / 1000), y: y.map((c) => c / 1000), load };
}

/** The optional channels; blanks between two samples of one are bridged, a channel without a number is left out. */
function extrasOf(t: CsvTable, warnings: string[]): Partial<Record<ExtraChannel, Float64Array>> {
  const out: Partial<Record<ExtraChannel, Float64Array>> = {};
  for (const c of EXTRA_CHANNELS) {
    const v = t.columns.get(c);
    if (!v) continue;
    const blank = v.reduce((n, x) => (x === x ? n : n + 1), 0);
    if (blank === v.length) warnings.push(`the column ${c} holds no number and was left out`);
    else {
      out[c] = blank ? bridged(v) : v;
      if (blank)
        warnings.push(
          `${blank} empty ${blank === 1 ? 'field' : 'fields'} of ${c} ${blank === 1 ? 'was' : 'were'} bridged`,
        );
    }
  }
  return out;
}

const listed = (names: readonly string[]): string =>
  names.length > 8 ? `${names.slice(0, 8).join(', ')} and ${names.length - 8} more` : names.join(', ');

const keyNumber = (t: CsvTable, key: string): number | undefined => {
  const raw = t.keys[key];
  if (raw === undefined) return undefined;
  const v = Number(raw.replace(',', '.'));
  if (!Number.isFinite(v)) throw new VilkoError('unreadable', `the comment key ${key} is not a number: "${raw}"`);
  return v;
};

const centreOf = (t: CsvTable, i: number): [number, number] => {
  const [dx, dy] = DEFAULT_CENTRES[i - 1]!;
  return [keyNumber(t, `p${i}_x_m`) ?? dx, keyNumber(t, `p${i}_y_m`) ?? dy];
};

function platformOf(t: CsvTable, i: number): Platform[] {
  const present = WRENCH_CHANNELS.filter((c) => t.columns.has(`p${i}_${c}`));
  if (present.length === 0) return [];
  const missing = WRENCH_CHANNELS.filter((c) => !present.includes(c));
  if (missing.length)
    throw new VilkoError('missing-channel', `plate ${i} lacks ${missing.map((c) => `p${i}_${c}`).join(', ')}`);
  const v = (c: string) => t.columns.get(`p${i}_${c}`)!;
  return [{ centre: centreOf(t, i), fx: v('fx'), fy: v('fy'), fz: v('fz'), mx: v('mx'), my: v('my'), mz: v('mz') }];
}

function boardOf(t: CsvTable, i: number): Board[] {
  const names = [1, 2, 3, 4].map((c) => `p${i}_c${c}`);
  const present = names.filter((n) => t.columns.has(n));
  if (present.length === 0) return [];
  if (present.length < 4)
    throw new VilkoError('missing-channel', `board ${i} lacks ${names.filter((n) => !present.includes(n)).join(', ')}`);
  const cells = names.map((n) => t.columns.get(n)!) as unknown as Board['cells'];
  return [{ centre: centreOf(t, i), hx: keyNumber(t, 'hx_m') ?? 0.16, hy: keyNumber(t, 'hy_m') ?? 0.1, cells }];
}

function matOf(t: CsvTable, time: Float64Array, warnings: string[]): Mat | null {
  if (!t.cells) return null;
  const { rows, cols, store } = t.cells;
  const pitch = keyNumber(t, 'pitch_m');
  if (pitch === undefined) warnings.push('no pitch for the mat cells: 10 mm is assumed');
  else if (!(pitch > 0))
    throw new VilkoError('unreadable', `the comment key pitch_m must be greater than 0, not ${pitch}`);
  const { frames, rows: kept, broken } = store.frames();
  if (broken)
    warnings.push(
      `${broken} mat ${broken === 1 ? 'frame' : 'frames'} with empty cells ${broken === 1 ? 'was' : 'were'} left out`,
    );
  if (!kept.length) throw new VilkoError('missing-channel', 'no row holds a number in every cell of the mat');
  return { rows, cols, pitch: pitch ?? DEFAULT_PITCH, time: Float64Array.from(kept, (k) => time[k]!), frames };
}

function statedBy(t: CsvTable): Stated {
  const handed = t.keys['handed'];
  const club = t.keys['club'];
  return {
    ...(keyNumber(t, 'mass') === undefined ? {} : { mass: keyNumber(t, 'mass')! }),
    ...(keyNumber(t, 'stature') === undefined ? {} : { stature: keyNumber(t, 'stature')! }),
    ...(handed === 'left' || handed === 'right' ? { handed } : {}),
    ...(CLUB_CLASSES.includes(club as ClubClass) ? { club: club as ClubClass } : {}),
  };
}
