import { randomUUID } from 'node:crypto';
import { readdirSync, rmSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import type { HouseFiles } from '../sealed/house-files.js';

/** What a backup is called that somebody brings. */
export const ARRIVING = /^arriving-[0-9a-f-]{36}\.zip$/;

/** A backup that somebody brings, for as long as it is put back. */
export interface Arriving {
  readonly name: string;
  readonly gone: () => Promise<void>;
}

/** Puts what somebody brings into a folder, as it comes; where it does not come whole nothing of it stays. */
export async function arriving(files: HouseFiles, folder: string, bytes: Readable): Promise<Arriving> {
  const name = `arriving-${randomUUID()}.zip`;
  const file = join(folder, name);
  const gone = () => rm(file, { force: true });
  try {
    await files.write(file, bytes);
  } catch (e) {
    await gone();
    throw e;
  }
  return { name, gone };
}

/** Throws away what was arriving when an earlier server ended; what arrives now is younger than this one. */
export function leftBehind(folder: string): void {
  const began = Date.now() - 1000 * process.uptime();
  for (const name of readdirSync(folder).filter((n) => ARRIVING.test(n)))
    if (statSync(join(folder, name)).mtimeMs < began) rmSync(join(folder, name), { force: true });
}
