import { readdirSync, readFileSync, readlinkSync } from 'node:fs';

/** What a process holds at a moment. */
export interface Held {
  /** MiB. */
  readonly memory: number;
  /** Connections that are open: files of a database come and go with what is asked of it. */
  readonly connections: number;
  readonly threads: number;
}

/** Whether a handle is a connection; one that was closed while it was looked at is none. */
function isSocket(handle: string): boolean {
  try {
    return readlinkSync(handle).startsWith('socket:');
  } catch {
    return false;
  }
}

/** What a process holds now; the kernel's own figures (Linux). */
export function heldBy(pid: number): Held {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const number = (key: string): number => Number(new RegExp(`${key}:\\s+(\\d+)`).exec(status)?.[1] ?? NaN);
  return {
    memory: number('VmRSS') / 1024,
    connections: readdirSync(`/proc/${pid}/fd`).filter((fd) => isSocket(`/proc/${pid}/fd/${fd}`)).length,
    threads: number('Threads'),
  };
}
