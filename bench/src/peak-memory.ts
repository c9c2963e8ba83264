import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const COMMAND = fileURLToPath(new URL('../../cli/dist/vilko.mjs', import.meta.url));
/** Says at its end how much memory a process has held at most, kiB. */
const SAYS =
  'data:text/javascript,process.on("exit",()=>process.stderr.write(`most:${process.resourceUsage().maxRSS}`))';

/**
 * Greatest memory of the built command line while it reads and analyses a file, MiB.
 * @throws Error when the command fails
 */
export function peakOf(bytes: Uint8Array, name: string): number {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-bench-'));
  try {
    const file = join(folder, name);
    writeFileSync(file, bytes);
    const { stderr, status } = spawnSync('node', ['--import', SAYS, COMMAND, 'analyse', file], {
      encoding: 'utf8',
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    const most = /most:(\d+)$/.exec(stderr)?.[1];
    if (status !== 0 || most === undefined) throw new Error(`the process that reads ${name} has failed: ${stderr}`);
    return Number(most) / 1024;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
