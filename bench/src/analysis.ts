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
  for (const p of rec.platforms) for (const c of ['fx', 'fy', 'fz', 'mx', 'my', 'mz'] as const) for (const x of p[c].slice()) sum += x;
  if (rec.mat) for (const x of rec.mat.frames.slice()) sum += x;
  return sum;
}

/** Analysis against a plain pass over the same samples in the same run; aims are printed, never asserted. */
export function benchAnalysis(): void {
  const rows = [
    { what: '5 s of two plates at 1,000 Hz', device: 'plates', aim: 25 },
    { what: '5 s of a mat 40×80 at 100 Hz', device: 'mat', aim: null },
    { what: '5 s of a mat over two plates', device: 'mat-plates', aim: null },
  ] as const;
  console.log('Analysis, median of 41 after warm-up');
  for (const { what, device, aim } of rows) {
    const { recording } = simulate({ device, seed: 1 });
    const base = medianMs(() => copy(recording));
    const ms = medianMs(() => analyse(recording));
    console.log(
      `  ${what.padEnd(32)} ${ms.toFixed(1).padStart(6)} ms = ${(ms / base).toFixed(0)} × a plain pass (${base.toFixed(2)} ms)${aim ? `, aim under ${aim} ms` : ''}`,
    );
  }
  console.log('Cost against length, two plates');
  const one = medianMs(() => analyse(simulated(1)), 11);
  for (const n of [1, 4, 10]) {
    const ms = n === 1 ? one : medianMs(() => analyse(simulated(n)), 5);
    console.log(`  ${String(n).padStart(2)} swings in a file ${ms.toFixed(1).padStart(8)} ms = ${(ms / one / n).toFixed(2)} × one swing each`);
  }
}

const made = new Map<number, Recording>();
function simulated(swings: number): Recording {
  const kept = made.get(swings) ?? simulate({ device: 'plates', seed: 2, swings }).recording;
  made.set(swings, kept);
  return kept;
}
