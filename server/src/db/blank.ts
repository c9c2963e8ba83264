import { cpSync, existsSync, renameSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { filesUnder, sealInPlace } from '../sealed/in-place.js';

/** An embedded database with every table and nothing in them, made with the bundle (`make-blank.ts`). */
const BLANK = fileURLToPath(new URL('./blank', import.meta.url));

/**
 * Lays an empty database where none is yet: a new house does not wait until one has been set up. Whole or not at all,
 * whenever the process ends; without a bundle the database sets itself up.
 * @param key of a sealed folder
 */
export async function layBlank(dataDir: string, key: Uint8Array | null): Promise<void> {
  if (existsSync(dataDir) || !existsSync(BLANK)) return;
  const half = `${dataDir}.half`;
  rmSync(half, { recursive: true, force: true });
  cpSync(BLANK, half, { recursive: true });
  if (key) for (const file of filesUnder(half)) await sealInPlace(file, key);
  renameSync(half, dataDir);
}
