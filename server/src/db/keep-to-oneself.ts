import { chmodSync, mkdirSync } from 'node:fs';

/** Nobody else on this machine reads what lies in a data folder: names, swings, films, the devices' key. */
export function keepToOneself(folder: string): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  try {
    chmodSync(folder, 0o700);
  } catch {
    console.warn(`vilko: others on this machine may read ${folder}: whom it is open to could not be changed`);
  }
}
