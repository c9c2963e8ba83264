import { crc32, inflate } from '#unpack';
import { strFromU8, zipSync, type Zippable } from 'fflate';
import { VilkoError } from '../../error.js';
import { isBomb } from './bomb.js';

/** More is no recording at all, bytes. */
const MOST = 2 ** 31;

/** Where a record begins: of the list's end, of an entry in the list, of an entry. */
const LIST_END = 0x06054b50;
const LISTED = 0x02014b50;
/** Flag of a name in UTF-8. */
const UTF8 = 2048;

/** What the list of contents says of an entry. */
interface Entry {
  readonly name: string;
  /** 0: as it is, 8: deflated. */
  readonly method: number;
  readonly checksum: number;
  /** Bytes in the archive, and unpacked. */
  readonly packed: number;
  readonly size: number;
  /** Where its bytes begin. */
  readonly from: number;
}

/** Where a zip file's list of contents begins: its last record says so, before a comment of at most 65,535 bytes. */
function listAt(view: DataView, what: string): { from: number; entries: number } {
  for (let at = view.byteLength - 22; at >= Math.max(0, view.byteLength - 22 - 0xffff); at--)
    if (view.getUint32(at, true) === LIST_END)
      return { from: view.getUint32(at + 16, true), entries: view.getUint16(at + 10, true) };
  throw new VilkoError(
    'truncated',
    `${what} is damaged: its list of contents is missing`,
    `of ${view.byteLength} bytes`,
  );
}

/** The bytes of an entry's name: in the list it stands 46 bytes behind its beginning, at the entry itself 30. */
const nameAt = (view: DataView, at: number, lengthAt: number, behind: number): Uint8Array =>
  new Uint8Array(view.buffer, view.byteOffset + at + behind, view.getUint16(at + lengthAt, true));

/** What a zip file holds, by its list; an entry that calls itself otherwise than the list is refused. */
function entriesOf(view: DataView, what: string): Entry[] {
  const list = listAt(view, what);
  const entries: Entry[] = [];
  let at = list.from;
  for (let n = list.entries; n > 0; n--) {
    if (view.getUint32(at, true) !== LISTED)
      throw new VilkoError('truncated', `${what} is damaged: its list of contents ends early`, `byte ${at}`);
    const own = view.getUint32(at + 42, true);
    const [listed, called] = [nameAt(view, at, 28, 46), nameAt(view, own, 26, 30)];
    const name = strFromU8(listed, !(view.getUint16(at + 8, true) & UTF8));
    if (listed.length !== called.length || listed.some((c, i) => c !== called[i]))
      throw new VilkoError('unreadable', `${what} is damaged: its list says ${name} where another name stands`);
    entries.push({
      name,
      method: view.getUint16(at + 10, true),
      checksum: view.getUint32(at + 16, true),
      packed: view.getUint32(at + 20, true),
      size: view.getUint32(at + 24, true),
      from: own + 30 + called.length + view.getUint16(own + 28, true),
    });
    at += 46 + listed.length + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return entries;
}

/** Refuses an archive that would fill the memory, by what it says of its entries, before any is unpacked. */
function refuseBomb(entries: readonly Entry[], what: string): void {
  const sum = (of: (e: Entry) => number): number => entries.reduce((all, e) => all + of(e), 0);
  const [packed, whole] = [sum((e) => e.packed), sum((e) => e.size)];
  if (whole <= MOST && !isBomb(packed, whole)) return;
  const megabytes = (b: number): string => `${(b / 1e6).toFixed(b < 1e7 ? 1 : 0)} MB`;
  throw new VilkoError(
    'unsupported',
    `${what} would unpack ${megabytes(packed)} to ${megabytes(whole)}: no recording does, it was not unpacked`,
  );
}

/** An entry's bytes as they were packed, held to their number and their checksum. */
function unpacked(bytes: Uint8Array, { name, method, checksum, packed, size, from }: Entry, what: string): Uint8Array {
  if (from + packed > bytes.length) throw new RangeError(name);
  if (method !== 0 && method !== 8)
    throw new VilkoError('unsupported', `${what} packs ${name} by method ${method}, which is not read`);
  const stored = bytes.subarray(from, from + packed);
  const whole = method === 0 ? stored.slice() : inflate(stored, size);
  if (whole.length !== size || crc32(whole) !== checksum)
    throw new VilkoError('unreadable', `${what} is damaged: ${name} is not what was written, its checksum differs`);
  return whole;
}

/** Why something could not be unpacked. */
function reasonOf(e: unknown): string {
  if (e instanceof RangeError) return 'it points beyond its own end';
  return e instanceof Error ? e.message : String(e);
}

/**
 * Entries of a zip file by name, each held to its checksum and to the name that the list has for it.
 * @throws VilkoError `unreadable` or `truncated` when it is damaged, `unsupported` when it would fill the memory
 */
export function unzip(bytes: Uint8Array, what: string): Record<string, Uint8Array> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new VilkoError('unreadable', `${what} is not a zip file`, 'byte 0');
  try {
    const entries = entriesOf(new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength), what);
    refuseBomb(entries, what);
    return Object.fromEntries(entries.map((e) => [e.name, unpacked(bytes, e, what)]));
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
