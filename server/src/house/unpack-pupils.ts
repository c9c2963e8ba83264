import { buffer as streamed } from 'node:stream/consumers';
import { crc32, gunzipSync } from 'node:zlib';
import { VilkoError } from '@vilko/core';
import { isBomb } from '@vilko/core/formats/npz/bomb';
import {
  type Entry,
  fromBufferPromise,
  fromRandomAccessReaderPromise,
  openPromise,
  RandomAccessReader,
  type ZipFile,
} from 'yauzl';
import { buffer } from '../http/serve.js';
import { KEPT_KEY, openEntry, type OpensArchive, opensArchivesOf } from '../sealed/sealed-entry.js';
import type { HouseFiles } from '../sealed/house-files.js';
import { fileOf } from '../swings/film-store.js';
import { packsWell, READ_ME } from './pack-pupils.js';
import { filesFrom, loose, type PupilBundle, PupilsHead } from './pupil-bundle.js';

/** An archive of pupils that is open: its files are read when they are wanted. */
export interface OpenBundle extends PupilBundle {
  /** Checksum of every entry by its name, to which its bytes have been held. */
  readonly checksums: ReadonlyMap<string, number>;
  readonly sealed: boolean;
  readonly close: () => void;
}

/** More than a recording, a film or all that is said of a house is, bytes. */
const MOST = 2 ** 31 - 1;

const damaged = (name: string, why: string): VilkoError =>
  new VilkoError('unreadable', `${name} is not a whole zip file: ${why}`);

/** Refuses what would fill the memory, or keep the server busy for long, by what it says of itself. */
function refuseBomb(what: string, packed: number, whole: number): void {
  if (isBomb(packed, whole))
    throw new VilkoError('unsupported', `${what} to ${Math.round(whole / 1e6)} MB: nothing of a house is as large`);
}

/** What an archive says that it holds; an entry that calls itself otherwise than the list is refused. */
async function entriesOf(zip: ZipFile, name: string): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  let [packed, whole] = [0, 0];
  for await (const entry of zip.eachEntry()) {
    const { compressedSize, uncompressedSize } = entry;
    if (uncompressedSize > MOST)
      throw new VilkoError('unsupported', `${name} holds ${entry.fileName}, which is larger than anything of a house`);
    refuseBomb(`${name} would unpack ${entry.fileName}`, compressedSize, uncompressedSize);
    packed += compressedSize;
    whole += uncompressedSize;
    const { fileName } = await zip.readLocalFileHeaderPromise(entry);
    if (!fileName.equals(entry.fileNameRaw))
      throw damaged(name, `its list says ${entry.fileName} where another name stands`);
    entries.set(entry.fileName, entry);
  }
  refuseBomb(`${name} would unpack`, packed, whole);
  return entries;
}

type Reads = (entry: Entry) => Promise<Uint8Array>;

/** Reads an entry whole, as it lies there. */
const reading =
  (zip: ZipFile, name: string): Reads =>
  async (entry) => {
    const bytes = await streamed(await zip.openReadStreamPromise(entry));
    if (crc32(bytes) !== entry.crc32)
      throw damaged(name, `${entry.fileName} is not what was written, its checksum differs`);
    return bytes;
  };

/** Reads what is in an entry of an archive, sealed or not. */
async function readingOf(
  read: Reads,
  entries: ReadonlyMap<string, Entry>,
  { name, opens }: { readonly name: string; readonly opens: OpensArchive },
): Promise<Reads> {
  const kept = entries.get(KEPT_KEY);
  if (!kept) return read;
  const key = opens(Buffer.from(await read(kept)).toString('utf8'), name);
  return async (entry) => {
    const bytes = openEntry(key, entry.fileName, await read(entry));
    if (!bytes) throw damaged(name, `${entry.fileName} is not what was sealed under that name`);
    return packsWell(entry.fileName) ? gunzipSync(bytes, { maxOutputLength: MOST }) : bytes;
  };
}

/** Reads what pupils.json says. */
function headOf(bytes: Uint8Array, name: string): PupilsHead {
  let told: unknown;
  try {
    told = JSON.parse(Buffer.from(bytes).toString('utf8'));
  } catch {
    throw new VilkoError('unreadable', `${name}: its pupils.json is damaged`);
  }
  const head = PupilsHead.safeParse(told);
  if (head.success) return head.data;
  const [issue] = head.error.issues;
  throw new VilkoError('unreadable', `pupils.json: ${issue?.message}`, issue?.path.join('.'));
}

/** Refuses a bundle that lacks a recording, or that names a file so that it would lie elsewhere. */
function refuseUnless(
  { films, log, lessons, drills, swings, inbox }: PupilsHead,
  has: ReadonlySet<string>,
  name: string,
) {
  // nothing is put back before every name is known to stay where it belongs
  for (const f of [...films, ...loose(log, lessons), ...drills.flatMap((d) => d.media ?? [])]) fileOf(f);
  const lacks = (of: string, { recordingId }: { readonly recordingId: string }): VilkoError =>
    new VilkoError('unreadable', `${name} lacks the recording of ${of}`, `recordings/${recordingId}.vilko`);
  const adrift = inbox.find((s) => !has.has(s.recordingId));
  if (adrift) throw lacks('a swing of the inbox', adrift);
  const missing = swings.find((s) => !has.has(s.recordingId));
  if (missing) throw lacks(`swing ${missing.number}`, missing);
}

/** Entries of a sealed archive that lie open. */
const OPEN_ENTRIES: ReadonlySet<string> = new Set([KEPT_KEY, READ_ME]);

/** What an open archive holds, every entry held to its checksum before anything is made of it. */
async function bundleIn(zip: ZipFile, name: string, opens: OpensArchive): Promise<Omit<OpenBundle, 'close'>> {
  const all = await entriesOf(zip, name);
  const plain = reading(zip, name);
  const sealed = all.has(KEPT_KEY);
  const read = await readingOf(plain, all, { name, opens });
  const entries = new Map([...all].filter(([path]) => !sealed || !OPEN_ENTRIES.has(path)));
  const said = entries.get('pupils.json');
  if (!said) throw new VilkoError('unreadable', `${name} holds no pupils.json: it is not a pupil bundle or backup`);
  const told = await read(said);
  const head = headOf(told, name);
  // an open entry has just been held to its own
  const sumOf = (entry: Entry, bytes: Uint8Array): number => (sealed ? crc32(bytes) : entry.crc32);
  const checksums = new Map([[said.fileName, sumOf(said, told)]]);
  for (const [path, entry] of entries) if (entry !== said) checksums.set(path, sumOf(entry, await read(entry)));
  const under = (folder: string, ending = '') => {
    const files = new Map(
      [...entries].flatMap(([path, entry]) =>
        path.startsWith(`${folder}/`) && path.endsWith(ending)
          ? [[path.slice(folder.length + 1, path.length - ending.length), entry] as const]
          : [],
      ),
    );
    return filesFrom(files.keys(), (file) => read(files.get(file)!));
  };
  const [recordings, films] = [under('recordings', '.vilko'), under('films')];
  refuseUnless(head, recordings.names, name);
  return { head, recordings, films, checksums, sealed };
}

/** A file of the house that is sealed as a whole, read where it is wanted. */
class SealedReader extends RandomAccessReader {
  constructor(
    private readonly files: HouseFiles,
    private readonly file: string,
  ) {
    super();
  }

  override _readStreamForRange(start: number, end: number) {
    return this.files.from(this.file, { start, end: end - 1 });
  }
}

/** A file that lies as the house's files do. */
export interface HouseFile {
  readonly files: HouseFiles;
  readonly file: string;
}

const HOW = { autoClose: false, lazyEntries: true } as const;

async function zipIn(from: string | Uint8Array | HouseFile): Promise<ZipFile> {
  if (typeof from === 'string') return openPromise(from, HOW);
  if (from instanceof Uint8Array) return fromBufferPromise(buffer(from), HOW);
  const { files, file } = from;
  if (!files.key) return openPromise(file, HOW);
  return fromRandomAccessReaderPromise(new SealedReader(files, file), await files.size(file), HOW);
}

/**
 * Opens what `writePupils` wrote, a file or its bytes; of any size, as its files are read when they are wanted.
 * @param opens finds the key of a sealed one; without it none is opened
 * @throws VilkoError saying what is missing, damaged or not understood; before that nothing has been read from it
 */
export async function openPupils(
  from: string | Uint8Array | HouseFile,
  name: string,
  opens: OpensArchive = opensArchivesOf(null),
): Promise<OpenBundle> {
  let zip: ZipFile | null = null;
  try {
    zip = await zipIn(from);
    return { ...(await bundleIn(zip, name, opens)), close: () => zip!.close() };
  } catch (e) {
    zip?.close();
    // what the disk says is no damage
    if (e instanceof VilkoError || (e as NodeJS.ErrnoException).syscall) throw e;
    throw damaged(name, e instanceof Error ? e.message : String(e));
  }
}
