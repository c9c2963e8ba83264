import { VilkoError } from '../../error.js';
import {
  type Board,
  CLUB_CLASSES,
  type ClubClass,
  type DeviceKind,
  EXTRA_CHANNELS,
  type ExtraChannel,
  type Mat,
  type Platform,
  type Recording,
  type Stated,
  WRENCH_CHANNELS,
} from '../../recording/recording.js';
import { type CsvTable, readCsvTable } from './csv-table.js';

const DEFAULT_CENTRES: readonly (readonly [number, number])[] = [
  [0, 0.25],
  [0, -0.25],
];
const DEFAULT_PITCH = 0.01;
const CELL = /^r(\d+)c(\d+)$/;

/**
 * Reads a CSV recording (measuring.md §7): `time` and any of `p1_fx … p2_mz`, `p1_c1 … p2_c4`, mat cells `r0c0 …`
 * and the optional channels.
 */
export function readCsv(bytes: Uint8Array, name: string): Recording {
  const table = readCsvTable(bytes);
  const time = table.columns.get('time');
  if (!time) throw new VilkoError('missing-channel', `there is no column "time" among ${listed([...table.columns.keys()])}`);
  const warnings = [...table.warnings];
  const platforms = [1, 2].flatMap((i) => platformOf(table, i));
  const boards = [1, 2].flatMap((i) => boardOf(table, i));
  if (platforms.length + boards.length > 0 && table.keys['p1_x_m'] === undefined && table.keys['p1_y_m'] === undefined)
    warnings.push('no origins for the two plates: taken at 0.25 m to either side');
  const mat = matOf(table, time, warnings);
  const device = kindOf(platforms.length, boards.length, mat !== null);
  if (!device)
    throw new VilkoError('missing-channel', `no plate (p1_fx … p1_mz), board (p1_c1 … p1_c4) or mat cell (r0c0 …) among ${listed([...table.columns.keys()])}`);
  const channels: Partial<Record<ExtraChannel, Float64Array>> = {};
  for (const c of EXTRA_CHANNELS) if (table.columns.has(c)) channels[c] = table.columns.get(c)!;
  return { name, device, time, platforms, boards, mat, channels, stated: statedBy(table), warnings };
}

const listed = (names: readonly string[]): string => (names.length > 8 ? `${names.slice(0, 8).join(', ')} and ${names.length - 8} more` : names.join(', '));

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
  if (missing.length) throw new VilkoError('missing-channel', `plate ${i} lacks ${missing.map((c) => `p${i}_${c}`).join(', ')}`);
  const v = (c: string) => t.columns.get(`p${i}_${c}`)!;
  return [{ centre: centreOf(t, i), fx: v('fx'), fy: v('fy'), fz: v('fz'), mx: v('mx'), my: v('my'), mz: v('mz') }];
}

function boardOf(t: CsvTable, i: number): Board[] {
  const names = [1, 2, 3, 4].map((c) => `p${i}_c${c}`);
  const present = names.filter((n) => t.columns.has(n));
  if (present.length === 0) return [];
  if (present.length < 4) throw new VilkoError('missing-channel', `board ${i} lacks ${names.filter((n) => !present.includes(n)).join(', ')}`);
  const cells = names.map((n) => t.columns.get(n)!) as unknown as Board['cells'];
  return [{ centre: centreOf(t, i), hx: keyNumber(t, 'hx_m') ?? 0.16, hy: keyNumber(t, 'hy_m') ?? 0.1, cells }];
}

function matOf(t: CsvTable, time: Float64Array, warnings: string[]): Mat | null {
  const cells = [...t.columns].flatMap(([name, v]) => {
    const m = CELL.exec(name);
    return m ? [{ r: Number(m[1]), c: Number(m[2]), v }] : [];
  });
  if (cells.length === 0) return null;
  const rows = Math.max(...cells.map((x) => x.r)) + 1;
  const cols = Math.max(...cells.map((x) => x.c)) + 1;
  if (cells.length !== rows * cols) throw new VilkoError('missing-channel', `the mat has ${rows} × ${cols} cells but ${cells.length} columns`);
  const pitch = keyNumber(t, 'pitch_m');
  if (pitch === undefined) warnings.push('no pitch for the mat cells: 10 mm is assumed');
  // a mat slower than its plates leaves its cells blank on the rows between two frames
  const first = cells[0]!.v;
  const kept = Array.from({ length: t.rows }, (_, k) => k).filter((k) => !Number.isNaN(first[k]!));
  const frames = new Float64Array(kept.length * cells.length);
  for (const { r, c, v } of cells) kept.forEach((k, i) => (frames[i * cells.length + r * cols + c] = v[k]!));
  return { rows, cols, pitch: pitch ?? DEFAULT_PITCH, time: Float64Array.from(kept, (k) => time[k]!), frames };
}

function kindOf(platforms: number, boards: number, mat: boolean): DeviceKind | null {
  if (platforms > 0) return mat ? 'mat-plates' : platforms === 2 ? 'plates' : 'plate';
  if (boards > 0) return 'boards';
  return mat ? 'mat' : null;
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
