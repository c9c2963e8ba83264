import { analyse, judgeSwing, patternOf, type Recording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';
import { passOver } from './bare.js';
import { paired } from './paired.js';
import { rowOf, type SpeedRow } from './speed-table.js';

const BARE = 'every sample read once';

/** Analysis against a bare pass over the same samples, against its own length, and the simulator against it. */
export function analysisRows(): SpeedRow[] {
  const one = (device: 'plates' | 'mat' | 'mat-plates' | 'boards' | 'plate') => simulate({ device, seed: 1 }).recording;
  const against = (what: string, rec: Recording, aim: number | null): SpeedRow =>
    rowOf(
      what,
      BARE,
      paired(
        () => analyse(rec),
        () => passOver(rec),
      ),
      aim,
    );
  const mat = finerMat(one('mat'));
  return [
    against('analysis, two plates at 1,000 Hz', one('plates'), null),
    against('analysis, one plate at 1,000 Hz', one('plate'), null),
    against('analysis, mat of 64 × 40 at 200 Hz', mat, 4),
    against('analysis, mat over two plates', one('mat-plates'), null),
    against('analysis, two boards at 80 Hz', one('boards'), null),
    lengthRow(),
    ...simulatorRows(),
  ];
}

/** A second of a long recording costs what a second of a short one does. */
function lengthRow(): SpeedRow {
  const [short, long] = [1, 30].map((swings) => simulate({ device: 'plates', seed: 2, swings }).recording) as [
    Recording,
    Recording,
  ];
  const seconds = (r: Recording): number => r.time.at(-1)! - r.time[0]!;
  const p = paired(
    () => analyse(long),
    () => analyse(short),
  );
  const each = seconds(short) / seconds(long);
  return rowOf(
    'analysis, a second of 30 swings in a file',
    'a second of one swing',
    { ...p, ratio: p.ratio * each, low: p.low * each, high: p.high * each },
    1.2,
  );
}

/** What a simulated and judged swing costs, against its analysis alone. */
function simulatorRows(): SpeedRow[] {
  const context = { device: 'plates', club: 'iron', pattern: patternOf('common-ground'), statureGiven: true } as const;
  const { recording } = simulate({ device: 'plates', seed: 3 });
  let seed = 100;
  const p = paired(
    () => {
      const [swing] = analyse(simulate({ device: 'plates', seed: seed++ }).recording).swings;
      return swing && judgeSwing(swing, context);
    },
    () => analyse(recording),
  );
  const all = (2000 * p.ours) / 2 / 1000;
  return [
    {
      ...rowOf('a swing simulated, analysed and judged', 'its analysis', p, 3),
      note: `${p.ours.toFixed(0)} ms here; 2,000 on two processors ${all.toFixed(0)} s`,
    },
  ];
}

/** The same mat with 64 × 40 cells at 200 Hz: every frame twice, the cells filled from their neighbours. */
function finerMat(rec: Recording): Recording {
  const { mat } = rec;
  if (!mat) return rec;
  const [rows, cols] = [64, 40];
  const n = 2 * mat.time.length;
  const frames = new Uint8Array(n * rows * cols);
  for (let k = 0; k < n; k++)
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++) {
        const from = Math.floor((r * mat.rows) / rows) * mat.cols + Math.floor((c * mat.cols) / cols);
        frames[(k * rows + r) * cols + c] = mat.frames[(k >> 1) * mat.rows * mat.cols + from]!;
      }
  const time = Float64Array.from({ length: n }, (_, k) => mat.time[0]! + k / 200);
  const channels = Object.fromEntries(
    Object.entries(rec.channels).map(([c, v]) => [c, time.map((_, k) => v[k >> 1]!)]),
  );
  return { ...rec, time, channels, mat: { rows, cols, pitch: mat.pitch, time, frames } };
}
