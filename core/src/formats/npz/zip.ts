import { strFromU8, type UnzipFileInfo, unzipSync, zipSync, type Zippable } from 'fflate';
import { VilkoError } from '../../error.js';
import { crc32 } from './crc32.js';

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

/** Where a zip file's list of contents begins: its last record says so, before a comment of at most 65,535 bytes. */
function listAt(view: DataView): { from: number; entries: number } | null {
  for (let at = view.byteLength - 22; at >= Math.max(0, view.byteLength - 22 - 0xffff); at--)
    if (view.getUint32(at, true) === 0x06054b50)
      return { from: view.getUint32(at + 16, true), entries: view.getUint16(at + 10, true) };
  return null;
}

/** The bytes of an entry's name: in the list it stands 46 bytes behind its beginning, at the entry itself 30. */
const nameAt = (view: DataView, at: number, lengthAt: number, behind: number): Uint8Array =>
  new Uint8Array(view.buffer, view.byteOffset + at + behind, view.getUint16(at + lengthAt, true));

/**
 * Refuses what is not what was packed: fflate unpacks without looking at the checksum that each entry carries, nor
 * whether the list and the entry call it the same.
 */
function refuseChanged(bytes: Uint8Array, files: Readonly<Record<string, Uint8Array>>, what: string): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const list = listAt(view);
  let at = list?.from ?? 0;
  for (let n = list?.entries ?? 0; n > 0; n--) {
    if (view.getUint32(at, true) !== 0x02014b50)
      throw new VilkoError('truncated', `${what} is damaged: its list of contents ends early`, `byte ${at}`);
    const listed = nameAt(view, at, 28, 46);
    const own = nameAt(view, view.getUint32(at + 42, true), 26, 30);
    const name = strFromU8(listed, !(view.getUint16(at + 8, true) & 2048));
    if (listed.length !== own.length || listed.some((c, i) => c !== own[i]))
      throw new VilkoError('unreadable', `${what} is damaged: its list says ${name} where another name stands`);
    if (crc32(files[name] ?? NOTHING) !== view.getUint32(at + 16, true))
      throw new VilkoError('unreadable', `${what} is damaged: ${name} is not what was written, its checksum differs`);
    at += 46 + listed.length + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
}
const NOTHING = new Uint8Array();

/** Why something could not be unpacked. */
function reasonOf(e: unknown): string {
  if (e instanceof RangeError) return 'it points beyond its own end';
  return e instanceof Error ? e.message : String(e);
}

/**
 * Entries of a zip file by name, each held to its checksum.
 * @throws VilkoError `unreadable` or `truncated` when it is damaged, `unsupported` when it would fill the memory
 */
export function unzip(bytes: Uint8Array, what: string): Record<string, Uint8Array> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new VilkoError('unreadable', `${what} is not a zip file`, 'byte 0');
  try {
    const files = unzipSync(bytes, { filter: unpackable(what) });
    refuseChanged(bytes, files, what);
    return files;
  } catch (e) {
    if (e instanceof VilkoError) throw e;
    throw new VilkoError('truncated', `${what} is damaged: ${reasonOf(e)}`, `of ${bytes.length} bytes`);
  }
}

/**
 * Packs entries as a zip file: the same entries are the same bytes at any hour, so each carries the format's first
 * day.
 */
export const zip = (files: Zippable, level: 0 | 1 | 6 = 6): Uint8Array =>
  zipSync(files, { level, mtime: new Date(1980, 0, 1) });
