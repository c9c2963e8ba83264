import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import type { ThreadCode } from './start.js';

/**
 * A pool of one thread that starts when it is first needed and ends when it has had nothing to do for a while.
 * @param idle ms
 * @param nice how far it gives way (`giveWay`); told to its code as its first argument
 */
export function openPool({ bundle, source }: ThreadCode, idle: number, nice = 0): Piscina {
  const bundled = fileURLToPath(bundle);
  const pool = new Piscina({
    ...(existsSync(bundled) ? { filename: bundled } : { filename: source.href, execArgv: ['--import', 'tsx'] }),
    argv: [String(nice)],
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: idle,
  });
  // a thread that dies fails its own task, which says so; the server goes on and starts another
  pool.on('error', (e: unknown) => console.error('vilko: a thread ended:', e));
  return pool;
}
