import { createCipheriv, createDecipheriv } from 'node:crypto';

/** Bytes that are sealed together; a page of the database is two of them. */
export const SECTOR = 4096;
/** A block of AES; what is left of a sector behind its whole blocks is sealed apart. */
const BLOCK = 16;
/** Bytes of a key: two of AES-256. */
export const KEY_BYTES = 64;
/** Bytes by which a file is known, so that the same sector of two files looks different. */
export const ID_BYTES = 8;

const CIPHER = 'aes-256-xts';
const NOTHING = Buffer.alloc(BLOCK);

/** What makes each sector of each file look different; the end of a sector that is no whole block has its own. */
function tweakOf(id: Uint8Array, sector: number, end: boolean): Buffer {
  const tweak = Buffer.alloc(BLOCK);
  tweak.set(id.subarray(0, ID_BYTES));
  tweak.writeUIntLE(sector, ID_BYTES, 6);
  tweak[BLOCK - 1] = end ? 1 : 0;
  return tweak;
}

/**
 * Seals or opens a sector, or the beginning of one: XTS-AES-256 (IEEE 1619), whose bytes stay as many and where a
 * block that did not change looks as before, so that a torn write tears no more than it would unsealed. A last piece
 * of under 16 bytes is laid over with bytes of its own sector. It hides what is there; it does not say whether somebody
 * changed it.
 * @param key 64 bytes
 * @param id 8 bytes that no other file has
 * @param data at most 4096 bytes from the sector's beginning
 */
function turned(way: typeof createCipheriv | typeof createDecipheriv, key: Uint8Array, at: SectorAt): Buffer {
  const { id, sector, data } = at;
  const whole = data.length - (data.length % BLOCK);
  const out = Buffer.allocUnsafe(data.length);
  if (whole)
    way(CIPHER, key, tweakOf(id, sector, false))
      .update(data.subarray(0, whole))
      .copy(out);
  if (whole < data.length) {
    const over = createCipheriv(CIPHER, key, tweakOf(id, sector, true)).update(NOTHING);
    for (let i = whole; i < data.length; i++) out[i] = data[i]! ^ over[i - whole]!;
  }
  return out;
}

/** A sector of a file, or its beginning. */
export interface SectorAt {
  readonly id: Uint8Array;
  readonly sector: number;
  readonly data: Uint8Array;
}
export const sealSector = (key: Uint8Array, at: SectorAt): Buffer => turned(createCipheriv, key, at);
export const openSector = (key: Uint8Array, at: SectorAt): Buffer => turned(createDecipheriv, key, at);
