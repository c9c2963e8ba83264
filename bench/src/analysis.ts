import { analyse, type Recording } from '@vilko/core';
import { simulate } from '@vilko/core/golfer';

/** Median time of one call in ms, after warm-up. */
export function medianMs(f: () => unknown, rounds = 41): number {
  for (let i = 0; i < 8; i++) f();
  const times = Array.from({ length: rounds }, () => {
    const t = performance.now();
    f();
    return performance.now() - t;
  });
  return times.sort((a, b) => a - b)[rounds >> 1]!;
}

/** The plain cost of touching every sample once: what the analysis is measured against. */
function copy(rec: Recording): number {
  let sum = 0;
  for (const p of rec.platforms)
    for (const c of ['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const) for (const x of p[c].slice()) sum += x;
  if (rec.mat) for (const x of rec.mat.frames.slice()) sum += x;
  return sum;
}

/** Analysis against a plain pass over the same samples in the same run; aims are printed, never asserted. */
export function benchAnalysis(): void {
  const rows = [
    { what: '5 s of two plates at 1,000 Hz', recording: simulate({ device: 'plates', seed: 1 }).recording, aim: 10 },
    {
      what: '5 s of a mat 64×40 at 200 Hz',
      recording: finerMat(simulate({ device: 'mat', seed: 1 }).recording),
      aim: 40,
    },
    {
      what: '5 s of a mat over two plates',
      recording: simulate({ device: 'mat-plates', seed: 1 }).recording,
      aim: null,
    },
    { what: '5 s of two boards at 80 Hz', recording: simulate({ device: 'boards', seed: 1 }).recording, aim: null },
    { what: '5 s of one plate at 1,000 Hz', recording: simulate({ device: 'plate', seed: 1 }).recording, aim: null },
    { what: '5 s of a path at 100 Hz', recording: simulate({ device: 'path', seed: 1 }).recording, aim: null },
  ];
  console.log('Analysis, median of 41 after warm-up');
  for (const { what, recording, aim } of rows) {
    const base = medianMs(() => copy(recording));
    const ms = medianMs(() => analyse(recording));
    console.log(
      `  ${what.padEnd(32)} ${ms.toFixed(1).padStart(6)} ms = ${(ms / base).toFixed(0)} × a plain pass (${base.toFixed(2)} ms)${aim ? `, aim under ${aim} ms` : ''}`,
    );
  }
  console.log('Cost against length, two plates: the same for each second of a recording is linear');
  const perSecond = (n: number, rounds: number): { ms: number; each: number } => {
    const rec = simulated(n);
    const ms = medianMs(() => analyse(rec), rounds);
    return { ms, each: ms / (rec.time.at(-1)! - rec.time[0]!) };
  };
  const one = perSecond(1, 11);
  for (const n of [1, 10, 100]) {
    const { ms, each } = n === 1 ? one : perSecond(n, 5);
    console.log(
      `  ${String(n).padStart(3)} swings in a file ${ms.toFixed(1).padStart(8)} ms = ${(each / one.each).toFixed(2)} × one swing’s cost per second`,
    );
  }
}

/** The same mat with 64 × 40 cells at 200 Hz: every frame twice, the rows between filled from their neighbours. */
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

const made = new Map<number, Recording>();
function simulated(swings: number): Recording {
  const kept = made.get(swings) ?? simulate({ device: 'plates', seed: 2, swings }).recording;
  made.set(swings, kept);
  return kept;
}
