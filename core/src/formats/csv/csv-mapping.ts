import * as z from 'zod';
import { EXTRA_CHANNELS, WRENCH_CHANNELS } from '../../recording/recording.js';
import type { CsvHead } from './csv-head.js';

const numbered = (of: readonly string[]) => [1, 2].flatMap((i) => of.map((c) => `p${i}_${c}`));

/** Every column name that a CSV recording may carry, the cells of a mat aside. */
export const CSV_CHANNELS: readonly string[] = [
  'time',
  ...numbered(WRENCH_CHANNELS),
  ...numbered(['c1', 'c2', 'c3', 'c4']),
  'cop_x',
  'cop_y',
  'load',
  ...EXTRA_CHANNELS,
];

/** What a person said once about the columns of files with one header. */
export const CsvMapping = z.object({
  /** Channel → the column it is in, and the factor that makes it SI (negative turns its sign). */
  columns: z.record(z.enum(CSV_CHANNELS), z.object({ column: z.string(), factor: z.number() }).optional()),
  /** Hz, for files without a time column. */
  rate: z.number().positive().optional(),
  /** Comment keys the file lacks: places of the plates, pitch, half sizes (m). */
  keys: z.record(z.string(), z.string()),
  /** Cells of a mat: this many columns from `first` on, row after row, row 0 at the heels. */
  cells: z.object({ first: z.string(), rows: z.int().positive(), cols: z.int().positive() }).optional(),
});
export type CsvMapping = z.infer<typeof CsvMapping>;

/** Under which a mapping is remembered: the header itself, with its units. */
export const headerKey = ({ names, units }: Pick<CsvHead, 'names' | 'units'>): string =>
  names.map((n, i) => n.toLowerCase() + (units?.[i] ? ` [${units[i]}]` : '')).join('|');

/** Whether every file with this header can be read without being told anything. */
export function knowsHeader({ names }: Pick<CsvHead, 'names'>): boolean {
  const there = new Set(names.map((n) => n.toLowerCase()));
  if (!there.has('time')) return false;
  const whole = (of: readonly string[]) => of.every((c) => there.has(c));
  return (
    whole(WRENCH_CHANNELS.map((c) => `p1_${c}`)) ||
    whole(['p1_c1', 'p1_c2', 'p1_c3', 'p1_c4']) ||
    whole(['cop_x', 'cop_y']) ||
    there.has('r0c0')
  );
}
