import { createReadStream, createWriteStream } from 'node:fs';
import { open, readFile, stat, writeFile } from 'node:fs/promises';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { HouseKey } from './house-key.js';
import { inPieces, PIECE } from './pieces.js';
import { freshHeader, HEADER, idIn } from './sealed-file.js';
import { openSector, sealSector, SECTOR } from './sectors.js';

/** Bytes of a file, both ends within. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

/** Files beside the database: as they are, or sealed where the house is. */
export interface HouseFiles {
  /** Null: they lie open. */
  readonly key: HouseKey | null;
  /** @throws what the disk says */
  readonly read: (file: string) => Promise<Uint8Array>;
  /** Writes what comes; whoever reads it before its end reads a part. */
  readonly write: (file: string, bytes: Uint8Array | Readable) => Promise<void>;
  /** Bytes of what is in it. */
  readonly size: (file: string) => Promise<number>;
  /** What is in it, or a span of that, piece by piece. */
  readonly from: (file: string, span?: Span) => Readable;
}

/** Sealed sectors of what comes, in whatever pieces it comes; with what a sealed file begins with. */
export function sealing(key: Uint8Array): Transform {
  const header = freshHeader();
  const id = idIn(header);
  let [sector, begun] = [0, false];
  let rest: Buffer = Buffer.alloc(0);
  const seal = (out: Transform, whole: boolean): void => {
    let at = 0;
    for (; rest.length - at >= SECTOR || (whole && at < rest.length); at += SECTOR)
      out.push(sealSector(key, { id, sector: sector++, data: rest.subarray(at, at + SECTOR) }));
    rest = rest.subarray(at);
  };
  return new Transform({
    transform(bytes: Buffer, _, taken) {
      if (!begun) this.push(header);
      begun = true;
      rest = rest.length ? Buffer.concat([rest, bytes]) : bytes;
      seal(this, false);
      taken();
    },
    flush(taken) {
      if (!begun) this.push(header);
      seal(this, true);
      taken();
    },
  });
}

/** What is in a sealed file, or between two of its bytes. */
export async function* opening(key: Uint8Array, file: string, span?: Span): AsyncGenerator<Buffer> {
  const handle = await open(file);
  try {
    const header = Buffer.alloc(HEADER);
    await handle.read(header, 0, HEADER, 0);
    const id = idIn(header);
    const size = (await handle.stat()).size - HEADER;
    const end = Math.min(size, (span?.end ?? Infinity) + 1);
    for (let at = span?.start ?? 0; at < end;) {
      const first = at - (at % SECTOR);
      const room = Buffer.allocUnsafe(Math.min(PIECE, size - first));
      const { bytesRead } = await handle.read(room, 0, room.length, HEADER + first);
      if (at - first >= bytesRead) return;
      const sealed = room.subarray(0, bytesRead);
      const whole: Buffer[] = [];
      for (let s = 0; s < sealed.length; s += SECTOR)
        whole.push(openSector(key, { id, sector: (first + s) / SECTOR, data: sealed.subarray(s, s + SECTOR) }));
      const some = Buffer.concat(whole).subarray(at - first, end - first);
      yield some;
      at += some.length;
    }
  } finally {
    await handle.close();
  }
}

const sealedFiles = (key: HouseKey): HouseFiles => {
  const from = (file: string, span?: Span): Readable =>
    Readable.from(opening(key.files, file, span), { objectMode: false });
  return {
    key,
    from,
    read: async (file) => Buffer.concat(await from(file).toArray()),
    write: (file, bytes) =>
      pipeline(bytes instanceof Readable ? bytes : inPieces(bytes), sealing(key.files), createWriteStream(file)),
    size: async (file) => Math.max(0, (await stat(file)).size - HEADER),
  };
};

const OPEN: HouseFiles = {
  key: null,
  from: (file, span) => createReadStream(file, span),
  read: (file) => readFile(file),
  write: (file, bytes) =>
    bytes instanceof Readable ? pipeline(bytes, createWriteStream(file)) : writeFile(file, bytes),
  size: async (file) => (await stat(file)).size,
};

/** @param key of a sealed house; null: its files lie open */
export const houseFiles = (key: HouseKey | null): HouseFiles => (key ? sealedFiles(key) : OPEN);
