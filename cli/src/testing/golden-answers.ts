import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { writeRecording } from '@vilko/core';
import { SIMULATED_DEVICES, SIMULATED_FAULTS, simulate, STRENGTHS, type FaultStrength } from '@vilko/core/golfer';
import { analyseCommand, judgeCommand } from '../commands.js';
import { readOptions } from '../options.js';

const VECTORS = ['sample-plates.c3d', 'sample-plates-left.csv', 'sample-mat.npz'];
export const SIMULATED = 200;

/** What the command line answers, as digests: of each recording whole, and of each measure over all recordings. */
export interface GoldenAnswers {
  readonly recordings: Readonly<Record<string, string>>;
  readonly measures: Readonly<Record<string, string>>;
}

interface Answer {
  readonly swings: readonly { readonly measures: Readonly<Record<string, unknown>> }[];
}

const digest = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 16);

/**
 * Answers of `vilko analyse` and `vilko judge` over the reference recordings, and of `vilko judge` over 200 simulated
 * ones: every device, every fault and none, both hands, with and without a club, one swing and sets.
 * @param simulatedOnes how many of the 200
 */
export function goldenAnswers(simulatedOnes = SIMULATED): GoldenAnswers {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-golden-'));
  const recordings: Record<string, string> = {};
  const measures = new Map<string, ReturnType<typeof createHash>>();
  const keep = (name: string, text: string): void => {
    recordings[name] = digest(text);
    for (const { measures: each } of (JSON.parse(text) as Answer).swings)
      for (const [id, m] of Object.entries(each)) {
        if (!measures.has(id)) measures.set(id, createHash('sha256'));
        measures.get(id)!.update(JSON.stringify(m));
      }
  };
  const ask = (...args: string[]) => readOptions([...args, '--json']);
  try {
    for (const v of VECTORS) {
      const path = fileURLToPath(new URL(`../../../core/test-data/${v}`, import.meta.url));
      keep(`analyse ${v}`, analyseCommand(ask(path)));
      keep(`judge ${v}`, judgeCommand(ask(path)));
    }
    for (let i = 0; i < simulatedOnes; i++) {
      const { name, bytes } = simulated(i);
      writeFileSync(join(folder, name), bytes);
      keep(`judge ${name}`, judgeCommand(ask(join(folder, name))));
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
  return {
    recordings,
    measures: Object.fromEntries([...measures].map(([id, h]) => [id, h.digest('hex').slice(0, 16)])),
  };
}

/** The i-th simulated recording as a bundle. */
function simulated(i: number): { name: string; bytes: Uint8Array } {
  const faults = [undefined, ...Object.keys(SIMULATED_FAULTS)];
  const strengths = Object.keys(STRENGTHS) as FaultStrength[];
  const device = SIMULATED_DEVICES[i % SIMULATED_DEVICES.length]!;
  const fault = faults[i % faults.length];
  const { recording } = simulate({
    device,
    fault,
    strength: strengths[i % strengths.length]!,
    seed: 7000 + i,
    handed: i % 4 === 0 ? 'left' : 'right',
    clubChannels: i % 5 !== 0,
    swings: i % 25 === 7 ? 3 : 1,
  });
  const name = `${String(i).padStart(3, '0')}-${device}-${fault ?? 'healthy'}.vilko`;
  return { name, bytes: writeRecording({ ...recording, name }, name) };
}
