import { setPriority } from 'node:os';

/**
 * Lets the bays go first: on Linux the thread that calls it is given less of a busy processor than the others.
 * Elsewhere a priority is of the whole process, and nothing is changed.
 * @param nice 1 … 19, the greater the less
 */
export function giveWay(nice: number): void {
  if (process.platform !== 'linux') return;
  try {
    setPriority(0, nice);
  } catch {
    // not allowed here: everybody is equal
  }
}
