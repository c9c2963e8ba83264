import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const COMMAND = fileURLToPath(new URL('../../cli/dist/vilko.mjs', import.meta.url));

/**
 * Says at its end what a process has taken: its greatest memory (kiB), its processor time (µs). The greatest memory
 * that a process is told of itself begins with that of whoever started it; the kernel's own figure does not.
 */
const SAYS = `data:text/javascript,${encodeURIComponent(`
  import { existsSync, readFileSync } from 'node:fs';
  const own = '/proc/self/status';
  const most = () =>
    existsSync(own) ? /VmHWM:[^0-9]+([0-9]+)/.exec(readFileSync(own, 'utf8'))[1] : process.resourceUsage().maxRSS;
  process.on('exit', () => {
    const { user, system } = process.cpuUsage();
    process.stderr.write('took:' + most() + ',' + (user + system));
  });
`)}`;

/** What a process of its own has taken. */
interface Taken {
  /** MiB, at most. */
  readonly memory: number;
  /** Processor time, ms. */
  readonly processor: number;
}

/**
 * Runs Node in a process of its own.
 * @throws Error when it fails
 */
export function apart(args: readonly string[]): Taken {
  const { stderr, status } = spawnSync('node', ['--import', SAYS, ...args], {
    encoding: 'utf8',
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  const took = /took:(\d+),(\d+)$/.exec(stderr);
  if (status !== 0 || !took) throw new Error(`node ${args.join(' ')} has failed: ${stderr}`);
  return { memory: Number(took[1]) / 1024, processor: Number(took[2]) / 1000 };
}

/** The built command line with these words. */
export const command = (...words: readonly string[]): readonly string[] => [COMMAND, ...words];

/** What the built command line takes to read and analyse a file. */
export function analysing(bytes: Uint8Array, name: string): Taken {
  const folder = mkdtempSync(join(tmpdir(), 'vilko-bench-'));
  try {
    const file = join(folder, name);
    writeFileSync(file, bytes);
    return apart(command('analyse', file));
  } finally {
    rmSync(folder, { recursive: true });
  }
}
