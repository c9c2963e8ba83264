import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { ThreadCode } from './start.js';

/**
 * A pool whose threads start when they are first needed and end when they have had nothing to do for a while.
 * @param idle ms
 * @param nice how far they give way (`giveWay`); told to their code as its first argument
 * @param threads how many there are at most
 */
export function openPool({ bundle, source }: ThreadCode, idle: number, { nice = 0, threads = 1 } = {}): Piscina {
  const bundled = fileURLToPath(bundle);
  const pool = new Piscina({
    ...(existsSync(bundled) ? { filename: bundled } : { filename: source.href, execArgv: ['--import', 'tsx'] }),
    argv: [String(nice)],
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: idle,
  });
  // a thread that dies fails its own task, which says so; the server goes on and starts another
  pool.on('error', (e: unknown) => console.error('vilko: a thread ended:', e));
  return pool;
}
