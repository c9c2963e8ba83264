import { buffer as streamed } from 'node:stream/consumers';
import { crc32 } from 'node:zlib';
import { VilkoError } from '@vilko/core';
import { type Entry, fromBufferPromise, openPromise, type ZipFile } from 'yauzl';
import { buffer } from '../http/serve.js';
import { fileOf } from '../swings/film-store.js';
import { filesFrom, loose, type PupilBundle, PupilsHead } from './pupil-bundle.js';

/** An archive of pupils that is open: its files are read when they are wanted. */
export interface OpenBundle extends PupilBundle {
  /** Checksum of every entry by its name, to which its bytes have been held. */
  readonly checksums: ReadonlyMap<string, number>;
  readonly close: () => void;
}

/** Under so much nothing harms, bytes; nothing of a house packs better than so many times. */
const HARMLESS = 64 * 2 ** 20;
const MOST_TIMES = 300;
/** More than a recording, a film or all that is said of a house is, bytes. */
const MOST = 2 ** 31 - 1;

const damaged = (name: string, why: string): VilkoError =>
  new VilkoError('unreadable', `${name} is not a whole zip file: ${why}`);

/** Refuses what would fill the memory, or keep the server busy for long, by what it says of itself. */
function refuseBomb(what: string, packed: number, whole: number): void {
  if (whole > HARMLESS && whole > MOST_TIMES * packed)
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

/** Reads an entry whole. */
const reading =
  (zip: ZipFile, name: string) =>
  async (entry: Entry): Promise<Uint8Array> => {
    const bytes = await streamed(await zip.openReadStreamPromise(entry));
    if (crc32(bytes) !== entry.crc32)
      throw damaged(name, `${entry.fileName} is not what was written, its checksum differs`);
    return bytes;
  };

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

/** What an open archive holds, every entry held to its checksum before anything is made of it. */
async function bundleIn(zip: ZipFile, name: string): Promise<Omit<OpenBundle, 'close'>> {
  const entries = await entriesOf(zip, name);
  const read = reading(zip, name);
  const said = entries.get('pupils.json');
  if (!said) throw new VilkoError('unreadable', `${name} holds no pupils.json: it is not a pupil bundle or backup`);
  const head = headOf(await read(said), name);
  for (const entry of entries.values()) if (entry !== said) await read(entry);
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
  const checksums = new Map([...entries].map(([path, entry]) => [path, entry.crc32]));
  return { head, recordings, films, checksums };
}

/**
 * Opens what `writePupils` wrote, a file or its bytes; of any size, as its files are read when they are wanted.
 * @throws VilkoError saying what is missing, damaged or not understood; before that nothing has been read from it
 */
export async function openPupils(from: string | Uint8Array, name: string): Promise<OpenBundle> {
  const how = { autoClose: false, lazyEntries: true } as const;
  let zip: ZipFile | null = null;
  try {
    zip = typeof from === 'string' ? await openPromise(from, how) : await fromBufferPromise(buffer(from), how);
    return { ...(await bundleIn(zip, name)), close: () => zip!.close() };
  } catch (e) {
    zip?.close();
    // what the disk says is no damage
    if (e instanceof VilkoError || (e as NodeJS.ErrnoException).syscall) throw e;
    throw damaged(name, e instanceof Error ? e.message : String(e));
  }
}
