import { randomBytes } from 'node:crypto';
import { fstatSync, ftruncateSync, readSync, writeSync } from 'node:fs';
import { ID_BYTES, openSector, sealSector, SECTOR } from './sectors.js';

const MAGIC = Buffer.from('VKSEAL1\n');
/** Bytes before the sectors: what it is, and by which the file is known. */
export const HEADER = 32;

/** A file whose bytes are sealed, by its descriptor. */
export interface SealedFile {
  readonly fd: number;
  readonly id: Uint8Array;
}

/** The beginning of a new file. */
export function freshHeader(): Buffer {
  const header = Buffer.alloc(HEADER);
  MAGIC.copy(header);
  randomBytes(ID_BYTES).copy(header, MAGIC.length);
  return header;
}

/** Whether a file that begins so is sealed. */
export const beginsSealed = (header: Uint8Array): boolean =>
  header.length >= HEADER && MAGIC.equals(header.subarray(0, MAGIC.length));

/** By what a file is known that begins so. @throws Error when it is not sealed */
export function idIn(header: Buffer): Uint8Array {
  if (!beginsSealed(header)) throw new Error('this file is not sealed');
  return header.subarray(MAGIC.length, MAGIC.length + ID_BYTES);
}

/** Bytes of what is in it. */
export const sizeOf = (fd: number): number => Math.max(0, fstatSync(fd).size - HEADER);

/**
 * A file that is open for reading and writing, as a sealed one; one that ended before its header was written is empty.
 * @throws Error when something else lies there
 */
export function sealedFile(fd: number): SealedFile {
  let header: Buffer = Buffer.alloc(HEADER);
  if (readSync(fd, header, 0, HEADER, 0) < HEADER) {
    header = freshHeader();
    writeSync(fd, header, 0, HEADER, 0);
  }
  return { fd, id: idIn(header) };
}

/** A sector as it is, or as much of it as there is. */
function sectorOf(key: Uint8Array, { fd, id }: SealedFile, sector: number, size: number): Buffer {
  const n = Math.min(SECTOR, size - sector * SECTOR);
  if (n <= 0) return Buffer.alloc(0);
  const data = Buffer.allocUnsafe(n);
  readSync(fd, data, 0, n, HEADER + sector * SECTOR);
  return openSector(key, { id, sector, data });
}

/** Reads into a buffer from its offset; says how many bytes there were. */
export function readSealed(key: Uint8Array, file: SealedFile, into: Uint8Array, from: number): number {
  const size = sizeOf(file.fd);
  const end = Math.min(from + into.length, size);
  for (let at = from; at < end;) {
    const sector = Math.floor(at / SECTOR);
    const begin = at - sector * SECTOR;
    const some = sectorOf(key, file, sector, size).subarray(begin, begin + end - at);
    into.set(some, at - from);
    at += some.length;
  }
  return Math.max(0, end - from);
}

/** Writes at a place; a gap behind the end is filled with zeros, as a file system would. */
export function writeSealed(key: Uint8Array, file: SealedFile, data: Uint8Array, at: number): void {
  if (data.length === 0) return;
  const size = sizeOf(file.fd);
  if (at > size) writeSealed(key, file, Buffer.alloc(at - size), size);
  const there = Math.max(size, at);
  const [first, last] = [Math.floor(at / SECTOR), Math.floor((at + data.length - 1) / SECTOR)];
  const sealed: Buffer[] = [];
  for (let sector = first; sector <= last; sector++) {
    const start = sector * SECTOR;
    const [from, to] = [Math.max(0, at - start), Math.min(SECTOR, at + data.length - start)];
    let plain = data.subarray(start + from - at, start + to - at);
    if (from > 0 || (to < SECTOR && start + to < there)) {
      const old = sectorOf(key, file, sector, there);
      const whole = Buffer.alloc(Math.max(old.length, to));
      old.copy(whole);
      whole.set(plain, from);
      plain = whole;
    }
    sealed.push(sealSector(key, { id: file.id, sector, data: plain }));
  }
  const bytes = Buffer.concat(sealed);
  writeSync(file.fd, bytes, 0, bytes.length, HEADER + first * SECTOR);
}

/** Makes it so long: what is behind goes, what is missing is zeros. */
export function resizeSealed(key: Uint8Array, file: SealedFile, length: number): void {
  const size = sizeOf(file.fd);
  if (length > size) return writeSealed(key, file, Buffer.alloc(length - size), size);
  const sector = Math.floor(length / SECTOR);
  // a last piece that is no whole block any more is sealed in another way
  const kept = sectorOf(key, file, sector, size).subarray(0, length - sector * SECTOR);
  ftruncateSync(file.fd, HEADER + length);
  if (kept.length) {
    const bytes = sealSector(key, { id: file.id, sector, data: kept });
    writeSync(file.fd, bytes, 0, bytes.length, HEADER + sector * SECTOR);
  }
}
