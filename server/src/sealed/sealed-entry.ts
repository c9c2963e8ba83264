import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { VilkoError } from '@vilko/core';
import { type HouseKey, idOfKept } from './house-key.js';

const CIPHER = 'aes-256-gcm';
const NONCE = 12;
const TAG = 16;

/** The entry of a sealed archive that holds its key, under its passphrase. */
export const KEPT_KEY = 'sealed.json';

/**
 * An entry of an archive, sealed (AES-256-GCM): 12 bytes used once, what it holds, 16 bytes that tell whether somebody
 * changed it or called it otherwise.
 * @param key 32 bytes
 */
export function sealEntry(key: Uint8Array, name: string, bytes: Uint8Array): Buffer {
  const nonce = randomBytes(NONCE);
  const cipher = createCipheriv(CIPHER, key, nonce).setAAD(Buffer.from(name));
  return Buffer.concat([nonce, cipher.update(bytes), cipher.final(), cipher.getAuthTag()]);
}

/** @returns null where it is not what was sealed under that name with this key */
export function openEntry(key: Uint8Array, name: string, sealed: Uint8Array): Uint8Array | null {
  if (sealed.length < NONCE + TAG) return null;
  const end = sealed.length - TAG;
  const open = createDecipheriv(CIPHER, key, sealed.subarray(0, NONCE)).setAAD(Buffer.from(name));
  open.setAuthTag(sealed.subarray(end));
  const bytes = open.update(sealed.subarray(NONCE, end));
  try {
    open.final();
  } catch {
    return null;
  }
  return bytes;
}

/** Opens archives of a house, and no others. */
export type OpensArchive = (kept: string, name: string) => Uint8Array;

/** @throws VilkoError where an archive is of another house, or this one has no key */
export const opensArchivesOf =
  (house: HouseKey | null): OpensArchive =>
  (kept, name) => {
    if (house && idOfKept(kept) === house.id) return house.archives;
    throw new VilkoError(
      'unsupported',
      `${name} is sealed under a passphrase that this house does not have: "vilko seal --copy" makes an open copy of it, which can be put back`,
    );
  };
