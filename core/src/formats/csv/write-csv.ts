import { strToU8 } from 'fflate';
import { type ExtraChannel, type Recording, WRENCH_CHANNELS } from '../../recording/recording.js';

/** Digits that bring a float64 back exactly. */
const exact = (x: number): string => (Number.isNaN(x) ? '' : String(x));

interface Column {
  readonly name: string;
  readonly at: (k: number) => number;
}

/**
 * Writes a recording as CSV with commas and points. A mat slower than its plates leaves its cells blank between two
 * frames, so nothing is resampled.
 */
export function writeCsv(rec: Recording): Uint8Array {
  const lines = commentLines(rec);
  const columns = columnsOf(rec);
  lines.push(['time', ...columns.map((c) => c.name)].join(','));
  for (let k = 0; k < rec.time.length; k++) {
    let line = exact(rec.time[k]!);
    for (const c of columns) line += ',' + exact(c.at(k));
    lines.push(line);
  }
  return strToU8(lines.join('\n') + '\n');
}

function commentLines(rec: Recording): string[] {
  const out: string[] = [];
  [...rec.platforms, ...rec.boards].forEach((p, i) =>
    out.push(`# p${i + 1}_x_m=${p.centre[0]} p${i + 1}_y_m=${p.centre[1]}`),
  );
  if (rec.boards[0]) out.push(`# hx_m=${rec.boards[0].hx} hy_m=${rec.boards[0].hy}`);
  if (rec.mat) out.push(`# pitch_m=${rec.mat.pitch}`);
  for (const [key, value] of Object.entries(rec.stated)) if (value !== undefined) out.push(`# ${key}=${value}`);
  return out;
}

function columnsOf(rec: Recording): Column[] {
  const of = (name: string, v: Float64Array): Column => ({ name, at: (k) => v[k]! });
  return [
    ...rec.platforms.flatMap((p, i) => WRENCH_CHANNELS.map((c) => of(`p${i + 1}_${c}`, p[c]))),
    ...rec.boards.flatMap((b, i) => b.cells.map((v, j) => of(`p${i + 1}_c${j + 1}`, v))),
    ...(rec.path
      ? [of('cop_x', rec.path.x), of('cop_y', rec.path.y), ...(rec.path.load ? [of('load', rec.path.load)] : [])]
      : []),
    ...(Object.entries(rec.channels) as [ExtraChannel, Float64Array][]).map(([name, v]) => of(name, v)),
    ...matColumns(rec),
  ];
}

function matColumns({ mat, time }: Recording): Column[] {
  if (!mat) return [];
  const cells = mat.rows * mat.cols;
  const frameAt = new Int32Array(time.length).fill(-1);
  let j = 0;
  for (let k = 0; k < time.length && j < mat.time.length; k++) if (time[k]! >= mat.time[j]! - 1e-9) frameAt[k] = j++;
  return Array.from({ length: cells }, (_, c) => ({
    name: `r${Math.floor(c / mat.cols)}c${c % mat.cols}`,
    at: (k: number) => (frameAt[k]! < 0 ? NaN : mat.frames[frameAt[k]! * cells + c]!),
  }));
}
