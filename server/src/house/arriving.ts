import { randomUUID } from 'node:crypto';
import { createWriteStream, readdirSync, rmSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** What a backup is called that somebody brings. */
export const ARRIVING = /^arriving-[0-9a-f-]{36}\.zip$/;
const DAY = 24 * 3_600_000;

/** A backup that somebody brings, for as long as it is put back. */
export interface Arriving {
  readonly name: string;
  readonly gone: () => Promise<void>;
}

/** Puts what somebody brings into a folder, as it comes; where it does not come whole nothing of it stays. */
export async function arriving(folder: string, bytes: Readable): Promise<Arriving> {
  const name = `arriving-${randomUUID()}.zip`;
  const file = join(folder, name);
  const gone = () => rm(file, { force: true });
  try {
    await pipeline(bytes, createWriteStream(file));
  } catch (e) {
    await gone();
    throw e;
  }
  return { name, gone };
}

/** Throws away what was arriving when the server ended; what arrives now is younger. */
export function leftBehind(folder: string): void {
  for (const name of readdirSync(folder).filter((n) => ARRIVING.test(n)))
    if (Date.now() - statSync(join(folder, name)).mtimeMs > DAY) rmSync(join(folder, name), { force: true });
}
