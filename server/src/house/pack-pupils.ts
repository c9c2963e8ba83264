import { once } from 'node:events';
import { PassThrough, type Readable, type Writable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { crc32, gzipSync } from 'node:zlib';
import { ZipFile } from 'yazl';
import type { HouseKey } from '../sealed/house-key.js';
import { inPieces } from '../sealed/pieces.js';
import { KEPT_KEY, sealEntry } from '../sealed/sealed-entry.js';
import { BUNDLE_READ_ME, SEALED_READ_ME } from './bundle-read-me.js';
import { type BundleFiles, filmPath, type PupilBundle, type PupilsHead, recordingPath } from './pupil-bundle.js';

/** What an archive says of itself. */
export const READ_ME = 'read-me.txt';

/** What there is something to pack in: recordings and films are packed already. */
export const packsWell = (name: string): boolean => /\.(json|txt)$/.test(name);

/** What has been packed. */
export interface Packed {
  /** As it was written: without what could not be read. */
  readonly head: PupilsHead;
  /** Checksum of every entry by its name, as it was read and not as the archive says. */
  readonly checksums: ReadonlyMap<string, number>;
}

/** The same without the swings, marks and films that are nothing without what could not be read. */
function without(head: PupilsHead, lost: ReadonlySet<string>): PupilsHead {
  if (!lost.size) return head;
  const there = <S extends { readonly recordingId: string }>(s: S): boolean => !lost.has(recordingPath(s.recordingId));
  const swings = head.swings.filter(there);
  const gone = new Set(head.swings.filter((s) => !there(s)).map((s) => s.id));
  return {
    ...head,
    swings,
    inbox: head.inbox.filter(there),
    shots: head.shots.map((s) => (s.swingId !== null && gone.has(s.swingId) ? { ...s, swingId: null } : s)),
    films: head.films.filter((f) => !gone.has(f.swingId)),
    missing: [...lost],
  };
}

/** How an archive is sealed: with the archives' key, which goes along under the house's passphrase. */
export type ArchiveSeal = Pick<HouseKey, 'archives' | 'kept'>;

/**
 * Packs pupils as a zip, one file after the other: read-me.txt, recordings/ID.vilko (recording bundles), films/ID.webm
 * or .mp4, missing.txt where something was not there, and pupils.json, which knows by then what was. Of any size. In a
 * sealed archive every entry is sealed but sealed.json, its key, and a read-me that says what it is.
 * @param seal null: open
 * @throws what `to` throws
 */
export async function writePupils(bundle: PupilBundle, to: Writable, seal: ArchiveSeal | null = null): Promise<Packed> {
  const zip = new ZipFile();
  const sent = pipeline(zip.outputStream, to);
  // where it cannot be written nothing is read any more; waiting for a file that nobody reads would be for ever
  const failed = sent.then(() => new Promise<never>(() => undefined));
  const checksums = new Map<string, number>();
  const add = async (name: string, bytes: Uint8Array, compress = packsWell(name)): Promise<void> => {
    let pieces: Readable | null = inPieces(bytes);
    const over = once(pieces, 'close');
    zip.addReadStreamLazy(name, { compress, size: bytes.length }, (read) => read(null, pieces!));
    await Promise.race([over, failed]);
    // the archive knows its entries to the end, and would keep their bytes with them
    pieces = null;
  };
  const put = (name: string, bytes: Uint8Array): Promise<void> => {
    checksums.set(name, crc32(bytes));
    if (!seal) return add(name, bytes);
    // what is sealed does not pack any more
    return add(name, sealEntry(seal.archives, name, packsWell(name) ? gzipSync(bytes) : bytes), false);
  };
  const lost = new Set<string>();
  const putAll = async (files: BundleFiles, path: (name: string) => string): Promise<void> => {
    for (const name of files.names) {
      const bytes = await files.read(name);
      if (bytes) await put(path(name), bytes);
      else lost.add(path(name));
    }
  };
  if (seal) {
    await add(READ_ME, Buffer.from(SEALED_READ_ME));
    await add(KEPT_KEY, Buffer.from(seal.kept));
  } else await put(READ_ME, Buffer.from(BUNDLE_READ_ME));
  await putAll(bundle.recordings, recordingPath);
  await putAll(bundle.films, filmPath);
  const head = without(bundle.head, lost);
  if (lost.size) {
    const gone = `These files were not there any more when this was packed:\n${[...lost].join('\n')}\n`;
    await put('missing.txt', Buffer.from(gone));
  }
  await put('pupils.json', Buffer.from(JSON.stringify(head)));
  zip.end();
  await sent;
  return { head, checksums };
}

/** The same as a stream; an error of what is packed is an error of the stream. */
export function streamPupils(bundle: PupilBundle): Readable {
  const out = new PassThrough();
  writePupils(bundle, out).catch((e: unknown) => out.destroy(e instanceof Error ? e : new Error(String(e))));
  return out;
}

/** The same in memory, for little ones. */
export const packPupils = async (bundle: PupilBundle): Promise<Uint8Array> => buffer(streamPupils(bundle));
