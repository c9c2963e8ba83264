import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { analyse, readRecording } from '@vilko/core';

const here = fileURLToPath(import.meta.url);

/** Greatest memory of a process that reads and analyses a file, MiB; in a process of its own. */
export function peakOf(bytes: Uint8Array, name: string): number {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-bench-'));
  try {
    const file = join(folder, name);
    writeFileSync(file, bytes);
    const { stdout, stderr, status } = spawnSync('node', ['--import', 'tsx', here, file], { encoding: 'utf8' });
    if (status !== 0) throw new Error(`the process that reads ${name} has failed: ${stderr}`);
    return Number(stdout) / 1024;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

if (process.argv[1] === here) {
  const file = process.argv[2]!;
  analyse(readRecording(readFileSync(file), file));
  process.stdout.write(String(process.resourceUsage().maxRSS));
}
