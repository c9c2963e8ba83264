import {
  closeSync,
  createReadStream,
  createWriteStream,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { opening, sealing } from './house-files.js';
import { beginsSealed, HEADER } from './sealed-file.js';

/** What a file is called until it stands whole in the place of another. */
const HALF = '.half-turned';

/** Every file under a folder. */
export const filesUnder = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile())
    .map((f) => join(f.parentPath, f.name));

/** Throws away what a process left half turned under a folder that has ended. */
export const dropHalf = (folder: string): void =>
  filesUnder(folder)
    .filter((file) => file.endsWith(HALF))
    .forEach((file) => rmSync(file));

/** Whether a file is sealed. */
export function isSealedFile(file: string): boolean {
  const header = Buffer.alloc(HEADER);
  const fd = openSync(file, 'r');
  try {
    return beginsSealed(header.subarray(0, readSync(fd, header, 0, HEADER, 0)));
  } finally {
    closeSync(fd);
  }
}

/** Puts other bytes in the place of a file's, whole or not at all. */
export async function inPlace(file: string, put: (half: Writable, path: string) => Promise<unknown>): Promise<void> {
  const half = `${file}${HALF}`;
  try {
    await put(createWriteStream(half, { mode: statSync(file).mode, flush: true }), half);
    renameSync(half, file);
  } catch (e) {
    rmSync(half, { force: true });
    throw e;
  }
}

/** Seals a file where it lies; one that is sealed stays as it is. */
export async function sealInPlace(file: string, key: Uint8Array): Promise<void> {
  if (!isSealedFile(file)) await inPlace(file, (half) => pipeline(createReadStream(file), sealing(key), half));
}

/** Opens a sealed file where it lies; one that is open stays as it is. */
export async function openInPlace(file: string, key: Uint8Array): Promise<void> {
  if (isSealedFile(file))
    await inPlace(file, (half) => pipeline(Readable.from(opening(key, file), { objectMode: false }), half));
}
