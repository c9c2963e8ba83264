import { unzipSync, zipSync, type Zippable } from 'fflate';
import { VilkoError } from '../../error.js';

/** Entries of a zip file by name. */
export function unzip(bytes: Uint8Array, what: string): Record<string, Uint8Array> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new VilkoError('unreadable', `${what} is not a zip file`, 'byte 0');
  try {
    return unzipSync(bytes);
  } catch (e) {
    throw new VilkoError(
      'truncated',
      `${what} is damaged: ${e instanceof Error ? e.message : String(e)}`,
      `of ${bytes.length} bytes`,
    );
  }
}

/**
 * Packs entries as a zip file: the same entries are the same bytes at any hour, so each carries the format's first
 * day.
 */
export const zip = (files: Zippable, level: 0 | 1 | 6 = 6): Uint8Array =>
  zipSync(files, { level, mtime: new Date(1980, 0, 1) });
