import { type UnzipFileInfo, unzipSync, zipSync, type Zippable } from 'fflate';
import { VilkoError } from '../../error.js';

/** Under so much nothing harms, bytes. */
const HARMLESS = 64 * 2 ** 20;
/** No recording packs better than this: its noise does not. */
const MOST_TIMES = 300;
/** More is no recording at all, bytes. */
const MOST = 2 ** 31;

/** Refuses an archive that would fill the memory, by what it says of its entries, before any is unpacked. */
function unpackable(what: string): (entry: UnzipFileInfo) => boolean {
  let [packed, whole] = [0, 0];
  return ({ size, originalSize }) => {
    packed += size;
    whole += originalSize;
    if (whole <= HARMLESS || (whole <= MOST && whole <= MOST_TIMES * packed)) return true;
    const megabytes = (b: number): string => `${(b / 1e6).toFixed(b < 1e7 ? 1 : 0)} MB`;
    throw new VilkoError(
      'unsupported',
      `${what} would unpack ${megabytes(packed)} to ${megabytes(whole)}: no recording does, it was not unpacked`,
    );
  };
}

/**
 * Entries of a zip file by name.
 * @throws VilkoError `unreadable` or `truncated` when it is damaged, `unsupported` when it would fill the memory
 */
export function unzip(bytes: Uint8Array, what: string): Record<string, Uint8Array> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new VilkoError('unreadable', `${what} is not a zip file`, 'byte 0');
  try {
    return unzipSync(bytes, { filter: unpackable(what) });
  } catch (e) {
    if (e instanceof VilkoError) throw e;
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
