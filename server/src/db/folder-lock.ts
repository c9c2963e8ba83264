import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeSync, closeSync } from 'node:fs';
import { join } from 'node:path';
import { isShut } from './shut.js';

/** When a process started, in the kernel's ticks; null when there is none. Tells a reused process id apart. */
function startOf(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    try {
      process.kill(pid, 0);
      return 'alive';
    } catch {
      return null;
    }
  }
}

/** Why nothing can be done in a folder in which nothing may be written. */
export const shutWords = (folder: string, { code }: NodeJS.ErrnoException): string =>
  `nothing may be written into the data folder ${folder} (${code}): give it to whoever runs the server, or name another as VILKO_DATA. Nothing was changed`;

/**
 * Locks a data folder for this process: the embedded database does not, and two writers would destroy it. A lock whose
 * owner is gone (killed) is taken over.
 * @returns how to let go
 * @throws Error saying who holds it, or that nothing may be written there
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'vilko.lock');
  const mine = JSON.stringify({ pid: process.pid, start: startOf(process.pid) });
  for (let attempt = 0; ; attempt++) {
    try {
      const fd = openSync(file, 'wx');
      writeSync(fd, mine);
      closeSync(fd);
      return () => rmSync(file, { force: true });
    } catch (e) {
      const { code } = e as NodeJS.ErrnoException;
      if (isShut(e)) throw new Error(shutWords(folder, e as NodeJS.ErrnoException), { cause: e });
      if (code !== 'EEXIST' || attempt > 3) throw e;
      const owner = readOwner(file);
      if (owner && startOf(owner.pid) !== null && startOf(owner.pid) === owner.start)
        throw new Error(`the data folder ${folder} is in use by process ${owner.pid}: stop that server first`, {
          cause: e,
        });
      rmSync(file, { force: true });
    }
  }
}

function readOwner(file: string): { pid: number; start: string | null } | null {
  if (!existsSync(file)) return null;
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as { pid: number; start: string | null };
  } catch {
    return null;
  }
}
